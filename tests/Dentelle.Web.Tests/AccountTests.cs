using System.Net;
using System.Text.Json.Nodes;
using Dentelle.Data;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Dentelle.Web.Tests;

/// <summary>Who may do what, in a practice with accounts.</summary>
public sealed class AccountTests : IDisposable
{
    private const string Password = "a lace of seven knots";
    private readonly Practice practice = new() { Accounts = true };

    public void Dispose() => practice.Dispose();

    /// <summary>
    /// The table of who may what, written down a second time from the roles' descriptions (design): a change of the program's
    /// rules has to be meant twice.
    /// </summary>
    private static readonly Dictionary<string, string> MayCall = new()
    {
        ["look"] = "clinician assistant technician teacher student administrator",
        ["see"] = "clinician assistant teacher student",
        ["plan"] = "clinician student",
        ["enter"] = "clinician assistant student",
        ["patients"] = "clinician assistant",
        ["sign"] = "clinician",
        ["drawer"] = "clinician assistant",
        ["house"] = "clinician",
        ["laboratory"] = "technician clinician",
        ["administer"] = "administrator",
        ["self"] = "clinician assistant technician teacher student administrator",
    };

    [Fact(DisplayName = "Every endpoint × every role: who is not named is refused, and nobody is not let in at all")]
    public async Task Matrix()
    {
        var administrator = await FirstAsync();
        var endpoints = practice
            .Services.GetServices<EndpointDataSource>()
            .SelectMany(source => source.Endpoints)
            .OfType<RouteEndpoint>()
            .Where(endpoint => endpoint.RoutePattern.RawText!.TrimStart('/').StartsWith("api", StringComparison.Ordinal))
            .Where(endpoint => endpoint.Metadata.GetMetadata<IEndpointNameMetadata>() is not null)
            .ToArray();
        Assert.True(endpoints.Length > 100, $"{endpoints.Length} endpoints");
        var open = endpoints.Where(endpoint => endpoint.Metadata.GetMetadata<IAllowAnonymous>() is not null);
        Assert.Equal(
            ["firstRun", "getMe", "signIn", "signInDemo", "unlockScreen"],
            open.Select(endpoint => endpoint.Metadata.GetMetadata<IEndpointNameMetadata>()!.EndpointName).Order()
        );
        var wrong = new List<string>();
        var clients = new List<(string Role, HttpClient Client)> { ("", practice.CreateClient()) };
        foreach (var role in Enum.GetValues<PersonRole>().Select(role => Kebab.Of(role)))
            clients.Add((role, await SignedInAsync(administrator, role)));
        foreach (var endpoint in endpoints.Except(open))
        {
            var policy = Assert.Single(endpoint.Metadata.GetOrderedMetadata<IAuthorizeData>()).Policy!;
            foreach (var (role, client) in clients)
            {
                // Ending one's own session would end the round.
                if (endpoint.Metadata.GetMetadata<IEndpointNameMetadata>()!.EndpointName is "signOut" or "lockScreen" or "exportAll")
                    continue;
                var status = (int)(await client.SendAsync(RequestOf(endpoint))).StatusCode;
                var may = role.Length > 0 && MayCall[policy].Split(' ').Contains(role);
                var refused = status is 401 or 403;
                if (may == refused || (role.Length == 0 && status != 401))
                    wrong.Add($"{endpoint.DisplayName}: {(role.Length == 0 ? "nobody" : role)} {status}");
            }
        }
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }

    [Fact(DisplayName = "The first person administers; a short password, a wrong one, a revoked session and too many tries are refused")]
    public async Task Accounts()
    {
        var fresh = practice.CreateClient();
        Assert.True((bool)(await fresh.Get("/api/me"))["firstRun"]!);
        Assert.Equal((422, "password"), await fresh.Post("/api/first-run", First("short")).Refused());
        var administrator = await FirstAsync();
        Assert.Equal((422, "not-first"), await fresh.Post("/api/first-run", First(Password)).Refused());

        var nora = await SignedInAsync(administrator, "clinician");
        Assert.Equal("clinician", (string)(await nora.Get("/api/me"))["person"]!["roles"]![0]!);
        var sessions = (await nora.Get("/api/me/sessions"))["sessions"]!.AsArray();
        Assert.Equal(HttpStatusCode.NoContent, (await nora.DeleteAsync($"/api/me/sessions/{sessions[0]!["id"]}")).StatusCode);
        Assert.Equal(401, (await nora.GetAsync("/api/day").Refused()).Status);

        for (var wrong = 0; wrong < 5; wrong++)
            Assert.Equal((401, "sign-in"), await fresh.Post("/api/sign-in", SignIn("clinician", "not it, not it")).Refused());
        Assert.Equal((429, "locked-out"), await fresh.Post("/api/sign-in", SignIn("clinician", Password)).Refused());
        Assert.Equal(
            (422, "last-administrator"),
            await administrator
                .Put($"/api/people/{(await administrator.Get("/api/me"))["person"]!["id"]}", """{ "roles": ["clinician"] }""")
                .Refused()
        );
    }

    [Fact(DisplayName = "A locked screen shows nothing until its code is said; five wrong ones sign out")]
    public async Task Lock()
    {
        var nora = await SignedInAsync(await FirstAsync(), "clinician");
        Assert.Equal((422, "code"), await nora.Put("/api/me/code", """{ "code": "12ab" }""").Refused());
        Assert.True((await nora.Put("/api/me/code", """{ "code": "4711" }""")).IsSuccessStatusCode);
        await nora.Post("/api/me/lock", "{}");
        Assert.Equal((423, "screen-locked"), await nora.GetAsync("/api/day").Refused());
        Assert.True((bool)(await nora.Get("/api/me"))["locked"]!);
        Assert.Equal((422, "wrong-code"), await nora.Post("/api/me/unlock", """{ "codeOrPassword": "0000" }""").Refused());
        Assert.False((bool)(await nora.Post("/api/me/unlock", """{ "codeOrPassword": "4711" }""").Json())["locked"]!);
        Assert.True((await nora.GetAsync("/api/day")).IsSuccessStatusCode);
        await nora.Post("/api/me/lock", "{}");
        for (var wrong = 0; wrong < 4; wrong++)
            await nora.Post("/api/me/unlock", """{ "codeOrPassword": "0000" }""");
        Assert.Equal((401, "signed-out"), await nora.Post("/api/me/unlock", """{ "codeOrPassword": "0000" }""").Refused());
        Assert.Equal(401, (await nora.GetAsync("/api/day").Refused()).Status);
    }

    [Fact(DisplayName = "A student finds own work only, a teacher students' work, and neither a patient")]
    public async Task Own_work()
    {
        var administrator = await FirstAsync();
        var (nora, wim, edda) = (
            await SignedInAsync(administrator, "clinician"),
            await SignedInAsync(administrator, "student"),
            await SignedInAsync(administrator, "teacher")
        );
        var practiceCase = await CaseOf(nora, "11 veneer butt", "Ines Calder");
        var exercise = await CaseOf(wim, "36 crown zirconia", "Ines Calder");
        Assert.Equal(404, (await wim.GetAsync($"/api/cases/{practiceCase}").Refused()).Status);
        Assert.Equal(404, (await edda.GetAsync($"/api/cases/{practiceCase}/record").Refused()).Status);
        Assert.Equal([exercise], Ids(await wim.Get("/api/cases")));
        Assert.Equal([exercise], Ids(await edda.Get("/api/cases")));
        Assert.Equal(2, Ids(await nora.Get("/api/cases")).Count);
        // The name a student types is no patient's.
        Assert.Equal(1, (int)(await nora.Get("/api/patients"))["patients"]![0]!["cases"]!);

        static IReadOnlyList<string> Ids(JsonNode found) => [.. found["cases"]!.AsArray().Select(entry => (string)entry!["id"]!)];
    }

    [Fact(DisplayName = "Who looked at what, who changed it and who was refused stands in the trail, and nothing changes it there")]
    public async Task Trail()
    {
        var administrator = await FirstAsync();
        var (nora, jory) = (await SignedInAsync(administrator, "clinician"), await SignedInAsync(administrator, "assistant"));
        var id = await CaseOf(nora, "36 crown zirconia", "Ines Calder");
        await jory.Get($"/api/cases/{id}");
        await jory.Get($"/api/cases/{id}");
        Assert.Equal(403, (int)(await jory.Put($"/api/cases/{id}", """{ "note": "x" }""")).StatusCode);
        await nora.Put($"/api/cases/{id}", """{ "note": "seen" }""");
        var lines = (await administrator.Get($"/api/audit?subject={id}"))["lines"]!.AsArray();
        Assert.Equal(
            ["Pat clinician changeCase true 204", "Pat assistant changeCase true 403", "Pat assistant getCase false 200"],
            lines.Select(line => $"{line!["person"]} {line["what"]} {line["writes"]} {line["status"]}")
        );
        Assert.Equal(403, (int)(await nora.GetAsync("/api/audit")).StatusCode);
        await using var db = DatabaseFile.Open(practice.DatabasePath);
        await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() =>
            Microsoft.EntityFrameworkCore.RelationalDatabaseFacadeExtensions.ExecuteSqlRawAsync(db.Database, "DELETE FROM Audit")
        );
    }

    private static async Task<string> CaseOf(HttpClient client, string line, string patient) =>
        (string)(await client.Post("/api/quick-line/do", $$"""{ "line": "{{line}}", "patient": "{{patient}}" }""").Json())["caseId"]!;

    private async Task<HttpClient> FirstAsync()
    {
        var client = practice.CreateClient();
        await client.Post("/api/first-run", First(Password)).Json();
        return client;
    }

    /// <summary>Somebody of a role, signed in by name and password.</summary>
    private async Task<HttpClient> SignedInAsync(HttpClient administrator, string role)
    {
        await administrator
            .Post(
                "/api/people",
                $$"""{ "name": "{{role}}", "fullName": "Pat {{role}}", "roles": ["{{role}}"], "password": "{{Password}}" }"""
            )
            .Json();
        var client = practice.CreateClient();
        await client.Post("/api/sign-in", SignIn(role, Password)).Json();
        return client;
    }

    private static string First(string password) =>
        $$"""{ "name": "first", "fullName": "Fay First", "password": "{{password}}", "treats": false }""";

    private static string SignIn(string name, string password) => $$"""{ "name": "{{name}}", "password": "{{password}}" }""";

    /// <summary>A request that reaches the endpoint; whether it finds anything there is another matter.</summary>
    private static HttpRequestMessage RequestOf(RouteEndpoint endpoint)
    {
        var address = string.Join(
            '/',
            endpoint.RoutePattern.PathSegments.Select(segment =>
                string.Concat(
                    segment.Parts.Select(part =>
                        part switch
                        {
                            Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart { ParameterPolicies: [{ Content: "guid" }] } =>
                                "0191d8a5-0000-7000-8000-000000000001",
                            Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart { ParameterPolicies: [{ Content: "int" }] } =>
                                "1",
                            Microsoft.AspNetCore.Routing.Patterns.RoutePatternParameterPart => "x",
                            Microsoft.AspNetCore.Routing.Patterns.RoutePatternLiteralPart literal => literal.Content,
                            Microsoft.AspNetCore.Routing.Patterns.RoutePatternSeparatorPart separator => separator.Content,
                            _ => "",
                        }
                    )
                )
            )
        );
        var method = endpoint.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods[0];
        return new HttpRequestMessage(new HttpMethod(method), $"/{address}")
        {
            Content = method is "GET" or "DELETE"
                ? null
                : new StringContent(
                    "{}",
                    null,
                    endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.Http.Metadata.IAcceptsMetadata>()?.ContentTypes[0]
                        ?? "application/json"
                ),
        };
    }
}

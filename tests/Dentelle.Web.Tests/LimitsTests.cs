using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Dentelle.Web.Tests;

/// <summary>What is sent that no user sends: every door answers with a sentence, a code and a status of its own.</summary>
public sealed class LimitsTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly HttpClient client;

    public LimitsTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "Texts of any length, years beyond the calendar, broken letters, numbers and lists are refused by every door")]
    public async Task Entries()
    {
        var done = await client.Post("/api/quick-line/do", """{ "line": "36 crown zirconia" }""").Json();
        var (unit, id) = ($"/api/units/{done["unitId"]}", $"/api/cases/{done["caseId"]}");
        var file = (await client.Get($"{id}/file")).ToJsonString();
        var reading = """{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "valueMm": 1 }""";
        var megabyte = new string('x', 1_000_000);
        (string Method, string Address, string Body, int Status)[] attempts =
        [
            ("PUT", id, $$"""{ "patient": "{{new string('x', 100_000)}}" }""", 400),
            ("PUT", id, $$"""{ "patient": "{{new string('x', 121)}}" }""", 400),
            ("PUT", id, """{ "patient": "two\nlines" }""", 422),
            ("PUT", id, """{ "visitAt": "9999-12-31T23:00:00Z" }""", 422),
            ("PUT", id, """{ "visitAt": "0001-01-01T00:00:00Z" }""", 422),
            ("PUT", id, """{ "patient": "A", "patient": "B" }""", 400),
            ("PUT", id, """{ "patient": "half \ud83d a letter" }""", 400),
            ("PUT", $"{unit}/inputs", $$"""{ "because": { "pulp-near": "{{megabyte}}" } }""", 400),
            ("PUT", $"{unit}/inputs", """{ "buildOutMm": { "groove": 1e999 } }""", 400),
            ("PUT", $"{unit}/inputs", """{ "coveredCusps": [null] }""", 400),
            ("POST", $"{unit}/options", """{ "options": [null] }""", 400),
            ("POST", $"{unit}/options", $$"""{ "options": [{{string.Join(',', Enumerable.Repeat("\"crown\"", 9))}}] }""", 400),
            ("POST", $"{unit}/readings", reading.Replace("1 }", "1e999 }", StringComparison.Ordinal), 400),
            ("POST", $"{unit}/readings", reading.Replace("groove", new string('g', 81), StringComparison.Ordinal), 400),
            ("POST", "/api/quick-line/do", $$"""{ "line": "{{new string('3', 201)}}" }""", 400),
            ("PUT", $"{id}/sheet", """{ "order": [null, "x"] }""", 400),
            ("POST", "/api/cases/file", With(file, "visitAt", "\"9999-12-31T23:00:00Z\""), 422),
            ("POST", "/api/cases/file", With(file, "patient", $"\"{new string('x', 121)}\""), 422),
            ("POST", "/api/cases/file", With(file, "note", $"\"{new string('x', 2001)}\""), 422),
            ("POST", "/api/cases/file", With(file, "units", $"[{string.Join(',', Enumerable.Repeat("{}", 15_000))}]"), 400),
            ("POST", "/api/cases/file", With(file, "units", Units(file, 33)), 422),
            ("POST", "/api/cases/file", With(file, "units", Units(file, 2)), 422),
            ("POST", "/api/cases/file", Unit(file, "readings", Readings("""{ "gauge": "thumb" }""")), 422),
            ("POST", "/api/cases/file", Unit(file, "readings", Readings("""{ "belowMm": 1e999 }""")), 400),
            ("POST", "/api/cases/file", Unit(file, "readings", Readings("""{ "fromMm": 99 }""")), 422),
            // A margin as deep as this wants a reason before a tooth is called finished.
            (
                "POST",
                "/api/cases/file",
                Unit(Unit(file, "finished", "true"), "inputs", """{ "material": "metal", "marginLevelMm": { "facial": -1.5 } }"""),
                422
            ),
        ];
        foreach (var (method, address, body, status) in attempts)
        {
            var answer = await Send(method, address, body, "application/json", ifMatch: "\"1\"");
            Assert.False(answer.IsSuccessStatusCode, $"{method} {address} {body[..Math.Min(90, body.Length)]}");
            var refused = await Task.FromResult(answer).Refused();
            Assert.True(status == refused.Status, $"{method} {address} {body[..Math.Min(90, body.Length)]}: {refused}");
        }
        Assert.Equal("0001", (string)Assert.Single((await client.Get("/api/cases"))["cases"]!.AsArray())!["number"]!);
    }

    [Fact(DisplayName = "A wrong method is 405, a wrong kind of content or letters 415, an unknown address 404; each with a sentence")]
    public async Task Statuses()
    {
        Assert.Equal((405, "http-405"), await client.DeleteAsync("/api/day").Refused());
        Assert.Equal((405, "http-405"), await client.PutAsync("/api/quick-line/do", null).Refused());
        var line = """{ "line": "36 crown zirconia" }""";
        Assert.Equal(415, (await Send("POST", "/api/quick-line/do", line, "text/plain").Refused()).Status);
        Assert.Equal(415, (await Send("POST", "/api/quick-line/do", line, "application/json; charset=bogus").Refused()).Status);
        Assert.Equal(415, (await Send("POST", "/api/quick-line/do", line, "application/json; charset=utf-16").Refused()).Status);
        Assert.Equal(404, (await client.GetAsync("/api/nothing/here").Refused()).Status);
        Assert.Equal(404, (await client.GetAsync("/api").Refused()).Status);
        Assert.Equal(400, (await Send("POST", "/api/quick-line/do", "[1,2", "application/json").Refused()).Status);
        Assert.Equal(400, (await Send("POST", "/api/quick-line/do", new string('[', 5000), "application/json").Refused()).Status);
        // A screen's own address is the front end's, whatever it is.
        Assert.NotEqual(HttpStatusCode.InternalServerError, (await client.GetAsync("/nowhere")).StatusCode);
    }

    private Task<HttpResponseMessage> Send(string method, string address, string body, string type, string? ifMatch = null)
    {
        var content = new ByteArrayContent(Encoding.UTF8.GetBytes(body));
        content.Headers.TryAddWithoutValidation("Content-Type", type);
        var request = new HttpRequestMessage(new HttpMethod(method), address) { Content = content };
        if (ifMatch is not null)
            request.Headers.TryAddWithoutValidation("If-Match", ifMatch);
        return client.SendAsync(request);
    }

    /// <summary>A case's file with one value another, as text: no parser in between tidies it up.</summary>
    private static string With(string file, string name, string json)
    {
        var node = JsonNode.Parse(file)!;
        node[name] = "@@";
        node["id"] = null;
        return node.ToJsonString().Replace("\"@@\"", json, StringComparison.Ordinal);
    }

    private static string Unit(string file, string name, string json)
    {
        var node = JsonNode.Parse(file)!;
        node["id"] = null;
        node["units"]![0]![name] = "@@";
        return node.ToJsonString().Replace("\"@@\"", json, StringComparison.Ordinal);
    }

    private static string Units(string file, int count)
    {
        var one = JsonNode.Parse(file)!["units"]![0]!.ToJsonString();
        return $"[{string.Join(',', Enumerable.Repeat(one, count))}]";
    }

    private static string Readings(string change)
    {
        var whole = """{ "zone": "groove", "kind": "index-gap", "gauge": "caliper", "fromMm": 1, "includesEnd": false, "belowMm": 1.1 }""";
        foreach (var (name, _) in JsonNode.Parse(change.Replace("1e999", "0", StringComparison.Ordinal))!.AsObject())
        {
            var value = change[(change.IndexOf(':', StringComparison.Ordinal) + 1)..].Trim(' ', '}');
            var from = whole.IndexOf($"\"{name}\": ", StringComparison.Ordinal) + name.Length + 4;
            var to = whole.IndexOfAny([',', '}'], from);
            whole = whole[..from] + value + whole[to..];
        }
        return $"[{whole}]";
    }
}

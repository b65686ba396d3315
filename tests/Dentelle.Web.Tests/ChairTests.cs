using System.Security.Cryptography;
using System.Text;
using Dentelle.Core.Recording;
using Dentelle.Data;
using Microsoft.AspNetCore.Http.Connections;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Web.Tests;

/// <summary>A visit at the chair and what stands of it in the record.</summary>
public sealed class ChairTests : IDisposable
{
    private readonly Practice practice = new();

    public void Dispose() => practice.Dispose();

    [Fact(
        DisplayName = "A step sent twice counts once; one that another device has done is a conflict; what was done stands in the record"
    )]
    public async Task Steps()
    {
        var client = practice.CreateClient();
        var (visit, caseId) = await VisitAsync(client, "36 crown zirconia");
        var steps = (await client.Get($"/api/visits/{visit}/chair"))["steps"]!.AsArray().Select(step => (string)step!["key"]!).ToArray();
        var entry = Entry($$"""{ "key": "{{steps[0]}}", "what": "done", "next": "{{steps[1]}}", "kind": "step" }""");
        for (var sent = 0; sent < 3; sent++)
        {
            var ticks = (await client.Post($"/api/visits/{visit}/entries", entry).Json())["ticks"]!.AsArray();
            Assert.Equal([steps[0], steps[1]], ticks.Select(tick => (string)tick!["key"]!));
            Assert.Equal([true, false], ticks.Select(tick => tick!["endedAt"] is not null));
        }
        Assert.Equal(
            (409, "step-taken"),
            await client
                .Post($"/api/visits/{visit}/entries", Entry($$"""{ "kind": "step", "key": "{{steps[0]}}", "what": "done" }"""))
                .Refused()
        );
        await client
            .Post($"/api/visits/{visit}/entries", Entry($$"""{ "kind": "step", "key": "{{steps[0]}}", "what": "take-back" }"""))
            .Json();
        var kinds = (await client.Get($"/api/cases/{caseId}/record"))["entries"]!
            .AsArray()
            .Select(line => (string)line!["kind"]!)
            .ToArray();
        Assert.Equal(["case", "plan", "visit", "step-begun", "step-done", "step-begun", "step-taken-back"], kinds);
    }

    [Fact(DisplayName = "Epinephrine for who is sensitive to it asks for a reason; cautions follow alerts; the dose sets its clock going")]
    public async Task Alerts()
    {
        var client = practice.CreateClient();
        var (visit, caseId) = await VisitAsync(client, "11 crown zirconia");
        var patient = (await client.Get($"/api/cases/{caseId}"))["patientId"]!;
        await client
            .Put(
                $"/api/patients/{patient}",
                """{ "version": 1, "epinephrineSensitive": true, "anticoagulants": true, "allergies": "latex" }"""
            )
            .Json();
        var chair = await client.Get($"/api/visits/{visit}/chair");
        Assert.Equal(
            ["Sensitive to epinephrine", "On anticoagulants", "Allergies: latex"],
            chair["alerts"]!.AsArray().Select(alert => (string)alert!)
        );
        var cautions = chair["steps"]!.AsArray().SelectMany(step => step!["cautions"]!.AsArray().Select(one => (string)one!)).ToArray();
        Assert.Contains("Sensitive to epinephrine: an anaesthetic without it.", cautions);
        Assert.Contains(cautions, caution => caution.StartsWith("On anticoagulants", StringComparison.Ordinal));

        const string Dose = """ "kind": "dose", "agent": "articaine 4 %", "millilitres": 1.7, "epinephrine": true """;
        Assert.Equal((422, "epinephrine"), await client.Post($"/api/visits/{visit}/entries", Entry($$"""{ {{Dose}} }""")).Refused());
        chair = await client.Post($"/api/visits/{visit}/entries", Entry($$"""{ {{Dose}}, "because": "physician agreed" }""")).Json();
        Assert.Equal(
            "Anaesthetic: articaine 4 %, 1.7 ml, with epinephrine. Because: physician agreed.",
            (string)chair["entries"]![0]!["text"]!
        );
        var clock = Assert.Single(chair["clocks"]!.AsArray())!;
        Assert.Equal(60, ((DateTime)clock["endsAt"]! - (DateTime)clock["startedAt"]!).TotalMinutes, 6);
        // Two changes of the same patient at once: the second is told, not written over the first.
        Assert.Equal(
            (412, "changed-meanwhile"),
            await client.Put($"/api/patients/{patient}", """{ "version": 1, "birthYear": 1980 }""").Refused()
        );
    }

    [Fact(DisplayName = "The cementing visit has steps by material: etching for what is bonded, none for what is not")]
    public async Task Later_visits()
    {
        var client = practice.CreateClient();
        foreach (var (line, bonded) in new[] { ("11 veneer butt porcelain", true), ("36 crown zirconia", false) })
        {
            var (_, caseId) = await VisitAsync(client, line);
            var visits = await client.Post($"/api/cases/{caseId}/all-visits", """{ "kind": "cement" }""").Json();
            var cement = (string)visits["visits"]!.AsArray().Single(visit => (string)visit!["kind"]! == "cement")!["id"]!;
            var chair = await client.Get($"/api/visits/{cement}/chair");
            var codes = chair["steps"]!.AsArray().Select(step => (string)step!["code"]!).ToArray();
            Assert.Equal(bonded, codes.Contains("cement-etch"));
            Assert.Equal(!bonded, codes.Contains("cement-inside-retentive"));
            // Surplus waits for the first set (domain: never wiped while liquid).
            Assert.True(Array.IndexOf(codes, "cement-seat") < Array.IndexOf(codes, "cement-surplus"));
            Assert.Equal("cement-check", codes[^2]);
            Assert.True((double)chair["steps"]!.AsArray().Single(step => (string)step!["code"]! == "cement-seat")!["waitMinutes"]! > 0);
        }
    }

    [Fact(DisplayName = "The chain holds, by an independent sum too; a changed, a cut and an erased entry show as what they are")]
    public async Task Chain()
    {
        var client = practice.CreateClient();
        var (visit, caseId) = await VisitAsync(client, "36 crown zirconia");
        await client.Post($"/api/visits/{visit}/entries", Entry("""{ "kind": "note", "text": "Cold test before." }""")).Json();
        Assert.Equal(204, (int)(await client.Post($"/api/visits/{visit}/signature", $$"""{ "id": "{{Guid.NewGuid()}}" }""")).StatusCode);
        var noted = (await client.Get($"/api/cases/{caseId}/record"))["entries"]!
            .AsArray()
            .Single(entry => (string)entry!["kind"]! == "note")!;
        await client.Post($"/api/record/{noted["id"]}/amendments", $$"""{ "id": "{{Guid.NewGuid()}}", "text": "Warm test." }""");
        // What was signed is no draft any more.
        Assert.Equal((409, "record-kept"), await client.DeleteAsync($"/api/cases/{caseId}").Refused());
        var check = await client.Get("/api/record/check");
        Assert.Empty(check["faults"]!.AsArray());
        Assert.True((int)check["entries"]! >= 7);

        var (output, folder) = (new StringWriter(), Path.GetDirectoryName(practice.DatabasePath)!);
        Assert.Equal(0, Cli.CommandLine.Run(["verify-record", "--data", folder], output, TextWriter.Null, "."));
        Assert.Contains($"{check["entries"]} entries", output.ToString());

        await using var db = DatabaseFile.Open(practice.DatabasePath);
        var rows = await db.Record.AsNoTracking().OrderBy(row => row.Number).ToListAsync();
        // The rule as docs/record.md has it, written down again here.
        var previous = new string('0', 64);
        foreach (var row in rows)
        {
            string[] parts =
            [
                $"{row.Number}",
                $"{row.Id}",
                row.Kind,
                $"{row.PatientId}",
                $"{row.CaseId}",
                $"{row.VisitId}",
                $"{row.UnitId}",
                $"{row.Amends}",
                $"{row.At:yyyy-MM-ddTHH:mm:ss.fffZ}",
                $"{row.KeptAt:yyyy-MM-ddTHH:mm:ss.fffZ}",
                row.By,
                Sha(row.Salt + "\n" + row.Words),
                previous,
            ];
            Assert.Equal(Sha(string.Concat(parts.Select(part => $"{part.Length}:{part}"))), row.Hash);
            previous = row.Hash;
        }

        KeptLink[] kept = [.. rows.Select(row => row.Link())];
        var anchor = (rows.Last(row => row.Kind == "signed").Number, rows.Last(row => row.Kind == "signed").Hash);
        Assert.Empty(RecordCheck.Of(kept, anchor).Faults);
        Assert.Contains("end is missing", Assert.Single(RecordCheck.Of(kept[..^3], anchor).Faults));
        Assert.NotEmpty(RecordCheck.Of([.. kept[..2], .. kept[3..]]).Faults);
        Assert.Contains("were changed", Assert.Single(RecordCheck.Of([kept[0] with { Words = "{}" }, .. kept[1..]]).Faults));
        var erased = RecordCheck.Of([kept[0] with { Words = null }, .. kept[1..]]);
        Assert.Equal((0, 1), (erased.Faults.Count, erased.Erased));
        // The database refuses what the chain would tell.
        foreach (var sql in (string[])["UPDATE Record SET Words = 'x'", "UPDATE Record SET \"By\" = 'x'", "DELETE FROM Record"])
            await Assert.ThrowsAsync<Microsoft.Data.Sqlite.SqliteException>(() => db.Database.ExecuteSqlRawAsync(sql));

        static string Sha(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
    }

    [Fact(DisplayName = "Visits are moved to a time that is free, the newer change wins no silent fight, and what was begun stays")]
    public async Task Visits()
    {
        var client = practice.CreateClient();
        var (visit, caseId) = await VisitAsync(client, "36 crown zirconia");
        var free = (await client.Get($"/api/visits/{visit}/free-times"))["times"]!.AsArray().Select(time => (DateTime)time!).ToArray();
        Assert.NotEmpty(free);
        var (other, _) = await VisitAsync(client, "11 crown zirconia", free[0]);
        var left = (await client.Get($"/api/visits/{visit}/free-times"))["times"]!.AsArray().Select(time => (DateTime)time!).ToArray();
        Assert.DoesNotContain(free[0], left);
        await client.Put($"/api/visits/{visit}", $$"""{ "at": "{{left[0]:O}}", "version": 1 }""").Json();
        Assert.Equal((412, "changed-meanwhile"), await client.Put($"/api/visits/{visit}", """{ "minutes": 30, "version": 1 }""").Refused());
        Assert.Equal(left[0], (DateTime)(await client.Get($"/api/cases/{caseId}"))["visitAt"]!);
        await client.Post($"/api/visits/{other}/entries", Entry("""{ "kind": "comfort", "how": "well" }""")).Json();
        Assert.Equal((409, "visit-begun"), await client.DeleteAsync($"/api/visits/{other}").Refused());
    }

    [Fact(DisplayName = "A picture is known by its bytes and kept once; whoever watches a case hears of what another device wrote")]
    public async Task Pictures_and_news()
    {
        var client = practice.CreateClient();
        var (visit, caseId) = await VisitAsync(client, "36 crown zirconia");
        byte[] png = [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, 0, 0, 0, 0, 1];
        var heard = new TaskCompletionSource();
        await using var line = new HubConnectionBuilder()
            .WithUrl("http://localhost/api/live", HttpTransportType.LongPolling, options =>
                options.HttpMessageHandlerFactory = _ => practice.Server.CreateHandler()
            )
            .Build();
        line.On("changed", (Guid id) => heard.TrySetResult());
        await line.StartAsync();
        await line.InvokeAsync("Watch", Guid.Parse(caseId));
        await Picture(png).Json();
        await heard.Task.WaitAsync(TimeSpan.FromSeconds(10));
        Assert.Equal((422, "picture"), await Picture("MZ no picture at all"u8.ToArray()).Refused());
        var entry = (await client.Get($"/api/visits/{visit}/chair"))["entries"]![0]!;
        Assert.Equal("Picture: Prepared, from above.", (string)entry["text"]!);
        var sha = (string)(await client.Get($"/api/cases/{caseId}/record"))["entries"]!.AsArray().Last()!["picture"]!;
        Assert.Equal(png, await client.GetByteArrayAsync($"/api/pictures/{sha}"));

        Task<HttpResponseMessage> Picture(byte[] content)
        {
            var body = new ByteArrayContent(content);
            body.Headers.ContentType = new("application/octet-stream");
            return client.PostAsync($"/api/visits/{visit}/pictures?entry={Guid.NewGuid()}&proves=Prepared, from above", body);
        }
    }

    [Fact(
        DisplayName = "Whatever is sent as a picture: what is none is refused in a sentence and named nowhere, and one that is no "
            + "browser's to run comes back as a picture only"
    )]
    public async Task Hostile_pictures()
    {
        var client = practice.CreateClient();
        var (visit, caseId) = await VisitAsync(client, "36 crown zirconia");
        // File signatures by the formats' own specifications: ISO 10918-1, ISO 15948, RFC 9649.
        Assert.Equal((422, "file-empty"), await Send([]).Refused());
        byte[][] none =
        [
            [0xFF],
            [0xFF, 0xD8],
            [0x89, (byte)'P', (byte)'N', (byte)'G'],
            [.. "RIFF"u8, 0, 0, 0, 0, .. "WAVE"u8],
            [.. "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"u8],
            [.. "<!doctype html><script>alert(1)</script>"u8],
            [.. "GIF89a"u8, 1, 0, 1, 0],
            [.. "%PDF-1.7"u8],
            [0x7F, .. "ELF"u8, .. new byte[100]],
            // A picture's beginning behind a byte of something else.
            [0, 0xFF, 0xD8, 0xFF, 0xE0],
        ];
        foreach (var content in none)
            Assert.Equal((422, "picture"), await Send(content).Refused());
        Assert.Equal((422, "picture"), await Send([0xFF, 0xD8, 0xFF, 0xE0], proves: " ").Refused());
        Assert.Equal((422, "picture"), await Send([0xFF, 0xD8, 0xFF, 0xE0], proves: new string('x', 301)).Refused());
        Assert.Equal((404, "not-found"), await Send([0xFF, 0xD8, 0xFF, 0xE0], unit: Guid.NewGuid()).Refused());
        Assert.Equal((404, "not-found"), await Send([0xFF, 0xD8, 0xFF, 0xE0], at: Guid.NewGuid().ToString()).Refused());
        var before = (await client.Get($"/api/cases/{caseId}/record"))["entries"]!.AsArray().Count;

        byte[] both = [0xFF, 0xD8, 0xFF, 0xE0, .. "<script>alert(1)</script>"u8];
        await Send(both, proves: "<img src=x onerror=alert(1)> ../../etc/passwd").Json();
        var entries = (await client.Get($"/api/cases/{caseId}/record"))["entries"]!.AsArray();
        Assert.Equal(before + 1, entries.Count);
        var sha = (string)entries.Last()!["picture"]!;
        Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(both)), sha);
        using var back = await client.GetAsync($"/api/pictures/{sha}");
        Assert.Equal("image/jpeg", back.Content.Headers.ContentType!.MediaType);
        Assert.Equal(["nosniff"], back.Headers.GetValues("X-Content-Type-Options"));
        Assert.Equal(both, await back.Content.ReadAsByteArrayAsync());
        foreach (var name in (string[])["..%2F..%2Fdentelle.db", new string('0', 64), sha.ToUpperInvariant() + "x"])
            Assert.Equal(404, (int)(await client.GetAsync($"/api/pictures/{name}")).StatusCode);

        Task<HttpResponseMessage> Send(byte[] content, string proves = "Prepared", Guid? unit = null, string? at = null)
        {
            var body = new ByteArrayContent(content);
            body.Headers.ContentType = new("application/octet-stream");
            var about = unit is { } id ? $"&unit={id}" : "";
            return client.PostAsync(
                $"/api/visits/{at ?? visit}/pictures?entry={Guid.NewGuid()}&proves={Uri.EscapeDataString(proves)}{about}",
                body
            );
        }
    }

    private static string Entry(string note) => $$"""{ "id": "{{Guid.NewGuid()}}", "note": {{note}} }""";

    /// <summary>A new case with a visit at which it is cut.</summary>
    private static async Task<(string Visit, string Case)> VisitAsync(HttpClient client, string line, DateTime? at = null)
    {
        var done = await client.Post("/api/quick-line/do", $$"""{ "line": "{{line}}", "patient": "Ines {{Guid.NewGuid():N}}" }""").Json();
        var id = (string)done["caseId"]!;
        var entry = at is { } time ? $$"""{ "kind": "prepare", "at": "{{time:O}}" }""" : """{ "kind": "prepare" }""";
        var visits = await client.Post($"/api/cases/{id}/all-visits", entry).Json();
        return ((string)visits["visits"]![0]!["id"]!, id);
    }
}

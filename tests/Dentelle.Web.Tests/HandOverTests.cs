using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using Json.Schema;

namespace Dentelle.Web.Tests;

/// <summary>A case goes to the laboratory, and what it asks comes back.</summary>
public sealed class HandOverTests : IDisposable
{
    private readonly Practice practice = new() { LaboratoryStandIn = true };

    public void Dispose() => practice.Dispose();

    [Fact(
        DisplayName = "A faulted scan goes over as a bundle that other tools read; the stand-in asks for its fault alone; the reply is kept"
    )]
    public async Task There_and_back()
    {
        var client = practice.CreateClient();
        var caseId = await ScannedAsync(client, "undercut:distal:0.2");
        var visit = (string)
            (await client.Post($"/api/cases/{caseId}/all-visits", """{ "kind": "prepare" }""").Json())["visits"]![0]!["id"]!;
        await client
            .Post($"/api/visits/{visit}/entries", $$"""{ "id": "{{Guid.NewGuid()}}", "note": { "kind": "shade", "shade": "3" } }""")
            .Json();
        var id = Guid.NewGuid();
        for (var sent = 0; sent < 2; sent++)
            await client.Post($"/api/cases/{caseId}/hand-over", $$"""{ "id": "{{id}}", "wishesOf": { "46": "Light contacts" } }""").Json();

        var folder = Path.Combine(Path.GetDirectoryName(practice.DatabasePath)!, "laboratory");
        var zip = Assert.Single(Directory.GetFiles(Path.Combine(folder, "outgoing"), "*.zip"));
        await HoldsWhatItSays(zip);
        var answered = await UntilAsync(async () =>
        {
            var view = await client.Get($"/api/cases/{caseId}/hand-over");
            return view["sent"]![0]!["answeredAt"] is null ? null : view;
        });
        var sentView = Assert.Single(answered["sent"]!.AsArray())!;
        var query = Assert.Single(sentView["queries"]!.AsArray())!;
        Assert.Equal(("46", "undercut", true), ((string)query["tooth"]!, (string)query["kind"]!, (bool)query["simulated"]!));
        // What the stand-in scanner was told to leave, and what its shadow is; found again by the laboratory's own code.
        var hidden = double.Parse(((string)query["text"]!).Split("hides ")[1][..4], System.Globalization.CultureInfo.InvariantCulture);
        Assert.InRange(hidden, 0.15, 0.23);

        Assert.Equal(caseId, (string)Assert.Single((await client.Get("/api/day"))["asked"]!.AsArray())!["caseId"]!);
        Assert.Equal(204, (int)(await client.Post($"/api/queries/{query["id"]}/reply", """{ "text": "Block it out." }""")).StatusCode);
        Assert.Empty((await client.Get("/api/day"))["asked"]!.AsArray());
        Assert.Equal((422, "replied"), await client.Post($"/api/queries/{query["id"]}/reply", """{ "text": "No." }""").Refused());
        Assert.Contains("Block it out.", File.ReadAllText(Assert.Single(Directory.GetFiles(Path.Combine(folder, "outgoing"), "*.json"))));
        var kinds = (await client.Get($"/api/cases/{caseId}/record"))["entries"]!.AsArray().Select(entry => (string)entry!["kind"]!);
        Assert.Equal(["handed-over", "laboratory-asks", "laboratory-replied"], kinds.TakeLast(3));
    }

    [Fact(
        DisplayName = "As planned, scanned and with a shade, the laboratory asks nothing; a broken margin and a tampered bundle it tells"
    )]
    public async Task Nothing_to_ask()
    {
        var client = practice.CreateClient();
        var caseId = await ScannedAsync(client, null);
        await client.Post($"/api/cases/{caseId}/hand-over", $$"""{ "id": "{{Guid.NewGuid()}}" }""").Json();
        var zip = Assert.Single(
            Directory.GetFiles(Path.Combine(Path.GetDirectoryName(practice.DatabasePath)!, "laboratory", "outgoing"), "*.zip")
        );
        var asked = Answered(zip);
        Assert.Equal(["shade"], asked["queries"]!.AsArray().Select(query => (string)query!["kind"]!));

        // The line lifted off the surface along a millimetre: the margin was not caught there.
        var off = Changed(zip, document =>
        {
            var line = document["units"]![0]!["measured"]!["finishLine"]!.AsArray();
            for (var i = 20; i < 27; i++)
                line[i]![2] = (double)line[i]![2]! + 0.6;
        });
        Assert.Contains("margin", Answered(off)["queries"]!.AsArray().Select(query => (string)query!["kind"]!));

        // A copy: the program's own stand-in may be reading the one in the folder.
        var tampered = zip + ".tampered";
        File.Copy(zip, tampered);
        using (var archive = ZipFile.Open(tampered, ZipArchiveMode.Update))
        {
            var mesh = archive.GetEntry("meshes/46-cut.stl")!;
            using var content = mesh.Open();
            content.Position = 200;
            content.WriteByte(7);
        }
        var (error, code) = (new StringWriter(), Cli.CommandLine.WrongInput);
        Assert.Equal(code, Cli.CommandLine.Run(["laboratory", tampered, "--json"], TextWriter.Null, error, AppContext.BaseDirectory));
        Assert.Contains("its checksum differs", error.ToString());
    }

    [Fact(DisplayName = "What comes into the laboratory's folder and is no answer is laid aside with its reason, and changes nothing")]
    public async Task Hostile_answers()
    {
        var client = practice.CreateClient();
        var folder = Directory
            .CreateDirectory(Path.Combine(Path.GetDirectoryName(practice.DatabasePath)!, "laboratory", "incoming"))
            .FullName;
        string[] hostile =
        [
            "not json",
            "{}",
            """{"format":"dentelle-laboratory-answer","version":1,"handOver":"00000000-0000-0000-0000-000000000001","at":"2026-01-01T00:00:00Z","by":"x","queries":[]}""",
            $$"""{"format":"dentelle-laboratory-answer","version":1,"by":"{{new string('x', 5000)}}"}""",
            new string('[', 100_000),
        ];
        for (var i = 0; i < hostile.Length; i++)
            await File.WriteAllTextAsync(Path.Combine(folder, $"{i}.json"), hostile[i]);
        var refused = Path.Combine(folder, "refused");
        await UntilAsync(() =>
            Task.FromResult(Directory.Exists(refused) && Directory.GetFiles(refused, "*.why.txt").Length == hostile.Length ? refused : null)
        );
        Assert.Empty((await client.Get("/api/day"))["asked"]!.AsArray());
        Assert.All(Directory.GetFiles(refused, "*.why.txt"), why => Assert.EndsWith(".", File.ReadAllText(why)));
    }

    /// <summary>By Python's zip and hash libraries, and by the schema beside the documents.</summary>
    private static async Task HoldsWhatItSays(string zip)
    {
        const string script = """
            import hashlib, sys, zipfile
            with zipfile.ZipFile(sys.argv[1]) as z:
                assert z.testzip() is None
                lines = z.read("checksums.sha256").decode().splitlines()
                named = dict(reversed(line.split("  ", 1)) for line in lines)
                assert set(named) == set(z.namelist()) - {"checksums.sha256"}, z.namelist()
                for name, digest in named.items():
                    assert hashlib.sha256(z.read(name)).hexdigest() == digest, name
                assert z.read("sheet.pdf").startswith(b"%PDF-")
                print(" ".join(sorted(named)))
            """;
        var said = await Programs.Output("python3", "-c", script, zip);
        Assert.Contains("meshes/46-antagonist.stl meshes/46-before.stl meshes/46-cut.stl", said);

        using var archive = ZipFile.OpenRead(zip);
        using var reader = new StreamReader(archive.GetEntry("case.json")!.Open());
        var document = JsonNode.Parse(reader.ReadToEnd())!;
        var schema = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "docs", "handover.schema.json"));
        Assert.True(JsonSchema.FromText(schema).Evaluate(document.Deserialize<JsonElement>()).IsValid);
        Assert.DoesNotContain("Ines", document.ToJsonString());
        Assert.Equal("Light contacts", (string)document["units"]![0]!["wishes"]!);
    }

    private static JsonNode Answered(string zip)
    {
        var output = new StringWriter();
        Assert.Equal(0, Cli.CommandLine.Run(["laboratory", zip, "--json"], output, TextWriter.Null, AppContext.BaseDirectory));
        return JsonNode.Parse(output.ToString())!;
    }

    /// <summary>The same bundle with another case.json.</summary>
    private static string Changed(string zip, Action<JsonNode> change)
    {
        var other = Path.ChangeExtension(zip, ".other");
        File.Copy(zip, other);
        using var archive = ZipFile.Open(other, ZipArchiveMode.Update);
        var entry = archive.GetEntry("case.json")!;
        JsonNode document;
        using (var reader = new StreamReader(entry.Open()))
            document = JsonNode.Parse(reader.ReadToEnd())!;
        change(document);
        entry.Delete();
        using var writer = new StreamWriter(archive.CreateEntry("case.json").Open());
        writer.Write(document.ToJsonString());
        return other;
    }

    private static async Task<string> ScannedAsync(HttpClient client, string? fault)
    {
        var done = await client.Post("/api/quick-line/do", """{ "line": "46 crown zirconia", "patient": "Ines Calder" }""").Json();
        var unit = (string)done["unitId"]!;
        var faults = fault is null ? "" : $"\"{fault}\"";
        await client.Post($"/api/units/{unit}/scans/stand-in", $$"""{ "faults": [{{faults}}], "seed": 5 }""").Json();
        await UntilAsync(async () =>
        {
            var scans = await client.Get($"/api/units/{unit}/scans");
            return scans["arrived"]!.AsArray().Any(one => (bool)one!["isWhole"]!) ? scans : null;
        });
        await client.Post($"/api/units/{unit}/scans/arrived", """{ "name": "46-5" }""").Json();
        return (string)done["caseId"]!;
    }

    private static async Task<T> UntilAsync<T>(Func<Task<T?>> look)
        where T : class
    {
        for (var tries = 0; ; tries++)
        {
            if (await look() is { } there)
                return there;
            Assert.True(tries < 300, "It never came.");
            await Task.Delay(100);
        }
    }
}

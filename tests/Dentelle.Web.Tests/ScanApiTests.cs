using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;

namespace Dentelle.Web.Tests;

/// <summary>Scans come in over HTTP, are kept once, and what was cut is told.</summary>
public class ScanApiTests(ITestOutputHelper output)
{
    private static ByteArrayContent File(byte[] bytes)
    {
        var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        return content;
    }

    private static Task<HttpResponseMessage> Upload(HttpClient client, string name, byte[] bytes) =>
        client.PostAsync($"/api/scan-files?name={Uri.EscapeDataString(name)}", File(bytes));

    /// <summary>An open cap of a sphere as a small scan: 8 mm across, about 700 triangles.</summary>
    private static byte[] Cap()
    {
        var text = new StringBuilder();
        const int rings = 12,
            round = 30;
        for (var i = 0; i <= rings; i++)
        for (var k = 0; k < round; k++)
        {
            var (down, turn) = (0.2 + (1.2 * i / rings), 2 * Math.PI * k / round);
            text.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"v {4 * Math.Sin(down) * Math.Cos(turn):0.####} {4 * Math.Sin(down) * Math.Sin(turn):0.####} {4 * Math.Cos(down):0.####}\n"
            );
        }
        for (var i = 0; i < rings; i++)
        for (var k = 0; k < round; k++)
        {
            var (a, b, c, d) = (
                (i * round) + k + 1,
                (i * round) + ((k + 1) % round) + 1,
                ((i + 1) * round) + k + 1,
                ((i + 1) * round) + ((k + 1) % round) + 1
            );
            text.Append($"f {a} {c} {d}\nf {a} {d} {b}\n");
        }
        return Encoding.ASCII.GetBytes(text.ToString());
    }

    [Fact(
        DisplayName = "A file is kept under its digest, once however often it comes; what is no scan is refused in a sentence and not kept"
    )]
    public async Task Files()
    {
        await using var practice = new Practice();
        var client = practice.CreateClient();
        var bytes = Cap();
        var first = await Upload(client, "cap-before.obj", bytes).Json();
        Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(bytes)), (string)first["sha256"]!);
        Assert.Equal(("before", false, false), ((string)first["part"]!, (bool)first["wasThere"]!, (bool)first["simulated"]!));
        Assert.True((bool)(await Upload(client, "again.obj", bytes).Json())["wasThere"]!);
        var kept = practice.Files();
        Assert.Equal((string)first["sha256"]!, Path.GetFileName(Assert.Single(kept)));
        Assert.Equal(bytes, await System.IO.File.ReadAllBytesAsync(kept[0]));

        (string Name, byte[] Bytes, string Code)[] wrong =
        [
            ("photo.jpg", [1, 2, 3], "scan-format"),
            ("empty.stl", [], "file-empty"),
            ("noise.stl", RandomNumberGenerator.GetBytes(5000), "scan-file"),
            ("half.stl", [.. new byte[80], 0, 16, 0, 0, .. new byte[500]], "scan-file"),
            (
                "claims.ply",
                Encoding.ASCII.GetBytes("ply\nformat binary_little_endian 1.0\nelement vertex 999999999\nproperty float x\nend_header\n"),
                "scan-file"
            ),
            ("far.obj", Encoding.ASCII.GetBytes("v 3e38 0 0\nv 0 3e38 0\nv 0 0 3e38\nf 1 2 3\n"), ""),
            ("speck.obj", Encoding.ASCII.GetBytes("v 0 0 0\nv 0.001 0 0\nv 0 0.001 0\nf 1 2 3\n"), ""),
            ("../../etc/passwd.stl", [0, 1], "scan-file"),
        ];
        foreach (var (name, body, code) in wrong)
        {
            var answer = await Upload(client, name, body);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            var problem = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
            output.WriteLine($"{name}: {problem["detail"]}");
            Assert.True(code.Length == 0 || (string)problem["code"]! == code, $"{name}: {problem["code"]}");
            Assert.EndsWith(".", (string)problem["detail"]!, StringComparison.Ordinal);
        }
        Assert.Single(practice.Files());
    }

    [Fact(
        DisplayName = "An upload that breaks off leaves nothing behind, two at once of the same file keep it once, one too large is refused"
    )]
    public async Task Broken_uploads()
    {
        await using var practice = new Practice { ScanMegabytes = 1 };
        var client = practice.CreateClient();
        using var stop = new CancellationTokenSource();
        var slow = client.PostAsync("/api/scan-files?name=slow.stl", new StreamContent(new Stalling(stop)), stop.Token);
        await Assert.ThrowsAnyAsync<Exception>(() => slow);
        var both = await Task.WhenAll(Upload(client, "a.obj", Cap()), Upload(client, "b.obj", Cap()));
        Assert.All(both, answer => Assert.Equal(HttpStatusCode.OK, answer.StatusCode));
        for (var ask = 0; practice.Files().Count != 1 && ask < 100; ask++)
            await Task.Delay(50);
        Assert.Single(practice.Files());
        var large = await Upload(client, "large.stl", new byte[1_500_000]);
        Assert.Contains("larger than 1 MB", await large.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Single(practice.Files());
    }

    [Fact(
        DisplayName = "From the scanner's folder to findings: the fault is named first, and page, files, path, section and readings "
            + "say the same"
    )]
    public async Task From_scanner_to_findings()
    {
        await using var practice = new Practice();
        var client = practice.CreateClient();
        var unit = (string)(await client.Post("/api/quick-line/do", """{"line":"46 crown zirconia"}""").Json())["unitId"]!;
        await client.Post($"/api/units/{unit}/scans/stand-in", """{"faults":["short:groove:0.4"],"seed":5}""").Json();
        JsonNode scans;
        do
        {
            await Task.Delay(200);
            scans = await client.Get($"/api/units/{unit}/scans");
        } while (scans["arrived"]!.AsArray().All(one => !(bool)one!["isWhole"]!));
        Assert.True((bool)scans["arrived"]![0]!["simulated"]!);
        scans = await client.Post($"/api/units/{unit}/scans/arrived", """{"name":"46-5"}""").Json();
        var set = (string)scans["sets"]![0]!["id"]!;
        Assert.True((bool)scans["sets"]![0]!["simulated"]!);

        // Two watch the same work; one goes away in the middle, and the other one gets all of it.
        using var stop = new CancellationTokenSource();
        var leaving = client.GetStreamAsync($"/api/scans/{set}/inspection", stop.Token);
        var staying = client.GetStringAsync($"/api/scans/{set}/inspection");
        using (var reader = new StreamReader(await leaving))
            Assert.Contains("stage", await reader.ReadLineAsync(), StringComparison.Ordinal);
        await stop.CancelAsync();
        var news = (await staying).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(line => JsonNode.Parse(line)!).ToArray();
        Assert.Equal(
            ["reading", "aligning", "finding", "framing", "measuring"],
            news.Select(one => (string?)one["stage"]).OfType<string>().Distinct()
        );
        Assert.NotNull(news[^1]["done"]);
        var tooth = news.Select(one => one["measured"]).OfType<JsonNode>().Single();
        var finding = tooth["findings"]![0]!;
        Assert.Equal(("groove", "depth"), ((string)finding["zone"]!, (string)finding["kind"]!));
        Assert.Equal(0.4, (double)finding["amount"]!, 0.06);
        var zone = tooth["zones"]!.AsArray().First(one => (string)one!["zone"]! == "groove")!;
        Assert.Equal((double)zone["cutMm"]!, (double)finding["beside"]!["value"]!);
        Assert.Contains("width", (string)finding["instruction"]!, StringComparison.Ordinal);
        Assert.Equal("fail", (string)tooth["points"]!.AsArray().First(one => (string)one!["point"]! == "occlusal-room")!["state"]!);

        var at = finding["at"]!.AsArray().Select(one => (double)one!).ToArray();
        var here = FormattableString.Invariant($"x={at[0]}&y={at[1]}&z={at[2]}");
        var section = await client.Get($"/api/scans/{set}/teeth/46/section?{here}&azimuth=0");
        var gap = section["gaps"]!.AsArray().First(one => (string)one!["words"]! == (string)zone["words"]!)!;
        Assert.Equal((double)zone["cutMm"]!, (double)gap["depthMm"]!, 0.15);
        Assert.Equal(2, section["feet"]!.AsArray().Count);

        var along = await client.Post($"/api/scans/{set}/teeth/46/path", """{"path":[0,0,1]}""").Json();
        var tipped = await client.Post($"/api/scans/{set}/teeth/46/path", """{"path":[0.35,0,1]}""").Json();
        Assert.InRange((double)along["undercutMm"]!, 0, 0.16); // the groove that was left high hangs over the mesial wall a little
        Assert.InRange((double)tipped["undercutMm"]!, 0.3, 2);
        Assert.Equal(19.3, (double)tipped["offDeg"]!, 0.2); // atan 0.35
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await client.Post($"/api/scans/{set}/teeth/46/path", """{"path":[0,0,0]}""")).StatusCode
        );

        var values = await client.Get($"/api/scans/{set}/teeth/46/values.json");
        var csv = await client.GetStringAsync($"/api/scans/{set}/teeth/46/values.csv");
        var usual = (double)values["depth"]!["zones"]!.AsArray().First(one => (string)one!["zone"]! == "groove")!["usualMm"]!;
        Assert.Equal((double)zone["cutMm"]!, usual, 0.026);
        Assert.Contains(FormattableString.Invariant($"depth,groove,{usual:0.####},mm,"), csv, StringComparison.Ordinal);
        Assert.NotEmpty(values["sliding"]!.AsArray());
        var ply = await client.GetByteArrayAsync($"/api/scans/{set}/teeth/46/depth.ply");
        Assert.Contains("property float depth", Encoding.ASCII.GetString(ply, 0, 400), StringComparison.Ordinal);
        var page = await client.GetByteArrayAsync($"/api/scans/{set}/teeth/46/page.pdf");
        Assert.Equal("%PDF", Encoding.ASCII.GetString(page, 0, 4));
        var body = await client.GetByteArrayAsync($"/api/scans/{set}/teeth/46/round.glb");
        Assert.Equal("glTF", Encoding.ASCII.GetString(body, 0, 4));

        // All of it can be taken away: the scans as they came are in the practice's export.
        using (var zip = new System.IO.Compression.ZipArchive(await client.GetStreamAsync("/api/export.zip")))
            Assert.Equal(
                3,
                zip.Entries.Count(entry => entry.FullName.StartsWith("scans/0001/", StringComparison.Ordinal) && entry.Length > 1_000_000)
            );

        // Readings are the unit's, marked as the scan's, once; a hand that read otherwise is contradicted.
        await client
            .Post($"/api/units/{unit}/readings", """{"zone":"groove","kind":"index-gap","gauge":"thickness-gauges","passed":1.5}""")
            .Json();
        var entered = await client.Post($"/api/scans/{set}/teeth/46/readings", "").Json();
        await client.Post($"/api/scans/{set}/teeth/46/readings", "").Json();
        Assert.Equal((string)zone["words"]!, (string)Assert.Single(entered["disagree"]!.AsArray())!);
        var readings = (await client.Get($"/api/units/{unit}"))["readings"]!.AsArray();
        Assert.Equal((int)entered["added"]! + 1, readings.Count);
        Assert.EndsWith(", scan", (string)readings.First(one => (string)one!["zone"]! == "groove")!["said"]!, StringComparison.Ordinal);

        // What is put right stays with the scans; what no hand does is refused.
        var put = new JsonObject
        {
            ["tooth"] = "46",
            ["correction"] = JsonNode.Parse("""{"moves":[{"position":4,"byMm":0.2}],"tipMesialDeg":1}"""),
        };
        var corrected = await client.Put($"/api/units/{unit}/scans/{set}/correction", put.ToJsonString()).Json();
        Assert.Equal(0.2, (double)corrected["sets"]![0]!["corrections"]!["46"]!["moves"]![0]!["byMm"]!);
        var byHand = await client.Get($"/api/scans/{set}/teeth/46/values.json");
        double LevelOf(JsonNode all) =>
            (double)all["margin"]!["segments"]!.AsArray().First(one => (string)one!["segment"]! == "lingual")!["levelMm"]!;
        Assert.InRange(LevelOf(byHand) - LevelOf(values), 0.05, 0.3);
        put["correction"]!["tipMesialDeg"] = 90;
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await client.Put($"/api/units/{unit}/scans/{set}/correction", put.ToJsonString())).StatusCode
        );

        // Either scan is shown by itself, to point at places; those that lie on none, and too few, are refused.
        Assert.Equal(
            "model/gltf-binary",
            (await client.GetAsync($"/api/scans/{set}/parts/after/round.glb")).Content.Headers.ContentType?.MediaType
        );
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/scans/{set}/parts/other/round.glb")).StatusCode);
        const string far = """{ "before": [0, 0, 90], "after": [0, 0, 90] }""";
        foreach (var pairs in (string[])[far, $"{far},{far},{far}"])
        {
            var refused = client.Put($"/api/units/{unit}/scans/{set}/picked", $$"""{ "pairs": [{{pairs}}] }""").Refused();
            Assert.Equal((422, "picked"), await refused);
        }

        // The same files of the same tooth are the same set; taken back it is gone, and comes back.
        Assert.Single((await client.Post($"/api/units/{unit}/scans/arrived", """{"name":"46-5"}""").Json())["sets"]!.AsArray());
        Assert.Empty((await client.Put($"/api/units/{unit}/scans/{set}/taken-back", """{"takenBack":true}""").Json())["sets"]!.AsArray());
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"/api/scans/{set}/inspection")).StatusCode);
        Assert.Single((await client.Put($"/api/units/{unit}/scans/{set}/taken-back", """{"takenBack":false}""").Json())["sets"]!.AsArray());

        // Before and after the wrong way round are told, not measured.
        var (before, after) = ((string)scans["sets"]![0]!["before"]!["sha256"]!, (string)scans["sets"]![0]!["after"]!["sha256"]!);
        var turned = await client
            .Post($"/api/units/{unit}/scans", new JsonObject { ["before"] = after, ["after"] = before }.ToJsonString())
            .Json();
        var told = await client.GetStringAsync($"/api/scans/{(string)turned["sets"]![0]!["id"]!}/inspection");
        Assert.Contains("\"problem\"", told, StringComparison.Ordinal);
        Assert.Contains("wrong way round", told, StringComparison.Ordinal);
        Assert.Equal(
            "scan-twice",
            (string)
                (
                    await (
                        await client.PostAsJsonAsync($"/api/units/{unit}/scans", new { before, after = before })
                    ).Content.ReadFromJsonAsync<JsonNode>()
                )!["code"]!
        );
    }

    /// <summary>Gives a little, then breaks off.</summary>
    private sealed class Stalling(CancellationTokenSource stop) : MemoryStream(new byte[200_000])
    {
        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default)
        {
            if (Position >= 100_000)
                await stop.CancelAsync();
            cancellationToken.ThrowIfCancellationRequested();
            return await base.ReadAsync(buffer[..Math.Min(buffer.Length, 20_000)], cancellationToken);
        }
    }
}

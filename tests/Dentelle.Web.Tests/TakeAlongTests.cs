using System.IO.Compression;
using System.Text;
using System.Text.Json.Nodes;
using Hl7.Fhir.Model;
using Hl7.Fhir.Serialization;
using UglyToad.PdfPig;

namespace Dentelle.Web.Tests;

using Task = System.Threading.Tasks.Task;

/// <summary>What is taken out of the house and read elsewhere.</summary>
public sealed class TakeAlongTests : IDisposable
{
    private readonly Practice practice = new() { LaboratoryStandIn = false };

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "The FHIR bundle parses in HL7's own R4 model, its references hold, and it says of each reading what was read")]
    public async Task Fhir()
    {
        var client = practice.CreateClient();
        var (caseId, unit, visit) = await CutAsync(client);
        var text = await client.GetStringAsync($"/api/cases/{caseId}/fhir.json");
        // Refuses unknown elements, missing ones, wrong codes and wrong values (Hl7.Fhir.R4, the published definitions).
        var bundle = new FhirJsonDeserializer(new DeserializerSettings().UsingMode(DeserializationMode.Strict)).Deserialize<Bundle>(text)!;
        var resources = bundle.Entry.Select(entry => entry.Resource).ToArray();
        var known = bundle.Entry.Select(entry => entry.FullUrl!).ToHashSet();
        Assert.Equal(known.Count, bundle.Entry.Count);
        Assert.Equal(
            ["Bundle", "Device", "DocumentReference", "Encounter", "Observation", "Patient", "Procedure"],
            resources.Select(one => one!.TypeName).Append(bundle.TypeName).Distinct().Order()
        );
        foreach (var reference in JsonNode.Parse(text)!.AsObject().Descend().Where(one => one.Name == "reference"))
            Assert.Contains((string)reference.Value!, known);

        var procedure = resources.OfType<Procedure>().Single();
        Assert.Equal(("urn:iso:std:iso:3950", "36"), (procedure.BodySite[0].Coding[0].System, procedure.BodySite[0].Coding[0].Code));
        Assert.Equal(unit, procedure.Id);
        var range = (Hl7.Fhir.Model.Range)resources.OfType<Observation>().Single().Value!;
        Assert.Equal((1.0m, 1.5m, "mm"), (range.Low!.Value, range.High!.Value, range.Low.Code));
        Assert.Equal("http://unitsofmeasure.org", range.Low.System);
        Assert.Equal(visit, resources.OfType<Encounter>().Single().Id);
        Assert.Equal("Ines Calder", resources.OfType<Patient>().Single().Name[0].Text);
    }

    [Fact(
        DisplayName = "Readings go out as a table that Python reads and come in again as they were; a wrong line is named and nothing kept"
    )]
    public async Task Tables()
    {
        var client = practice.CreateClient();
        var (caseId, _, visit) = await CutAsync(client);
        await Note(client, visit, """{ "kind": "note", "text": "=HYPERLINK(\"http://example.org\")" }""");
        var table = await client.GetStringAsync($"/api/cases/{caseId}/readings.csv");
        const string script = "import csv, json, sys; print(json.dumps(list(csv.DictReader(open(sys.argv[1], newline='')))))";
        var rows = await InPythonAsync(script, table);
        Assert.Equal(
            ("36", "groove", "1", "1.5"),
            ((string)rows[0]!["tooth"]!, (string)rows[0]!["zone"]!, (string)rows[0]!["from_mm"]!, (string)rows[0]!["below_mm"]!)
        );
        var record = await InPythonAsync(script, await client.GetStringAsync($"/api/cases/{caseId}/record.csv"));
        Assert.Contains(record.AsArray(), row => ((string)row!["text"]!).StartsWith("'=HYPERLINK", StringComparison.Ordinal));

        var (other, otherUnit, _) = await CutAsync(client, read: false);
        Assert.Equal(1, (int)(await Table(other, table).Json())["added"]!);
        Assert.Equal(
            table.Split("\r\n")[1].Split(',')[..7],
            (await client.GetStringAsync($"/api/cases/{other}/readings.csv")).Split("\r\n")[1].Split(',')[..7]
        );
        foreach (
            var wrong in new[]
            {
                "tooth,zone\r\n36,groove",
                table.Replace("groove", "nowhere"),
                table.Replace("\"36\"", "\"46\""),
                table.Replace("\"1\"", "\"deep\""),
                "",
            }
        )
        {
            Assert.Equal((422, "csv"), await Table(other, wrong).Refused());
            Assert.Single((await client.Get($"/api/units/{otherUnit}"))["readings"]!.AsArray());
        }

        Task<HttpResponseMessage> Table(string id, string text) =>
            client.PostAsync($"/api/cases/{id}/readings.csv", new StringContent(text, Encoding.UTF8, "text/csv"));
    }

    [Fact(
        DisplayName = "The insurer's draft says what was recorded and names what was not; what is signed stands in the record and on paper"
    )]
    public async Task Narrative()
    {
        var client = practice.CreateClient();
        var (caseId, unit, visit) = await CutAsync(client);
        var shown = await client.Get($"/api/units/{unit}");
        var inputs = shown["inputs"]!;
        inputs["findings"] ??= new JsonObject();
        inputs["findings"]!["fillings"] = JsonNode.Parse("""[{ "surface": "occlusal", "ageYears": 11, "share": 0.6 }]""");
        inputs["findings"]!["crackedCusps"] = JsonNode.Parse("""["mesiolingual"]""");
        await client.Put($"/api/units/{unit}/inputs", inputs.ToJsonString(), "\"1\"").Json();
        await Note(client, visit, """{ "kind": "remnants", "found": true, "words": "distal" }""");
        var view = await client.Get($"/api/cases/{caseId}/narrative");
        var draft = ((string)view["draft"]!).Split('\n');
        Assert.Equal("36, lower left first molar: crown, zirconia, monolithic.", draft[0]);
        Assert.Equal("Old filling, occlusal: 11 years old, 60 % of the crown.", draft[1]);
        Assert.Equal("Cracked under the mesiolingual cusp.", draft[2]);
        Assert.StartsWith("Measured after cutting: 1 of ", draft[3]);
        Assert.EndsWith("Remnants searched: found and taken out; distal.", draft[4]);
        Assert.Equal(5, draft.Length);
        Assert.Equal(["No picture was taken."], view["notRecorded"]!.AsArray().Select(line => (string)line!));
        Assert.Equal((422, "not-signed"), await client.GetAsync($"/api/cases/{caseId}/narrative.pdf").Refused());
        var id = Guid.NewGuid();
        for (var sent = 0; sent < 2; sent++)
            view = await client
                .Post($"/api/cases/{caseId}/narrative", $$"""{ "id": "{{id}}", "text": "Old filling lost. Crown." }""")
                .Json();
        Assert.Single(view["signed"]!.AsArray());
        Assert.Contains("Old filling lost. Crown.", Page(await client.GetByteArrayAsync($"/api/cases/{caseId}/narrative.pdf")));
        Assert.Contains("Ines Calder", Page(await client.GetByteArrayAsync($"/api/visits/{visit}/advice.pdf")));
    }

    [Fact(
        DisplayName = "All of one patient: each record entry's digest can be reckoned from it; a bundle read into another practice is the same case"
    )]
    public async Task Archive_and_bundle()
    {
        var client = practice.CreateClient();
        var (caseId, _, _) = await CutAsync(client);
        var patient = (string)(await client.Get($"/api/cases/{caseId}"))["patientId"]!;
        using var archive = new ZipArchive(await client.GetStreamAsync($"/api/patients/{patient}/everything.zip"));
        var names = archive.Entries.Select(entry => entry.FullName).ToArray();
        Assert.Equal(
            ["case.json", "fhir.json", "readings.csv", "record.csv"],
            names.Where(name => name.StartsWith("cases/", StringComparison.Ordinal)).Select(name => name.Split('/')[2]).Order()
        );
        using var reader = new StreamReader(archive.GetEntry("record.json")!.Open());
        var entries = JsonNode.Parse(await reader.ReadToEndAsync())!.AsArray();
        Assert.True(entries.Count > 4);
        foreach (var entry in entries)
            Assert.Equal(
                (string)entry!["digest"]!,
                Convert.ToHexStringLower(
                    System.Security.Cryptography.SHA256.HashData(Encoding.UTF8.GetBytes($"{entry["salt"]}\n{entry["words"]}"))
                )
            );

        await client.Post($"/api/cases/{caseId}/hand-over", $$"""{ "id": "{{Guid.NewGuid()}}" }""").Json();
        var sent = (string)(await client.Get($"/api/cases/{caseId}/hand-over"))["sent"]![0]!["id"]!;
        var bundle = await client.GetByteArrayAsync($"/api/hand-overs/{sent}/bundle.zip");
        using var elsewhere = new Practice();
        var there = elsewhere.CreateClient();
        var imported = await Bundle(bundle).Json();
        var (one, other) = (await client.Get($"/api/cases/{caseId}/file"), await there.Get($"/api/cases/{imported["id"]}/file"));
        Assert.Equal(one["units"]!.ToJsonString(), other["units"]!.ToJsonString());
        Assert.DoesNotContain("Ines", other.ToJsonString());
        Assert.Equal((409, "case-there"), await Bundle(bundle).Refused());
        Assert.Equal((422, "bundle"), await Bundle([1, 2, 3]).Refused());

        Task<HttpResponseMessage> Bundle(byte[] content)
        {
            var body = new ByteArrayContent(content);
            body.Headers.ContentType = new("application/octet-stream");
            return there.PostAsync("/api/cases/bundle", body);
        }
    }

    private static string Page(byte[] pdf)
    {
        using var document = PdfDocument.Open(pdf);
        return string.Join(' ', document.GetPages().SelectMany(page => page.GetWords()).Select(word => word.Text));
    }

    private static async Task<JsonNode> InPythonAsync(string script, string text)
    {
        var file = Path.GetTempFileName();
        try
        {
            await File.WriteAllTextAsync(file, text);
            return JsonNode.Parse(await Programs.Output("python3", "-c", script, file))!;
        }
        finally
        {
            File.Delete(file);
        }
    }

    private static Task<JsonNode> Note(HttpClient client, string visit, string note) =>
        client.Post($"/api/visits/{visit}/entries", $$"""{ "id": "{{Guid.NewGuid()}}", "note": {{note}} }""").Json();

    /// <summary>A tooth of which one step was done with a bur, and one zone read.</summary>
    private static async Task<(string Case, string Unit, string Visit)> CutAsync(HttpClient client, bool read = true)
    {
        var done = await client.Post("/api/quick-line/do", """{ "line": "36 crown zirconia", "patient": "Ines Calder" }""").Json();
        var (caseId, unit) = ((string)done["caseId"]!, (string)done["unitId"]!);
        var visit = (string)
            (await client.Post($"/api/cases/{caseId}/all-visits", """{ "kind": "prepare" }""").Json())["visits"]![0]!["id"]!;
        var steps = (await client.Get($"/api/visits/{visit}/chair"))["steps"]!.AsArray();
        var withBur = (string)steps.First(step => step!["burId"] is not null)!["key"]!;
        await Note(client, visit, $$"""{ "kind": "step", "key": "{{withBur}}", "what": "done" }""");
        if (read)
            await client
                .Post(
                    $"/api/units/{unit}/readings",
                    """{ "zone": "groove", "kind": "index-gap", "gauge": "thickness-gauges", "passed": 1.0, "stopped": 1.5 }"""
                )
                .Json();
        return (caseId, unit, visit);
    }
}

internal static class JsonTrees
{
    /// <summary>Every named value of a tree.</summary>
    public static IEnumerable<(string Name, JsonNode? Value)> Descend(this JsonNode node) =>
        node switch
        {
            JsonObject fields => fields.SelectMany(field =>
                (field.Value is { } below ? below.Descend() : []).Prepend((field.Key, field.Value))
            ),
            JsonArray items => items.OfType<JsonNode>().SelectMany(Descend),
            _ => [],
        };
}

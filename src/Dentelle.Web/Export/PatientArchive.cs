using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Export;

/// <summary>
/// All that is kept of one patient, to be given away: the record with its hashes, cases, readings, FHIR bundles, pictures, scans and
/// what went to the laboratory.
/// </summary>
public sealed class PatientArchive(
    PatientStore patients,
    RecordStore record,
    Dossiers dossiers,
    FhirBundle fhir,
    ScanStore scans,
    HandOverStore handOvers,
    FileStore files,
    TimeProvider clock,
    IOptions<JsonOptions> json
)
{
    public async Task<Answer<string>> WriteAsync(Guid patientId, Stream to, CancellationToken stop)
    {
        if (await patients.PatientAsync(patientId, stop) is not { } patient)
            return Problems.Missing("patient");
        await using var archive = await ZipArchive.CreateAsync(to, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8, stop);
        await TextAsync("patient.json", Json(patient));
        // With salt and digests: whoever has it can reckon the chain's hashes anew (docs/record.md).
        await TextAsync("record.json", Json(await record.OfPatientAsync(patientId, stop)));
        foreach (var id in await patients.CasesAsync(patientId, stop))
        {
            if (!(await dossiers.OfAsync(id, stop)).Is(out var dossier, out var problem))
                return problem;
            var folder = $"cases/{dossier.Number}";
            await TextAsync($"{folder}/case.json", Json(CaseFiles.Write(dossier.Case)));
            await TextAsync($"{folder}/record.csv", dossiers.RecordCsv(dossier));
            await TextAsync($"{folder}/readings.csv", ReadingTable.Write(dossier.Case));
            await TextAsync(
                $"{folder}/fhir.json",
                (await fhir.OfAsync(dossier, clock.GetUtcNow().UtcDateTime, stop)).ToJsonString(json.Value.SerializerOptions)
            );
            foreach (var picture in dossier.Notes.Select(note => note.Note).OfType<PictureNote>().DistinctBy(note => note.Sha256))
                await FileAsync($"pictures/{picture.Sha256}", picture.Sha256);
            var sets = await scans.OfCaseAsync(id, stop);
            foreach (var file in (await scans.FilesAsync([.. sets.SelectMany(set => set.Files).Distinct()], stop)).Values)
                await FileAsync($"{folder}/scans/{file.Sha256[..8]}-{Path.GetFileName(file.Name)}", file.Sha256);
            foreach (var sent in await handOvers.OfCaseAsync(id, stop))
                await FileAsync($"{folder}/laboratory/{sent.At:yyyy-MM-dd}-{sent.Sha256[..8]}.zip", sent.Sha256);
        }
        return patient.Chart;

        async Task TextAsync(string path, string text)
        {
            await using var entry = await archive.CreateEntry(path, CompressionLevel.Fastest).OpenAsync(stop);
            await entry.WriteAsync(Encoding.UTF8.GetBytes(text), stop);
        }

        async Task FileAsync(string path, string sha256)
        {
            if (!files.Has(sha256))
                return;
            await using var entry = await archive.CreateEntry(path, CompressionLevel.Fastest).OpenAsync(stop);
            await using var from = files.Open(sha256);
            await from.CopyToAsync(entry, stop);
        }
    }

    private string Json<T>(T value) => JsonSerializer.Serialize(value, json.Value.SerializerOptions);
}

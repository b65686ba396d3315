using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Scans;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Laboratory;

/// <summary>Takes in a bundle that this program wrote, here or elsewhere: the case with its readings, and its scans.</summary>
public sealed class BundleImport(
    CaseFiles cases,
    CaseStore store,
    ScanIntake intake,
    ScanStore scans,
    PracticeFiles practice,
    IOptions<JsonOptions> json
)
{
    /// <summary>What the case's own file is called within a bundle.</summary>
    public const string CaseName = "dentelle-case.json";

    public async Task<Answer<ImportedCase>> ReadAsync(Stream bundle, string? ifThere, string by, CancellationToken stop)
    {
        // A ZIP is read from its end.
        await using var whole = TemporaryFiles.Open(practice.Data, "import");
        await bundle.CopyToAsync(whole, stop);
        whole.Position = 0;
        if (!HandOverBundle.Open(whole).Is(out var opened, out var problem))
            return problem;
        using var parts = opened;
        if (!CaseOf(parts).Is(out var file, out problem))
            return problem;
        // Reading scans takes a while: nobody else's saving waits for it.
        var sets = new List<ScanSetRow>();
        foreach (var set in parts.Document.Files.Where(part => part.Kind == HandOverFileKind.Scan).GroupBy(SetOf))
        {
            if (!(await TakenAsync(parts, [.. set], by, stop)).Is(out var row, out problem))
                return problem;
            sets.Add(row);
        }
        await using var all = await store.BeginAsync(stop);
        if (!(await cases.ReadAsync(file, ifThere, by, stop)).Is(out var imported, out problem))
            return problem;
        // One that was skipped has its scans.
        if (imported.FirstUnit is not null)
        {
            foreach (var set in sets)
            {
                set.CaseId = imported.Id;
                if ((await scans.AddAsync(set, practice.ScanSetsOfCase, stop)).Problem is { } wrong)
                    return wrong;
            }
        }
        await all.CommitAsync(stop);
        return imported;
    }

    private Answer<CaseFile> CaseOf(HandOverBundle parts)
    {
        if (parts.Document.Files.All(part => part.Path != CaseName))
            return new Problem("bundle", "This bundle holds no case of this program's own: it can be looked at, not taken in.");
        try
        {
            using var content = parts.OpenPart(CaseName);
            return JsonSerializer.Deserialize<CaseFile>(content, json.Value.SerializerOptions)
                ?? (Answer<CaseFile>)new Problem("bundle", $"{CaseName} is empty.");
        }
        catch (JsonException)
        {
            return new Problem("bundle", $"{CaseName} is no case file.");
        }
    }

    private async Task<Answer<ScanSetRow>> TakenAsync(
        HandOverBundle parts,
        IReadOnlyList<HandOverFile> set,
        string by,
        CancellationToken stop
    )
    {
        var taken = new Dictionary<string, string>();
        foreach (var part in set)
        {
            await using var content = parts.OpenPart(part.Path);
            if (!(await intake.TakeAsync(content, Path.GetFileName(part.Path), stop)).Is(out var file, out var problem))
                return problem;
            taken[StandInFiles.Named(Path.GetFileName(part.Path)).Part ?? ""] = file.Sha256;
        }
        if (!taken.TryGetValue("before", out var before) || !taken.TryGetValue("after", out var after))
            return new Problem("bundle", "A scan of the bundle has no other to be held against.");
        return new ScanSetRow
        {
            Id = Guid.CreateVersion7(),
            Teeth = set[0].Tooth ?? "",
            Before = before,
            After = after,
            Antagonist = taken.GetValueOrDefault("antagonist"),
            By = by,
        };
    }

    private static string SetOf(HandOverFile part) => StandInFiles.Named(Path.GetFileName(part.Path)).Set;
}

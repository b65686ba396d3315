using System.Text.Json;
using Dentelle.Core.Recording;
using Dentelle.Data;

namespace Dentelle.Cli;

/// <summary>Looks over a practice's record, also while it is at work.</summary>
internal static class RecordCommand
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <returns>What was found; a problem when the record is not whole, so that a script may rely on it.</returns>
    public static Answer<string> Verify(string[] args)
    {
        if (
            !CommandOptions
                .Parse(args, new Dictionary<string, string> { ["--data"] = "DIR" }, ["--json"])
                .Is(out var options, out var problem)
        )
            return problem;
        var folder = options.Value("--data") ?? "data";
        var file = Path.Combine(folder, DatabaseFile.FileName);
        if (!File.Exists(file))
            return new Problem("no-practice", $"There is no practice in {Path.GetFullPath(folder)}.");
        try
        {
            using var db = DatabaseFile.Open(file);
            var anchor = RecordAnchor.Read(Path.Combine(folder, RecordAnchor.FileName));
            var check = new RecordStore(db, TimeProvider.System).Check(anchor, CancellationToken.None);
            if (check.Faults.Count > 0)
                return new Problem("record-broken", $"The record is not whole. {string.Join(' ', check.Faults)}");
            return options.Has("--json") ? JsonSerializer.Serialize(check, Json) : Words(check, anchor);
        }
        catch (Exception failed) when (StoreFaults.Of(failed) is { } fault)
        {
            return fault;
        }
    }

    private static string Words(RecordCheck check, (long Number, string Hash)? anchor) =>
        $"The record is whole: {check.Entries} entries"
        + (check.Erased > 0 ? $", {check.Erased} of them erased by law" : "")
        + (anchor is { } signed ? $", signed up to {signed.Number}" : ", none signed yet")
        + $".\nThe last hash is {check.Head}.";
}

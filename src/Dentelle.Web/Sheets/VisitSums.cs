using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Geometry.Meshes;
using Dentelle.Web.Logging;

namespace Dentelle.Web.Sheets;

/// <summary>
/// What a day's tray and the drawer ask of a visit's run sheet: how long it takes, which burs it wears, what is laid out.
/// </summary>
/// <param name="Burs">How many teeth each bur cuts.</param>
public sealed record VisitSum(
    double Minutes,
    double FreeMinutes,
    int BurChanges,
    IReadOnlyDictionary<string, int> Burs,
    IReadOnlyList<MissingBur> Missing,
    IReadOnlyList<TrayWant> Wanted
)
{
    public static VisitSum Of(CaseRow row, RunSheet sheet, CaseSheets sheets) =>
        new(
            Math.Ceiling(sheet.Minutes),
            Math.Round(sheet.Free.Sum(free => free.End - free.Start)),
            sheet.BurChanges,
            sheet.Burs,
            RunSheetDocument.From(sheet).Missing,
            TrayList.Wanted(CaseSheets.NameOf(row), sheet, sheets.ProtocolOf(row))
        );
}

/// <summary>Sums of visits as far as they are reckoned.</summary>
/// <param name="Sums">Cases whose sheet can't be made are left out.</param>
/// <param name="Counting">How many are still being reckoned.</param>
public sealed record KnownSums(IReadOnlyList<(CaseRow Row, VisitSum Sum)> Sums, int Counting);

/// <summary>
/// Sums of many visits. Those reckoned before are kept, over a restart too, by all they follow from; of the others as many as
/// a moment allows, the rest in the background: a screen never waits for a week of run sheets.
/// </summary>
public sealed class VisitSums(CaseSheets sheets, SumStore store, SumsAhead ahead, TimeProvider clock, ILogger<VisitSums> log)
{
    /// <summary>For so long a screen may wait.</summary>
    private static readonly TimeSpan Moment = TimeSpan.FromMilliseconds(60);

    /// <summary>So many are saved together.</summary>
    private const int Batch = 16;

    /// <summary>Another program may reckon otherwise.</summary>
    private static readonly string ThisProgram = string.Join(
        ' ',
        new[] { typeof(Mesh), typeof(RunSheet), typeof(VisitSums) }.Select(type => type.Module.ModuleVersionId)
    );

    /// <param name="whole">Whether all are waited for, as on paper.</param>
    public async Task<KnownSums> OfAsync(IReadOnlyList<CaseRow> rows, Workbench bench, bool whole, CancellationToken stop)
    {
        var keys = rows.Select(row => sheets.KeyOf(row, bench) is { } key ? Digest(row, key) : null).ToArray();
        var asked = keys.OfType<string>().Where(key => !ahead.Find(key, out _)).Distinct().ToArray();
        foreach (var (key, text) in await store.FindAsync(asked, stop))
        {
            if (Read(text) is { } kept)
                ahead.Know(key, kept);
        }
        var began = clock.GetTimestamp();
        var (sums, made, counting) = (new List<(CaseRow, VisitSum)>(), new Dictionary<string, string>(), 0);
        foreach (var (row, key) in rows.Zip(keys))
        {
            if (key is null)
                continue;
            if (!ahead.Find(key, out var sum))
            {
                if (!whole && clock.GetElapsedTime(began) > Moment)
                {
                    counting++;
                    continue;
                }
                sum = sheets.Of(row, bench).Is(out var sheet, out _) ? VisitSum.Of(row, sheet, sheets) : null;
                ahead.Know(key, sum);
                if (sum is not null)
                    made[key] = JsonSerializer.Serialize(sum);
                if (made.Count == Batch)
                    await KeepAsync(made, stop);
            }
            if (sum is not null)
                sums.Add((row, sum));
        }
        await KeepAsync(made, stop);
        if (counting > 0)
            ahead.Wake();
        return new KnownSums(sums, counting);
    }

    /// <summary>A screen does not fail because what it shows can't be kept: it is reckoned again.</summary>
    private async Task KeepAsync(Dictionary<string, string> made, CancellationToken stop)
    {
        try
        {
            await store.KeepAsync(made, stop);
        }
        catch (Exception failed) when (StoreFaults.Of(failed) is not null)
        {
            log.SumsNotKept(failed);
        }
        made.Clear();
    }

    /// <summary>Null where it is none that this program wrote.</summary>
    private static VisitSum? Read(string text)
    {
        try
        {
            return JsonSerializer.Deserialize<VisitSum>(text);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private string Digest(CaseRow row, string key) => TextDigest.Of($"{ThisProgram}\n{sheets.Files}\n{CaseSheets.NameOf(row)}\n{key}");
}

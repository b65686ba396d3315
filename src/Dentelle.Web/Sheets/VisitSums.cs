using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Data;

namespace Dentelle.Web.Sheets;

/// <summary>What a day's tray and the drawer ask of a visit's run sheet: how long it takes, which burs it wears, what is laid out.</summary>
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
public sealed class VisitSums(CaseSheets sheets, SumStore store, SumsAhead ahead, TimeProvider clock)
{
    /// <summary>For so long a screen may wait.</summary>
    private static readonly TimeSpan Moment = TimeSpan.FromMilliseconds(60);

    /// <summary>So many are saved together.</summary>
    private const int Batch = 16;

    /// <summary>Another program may reckon otherwise.</summary>
    private static readonly string ThisProgram = $"{typeof(RunSheet).Module.ModuleVersionId} {typeof(VisitSums).Module.ModuleVersionId}";

    /// <param name="whole">Whether all are waited for, as on paper.</param>
    public async Task<KnownSums> OfAsync(IReadOnlyList<CaseRow> rows, Workbench bench, bool whole, CancellationToken stop)
    {
        var keys = rows.Select(row => sheets.KeyOf(row, bench) is { } key ? Digest(row, key) : null).ToArray();
        var asked = keys.OfType<string>().Where(key => !ahead.Knows(key)).Distinct().ToArray();
        foreach (var (key, text) in await store.FindAsync(asked, stop))
            ahead.Know(key, JsonSerializer.Deserialize<VisitSum>(text));
        var began = clock.GetTimestamp();
        var (sums, made, counting) = (new List<(CaseRow, VisitSum)>(), new Dictionary<string, string>(), 0);
        foreach (var (row, key) in rows.Zip(keys))
        {
            if (key is null)
                continue;
            if (!ahead.Knows(key))
            {
                if (!whole && clock.GetElapsedTime(began) > Moment)
                {
                    counting++;
                    continue;
                }
                var sum = sheets.Of(row, bench).Is(out var sheet, out _) ? VisitSum.Of(row, sheet, sheets) : null;
                ahead.Know(key, sum);
                if (sum is not null)
                    made[key] = JsonSerializer.Serialize(sum);
                if (made.Count == Batch)
                    await KeepAsync(made, stop);
            }
            if (ahead.Sum(key) is { } known)
                sums.Add((row, known));
        }
        await KeepAsync(made, stop);
        if (counting > 0)
            ahead.Wake();
        return new KnownSums(sums, counting);
    }

    private async Task KeepAsync(Dictionary<string, string> made, CancellationToken stop)
    {
        await store.KeepAsync(made, stop);
        made.Clear();
    }

    private static string Digest(CaseRow row, string key) =>
        Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes($"{ThisProgram}\n{CaseSheets.NameOf(row)}\n{key}")));
}

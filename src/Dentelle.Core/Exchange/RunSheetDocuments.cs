using Dentelle.Core.Sequencing;

namespace Dentelle.Core.Exchange;

/// <summary>
/// A run sheet as files, command line and API tell it.
/// Lengths in millimetres, angles in degrees, times in minutes from the begin.
/// </summary>
public sealed record RunSheetDocument(
    IReadOnlyList<ToothSchool> Schools,
    IReadOnlyList<StepDocument> Steps,
    SheetTotals Totals,
    IReadOnlyList<FreeDocument> Free,
    IReadOnlyList<MissingBur> Missing
)
{
    public static RunSheetDocument From(RunSheet sheet)
    {
        var names = sheet.Steps.ToDictionary(timed => timed.Step.Key, timed => timed.Step.Name);
        return new(
            [.. sheet.Visit.Schools.Select(entry => new ToothSchool(entry.Key.Iso, entry.Value.School, entry.Value.Name))],
            [.. Told(sheet)],
            new()
            {
                BurChanges = sheet.BurChanges,
                ViewChanges = sheet.ViewChanges,
                Minutes = Math.Round(sheet.Minutes, 1),
                LeastMinutes = Math.Round(sheet.LeastMinutes, 1),
                LowerBound = sheet.LowerBound,
                Proven = sheet.Proven,
                ToothByToothBurChanges = sheet.ToothByTooth?.BurChanges,
                ToothByToothViewChanges = sheet.ToothByTooth?.ViewChanges,
            },
            [.. sheet.Free.Select(free => new FreeDocument(free.Start, free.End, names[free.After]))],
            [
                .. sheet
                    .Steps.Select(timed => timed.Step)
                    .Where(step => step.Bur?.Missing is not null)
                    .GroupBy(step => (step.Bur!.Missing, step.Bur.Instead))
                    .Select(group => new MissingBur(
                        group.Key.Missing!,
                        group.Key.Instead ?? "",
                        [.. group.Select(step => step.Name).Distinct()]
                    )),
            ]
        );
    }

    private static IEnumerable<StepDocument> Told(RunSheet sheet)
    {
        string? hand = null;
        foreach (var timed in sheet.Steps)
        {
            var takesUp = timed.Step.InHand is { } tool && tool != hand;
            hand = timed.Step.InHand ?? hand;
            yield return StepDocument.From(timed, takesUp);
        }
    }
}

public sealed record ToothSchool(string Tooth, CuttingSchool School, string Name);

public sealed record SheetTotals
{
    public required int BurChanges { get; init; }

    public required int ViewChanges { get; init; }

    public required double Minutes { get; init; }

    /// <summary>No order with as few changes as the best one ends sooner.</summary>
    public required double LeastMinutes { get; init; }

    /// <summary>No order has fewer bur changes.</summary>
    public required int LowerBound { get; init; }

    /// <summary>Whether none has fewer, nor with as many fewer changes of place.</summary>
    public required bool Proven { get; init; }

    /// <summary>When one tooth is finished after the other; absent for a single tooth.</summary>
    public int? ToothByToothBurChanges { get; init; }

    public int? ToothByToothViewChanges { get; init; }
}

public sealed record FreeDocument(double From, double To, string After);

/// <param name="Wanted">What the drawer lacks, in generic words.</param>
/// <param name="For">Names of the steps it is for.</param>
public sealed record MissingBur(string Wanted, string Instead, IReadOnlyList<string> For);

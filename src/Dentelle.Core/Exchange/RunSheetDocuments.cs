using System.Text.Json.Serialization;
using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Exchange;

/// <summary>
/// A run sheet as files, command line and API tell it. Lengths in millimetres, angles in degrees, times in minutes from the
/// begin.
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
            new(
                sheet.BurChanges,
                sheet.ViewChanges,
                Math.Round(sheet.Minutes, 1),
                Math.Round(sheet.LeastMinutes, 1),
                sheet.LowerBound,
                sheet.Proven,
                sheet.ToothByTooth?.BurChanges,
                sheet.ToothByTooth?.ViewChanges
            ),
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

/// <param name="LeastMinutes">No order with as few changes as the best one ends sooner.</param>
/// <param name="LowerBound">No order has fewer bur changes.</param>
/// <param name="Proven">Whether none has fewer, nor with as many fewer changes of place.</param>
/// <param name="ToothByToothBurChanges">When one tooth is finished after the other; absent for a single tooth.</param>
public sealed record SheetTotals(
    int BurChanges,
    int ViewChanges,
    double Minutes,
    double LeastMinutes,
    int LowerBound,
    bool Proven,
    int? ToothByToothBurChanges,
    int? ToothByToothViewChanges
);

public sealed record FreeDocument(double From, double To, string After);

/// <param name="Wanted">What the drawer lacks, in generic words.</param>
/// <param name="For">Names of the steps it is for.</param>
public sealed record MissingBur(string Wanted, string Instead, IReadOnlyList<string> For);

/// <param name="Bur">ISO 6360 number; null where the number of its shape is not known, or no bur is used.</param>
/// <param name="Mark">To which mark of the bur the deepest of it is sunk.</param>
/// <param name="TakesUp">Whether another bur or rotary tool is taken in hand for it.</param>
public sealed record StepDocument(
    int Order,
    string Key,
    string Code,
    StepPhase Phase,
    string Name,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] string? Tooth,
    string? Part,
    IReadOnlyList<string> Zones,
    IReadOnlyList<Segment> Segments,
    IReadOnlyList<CutDocument> Cuts,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] string? Bur,
    string? BurId,
    string? BurName,
    string? BurWhy,
    string? Mark,
    string? RunnerUp,
    string? Missing,
    string? Instead,
    string? Tool,
    bool TakesUp,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] double? SinkMm,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] double? RemainingMm,
    double? LipMm,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.Never)] double? TiltDeg,
    string? Stroke,
    string? Hint,
    StepSpeed Speed,
    bool Water,
    StepView? View,
    string? Assistant,
    string? Check,
    string? Gauge,
    double Start,
    double Minutes,
    bool Learned,
    double? WaitMinutes,
    IReadOnlyList<string> Cautions
)
{
    public static StepDocument From(TimedStep timed, bool takesUp)
    {
        var (step, entry, bur) = (timed.Step, timed.Step.Entry, timed.Step.Bur?.Chosen);
        return new(
            timed.Order,
            step.Key,
            entry.As ?? step.Code,
            entry.Phase,
            step.Name,
            step.Tooth?.Iso,
            step.Part?.Name,
            [.. step.Cuts.Select(cut => cut.Zone.Name)],
            step.Segments,
            [
                .. step.Cuts.Select(cut => new CutDocument(
                    cut.Zone.Name,
                    cut.Sink?.Rounded,
                    Math.Round(cut.Removes.Value * cut.Share, 5),
                    cut.Remaining.Rounded,
                    cut.Mark
                )),
            ],
            bur?.Code,
            bur?.Id,
            bur?.Name,
            step.Bur?.Why,
            step.Bur?.Mark,
            step.Bur?.RunnerUp?.Name,
            step.Bur?.Missing,
            step.Bur?.Instead,
            step.Tool,
            takesUp,
            step.Sink?.Rounded,
            step.Remaining?.Rounded,
            step.LipMm > Mm.Zero ? step.LipMm.Rounded : null,
            step.TiltDeg,
            entry.Stroke,
            step.Hint,
            entry.Speed,
            entry.Speed != StepSpeed.None && !step.Dry,
            step.View,
            step.View?.Assistant ?? entry.Assistant,
            entry.Check,
            entry.Gauge,
            timed.Start,
            timed.Minutes,
            timed.Learned,
            step.WaitMinutes,
            step.Cautions
        );
    }
}

/// <param name="RemovesMm">What the zone loses by this step, averaged over the zone; marks between which it stays remove nothing.</param>
public sealed record CutDocument(string Zone, double? SinkMm, double RemovesMm, double RemainingMm, string? Mark);

/// <summary>A bur's number decoded, and what can be worked out with such a bur.</summary>
public sealed record BurDocument(
    string Code,
    string Words,
    BurMaterial Material,
    string Shank,
    double ShankMm,
    BurFamily? Family,
    string ShapeGroup,
    Grit? Grit,
    double SizeMm,
    IReadOnlyList<BurSum> Sums,
    string Remark
)
{
    private const string FromMemory =
        "Numbers of shape groups and cuts are recalled from memory; a nominal size says nothing about tip and length.";

    public static BurDocument From(IsoCode code, RunSheetTable table, Drawer drawer)
    {
        var family = table.Shapes.Of(code.Shape);
        // The drawer knows tip and length of such a bur; of a ball the size says all.
        var known = drawer.Burs.FirstOrDefault(bur => bur.Code == code.ToString())
            ?? (
                family == BurFamily.Round
                    ? new Bur(
                        "",
                        BurFamily.Round,
                        code.Material,
                        code.Grit ?? Burs.Grit.Medium,
                        code.Size.Value,
                        code.Size.Value,
                        code.Size.Value,
                        code.Shank.Group
                    )
                    : null
            );
        return new(
            code.ToString(),
            code.Words(table.Shapes),
            code.Material,
            code.Shank.Words,
            code.Shank.DiameterMm,
            family,
            code.Shape,
            code.Grit,
            code.Size.Rounded,
            known is null ? [] : SumsOf(known),
            FromMemory
        );
    }

    public static IReadOnlyList<BurSum> SumsOf(Bur bur)
    {
        var profile = BurProfile.Of(bur);
        // A stop holds the bur up on the surface; every other depth is seen on the bur itself, that far from its tip.
        var sums = BurSums
            .Marks(bur)
            .Select(mark => new BurSum("depth", mark.Words, mark.Depth.Rounded, "mm", bur.GuideMm is null ? mark.Depth.Value : null))
            .ToList();
        if (bur.Family.HasRoundedTip())
            sums.Add(new("lip-limit", "deepest finish line without a lip", BurSums.LipLimit(bur).Rounded, "mm"));
        if (bur.Family.CutsWalls())
        {
            sums.Add(new("half-angle", "inclination of its side", Math.Round(profile.HalfAngleDeg, 2), "deg"));
            foreach (var (share, words) in Heights)
                sums.Add(
                    new(
                        "diameter",
                        $"diameter {words}",
                        Math.Round(profile.DiameterAt(bur.LengthMm * share), 2),
                        "mm",
                        Math.Round(bur.LengthMm * share, 2)
                    )
                );
        }
        return sums;
    }

    private static readonly (double Share, string Words)[] Heights =
    [
        (1.0 / 3, "a third of the way up"),
        (2.0 / 3, "two thirds of the way up"),
        (1, "at its base"),
    ];
}

/// <param name="Kind">"depth", "lip-limit", "half-angle", "diameter".</param>
/// <param name="AtMm">How far from the tip it is read on the bur; null where it has no place.</param>
public sealed record BurSum(string Kind, string Words, double Value, string Unit, double? AtMm = null);

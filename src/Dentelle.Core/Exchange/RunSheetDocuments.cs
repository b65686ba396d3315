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

public sealed record StepDocument
{
    public required int Order { get; init; }

    public required string Key { get; init; }

    public required string Code { get; init; }

    public required StepPhase Phase { get; init; }

    public required string Name { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public string? Tooth { get; init; }

    public string? Part { get; init; }

    public required IReadOnlyList<string> Zones { get; init; }

    public required IReadOnlyList<Segment> Segments { get; init; }

    public required IReadOnlyList<CutDocument> Cuts { get; init; }

    /// <summary>ISO 6360 number; null where the number of its shape is not known, or no bur is used.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public string? Bur { get; init; }

    public string? BurId { get; init; }

    public string? BurName { get; init; }

    public string? BurWhy { get; init; }

    /// <summary>To which mark of the bur the deepest of it is sunk.</summary>
    public string? Mark { get; init; }

    public string? RunnerUp { get; init; }

    public string? Missing { get; init; }

    public string? Instead { get; init; }

    public string? Tool { get; init; }

    /// <summary>Whether another bur or rotary tool is taken in hand for it.</summary>
    public required bool TakesUp { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public double? SinkMm { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public double? RemainingMm { get; init; }

    public double? LipMm { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public double? TiltDeg { get; init; }

    public string? Stroke { get; init; }

    public string? Hint { get; init; }

    public required StepSpeed Speed { get; init; }

    public required bool Water { get; init; }

    public StepView? View { get; init; }

    public string? Assistant { get; init; }

    public string? Check { get; init; }

    public string? Gauge { get; init; }

    public required double Start { get; init; }

    public required double Minutes { get; init; }

    public required bool Learned { get; init; }

    public double? WaitMinutes { get; init; }

    public required IReadOnlyList<string> Cautions { get; init; }

    public static StepDocument From(TimedStep timed, bool takesUp)
    {
        var (step, entry, bur) = (timed.Step, timed.Step.Entry, timed.Step.Bur?.Chosen);
        return new()
        {
            Order = timed.Order,
            Key = step.Key,
            Code = entry.As ?? step.Code,
            Phase = entry.Phase,
            Name = step.Name,
            Tooth = step.Tooth?.Iso,
            Part = step.Part?.Name,
            Zones = [.. step.Cuts.Select(cut => cut.Zone.Name)],
            Segments = step.Segments,
            Cuts =
            [
                .. step.Cuts.Select(cut => new CutDocument(
                    cut.Zone.Name,
                    cut.Sink?.Rounded,
                    Math.Round(cut.Removes.Value * cut.Share, 5),
                    cut.Remaining.Rounded,
                    cut.Mark
                )),
            ],
            Bur = bur?.Code,
            BurId = bur?.Id,
            BurName = bur?.Name,
            BurWhy = step.Bur?.Why,
            Mark = step.Bur?.Mark,
            RunnerUp = step.Bur?.RunnerUp?.Name,
            Missing = step.Bur?.Missing,
            Instead = step.Bur?.Instead,
            Tool = step.Tool,
            TakesUp = takesUp,
            SinkMm = step.Sink?.Rounded,
            RemainingMm = step.Remaining?.Rounded,
            LipMm = step.LipMm > Mm.Zero ? step.LipMm.Rounded : null,
            TiltDeg = step.TiltDeg,
            Stroke = entry.Stroke,
            Hint = step.Hint,
            Speed = entry.Speed,
            Water = entry.Speed != StepSpeed.None && !step.Dry,
            View = step.View,
            Assistant = step.View?.Assistant ?? entry.Assistant,
            Check = entry.Check,
            Gauge = entry.Gauge,
            Start = timed.Start,
            Minutes = timed.Minutes,
            Learned = timed.Learned,
            WaitMinutes = step.WaitMinutes,
            Cautions = step.Cautions,
        };
    }
}

/// <param name="RemovesMm">What the zone loses by this step, averaged over the zone; marks between which it stays remove nothing.</param>
public sealed record CutDocument(string Zone, double? SinkMm, double RemovesMm, double RemainingMm, string? Mark);

/// <summary>A bur's number decoded, and what can be worked out with such a bur.</summary>
public sealed record BurDocument
{
    public required string Code { get; init; }

    public required string Words { get; init; }

    public required BurMaterial Material { get; init; }

    public required string Shank { get; init; }

    public required double ShankMm { get; init; }

    public BurFamily? Family { get; init; }

    public required string ShapeGroup { get; init; }

    public Grit? Grit { get; init; }

    public required double SizeMm { get; init; }

    public required IReadOnlyList<BurSum> Sums { get; init; }

    public required string Remark { get; init; }

    private const string FromMemory =
        "Numbers of shape groups and cuts are recalled from memory; a nominal size says nothing about tip and length.";

    public static BurDocument From(IsoCode code, RunSheetTable table, Drawer drawer)
    {
        var family = table.Shapes.Of(code.Shape);
        // The drawer knows tip and length of such a bur; of a ball the size says all.
        var known = drawer.Burs.FirstOrDefault(bur => bur.Code == code.ToString())
            ?? (
                family == BurFamily.Round
                    ? new Bur
                    {
                        Id = "",
                        Family = BurFamily.Round,
                        Material = code.Material,
                        Grit = code.Grit ?? Burs.Grit.Medium,
                        TipMm = code.Size.Value,
                        LargestMm = code.Size.Value,
                        LengthMm = code.Size.Value,
                        Shank = code.Shank.Group,
                    }
                    : null
            );
        return new()
        {
            Code = code.ToString(),
            Words = code.Words(table.Shapes),
            Material = code.Material,
            Shank = code.Shank.Words,
            ShankMm = code.Shank.DiameterMm,
            Family = family,
            ShapeGroup = code.Shape,
            Grit = code.Grit,
            SizeMm = code.Size.Rounded,
            Sums = known is null ? [] : SumsOf(known),
            Remark = FromMemory,
        };
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

using System.Text.Json.Serialization;

namespace Dentelle.Core.Protocols;

/// <summary>
/// The numbers and habits that plans are made from, as read from a protocol file. What is cut, how deep, how wide
/// and at what angle, and from where on a caution is raised, stands here with its source and standing and not in the code.
/// Lengths in millimetres, angles in degrees.
/// </summary>
public sealed record Protocol
{
    public required string Id { get; init; }

    public required int Version { get; init; }

    public required string Name { get; init; }

    public required ProtocolDefaults Defaults { get; init; }

    public required IReadOnlyList<RestorationEntry> Restorations { get; init; }

    public required IReadOnlyList<Disagreement> Disagreements { get; init; }

    public required Sourced<double> EqualOcclusalMm { get; init; }

    public required IReadOnlyList<DepthInstead> Exceptions { get; init; }

    public required IReadOnlyList<DepthCap> Caps { get; init; }

    public required IReadOnlyList<ConvergenceTarget> Convergence { get; init; }

    public required VeneerHabits Veneers { get; init; }

    public required IReadOnlyList<CavityHabits> Intracoronal { get; init; }

    public required CuspCover CuspCover { get; init; }

    public required GumFigures Gums { get; init; }

    public required BridgeFigures Bridges { get; init; }

    public required ResistanceLimits Resistance { get; init; }

    public required FeatureFigures Features { get; init; }

    public required MillingHabits Milling { get; init; }

    public required DentineLimits Dentine { get; init; }

    public required WallLimits Walls { get; init; }

    public required ShapeHabits Shape { get; init; }

    public required CautionLimits Cautions { get; init; }

    public required InspectionLimits Inspection { get; init; }

    public required Articulator Articulator { get; init; }

    public required Plausible Plausible { get; init; }

    public required IReadOnlyList<Gauge> Gauges { get; init; }

    public required IReadOnlyList<BurInHand> BursInHand { get; init; }

    public required Estimates Estimates { get; init; }

    public Mm Tolerance => new(Defaults.ToleranceMm.Value);

    /// <summary>Whether the practice takes this side in a question the trade disagrees on.</summary>
    public bool Takes(string question, string side) =>
        Questions.Have(question, side)
            ? Disagreements.FirstOrDefault(entry => entry.Id == question)?.Chosen == side
            : throw new ArgumentException($"There is no side {side} of a question {question}.", nameof(side));
}

/// <summary>A value with its source and how far to trust it.</summary>
public sealed record Sourced<T>(T Value, string Source, Standing Standing, string? Text = null);

public static class SourcedLengths
{
    /// <summary>The length with its own text as the reason, or these words where it has none.</summary>
    public static Reasoned<Mm> Reasoned(this Sourced<double> length, string words) =>
        Words.Reasoned.From(new Mm(length.Value), new Reason(length.Text ?? words, length.Value, length.Source, length.Standing));
}

/// <summary>Everything a protocol says of one kind of restoration in some materials.</summary>
public sealed record RestorationEntry
{
    public required Restoration Restoration { get; init; }

    public required IReadOnlyList<Material> Materials { get; init; }

    public required string Name { get; init; }

    public required MaterialClass Class { get; init; }

    public required IReadOnlyList<JawEnd> For { get; init; }

    public required IReadOnlyList<DepthEntry> Depths { get; init; }

    public required IReadOnlyList<MarginEntry> Margin { get; init; }

    public string? Note { get; init; }

    public bool Suits(ToothCode tooth) => For.Any(end => end.Includes(tooth));

    /// <summary>The problem when this protocol has no numbers for the material on such a tooth; null when it has.</summary>
    public Problem? Misfit(ToothCode tooth) =>
        Suits(tooth)
            ? null
            : new Problem(
                "material-not-here",
                $"{Name} has numbers for {string.Join(" and ", For.Select(Kebab.Of))} teeth only, and this is the {tooth.Name}."
            );

    /// <summary>Whether some of its depths depend on which surfaces get ceramic.</summary>
    [JsonIgnore]
    public bool HasCoverage => Depths.Any(entry => entry.In is not null);

    /// <summary>What it needs in a zone; a facial groove's material is as thick as that of the surface beside it.</summary>
    public DepthEntry? Depth(ZoneKind zone, Surface surface)
    {
        var like = zone == ZoneKind.FacialGroove ? ZoneKind.FacialOcclusalHalf : zone;
        return Depths.FirstOrDefault(entry => entry.Zones.Contains(like) && (entry.In is null || entry.In == surface));
    }
}

/// <summary>Thickness of the restoration in some zones; a missing target is the middle of the range.</summary>
public sealed record DepthEntry(
    IReadOnlyList<ZoneKind> Zones,
    string Source,
    Standing Standing,
    Surface? In = null,
    double? TargetMm = null,
    double? LeastMm = null,
    double? MostMm = null
)
{
    public MmRange Range(Mm tolerance) => Ranges.From(TargetMm, LeastMm, MostMm, tolerance);
}

/// <summary>A margin design and its width, all round or on one side.</summary>
public sealed record MarginEntry
{
    public required MarginSide Segments { get; init; }

    public required MarginDesign Design { get; init; }

    public required string Source { get; init; }

    public required Standing Standing { get; init; }

    public double? WidthMm { get; init; }

    public double? LeastWidthMm { get; init; }

    public double? MostWidthMm { get; init; }

    public IReadOnlyList<MarginAlternative>? Alternatives { get; init; }

    /// <summary>Why it is done so, where that is no matter of course.</summary>
    public string? Text { get; init; }

    public MmRange Width(Mm tolerance) => Ranges.From(WidthMm, LeastWidthMm, MostWidthMm, tolerance);

    /// <summary>The entry with another design, where this material offers it; null where it does not.</summary>
    public MarginEntry? With(MarginDesign design) =>
        design == Design ? this
        : Alternatives?.FirstOrDefault(other => other.Design == design) is { } other
            ? this with
            {
                Design = design,
                WidthMm = other.WidthMm,
                LeastWidthMm = other.LeastWidthMm,
                MostWidthMm = other.MostWidthMm,
                Source = other.Source,
                Standing = other.Standing,
                Text = other.Text,
            }
        : null;
}

public sealed record MarginAlternative(
    MarginDesign Design,
    string Source,
    Standing Standing,
    double? WidthMm = null,
    double? LeastWidthMm = null,
    double? MostWidthMm = null,
    string? Text = null
);

/// <summary>A number that holds for some teeth only, instead of the material's.</summary>
public sealed record DepthInstead(
    IReadOnlyList<Material> Materials,
    IReadOnlyList<string> Teeth,
    IReadOnlyList<ZoneKind> Zones,
    double TargetMm,
    string Text,
    string Source,
    Standing Standing
);

/// <summary>A depth that some teeth never exceed, whatever the material asks for.</summary>
public sealed record DepthCap(
    IReadOnlyList<string> Teeth,
    IReadOnlyList<ZoneKind> Zones,
    IReadOnlyList<Segment> Segments,
    double MostMm,
    string Text,
    string Source,
    Standing Standing
);

public sealed record ConvergenceTarget(
    JawEnd At,
    IReadOnlyList<MaterialClass> Classes,
    double TargetDeg,
    double LeastDeg,
    double MostDeg,
    string Source,
    Standing Standing
)
{
    public TocRange Range => new(new Toc(TargetDeg), new Toc(LeastDeg), new Toc(MostDeg));
}

/// <param name="BondedLeastHeightMm">In place of the others where etched ceramic is bonded.</param>
public sealed record WallLimits(
    LeastHeights LeastHeightMm,
    Sourced<double> BondedLeastHeightMm,
    Sourced<double> DoubtMm,
    Sourced<double> LeastHeightToBase
)
{
    /// <summary>The least height a crown of a material wants on a tooth.</summary>
    public Sourced<double> LeastFor(ToothCode tooth, Material material) =>
        material.IsEtched && BondedLeastHeightMm.Value < LeastHeightMm.For(tooth).Value ? BondedLeastHeightMm : LeastHeightMm.For(tooth);
}

public sealed record LeastHeights(Sourced<double> Front, Sourced<double> Premolar, Sourced<double> Molar)
{
    public Sourced<double> For(ToothCode tooth) =>
        tooth.Kind switch
        {
            ToothKind.Premolar => Premolar,
            ToothKind.Molar => Molar,
            _ => Front,
        };
}

public sealed record ShapeHabits(
    Sourced<double> BevelDeg,
    Sourced<double> BevelHeightMm,
    Sourced<double> OuterEdgeRadiusMm,
    Sourced<double> EdgeLeastWidthMm,
    Sourced<double> GingivalPlaneShare,
    Sourced<double> GingivalPlaneLeastMm,
    Sourced<double> SmallEdgeLeastWidthMm,
    InnerRadii InnerRadiusMm,
    Sourced<double> GumAboveNeckMm
)
{
    /// <summary>Least width of a front tooth's edge once it is cut: upper lateral and lower incisors have less to give.</summary>
    public Sourced<double> EdgeLeastWidth(ToothCode tooth) =>
        tooth.Position == 2 || (tooth.Position == 1 && tooth.Jaw == Jaw.Lower) ? SmallEdgeLeastWidthMm : EdgeLeastWidthMm;

    /// <summary>Radius of the inner angle of a finish line so wide. A chamfer is round all the way.</summary>
    internal double InnerRadius(MarginDesign design, double width) =>
        design switch
        {
            MarginDesign.Shoulder => InnerRadiusMm.Shoulder,
            MarginDesign.RoundedShoulder => InnerRadiusMm.RoundedShoulder,
            MarginDesign.ShoulderBevel => InnerRadiusMm.ShoulderBevel,
            MarginDesign.Butt => InnerRadiusMm.Butt,
            _ => width,
        };
}

public sealed record InnerRadii(
    double Shoulder,
    [property: JsonPropertyName("rounded-shoulder")] double RoundedShoulder,
    [property: JsonPropertyName("shoulder-bevel")] double ShoulderBevel,
    double Butt,
    string Source,
    Standing Standing
);

public sealed record CautionLimits(
    Sourced<double> RoomMostMm,
    Sourced<double> MarginJumpMostMm,
    Sourced<double> SubgingivalMostMm,
    Sourced<double> SulcusMm,
    Sourced<double> UnsupportedCeramicMostMm
);

/// <summary>From where on a measured surface gives a finding. Millimetres, degrees.</summary>
public sealed record InspectionLimits(
    Sourced<double> UndercutMostMm,
    Sourced<double> LipMostMm,
    Sourced<double> StepMostMm,
    Sourced<double> RoughMostMm,
    Sourced<double> LevelOffMostMm,
    Sourced<double> LeanOffMostDeg,
    Sourced<double> FossaOffMostMm,
    Sourced<double> EdgeLeastRadiusMm,
    Sourced<double> NeighbourMostMm
);

public sealed record SourcedLimits(double From, double To, string Source, Standing Standing);

public sealed record Limits(double From, double To)
{
    public bool Include(double value) => value >= From && value <= To;
}

public sealed record Plausible
{
    public required Limits BuildOutMm { get; init; }

    public required Limits RoomBeforeMm { get; init; }

    public required Limits MarginLevelMm { get; init; }

    public required Limits MarginWidthMm { get; init; }

    public required Limits FinishingAllowanceMm { get; init; }

    public required Limits ReadingMm { get; init; }

    public required Limits SizeRatio { get; init; }

    public required Limits FindingMm { get; init; }

    public required Limits FillingEndMm { get; init; }

    public required Limits LeanDeg { get; init; }

    public required Limits TurnDeg { get; init; }

    public required Limits ShadeSteps { get; init; }

    public required string Source { get; init; }

    public required Standing Standing { get; init; }
}

internal static class Ranges
{
    public static MmRange From(double? target, double? least, double? most, Mm tolerance)
    {
        if (least is { } from && most is { } to)
            return new(new(target ?? ((from + to) / 2)), new(from), new(to));
        var aim = new Mm(target!.Value);
        return new(aim, Mm.Most(aim - tolerance, Mm.Zero), aim + tolerance);
    }
}

using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>What to cut on one tooth and why. Lengths in millimetres, angles in degrees.</summary>
public sealed record Plan(
    Assessment Assessment,
    Restoration Restoration,
    Reasoned<Material> Material,
    MaterialClass MaterialClass,
    CeramicCoverage? Coverage,
    BuildOutSchool BuildOutSchool,
    CuttingSchool School,
    Mm FinishingAllowance,
    IReadOnlyList<ZonePlan> Zones,
    Margin Margin,
    Reasoned<TocRange> Convergence,
    IReadOnlyList<Caution> Cautions
)
{
    public ToothCode Tooth => Assessment.Tooth;

    /// <summary>The bridge it is part of; null when it stands alone.</summary>
    public BridgePlan? Bridge { get; init; }

    /// <summary>Direction of draw out of the tooth, length 1, in the tooth's own frame: x mesial, y facial, z along its axis.</summary>
    public Geometry.Vec3 Path { get; init; } = Geometry.Vec3.UnitZ;

    /// <summary>Grooves and boxes in its walls.</summary>
    public IReadOnlyList<RetentiveFeature> Features { get; init; } = [];

    /// <summary>The inside of an inlay or onlay; null for others.</summary>
    public Cavity? Cavity { get; init; }

    /// <summary>What a veneer leaves of the enamel; null for others.</summary>
    public VeneerEnamel? Enamel { get; init; }

    /// <summary>Reasons given for what would else be refused, by code.</summary>
    public IReadOnlyDictionary<string, string> Because { get; init; } = new Dictionary<string, string>();

    /// <summary>Whether a veneer's margin goes on behind the contact of a side.</summary>
    public bool GoesThroughContact(ProximalSide side) =>
        Restoration.IsVeneer()
        && Margin.Pieces.Any(piece => piece.Segment == (side == ProximalSide.Mesial ? Segment.Mesiolingual : Segment.Distolingual));

    /// <summary>Whether the tooth stands turned, so that its facial depths change from mesial to distal.</summary>
    public bool IsTurned => Assessment.Findings.RotationDeg != 0;

    /// <summary>By how much a turned tooth's facial stands out of the row, millimetres, at so many millimetres to the mesial of its axis; negative where it has gone in.</summary>
    public double TurnedOut(double mesial) => mesial * Math.Sin(double.DegreesToRadians(Assessment.Findings.RotationDeg));

    /// <summary>Depth of a zone that is named by its kind alone and that this kind of tooth has.</summary>
    public Mm DepthAt(ZoneKind kind) => Zone(Kebab.Of(kind))!.Depth.Value.Target;

    public ZonePlan? Zone(string name) => Zones.FirstOrDefault(zone => zone.Zone.Name == name);
}

/// <summary>One zone of a plan.</summary>
/// <param name="Zone">Where.</param>
/// <param name="Needed">Thickness the material asks for there.</param>
/// <param name="Thickness">Thickness planned there: what the material asks for, unless this kind of tooth can't give it.</param>
/// <param name="BuildOut">How far its surface will stand outside (+) or inside (−) the present one.</param>
/// <param name="RoomBefore">Room to the antagonist before cutting; null when not measured.</param>
/// <param name="Depth">Depth to cut from the present surface, never negative, with its chain of reasons.</param>
/// <param name="RoughCut">Depth at which the rough pass stops.</param>
public sealed record ZonePlan(
    Zone Zone,
    MmRange Needed,
    MmRange Thickness,
    Mm BuildOut,
    Mm? RoomBefore,
    Reasoned<MmRange> Depth,
    Mm RoughCut
)
{
    /// <summary>Gap to the antagonist after cutting: what was there and what is cut.</summary>
    public MmRange ExpectedClearance => Depth.Value.MovedBy(RoomBefore ?? Mm.Zero, Mm.Zero);
}

/// <summary>The finish line round the tooth.</summary>
public sealed record Margin(IReadOnlyList<MarginPiece> Pieces, IReadOnlyList<Transition> Transitions)
{
    /// <summary>The piece of a segment that the restoration has.</summary>
    public MarginPiece At(Segment segment) => Pieces.First(piece => piece.Segment == segment);

    /// <summary>Width anywhere round the tooth, within a transition without a step.</summary>
    public Mm WidthAt(double position) => new(Between(position, piece => piece.Width.Value.Target.Value));

    /// <summary>
    /// What a piece says, anywhere round the tooth. <paramref name="position"/> counts segments from the middle of the facial over the
    /// mesial: 0 facial, 2 mesial, 4 lingual, 6 distal, 8 facial again. From one segment to the next it runs smoothly.
    /// </summary>
    public double Between(double position, Func<MarginPiece, double> value)
    {
        var segment = (int)Math.Floor(position) % 8;
        var (here, next) = (value(NearestTo(segment)), value(NearestTo((segment + 1) % 8)));
        return here + ((next - here) * Geometry.Curves.SmoothStep(0, 1, position - Math.Floor(position)));
    }

    /// <summary>The piece of a segment; where the restoration leaves a surface as it is, the nearest one's runs on.</summary>
    private MarginPiece NearestTo(int segment) =>
        Pieces.Count == 8 ? Pieces[segment] : Pieces.MinBy(piece => Around(Math.Abs((int)piece.Segment - segment)))!;

    private static int Around(int segments) => Math.Min(segments, 8 - segments);
}

/// <param name="Segment">Where.</param>
/// <param name="Design">Cross-section of the finish line.</param>
/// <param name="Width">Width square to the path, millimetres.</param>
/// <param name="Level">Height over the crest of the gum, millimetres; positive is above.</param>
public sealed record MarginPiece(Segment Segment, MarginDesign Design, Reasoned<MmRange> Width, Reasoned<Mm> Level);

/// <summary>Where the facial design changes into the lingual one on one side.</summary>
/// <param name="Side">Mesial or distal.</param>
/// <param name="Place">How far the facial design is carried.</param>
/// <param name="Begin">Where the change begins, in segments from the middle of the facial surface, 0–4.</param>
/// <param name="End">Where it is complete.</param>
public sealed record Transition(Segment Side, TransitionPlace Place, double Begin, double End)
{
    /// <summary>0 where the facial design stands, 1 where the lingual one does, between them a smooth change.</summary>
    public double LingualShare(double around)
    {
        var onSide = Side == Segment.Mesial ? around : 8 - around;
        return onSide is < 0 or > 4 ? 0 : Geometry.Curves.SmoothStep(Begin, End, onSide);
    }
}

/// <summary>Something to think about before cutting; it stands beside the number that triggered it.</summary>
/// <param name="Code">Stable kebab-case name.</param>
/// <param name="Text">A sentence that names the number.</param>
/// <param name="Zone">The zone it concerns, by name; null when it concerns the unit.</param>
/// <param name="Segment">The margin segment it concerns.</param>
public sealed record Caution(string Code, string Text, string? Zone = null, Segment? Segment = null)
{
    /// <summary>Whether it must be answered with a reason before the plan stands.</summary>
    public bool MustBeAnswered { get; init; }

    /// <summary>The reason given; null when none was.</summary>
    public string? Because { get; init; }
}

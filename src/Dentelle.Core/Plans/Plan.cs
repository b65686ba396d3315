namespace Dentelle.Core.Plans;

/// <summary>What to cut on one tooth and why. Lengths in millimetres, angles in degrees.</summary>
public sealed record Plan
{
    public required Assessment Assessment { get; init; }

    public required Restoration Restoration { get; init; }

    public required Reasoned<Material> Material { get; init; }

    /// <summary>Whether nobody named the material, so that the protocol's usual one was taken.</summary>
    public bool IsMaterialAssumed { get; init; }

    public required MaterialClass MaterialClass { get; init; }

    /// <summary>How much of it gets ceramic; null where the material leaves no choice.</summary>
    public CeramicCoverage? Coverage { get; init; }

    public required BuildOutSchool BuildOutSchool { get; init; }

    public required CuttingSchool School { get; init; }

    public required Mm FinishingAllowance { get; init; }

    public required IReadOnlyList<ZonePlan> Zones { get; init; }

    public required Margin Margin { get; init; }

    public required Reasoned<TocRange> Convergence { get; init; }

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

    /// <summary>Whether the margin goes on behind the contact of a side.</summary>
    public bool GoesThroughContact(ProximalSide side) =>
        Margin.Has(side == ProximalSide.Mesial ? Segment.Mesiolingual : Segment.Distolingual);

    /// <summary>How high a piece of the margin lies over the tooth's neck.</summary>
    public Mm OverNeck(MarginPiece piece, Protocols.ShapeHabits habits) =>
        piece.Level.Value + Assessment.Findings.GumOverNeck(piece.Segment, new Mm(habits.GumAboveNeckMm.Value));

    /// <summary>Whether the tooth stands turned, so that its facial depths change from mesial to distal.</summary>
    public bool IsTurned => Assessment.Findings.RotationDeg != 0;

    /// <summary>
    /// By how much a turned tooth's facial stands out of the row, millimetres, at so many millimetres to the mesial of its
    /// axis; negative where it has gone in.
    /// </summary>
    public double TurnedOut(double mesial) => mesial * Math.Sin(double.DegreesToRadians(Assessment.Findings.RotationDeg));

    /// <summary>
    /// Depth of a kind of zone without cusps that this kind of tooth has; between the halves of a turned tooth their middle.
    /// </summary>
    public Mm DepthAt(ZoneKind kind) => DepthOf(new Zone(kind))!.Value;

    /// <summary>Depth of a zone, whether or not it has halves; null where the plan leaves it as it is.</summary>
    public Mm? DepthOf(Zone zone)
    {
        if (Zone(zone.Name) is { } whole)
            return whole.Depth.Value.Target;
        var halves = Zones.Where(one => one.Zone.Half is not null && one.Zone.Kind == zone.Kind).ToArray();
        return halves.Length == 0 ? null : new Mm(halves.Average(half => half.Depth.Value.Target.Value));
    }

    /// <summary>Whether ceramic gets thicker in a zone than it bears without support; in a box tooth stands round it.</summary>
    public bool IsUnsupported(ZonePlan zone, Protocols.Protocol protocol) =>
        MaterialClass != MaterialClass.Metal
        && !zone.Zone.Kind.IsBox()
        && zone.Depth.Value.Target + zone.BuildOut > new Mm(protocol.Cautions.UnsupportedCeramicMostMm.Value) + protocol.Tolerance;

    /// <summary>The plan's zone at a place of the tooth: the tooth's own, or the part of a box that takes its place.</summary>
    public ZonePlan? At(Zone place) => Zone(place.Name) ?? (Words.Zones.BoxInPlaceOf(place) is { } box ? Zone(box.Name) : null);

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
    /// <summary>
    /// What the material is served with, where the cut takes more than that anyway: from there on nothing more has to go. Null where
    /// that is the target itself.
    /// </summary>
    public Mm? Enough { get; init; }

    /// <summary>Gap to the antagonist after cutting: what was there and what is cut.</summary>
    public MmRange ExpectedClearance => Depth.Value.MovedBy(RoomBefore ?? Mm.Zero, Mm.Zero);
}

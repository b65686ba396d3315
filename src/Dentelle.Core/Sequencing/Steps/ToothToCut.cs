using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>What the steps ask of one tooth's plan: its zones, what stands over which finish line, and where a neighbour stands.</summary>
internal sealed class ToothToCut(Plan plan)
{
    public Plan Plan => plan;

    /// <summary>The plan's zones of some kinds that have something to lose.</summary>
    public List<ZonePlan> Zones(IReadOnlyList<ZoneKind> kinds) =>
        [.. plan.Zones.Where(zone => zone.Depth.Value.Target > Mm.Zero && kinds.Contains(zone.Zone.Kind))];

    /// <summary>The walls that stand over finish lines of a class.</summary>
    public List<ZonePlan> WallsOver(LineClass line) =>
        [
            .. plan.Zones.Where(zone =>
                zone.Depth.Value.Target > Mm.Zero && IsWall(zone.Zone.Kind) && ClassAt(SegmentOf(zone.Zone.Kind)) == line
            ),
        ];

    public LineClass? ClassAt(Segment segment) => Piece(segment) is { } piece ? Class(piece.Design) : null;

    /// <summary>The widest piece of the finish line; null where there is none.</summary>
    public MarginPiece? Widest => plan.Margin.Pieces.MaxBy(piece => piece.Width.Value.Target);

    public Mm? LineWidthAt(Segment segment) => Piece(segment)?.Width.Value.Target;

    /// <summary>
    /// Whether a tooth stands beside it on this side: what a bridge replaces does not, nor does anything behind the last
    /// tooth of a jaw.
    /// </summary>
    public bool HasNeighbour(ProximalSide side)
    {
        var place = plan.Assessment.Findings.StandsAs ?? plan.Tooth;
        if (plan.Assessment.Findings.NoNeighbour.Contains(side) || (side == ProximalSide.Distal && place.DistalNeighbour is null))
            return false;
        if (plan.Bridge is not { } bridge)
            return true;
        var at = bridge.Teeth.ToList().IndexOf(plan.Tooth);
        return !bridge
            .Teeth.Where((tooth, i) => Math.Abs(i - at) == 1 && bridge.Abutments.All(abutment => abutment.Tooth != tooth))
            .Any(gap =>
                side == (gap.Iso[0] != plan.Tooth.Iso[0] || gap.Position < plan.Tooth.Position ? ProximalSide.Mesial : ProximalSide.Distal)
            );
    }

    /// <summary>The side of the only neighbour; null where both sides have one, or none has.</summary>
    public ProximalSide? OnlyNeighbour =>
        (HasNeighbour(ProximalSide.Mesial), HasNeighbour(ProximalSide.Distal)) switch
        {
            (true, false) => ProximalSide.Mesial,
            (false, true) => ProximalSide.Distal,
            _ => null,
        };

    /// <summary>Whether there is a contact to open: a neighbour, and no gap before it.</summary>
    public bool HasContact(ProximalSide side) =>
        HasNeighbour(side) && !(plan.Assessment.Findings.Gap.TryGetValue(side, out var gap) && gap > Mm.Zero);

    public static bool IsWall(ZoneKind kind) =>
        kind.IsFacial() || kind is ZoneKind.Mesial or ZoneKind.Distal or ZoneKind.Lingual or ZoneKind.LingualWall;

    /// <summary>Whether a wall reaches down to the finish line.</summary>
    public static bool StandsOnLine(ZoneKind kind) =>
        IsWall(kind)
        && kind is not (ZoneKind.FacialIncisalThird or ZoneKind.FacialMiddleThird or ZoneKind.FacialOcclusalHalf or ZoneKind.FacialGroove);

    public static Segment SegmentOf(ZoneKind kind) =>
        kind switch
        {
            ZoneKind.Mesial or ZoneKind.MesialRidge or ZoneKind.MesialBoxFloor or ZoneKind.MesialBoxWall => Segment.Mesial,
            ZoneKind.Distal or ZoneKind.DistalRidge or ZoneKind.DistalBoxFloor or ZoneKind.DistalBoxWall => Segment.Distal,
            ZoneKind.Lingual or ZoneKind.LingualWall or ZoneKind.LingualFossa => Segment.Lingual,
            _ => Segment.Facial,
        };

    public static ProximalSide? SideOf(ZoneKind kind) => SideOf(SegmentOf(kind));

    public static ProximalSide? SideOf(Segment segment) =>
        segment switch
        {
            Segment.Mesial or Segment.Mesiofacial or Segment.Mesiolingual => ProximalSide.Mesial,
            Segment.Distal or Segment.Distofacial or Segment.Distolingual => ProximalSide.Distal,
            _ => null,
        };

    public static LineClass Class(MarginDesign design) =>
        design is MarginDesign.Chamfer or MarginDesign.HeavyChamfer or MarginDesign.FeatherEdge ? LineClass.Chamfer : LineClass.Shoulder;

    private MarginPiece? Piece(Segment segment) =>
        plan.Margin.Pieces.FirstOrDefault(piece => piece.Segment == segment)
        ?? (plan.Margin.Pieces.Count > 0 ? plan.Margin.Pieces[0] : null);
}

using Dentelle.Core.Burs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Inspecting;

/// <summary>Holds a measured tooth against its plan and says what to do first.</summary>
public static class ScanJudge
{
    /// <summary>Of a normal distribution this many standard deviations hold 95 in 100.</summary>
    public const double Sure = 1.96;

    /// <summary>Half of the finest step in which depths are told.</summary>
    private const double Finest = 0.025;

    /// <summary>The gauge that a scan's readings name.</summary>
    public const string Gauge = "scan";

    /// <summary>Half of the interval in which a depth is told.</summary>
    public static Mm DoubtOf(MeasuredDepth depth) => new(Math.Max(Finest, Sure * depth.Sigma));

    /// <summary>A scan's depth as a reading, marked by its source.</summary>
    public static Reading ReadingOf(MeasuredDepth depth)
    {
        // Under a doubt wider than the reading's own resolution the judge speaks of "probably" or can't tell.
        var (usual, doubt) = (new Mm(depth.Usual).Told, DoubtOf(depth));
        return new Reading(depth.Zone.Name, ReadingKind.IndexGap, Interval.Between(usual - doubt, usual + doubt, includesEnd: true), Gauge);
    }

    /// <summary>Findings in the order in which they are to be looked at.</summary>
    /// <param name="tooth">What was measured.</param>
    /// <param name="protocol">Tolerance and limits.</param>
    /// <param name="widths">How a length is told in widths of the bur in hand, by zone; null for the protocol's burs.</param>
    public static IReadOnlyList<ScanFinding> Of(MeasuredTooth tooth, Protocol protocol, Func<string, Func<Mm, InWidths>?>? widths = null)
    {
        var found = new List<ScanFinding>();
        var (plan, limits) = (tooth.Preparation.Plan, protocol.Inspection);
        // One finding for each wall: what noise parts is one hollow.
        UndercutPart[] undercuts =
        [
            .. tooth
                .Undercut.Parts.Where(part => plan.Rules().HasWalls && part.Depth - tooth.Registration.Noise > limits.UndercutMostMm.Value)
                .GroupBy(part => part.Side)
                .Select(side => side.First() with { Area = side.Sum(part => part.Area), Volume = side.Sum(part => part.Volume) }),
        ];
        foreach (var depth in Depths(tooth, protocol, widths))
        {
            // A hollow that hides along the path is the undercut itself: told once.
            if (depth is not { Kind: ScanFindingKind.Patch, Verdict: Verdict.Over } || !IsHollow(depth, undercuts))
                found.Add(depth);
        }
        found.AddRange(
            (tooth.VeneerLine?.Sides ?? [])
                .Where(end => !end.IsPlanned && end.BeforeContact < -protocol.Tolerance.Value)
                .Select(end => CutThrough(end, tooth.Registration.Noise))
        );
        found.AddRange(
            (tooth.VeneerLine?.Sides ?? [])
                .Where(end => end.NeighbourOver > protocol.Tolerance.Value + tooth.Registration.Noise)
                .Select(end => InTheWay(end, tooth.Registration.Noise))
        );
        found.AddRange(CavityFindings.Of(tooth, limits, protocol.Tolerance.Value));
        if (plan.Rules().HasWalls)
        {
            found.AddRange(WallFindings.Of(tooth, limits));
            // A line that climbs round corners is held to no level.
            if (plan.Rules().IsFullCrown)
                found.AddRange(MarginFindings.Of(tooth, limits, protocol.Tolerance));
        }
        found.AddRange(undercuts.Select(part => Undercut(tooth, part, limits)));
        if (tooth.Groove is { } groove && Math.Abs(groove.Off) > limits.FossaOffMostMm.Value + (Sure * groove.Sigma))
            found.Add(
                new ScanFinding(
                    ScanFindingKind.Fossa,
                    Verdict.Over,
                    "Central groove",
                    null,
                    Math.Abs(groove.Off),
                    groove.Sigma,
                    $"{Told(Math.Abs(groove.Off))} to the {(groove.Off > 0 ? "facial" : "lingual")}",
                    "The groove has left its place: the cusp on that side comes out thin in ceramic. Deepen the cusp slope on the other "
                        + "side and follow the old groove.",
                    groove.Place,
                    6 * Math.Abs(groove.Off) / limits.FossaOffMostMm.Value
                )
            );
        if (plan.Rules().HasWalls)
            found.AddRange(tooth.Edges.Where(edge => edge.Radius < limits.EdgeLeastRadiusMm.Value).Select(edge => Sharp(edge, limits)));
        foreach (var touched in tooth.Touched.Where(touched => touched.Depth - tooth.Registration.Noise > limits.NeighbourMostMm.Value))
            found.Add(
                new ScanFinding(
                    ScanFindingKind.Neighbour,
                    Verdict.Over,
                    $"Neighbour, {Kebab.Of(touched.Side)}",
                    null,
                    touched.Depth,
                    tooth.Registration.Noise,
                    $"{Told(touched.Depth)} off the neighbour",
                    "Smooth and polish the neighbour, fluoride it and note it; protect it by a matrix from now on.",
                    touched.Place,
                    6 + (10 * touched.Depth)
                )
            );
        found.AddRange(Rooms(tooth, protocol));
        return [.. found.OrderByDescending(finding => finding.Weight)];
    }

    /// <summary>
    /// Where the jaws close nearer than the restoration can do with; a zone that is short itself says it already, and an edge passes the
    /// other one.
    /// </summary>
    private static IEnumerable<ScanFinding> Rooms(MeasuredTooth tooth, Protocol protocol)
    {
        var tolerance = protocol.Tolerance.Value;
        foreach (var room in tooth.Room?.Zones ?? [])
        {
            var zone = tooth.Preparation.Plan.Zone(room.Zone.Name)!;
            var least = zone.Needed.Least.Value;
            if (
                tooth.Depths.FirstOrDefault(one => one.Zone == room.Zone) is not { } depth
                || room.Zone.Kind == ZoneKind.Edge
                // A wrap's chamfer runs out where the jaws are nearest.
                || tooth.Preparation.Plan.Rules().IsVeneer
                || room.After >= least - tolerance
                || depth.Usual < zone.Depth.Value.Target.Value - tolerance
            )
                continue;
            yield return new ScanFinding(
                ScanFindingKind.Room,
                Verdict.Critical,
                room.Zone.Words,
                room.Zone.Name,
                least - room.After,
                tooth.Registration.Noise,
                $"{Told(least - room.After)} too little room",
                $"Cut as deep as planned, yet the jaws close to {Told(room.After)} and {new Mm(least)} is needed at least: "
                    + "cut it down by the difference, or plan what is to go off the antagonist.",
                depth.LeastPlace,
                3 * (least - room.After) / tolerance
            )
            {
                Beside = new Measured(room.After, zone.Needed.Target.Value, least, zone.Needed.Most.Value),
            };
        }
    }

    private static bool IsHollow(ScanFinding patch, UndercutPart[] undercuts)
    {
        const double near = 3;
        return Array.Exists(undercuts, undercut => (patch.Place - undercut.Place).Length < near);
    }

    private static IEnumerable<ScanFinding> Depths(MeasuredTooth tooth, Protocol protocol, Func<string, Func<Mm, InWidths>?>? widths)
    {
        var tolerance = protocol.Tolerance.Value;
        foreach (var depth in tooth.Depths)
        {
            var zone = tooth.Preparation.Plan.Zone(depth.Zone.Name)!;
            if (!Judge.Of(ReadingOf(depth), tooth.Preparation.Plan, protocol, widths?.Invoke(depth.Zone.Name)).Is(out var finding, out _))
                continue;
            if (finding.Verdict is Verdict.Within or Verdict.CantTell)
            {
                if (Patch(tooth, depth, tolerance) is { } patch)
                    yield return patch;
                continue;
            }
            var off =
                finding.Verdict == Verdict.Over ? depth.Usual - zone.Depth.Value.Target.Value : zone.Depth.Value.Target.Value - depth.Usual;
            yield return new ScanFinding(
                ScanFindingKind.Depth,
                finding.Verdict,
                depth.Zone.Words,
                depth.Zone.Name,
                off,
                depth.Sigma,
                finding.Headline,
                finding.Instruction,
                finding.Verdict == Verdict.Over ? depth.MostPlace : depth.LeastPlace,
                (finding.Verdict == Verdict.Critical ? 3 : 2) * off / tolerance
            )
            {
                Beside = Beside(depth, zone),
            };
        }
    }

    /// <summary>A part of a zone, large enough to be seen, that is off by twice the tolerance while the zone is not.</summary>
    private static ScanFinding? Patch(MeasuredTooth tooth, MeasuredDepth depth, double tolerance)
    {
        if (depth.Patch is not { } patch || Math.Abs(patch.Off) < 2 * tolerance)
            return null;
        var isShort = patch.Off > 0;
        return new ScanFinding(
            ScanFindingKind.Patch,
            isShort ? Verdict.Under : Verdict.Over,
            depth.Zone.Words,
            depth.Zone.Name,
            Math.Abs(patch.Off),
            depth.Sigma,
            $"{Told(Math.Abs(patch.Off))} {(isShort ? "short" : "over")} in one place",
            isShort
                ? "The zone is right on the whole; take down the place that stands up."
                : "The zone is right on the whole; leave the hollow, block it out if it holds the restoration up.",
            patch.Place,
            2 * Math.Abs(patch.Off) / tolerance
        )
        {
            Beside = Beside(depth, tooth.Preparation.Plan.Zone(depth.Zone.Name)!) with { Value = depth.Usual - patch.Off },
        };
    }

    private static Measured Beside(MeasuredDepth depth, ZonePlan zone)
    {
        var range = zone.Depth.Value;
        return new Measured(depth.Usual, range.Target.Value, range.Least.Value, range.Most.Value);
    }

    private static ScanFinding Sharp(EdgeRounding edge, InspectionLimits limits) =>
        new(
            ScanFindingKind.SharpEdge,
            Verdict.Under,
            $"Edge, {Kebab.Of(edge.Side)}",
            null,
            edge.Radius,
            0.03,
            edge.Radius < 0.1 ? "Sharp" : $"Radius {Told(edge.Radius)}",
            "Round it with a fine bur: a mill's tool can't follow a sharp edge and cuts past it, and ceramic cracks over it.",
            edge.Place,
            3 + (2 * (limits.EdgeLeastRadiusMm.Value - edge.Radius) / limits.EdgeLeastRadiusMm.Value)
        );

    private static ScanFinding CutThrough(ProximalEnd end, double noise) =>
        new(
            ScanFindingKind.Contact,
            Verdict.Over,
            $"{Kebab.Words(end.Side).UpperFirst()} contact",
            null,
            -end.BeforeContact,
            noise,
            $"Cut through by {Told(-end.BeforeContact)}",
            "The contact was to stay the tooth's own: leave it now, tell the laboratory to build it, and check that a strip passes.",
            end.Place,
            3
        );

    private static ScanFinding InTheWay(ProximalEnd end, double noise) =>
        new(
            ScanFindingKind.Seating,
            Verdict.Critical,
            $"Neighbour, {Kebab.Of(end.Side)}",
            null,
            end.NeighbourOver,
            noise,
            $"{Told(end.NeighbourOver)} in the way",
            "The veneer can't pass this neighbour along its path: end the line farther to the front there, or seat it more from the edge.",
            end.Place,
            7
        );

    private static ScanFinding Undercut(MeasuredTooth tooth, UndercutPart undercut, InspectionLimits limits)
    {
        return new ScanFinding(
            ScanFindingKind.Undercut,
            Verdict.Critical,
            $"{Kebab.Words(undercut.Side).UpperFirst()} wall",
            null,
            undercut.Depth,
            tooth.Registration.Noise,
            $"{Told(undercut.Depth)} undercut",
            $"Nothing seats past it: cut the wall above it back by {Told(undercut.Depth)}, or fill the hollow "
                + $"({undercut.Volume:0.0} mm³); don't deepen it.",
            undercut.Place,
            4 + (2 * undercut.Depth / limits.UndercutMostMm.Value)
        );
    }

    internal static string Told(double length) => new Mm(length).Told.ToString();
}

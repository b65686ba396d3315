using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Preparing;

/// <summary>The depths that shape the reduced top, at each vertex of the present surface.</summary>
internal static class TopDepths
{
    /// <summary>How far to either side of the groove its own depth runs into that of the cusps.</summary>
    private const double GrooveReach = 0.7;

    private const int Passes = 5;

    public static double[] Of(
        PresentTooth tooth,
        Plan plan,
        Protocol protocol,
        SurfaceZones zones,
        int[] labels,
        MarginRing margin,
        PathFrame frame
    )
    {
        var (form, surface) = (tooth.Form, tooth.Surface);
        var byZone = zones.All.Select(zone => Shapes(zone.Kind) ? Asked(plan, zone) : double.NaN).ToArray();
        var depths = Array.ConvertAll(labels, label => label < 0 ? double.NaN : byZone[label]);
        if (plan.IsTurned)
            Turn(plan, surface, zones, labels, depths);
        if (form.Tooth.IsFront)
            Corners(plan, surface, zones, labels, depths);
        var own = (double[])depths.Clone();
        SurfaceValues.Even(surface, depths, Passes, depth => !double.IsNaN(depth), depth => !double.IsNaN(depth));
        // Where zones meet the shallower one gives way, but for the tolerance: none is left under what its material bears.
        for (var i = 0; i < depths.Length; i++)
            depths[i] = Math.Max(depths[i], own[i] - protocol.Tolerance.Value);
        WallDepths(plan, surface, zones, labels, margin, frame, depths);
        if (form.Shape is BackCrown back)
        {
            Groove(tooth, back, depths, plan.DepthAt(ZoneKind.Groove).Value);
            var wall = new GingivalPlane(tooth, plan, protocol.Shape, margin, frame);
            for (var i = 0; i < depths.Length; i++)
            {
                if (depths[i] > 0)
                    depths[i] = Math.Min(depths[i], Math.Max(0, wall.Most(surface.Positions[i])));
            }
        }
        return depths;
    }

    /// <summary>Depth of a zone; no number where the plan leaves the zone as it is.</summary>
    private static double Asked(Plan plan, Zone zone) => plan.DepthOf(zone)?.Value ?? double.NaN;

    /// <summary>Walls stand on the margin and lean by the convergence; their depth follows.</summary>
    public static bool Shapes(ZoneKind kind) =>
        kind
            is not (
                ZoneKind.Mesial
                or ZoneKind.Distal
                or ZoneKind.Lingual
                or ZoneKind.LingualWall
                or ZoneKind.FacialGingivalHalf
                or ZoneKind.FacialGingivalThird
            );

    /// <summary>
    /// Walls too must lose their depth where the tooth itself leans in above them. Near the margin the wall's own line
    /// stays in front.
    /// </summary>
    private static void WallDepths(
        Plan plan,
        Mesh surface,
        SurfaceZones zones,
        int[] labels,
        MarginRing margin,
        PathFrame frame,
        double[] depths
    )
    {
        const double behind = 0.12,
            least = 0.3;
        var tangent = Math.Tan(plan.Convergence.Value.Target.PerWall.Radians);
        var asked = zones.All.Select(zone => Asked(plan, zone)).ToArray();
        for (var i = 0; i < depths.Length; i++)
        {
            if (labels[i] < 0 || !double.IsNaN(depths[i]) || double.IsNaN(asked[labels[i]]))
                continue;
            var p = frame.ToPath(surface.Positions[i]);
            var angle = Math.Atan2(p.Y - margin.Centre.Y, p.X - margin.Centre.X);
            var height = p.Z - margin.Level(angle);
            if (height < least)
                continue;
            depths[i] = Math.Min(asked[labels[i]], margin.Width(angle) + (height * tangent) - behind);
        }
    }

    /// <summary>A turned tooth is cut more where its facial stands out, less where it has gone in.</summary>
    private static void Turn(Plan plan, Mesh surface, SurfaceZones zones, int[] labels, double[] depths)
    {
        for (var i = 0; i < depths.Length; i++)
        {
            if (labels[i] >= 0 && zones.All[labels[i]].Kind.IsFacial())
                depths[i] = Math.Max(0, depths[i] + plan.TurnedOut(surface.Positions[i].X));
        }
    }

    /// <summary>
    /// Beside the contacts a front tooth's sides face forward or back; there they are cut like their neighbours, so that no
    /// ridge stays.
    /// </summary>
    private static void Corners(Plan plan, Mesh surface, SurfaceZones zones, int[] labels, double[] depths)
    {
        const double faces = 0.8;
        var (incisal, middle, fossa) = (
            plan.DepthAt(ZoneKind.FacialIncisalThird).Value,
            plan.DepthAt(ZoneKind.FacialMiddleThird).Value,
            plan.DepthAt(ZoneKind.LingualFossa).Value
        );
        for (var i = 0; i < depths.Length; i++)
        {
            if (labels[i] < 0 || zones.All[labels[i]].Kind is not (ZoneKind.Mesial or ZoneKind.Distal))
                continue;
            var (normal, height) = (surface.Normals[i], surface.Positions[i].Z / surface.Box.High.Z);
            if (Math.Abs(normal.X) > faces || height < 0.4)
                continue;
            depths[i] =
                normal.Y < 0 ? fossa
                : height > 0.67 ? incisal
                : middle;
        }
    }

    private static void Groove(PresentTooth tooth, BackCrown back, double[] depths, double groove)
    {
        var shares = tooth.Made.Get(nameof(GrooveShares), () => GrooveShares(tooth, back));
        for (var i = 0; i < depths.Length; i++)
        {
            if (!double.IsNaN(depths[i]))
                depths[i] += (groove - depths[i]) * shares[i];
        }
    }

    /// <summary>Of each vertex how much of its depth is the groove's. The same for every plan.</summary>
    private static double[] GrooveShares(PresentTooth tooth, BackCrown back)
    {
        var (form, surface) = (tooth.Form, tooth.Surface);
        var lines = back.Form.Grooves!.Select(g => g.Pts.Select(back.Place).ToArray()).ToArray();
        var shares = new double[surface.Positions.Length];
        for (var i = 0; i < shares.Length; i++)
        {
            var p = form.Unfitted(surface.Positions[i]);
            // Over the rim a groove is part of the wall.
            if (back.Table.OverRim(p.X, p.Y).Outside > 0)
                continue;
            var off = lines.Min(line =>
                Enumerable.Range(0, line.Length - 1).Min(k => Polygon.ToSegment(new Vec2(p.X, p.Y), line[k], line[k + 1]))
            );
            shares[i] = Curves.SmoothStep(GrooveReach, 0.1, off);
        }
        return shares;
    }
}

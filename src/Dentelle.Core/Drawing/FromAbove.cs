using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Drawing;

/// <summary>The view along the path onto the chewing surface or edge.</summary>
internal static class FromAbove
{
    private const int Around = 180;

    public static AboveDrawing Draw(Preparation preparation)
    {
        if (preparation.Walled is not { } planned)
            return Present(preparation);
        var ring = planned.Margin;
        IReadOnlyList<Vec2> finishLine = [.. Turn().Select(angle => ring.Out(angle, ring.Radius(angle)))];
        // The shelf's inner edge lies its width inside the finish line, square to it.
        IReadOnlyList<Vec2> axial =
        [
            .. finishLine.Select(
                (p, i) =>
                {
                    var along = finishLine[(i + 1) % Around] - finishLine[(i + Around - 1) % Around];
                    return p + (along.Turned.Unit * ring.Width(2 * Math.PI * i / Around));
                }
            ),
        ];
        var frame = planned.Frame;
        return new(
            Silhouette(preparation.Present.Surface, ring.Centre, frame),
            finishLine,
            axial,
            Table(planned),
            Lines(preparation.Present, frame),
            Marks(preparation.Plan, preparation.Present, preparation.Labels, frame),
            []
        );
    }

    /// <summary>The tooth alone.</summary>
    private static AboveDrawing Present(Preparation preparation) =>
        new(
            Silhouette(preparation.Present.Surface, default, PathFrame.Upright),
            [],
            [],
            [],
            Lines(preparation.Present, PathFrame.Upright),
            Marks(preparation.Plan, preparation.Present, preparation.Labels, PathFrame.Upright),
            preparation.Body is { } body ? CutFromAbove(preparation.Present, body) : []
        );

    /// <summary>Where the body lies lower than the tooth, or is narrower.</summary>
    private static IReadOnlyList<IReadOnlyList<Vec2>> CutFromAbove(PresentTooth present, PlannedBody body)
    {
        const double cell = 0.15,
            seen = 0.12;
        var (before, after) = (HeightGrid.Of(present.Surface, cell), HeightGrid.Of(body.Surface, cell));
        var (tooth, left) = (
            new Polygon(Silhouette(present.Surface, default, PathFrame.Upright)),
            new Polygon(Silhouette(body.Surface, default, PathFrame.Upright))
        );
        before.Each(
            (x, y, at) =>
            {
                var here = new Vec2(x, y);
                before[at] =
                    !tooth.Contains(here) ? 0
                    : !left.Contains(here) ? Math.Max(seen * 2, left.DistanceToEdge(here))
                    : before[at] - after.At(x, y);
            }
        );
        return [.. Contours.Above(before, seen).Where(line => new Polygon(line).Area > 0.4).Select(line => Curves.Evened(line, 2))];
    }

    private static IEnumerable<double> Turn() => Enumerable.Range(0, Around).Select(i => 2 * Math.PI * i / Around);

    /// <summary>Which of the sectors about the centre a direction falls into.</summary>
    private static int Sector(Vec2 from) => ((int)Math.Round(Math.Atan2(from.Y, from.X) * Around / (2 * Math.PI)) + Around) % Around;

    public static IReadOnlyList<Vec2> Silhouette(Mesh surface, Vec2 centre, PathFrame frame)
    {
        var farthest = new Vec2[Around];
        Array.Fill(farthest, centre);
        foreach (var place in surface.Positions)
        {
            var p = frame.ToPath(place);
            var from = new Vec2(p.X, p.Y) - centre;
            ref var here = ref farthest[Sector(from)];
            if (from.Length > (here - centre).Length)
                here = centre + from;
        }
        return farthest;
    }

    /// <summary>Where the walls end: the first place from the margin upwards that faces the bite more than the side.</summary>
    private static IReadOnlyList<Vec2> Table(PlannedForm planned)
    {
        const double facesUp = 0.6;
        var surface = planned.Surface;
        var normals = surface.Normals;
        var (centre, frame) = (planned.Margin.Centre, planned.Frame);
        var table = new (Vec2 At, double Far)[Around];
        for (var i = 0; i < surface.Positions.Length; i++)
        {
            var p = frame.ToPath(surface.Positions[i]);
            if (frame.ToPath(normals[i]).Z < facesUp || planned.Margin.Over(surface.Positions[i]) < 1)
                continue;
            var from = new Vec2(p.X, p.Y) - centre;
            ref var here = ref table[Sector(from)];
            if (from.Length > here.Far)
                here = (centre + from, from.Length);
        }
        // Vertices stand unevenly; a line through them is evened out over some ten degrees.
        const int reach = 5;
        var line = table.Where(t => t.Far > 0).Select(t => t.At).ToArray();
        return Curves.Evened(line, reach);
    }

    public static IReadOnlyList<IReadOnlyList<Vec2>> Lines(PresentTooth present, PathFrame frame)
    {
        return present.Form.Shape is BackCrown back
            ? [.. back.Form.Grooves!.Select(groove => Curves.Through([.. groove.Pts.Select(back.Place).Select(Seen)], 6, closed: false))]
            : [];

        // Grooves lie about two thirds up the crown.
        Vec2 Seen(Vec2 at) => frame.ToPath(new Vec3(at.X, at.Y, present.Form.Size.Length * 2 / 3)) is var p ? new Vec2(p.X, p.Y) : at;
    }

    private static IReadOnlyList<ZoneMark> Marks(Plan plan, PresentTooth present, int[] labels, PathFrame frame)
    {
        var surface = present.Surface;
        var sums = new (Vec2 Sum, double Weight, Vec3 Highest)[plan.Zones.Count];
        for (var i = 0; i < surface.Positions.Length; i++)
        {
            var zone = labels[i];
            if (zone < 0)
                continue;
            var p = frame.ToPath(surface.Positions[i]);
            ref var sum = ref sums[zone];
            sum = (sum.Sum + new Vec2(p.X, p.Y), sum.Weight + 1, sum.Weight == 0 || p.Z > sum.Highest.Z ? p : sum.Highest);
        }
        return
        [
            .. plan.Zones.Select(
                (zone, i) =>
                {
                    var (sum, weight, highest) = sums[i];
                    var at =
                        weight == 0 ? Spot(zone.Zone, present)
                        : zone.Zone.Kind is ZoneKind.FunctionalCusp or ZoneKind.NonFunctionalCusp ? new Vec2(highest.X, highest.Y)
                        : sum * (1 / weight);
                    return new ZoneMark(zone.Zone.Name, at, at, at.Unit, null);
                }
            ),
        ];
    }

    /// <summary>Where a zone would be that is too small on this form to hold a vertex: at its cusp.</summary>
    private static Vec2 Spot(Zone zone, PresentTooth present) =>
        zone.Cusp is { } cusp && present.Form.Shape is BackCrown back ? back.Tip(cusp) : default;
}

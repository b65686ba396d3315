using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Preparing;

/// <summary>
/// The lower half of a back tooth's walls, next to the margin: there the wall itself is the surface, and depths of the planes
/// above it must not eat it away. It ends lower only where the tooth leans in so much that too little would be taken.
/// </summary>
internal sealed class GingivalPlane
{
    private const int Directions = 72;
    private readonly MarginRing margin;
    private readonly PathFrame frame;
    private readonly double tangent,
        rounding;
    private readonly AngleTable heights;

    public GingivalPlane(PresentTooth tooth, Plan plan, ShapeHabits habits, MarginRing margin, PathFrame frame)
    {
        // The tree is made now: threads that came upon it together would wait for each other.
        var (form, tree) = (tooth.Form, tooth.Tree);
        (this.margin, this.frame, rounding) = (margin, frame, habits.OuterEdgeRadiusMm.Value);
        tangent = Math.Tan(plan.Convergence.Value.Target.PerWall.Radians);
        var found = new double[Directions];
        Parallel.For(0, Directions, i =>
        {
            var angle = 2 * Math.PI * i / Directions;
            found[i] = Reach(angle, Highest(angle));
        });
        Even(found);
        heights = AngleTable.Of(
            [.. found.Select((h, i) => Math.SinCos(2 * Math.PI * i / Directions) is var (sin, cos) ? (double[])[cos, sin, h] : [])],
            sample => sample[2]
        )[0];

        double Reach(double angle, double most)
        {
            const double step = 0.1;
            var (height, asked, width, level) = (0.0, Asked(plan, angle), margin.Width(angle), margin.Level(angle));
            for (var h = step; h <= most + 1e-9; h += step)
            {
                var inset = width + (h * tangent);
                var radius = Crossing.Edge(0, margin.Radius(angle), r =>
                    margin.Out(angle, r) is var at ? inset - margin.At(at.X, at.Y).Inset : 0
                );
                var place = margin.Out(angle, radius) is var at ? frame.FromPath(new Vec3(at.X, at.Y, level + h)) : default;
                var over = tree.Closest(place);
                // Beside the margin the shelf's own width is what is cut.
                if (h > width && over.Distance < asked)
                    break;
                height = h;
            }
            return height;
        }

        // Half of what stands over the margin once the top is cut.
        double Highest(double angle)
        {
            var (outer, level) = (margin.Radius(angle), margin.Level(angle));
            var present = Enumerable
                .Range(3, 7)
                .Max(k =>
                    margin.Out(angle, outer * k / 10) is var at
                        ? Crossing.Edge(level, level + form.Size.Length, z => form.At(frame.FromPath(new Vec3(at.X, at.Y, z))))
                        : 0
                );
            var left = present - level - plan.Zones.Where(zone => zone.Zone.Occludes).Max(zone => zone.Depth.Value.Target.Value);
            return Math.Min(
                Math.Max(habits.GingivalPlaneShare.Value * left, habits.GingivalPlaneLeastMm.Value),
                Math.Max(0, left - rounding)
            );
        }
    }

    /// <summary>The least the plan asks of the wall in a direction; where it has none, nothing is enough.</summary>
    private static double Asked(Plan plan, double angle)
    {
        ReadOnlySpan<ZoneKind> walls = [ZoneKind.FacialGingivalHalf, ZoneKind.Mesial, ZoneKind.Lingual, ZoneKind.Distal];
        var side = walls[(int)Math.Round(Segments.Position(angle) / 2) % 4];
        return plan
            .Zones.Where(zone => zone.Zone.Kind == side)
            .Select(zone => zone.Depth.Value.Least.Value)
            .DefaultIfEmpty(double.PositiveInfinity)
            .Min();
    }

    /// <summary>The greatest depth at a place of the surface that leaves the wall under it.</summary>
    public double Most(Vec3 place)
    {
        var p = frame.ToPath(place);
        var (inset, width, level, _) = margin.At(p.X, p.Y);
        var up = Math.Clamp(p.Z - level, 0, heights.At(Math.Atan2(p.Y - margin.Centre.Y, p.X - margin.Centre.X)));
        // A ball of the rounding's radius must still touch the wall from inside.
        return new Vec2(width + (up * tangent) + rounding - inset, p.Z - level - up).Length - rounding;
    }

    private static void Even(double[] heights)
    {
        for (var pass = 0; pass < 3; pass++)
        {
            var old = (double[])heights.Clone();
            for (var i = 0; i < Directions; i++)
                heights[i] = Math.Min(old[i], (old[(i + Directions - 1) % Directions] + (2 * old[i]) + old[(i + 1) % Directions]) / 4);
        }
    }
}

using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Preparing;

/// <summary>
/// The finish line on the present tooth, seen along the path of insertion: where it runs, how wide and how rounded its
/// shelf is. In the path's frame.
/// </summary>
internal sealed class MarginRing
{
    private const double Cell = 0.1;
    private readonly AngleTable radius,
        level,
        width,
        fillet,
        neckLevel;
    private readonly FourGrid nearest;
    private readonly PathFrame frame;

    public MarginRing(ToothForm form, Plan plan, ShapeHabits habits, PathFrame frame)
    {
        this.frame = frame;
        const int steps = 360;
        var points = new double[steps][];
        Parallel.For(0, steps, i =>
        {
            var angle = 2 * Math.PI * i / steps;
            var position = Segments.Position(angle);
            var neck = form.Unplaced(form.Neck(angle));
            var low = neck.Z + plan.Margin.Between(position, piece => plan.OverNeck(piece, habits).Value);
            var climb = Climb(plan, position);
            var z = climb == 0 ? low : low + (climb * (Math.Max(low, UnderFacialCusps(form, plan, habits, angle)) - low));
            var (sin, cos) = Math.SinCos(angle);
            var r = form.Reach(new Vec2(0, 0), angle, z);
            var wide =
                plan.Margin.WidthAt(position).Value
                + (climb * plan.Margin.Between(position, piece => piece.Width.Value.Least.Value - piece.Width.Value.Target.Value));
            var at = frame.ToPath(new Vec3(r * cos, r * sin, z));
            points[i] =
            [
                at.X,
                at.Y,
                at.Z,
                wide,
                Math.Clamp(
                    plan.Margin.Between(position, piece => habits.InnerRadius(piece.Design, piece.Width.Value.Target.Value)) * Math.Sqrt(2),
                    0.02,
                    Math.Max(0.02, wide)
                ),
            ];
        });
        Centre = new Vec2((points.Max(p => p[0]) + points.Min(p => p[0])) / 2, (points.Max(p => p[1]) + points.Min(p => p[1])) / 2);
        var about = points.Select(p => (double[])[p[0] - Centre.X, p[1] - Centre.Y, p[2], p[3], p[4]]).ToArray();
        var tables = AngleTable.Of(about, p => Math.Sqrt((p[0] * p[0]) + (p[1] * p[1])), p => p[2], p => p[3], p => p[4]);
        (radius, level, width, fillet) = (tables[0], tables[1], tables[2], tables[3]);
        var necks = Enumerable.Range(0, steps).Select(i => frame.ToPath(form.Unplaced(form.Neck(2 * Math.PI * i / steps))));
        neckLevel = AngleTable.Of([.. necks.Select(p => (double[])[p.X - Centre.X, p.Y - Centre.Y, p.Z])], p => p[2])[0];
        var (reachX, reachY) = (about.Max(p => Math.Abs(p[0])) + 0.5, about.Max(p => Math.Abs(p[1])) + 0.5);
        var grid = new Grid(Centre.X - reachX, Centre.Y - reachY, (2 * reachX) + Cell, (2 * reachY) + Cell, Cell);
        var found = new Vector4[grid.Values.Length];
        var outline = Enumerable.Range(0, steps).Select(i => Out(2 * Math.PI * i / steps, radius.At(2 * Math.PI * i / steps))).ToArray();
        grid.Each(
            (x, y, at) =>
            {
                var (distance, angle) = ToOutline(outline, new Vec2(x, y));
                found[at] = new Vector4((float)distance, (float)width.At(angle), (float)level.At(angle), (float)fillet.At(angle));
            }
        );
        nearest = new FourGrid(grid, at => found[at]);
    }

    /// <summary>Middle of the ring in plan; the path runs through it.</summary>
    public Vec2 Centre { get; }

    public double Radius(double angle) => radius.At(angle);

    public double Level(double angle) => level.At(angle);

    public double Width(double angle) => width.At(angle);

    /// <summary>Height of the cervical line.</summary>
    public double Neck(double angle) => neckLevel.At(angle);

    /// <summary>
    /// How far inside the ring a place lies in plan, and width, height and inner blend of the shelf at the nearest point of
    /// the ring.
    /// </summary>
    public (double Inset, double Width, double Level, double Fillet) At(double x, double y)
    {
        var found = nearest.At(x, y);
        return (found.X, found.Y, found.Z, found.W);
    }

    /// <summary>Which way a place lies from the nearest point of the ring: unit vector inward.</summary>
    public Vec2 Inward(double x, double y)
    {
        var (dx, dy) = nearest.Slope(x, y);
        return new Vec2(dx, dy).Unit;
    }

    /// <summary>A place of the finish line, in the tooth's own frame.</summary>
    public Vec3 Place(double angle)
    {
        var at = Out(angle, radius.At(angle));
        return frame.FromPath(new Vec3(at.X, at.Y, level.At(angle)));
    }

    /// <summary>How high a place of the tooth's own frame lies over the finish line beside it, along the path.</summary>
    public double Over(Vec3 place)
    {
        var p = frame.ToPath(place);
        return p.Z - level.At(Math.Atan2(p.Y - Centre.Y, p.X - Centre.X));
    }

    /// <summary>The point of the finish line in a plane, on its x side (1) or the other (−1).</summary>
    public Vec2 In(SectionCut cut, int side)
    {
        var (best, found) = (double.PositiveInfinity, default(Vec3));
        for (var i = 0; i < AngleTable.Steps; i++)
        {
            var (a, b) = (On(i), On(i + 1));
            var (from, to) = (cut.Beside(a), cut.Beside(b));
            if (from <= 0 == to <= 0)
                continue;
            var place = Vec3.Mix(a, b, from / (from - to));
            if (-side * cut.Flat(place).X >= best)
                continue;
            (best, found) = (-side * cut.Flat(place).X, place);
        }
        return cut.Flat(found);

        Vec3 On(int i)
        {
            return Place(2 * Math.PI * (i % AngleTable.Steps) / AngleTable.Steps);
        }
    }

    public Vec2 Out(double angle, double distance)
    {
        var (sin, cos) = Math.SinCos(angle);
        return Centre + (new Vec2(cos, sin) * distance);
    }

    /// <summary>How far the finish line of a partial crown has climbed round the corner: 0 at the contacts, 1 along the facial.</summary>
    private static double Climb(Plan plan, double position) =>
        !plan.Margin.Has(Segment.Facial) ? Curves.SmoothStep(1.75, 1.05, Math.Min(position, 8 - position)) : 0;

    /// <summary>Just below where the facial cusps end once they are cut, and where their bevel runs out.</summary>
    private static double UnderFacialCusps(ToothForm form, Plan plan, ShapeHabits habits, double angle)
    {
        const double below = 0.6;
        // The facial groove dips between the cusps: the line passes below it without following it.
        var lowest = Enumerable.Range(-3, 7).Min(k => Highest(form, angle + (k * Math.PI / 18)));
        ZonePlan[] cusps = [.. plan.Zones.Where(zone => zone.Zone.Cusp is { } cusp && cusp.IsFacial())];
        var deepest = cusps.Max(zone => zone.Depth.Value.Target.Value);
        return lowest
            - below
            - (cusps.Any(zone => zone.Zone.Kind == ZoneKind.FunctionalCuspBevel) ? Math.Max(deepest, habits.BevelHeightMm.Value) : deepest);
    }

    /// <summary>The highest of the present surface in a direction, over its outer half.</summary>
    private static double Highest(ToothForm form, double angle)
    {
        var (sin, cos) = Math.SinCos(angle);
        var (middle, reach) = (form.Size.Length * 0.4, form.Reach(new Vec2(0, 0), angle, form.Size.Length * 0.4));
        return Enumerable
            .Range(4, 5)
            .Max(k => Crossing.Edge(middle, form.Size.Length + 0.5, z => form.At(new Vec3(reach * k / 10 * cos, reach * k / 10 * sin, z))));
    }

    /// <summary>
    /// Signed distance into the ring and the angle of its nearest point, sought about where the place's own direction meets
    /// the ring.
    /// </summary>
    /// <remarks>In the middle of the tooth a nearer point may be missed; there the walls are far away whichever point counts.</remarks>
    private (double Inset, double Angle) ToOutline(Vec2[] outline, Vec2 p)
    {
        var from = p - Centre;
        var direction = Math.Atan2(from.Y, from.X);
        var n = outline.Length;
        var home = (int)Math.Round((direction < 0 ? direction + (2 * Math.PI) : direction) * n / (2 * Math.PI));
        // First every fifth point, then those between.
        const int stride = 5;
        var (at, best) = (home, double.PositiveInfinity);
        Look(home - (n / 8), home + (n / 8), stride);
        Look(at - stride + 1, at + stride - 1, 1);
        var (least, share) = (double.PositiveInfinity, 0.0);
        for (var start = at - 1; start <= at; start++)
        {
            var (a, b) = (outline[(start + (2 * n)) % n], outline[(start + 1 + (2 * n)) % n]);
            var t = Math.Clamp((p - a).Dot(b - a) / (b - a).Dot(b - a), 0, 1);
            var distance = (p - Vec2.Mix(a, b, t)).Length;
            if (distance < least)
                (least, share) = (distance, start + t + n);
        }
        var inside = from.Length < radius.At(direction);
        return (inside ? least : -least, 2 * Math.PI * (share % n) / n);

        void Look(int first, int last, int step)
        {
            for (var i = first; i <= last; i += step)
            {
                var off = outline[(i + (2 * n)) % n] - p;
                var square = off.Dot(off);
                if (square < best)
                    (at, best) = (i, square);
            }
        }
    }
}

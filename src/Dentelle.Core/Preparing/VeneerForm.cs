using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Preparing;

/// <summary>
/// A front tooth cut for a veneer: its own mesh with the facial surface taken in by true distances, seen along the path,
/// and the edge taken down.
/// </summary>
/// <remarks>
/// Every cut is a height over a plane square to its own direction: seen from there nothing is undercut, and the mesh stays
/// closed.
/// </remarks>
public sealed class VeneerForm : PlannedBody
{
    private const double Cell = 0.1;

    /// <summary>How far below the margin's own width the depth grows to that of the third.</summary>
    private const double Growth = 0.9;

    /// <summary>Sides that face less to the front than this are left: the margin ends where it can't be seen from there.</summary>
    private const double FacesFront = 0.25;

    /// <summary>
    /// From this far under the planned edge upwards the tooth is too thin where the wall ends; the wall goes straight up
    /// from there.
    /// </summary>
    private const double UnderEdge = 1;

    /// <summary>What the evening-out of heights changes where nothing is cut.</summary>
    private const double Blurred = 0.01;

    private readonly ShapeHabits shape;
    private readonly VeneerHabits habits;

    internal VeneerForm(PresentTooth present, Plan plan, Protocol protocol)
        : base(present, plan) => (shape, habits) = (protocol.Shape, protocol.Veneers);

    /// <summary>A direction in the tooth's middle plane, so many degrees from straight facially to the edge.</summary>
    internal static Vec3 Toward(Sourced<double> degrees)
    {
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(degrees.Value));
        return new Vec3(0, cos, sin);
    }

    internal override Mesh Unplaced(Fineness fineness)
    {
        var mesh = fineness == Fineness.Preview ? Present.Surface : Present.Form.Unplaced(fineness);
        var (zones, labels) = Present.Labels(Plan.Assessment.Crossbite, shape.BevelHeightMm.Value);
        if (fineness != Fineness.Preview)
            labels = zones.Of(mesh);
        var kinds = Array.ConvertAll(labels, label => label < 0 ? (ZoneKind?)null : zones.All[label].Kind);
        var places = mesh.Positions.ToArray();
        // The edge first: what comes down with it must still end on the facial and lingual cuts.
        if (Plan.DepthAt(ZoneKind.Edge) > Mm.Zero)
            LowerEdge(mesh, places);
        // However it is seated, its facial surface is cut from the front.
        Take(mesh, kinds, places, FacialDepths(mesh, kinds), Toward(habits.PathDeg));
        foreach (var side in Enum.GetValues<ProximalSide>().Where(Plan.GoesThroughContact))
            Slice(mesh, kinds, places, side);
        if (Plan.Zone(Kebab.Of(ZoneKind.LingualFossa)) is not null)
            Take(mesh, kinds, places, LingualDepths(mesh, kinds), new Vec3(0, -Plan.Path.Z, Plan.Path.Y), drawsUp: true);
        for (var i = 0; i < places.Length; i++)
        {
            if (places[i] != mesh.Positions[i])
                places[i] = (Vector3)Inside(places[i]);
        }
        return new Mesh(places, [.. mesh.Corners]);
    }

    /// <summary>Takes every vertex that faces a direction back to what lies its depth under the surface.</summary>
    /// <param name="drawsUp">Whether what hangs over the cut, seen across the direction, goes with it.</param>
    private static void Take(Mesh mesh, ZoneKind?[] kinds, Vector3[] places, double[] depths, Vec3 toward, bool drawsUp = false)
    {
        var turn = Rigid.Frame(Vec3.UnitX, toward.Cross(Vec3.UnitX), toward, default).Inverse;
        var turned = mesh.Moved(turn);
        var tops = HeightGrid.Of(turned, Cell);
        var reduced = new ReducedTop(turned, depths, 0, (x, y) => tops.At(x, y), Cell);
        Func<double, double, double> cut = drawsUp ? Drawn(turned, depths, reduced, tops).At : reduced.Height;
        var back = turn.Inverse;
        for (var i = 0; i < places.Length; i++)
        {
            // The root, seen close behind the crown from here, is left.
            if (kinds[i] is null || ((Vec3)mesh.Normals[i]).Dot(toward) < 0.02)
                continue;
            var at = turn.Apply(places[i]);
            var height = cut(at.X, at.Y);
            if (height < at.Z - Blurred)
                places[i] = (Vector3)back.Apply(at with { Z = height });
        }
    }

    /// <summary>No place of a cut higher than one under it: it draws along the second axis.</summary>
    private static Grid Drawn(Mesh turned, double[] depths, ReducedTop reduced, Grid tops)
    {
        const double begun = 0.05;
        var drawn = Grid.Over(turned.Box, Cell);
        var from = Enumerable.Range(0, depths.Length).Where(i => !double.IsNaN(depths[i])).Min(i => turned.Positions[i].Y - depths[i]);
        for (var column = 0; column < drawn.Columns; column++)
        {
            var least = double.PositiveInfinity;
            for (var row = 0; row < drawn.Rows; row++)
            {
                var (x, y) = (drawn.X(column), drawn.Y(row));
                var height = reduced.Height(x, y);
                if (y >= from && (least < double.PositiveInfinity || height < tops.At(x, y) - begun))
                    height = least = Math.Min(least, height);
                drawn[(row * drawn.Columns) + column] = height;
            }
        }
        return drawn;
    }

    /// <summary>
    /// The thirds' depths, from the margin's width at the gum; the margin's width on the sides as far as they face the
    /// front.
    /// </summary>
    private double[] FacialDepths(Mesh mesh, ZoneKind?[] kinds)
    {
        var depths = new double[kinds.Length];
        var width = Plan.Margin.At(Segment.Facial).Width.Value.Target.Value;
        var level = Plan.OverNeck(Plan.Margin.At(Segment.Facial), shape).Value;
        for (var i = 0; i < depths.Length; i++)
        {
            var above = AboveNeck(mesh.Positions[i]) - level - width;
            var deep = kinds[i] switch
            {
                { } facial when facial.IsFacial() => Plan.DepthAt(facial).Value,
                ZoneKind.Mesial or ZoneKind.Distal when mesh.Normals[i].Y > FacesFront => width,
                _ => double.NaN,
            };
            if (kinds[i] is { } kind && kind.IsFacial())
                deep = Math.Max(0, deep + Plan.TurnedOut(mesh.Positions[i].X));
            depths[i] = above < 0 ? double.NaN : width + ((deep - width) * Curves.SmoothStep(0, Growth, above));
        }
        SurfaceValues.Even(mesh, depths, 5, depth => !double.IsNaN(depth), depth => !double.IsNaN(depth));
        return depths;
    }

    /// <summary>
    /// A side whose margin goes through the contact: a wall along the path to a little behind the contact, its finish line
    /// as wide as the margin there.
    /// </summary>
    private void Slice(Mesh mesh, ZoneKind?[] kinds, Vector3[] places, ProximalSide side)
    {
        var (way, segment) = (side.Way(), side.Middle());
        var kind = side == ProximalSide.Mesial ? ZoneKind.Mesial : ZoneKind.Distal;
        var level = Plan.OverNeck(Plan.Margin.At(segment), shape).Value;
        var width = Plan.Margin.At(segment).Width.Value.Target.Value;
        var lean = Math.Tan(Plan.Convergence.Value.Target.PerWall.Radians);
        var ends =
            mesh.Positions[Enumerable.Range(0, places.Length).Where(i => kinds[i] == kind).MaxBy(i => way * mesh.Positions[i].X)].Y
            - habits.ThroughContactMm.Value;
        var (rise, foot) = (Plan.Path.Z / Plan.Path.Y, FootOf(level, way, ends));
        // Along the path a place passes all that lies between it and where the wall ends; the narrowest of it decides.
        var narrowest = new AcrossHeights(foot, mesh.Box.High.Z - Plan.DepthAt(ZoneKind.Edge).Value - UnderEdge, z =>
            Present.Form.Reach(new Vec2(0, ends), way > 0 ? 0 : Math.PI, z)
        );
        for (var i = 0; i < places.Length; i++)
        {
            var p = mesh.Positions[i];
            if (kinds[i] is null || way * p.X <= 0 || p.Y < ends || AboveNeck(p) < level)
                continue;
            var limit = narrowest.Least(p.Z - (rise * (p.Y - ends)), p.Z) - width - (lean * (p.Y - ends));
            if (way * places[i].X > limit)
                places[i].X = (float)(way * limit);
        }
    }

    /// <summary>Height at which a side's margin begins where its wall ends.</summary>
    private double FootOf(double level, int way, double ends) =>
        Crossing.Edge(Present.Form.Size.Length / 2, -1, z =>
            level - AboveNeck(new Vec3(way * Present.Form.Reach(new Vec2(0, ends), way > 0 ? 0 : Math.PI, z), ends, z))
        );

    /// <summary>A reach by height, kept at stations close enough to run straight between them.</summary>
    private sealed class AcrossHeights(double from, double to, Func<double, double> reach)
    {
        private const int Stations = 60;
        private readonly double[] reaches = [.. Enumerable.Range(0, Stations + 1).Select(i => reach(from + ((to - from) * i / Stations)))];

        public double Least(double low, double high)
        {
            var (first, last) = (Station(low), Station(high));
            var least = Math.Min(At(first), At(last));
            for (var i = (int)Math.Ceiling(first); i <= last; i++)
                least = Math.Min(least, reaches[i]);
            return least;
        }

        private double Station(double z) => Math.Clamp((z - from) / (to - from) * Stations, 0, Stations);

        private double At(double station) =>
            (int)Math.Min(station, Stations - 1) is var i ? reaches[i] + ((reaches[i + 1] - reaches[i]) * (station - i)) : 0;
    }

    /// <summary>The chamfer that ends a wrap, as far down the lingual as habit wants it under the lowered edge.</summary>
    private double[] LingualDepths(Mesh mesh, ZoneKind?[] kinds)
    {
        var depths = new double[kinds.Length];
        var deep = Plan.DepthAt(ZoneKind.LingualFossa).Value;
        var lowest = mesh.Box.High.Z - Plan.DepthAt(ZoneKind.Edge).Value - habits.LingualDownMm.Value + deep;
        for (var i = 0; i < depths.Length; i++)
            depths[i] = mesh.Normals[i].Y < 0 && kinds[i] is not null && mesh.Positions[i].Z > lowest ? deep : double.NaN;
        return depths;
    }

    /// <summary>The edge comes down by its depth everywhere, along the tooth's own curve of the edge.</summary>
    private void LowerEdge(Mesh mesh, Vector3[] places)
    {
        const int bins = 60;
        var (left, width) = (mesh.Box.Low.X, mesh.Box.Size.X);
        var tops = new double[bins];
        foreach (var p in mesh.Positions)
            tops[Bin(p.X)] = Math.Max(tops[Bin(p.X)], p.Z);
        var even = Enumerable.Range(0, bins).Select(bin => tops[Math.Max(0, bin - 2)..Math.Min(bins, bin + 3)].Average()).ToArray();
        var depth = Plan.DepthAt(ZoneKind.Edge).Value;
        for (var i = 0; i < places.Length; i++)
        {
            var level = even[Bin(mesh.Positions[i].X)] - depth;
            if (places[i].Z > level)
                places[i].Z = (float)level;
        }

        int Bin(double x) => Math.Clamp((int)((x - left) / width * bins), 0, bins - 1);
    }

    private double AboveNeck(Vec3 place)
    {
        var q = Present.Form.Unfitted(place);
        var axis = Present.Form.Shape.Axis(q.Z);
        return q.Z - Present.Form.Shape.Cervical(Math.Atan2(q.Y - axis.Y, q.X - axis.X));
    }
}

using System.Numerics;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Forms;

/// <summary>A front tooth cut for a veneer: its own mesh with the facial surface taken in by true distances, seen along the path, and the edge taken down.</summary>
/// <remarks>Every cut is a height over a plane square to its own direction: seen from there nothing is undercut, and the mesh stays closed.</remarks>
public sealed class VeneerForm : PlannedBody
{
    private const double Cell = 0.1;

    /// <summary>How far below the margin's own width the depth grows to that of the third.</summary>
    private const double Growth = 0.9;

    /// <summary>Sides that face less to the front than this are left: the margin ends where it can't be seen from there.</summary>
    private const double FacesFront = 0.25;

    /// <summary>What the evening-out of heights changes where nothing is cut.</summary>
    private const double Blurred = 0.01;

    private readonly ShapeHabits shape;
    private readonly VeneerHabits habits;

    internal VeneerForm(PresentTooth present, Plan plan, Protocol protocol)
        : base(present, plan) => (shape, habits) = (protocol.Shape, protocol.Veneers);

    internal override Mesh Unplaced(Fineness fineness)
    {
        var mesh = fineness == Fineness.Preview ? Present.Surface : Present.Form.Unplaced(fineness);
        var (zones, labels) = Present.Labels(Plan.Assessment.Crossbite, shape.BevelHeightMm.Value);
        if (fineness != Fineness.Preview) labels = zones.Of(mesh);
        var kinds = Array.ConvertAll(labels, label => label < 0 ? (ZoneKind?)null : zones.All[label].Kind);
        var places = mesh.Positions.ToArray();
        // The edge first: what comes down with it must still end on the facial and lingual cuts.
        if (Plan.DepthAt(ZoneKind.Edge) > Mm.Zero) LowerEdge(mesh, places);
        Take(mesh, kinds, places, FacialDepths(mesh, kinds), Plan.Path);
        if (Plan.Restoration == Restoration.VeneerWrap) Take(mesh, kinds, places, LingualDepths(mesh, kinds), new Vec3(0, -Math.Sqrt(0.5), Math.Sqrt(0.5)));
        for (var i = 0; i < places.Length; i++)
        {
            if (places[i] != mesh.Positions[i]) places[i] = (Vector3)Inside(places[i]);
        }
        return new Mesh(places, [.. mesh.Corners]);
    }

    /// <summary>Takes every vertex that faces a direction back to what lies its depth under the surface.</summary>
    private static void Take(Mesh mesh, ZoneKind?[] kinds, Vector3[] places, double[] depths, Vec3 toward)
    {
        var turn = Rigid.Frame(Vec3.UnitX, toward.Cross(Vec3.UnitX), toward, default).Inverse;
        var turned = mesh.Moved(turn);
        var tops = HeightGrid.Of(turned, Cell);
        var reduced = new ReducedTop(turned, depths, 0, (x, y) => tops.At(x, y), Cell);
        var back = turn.Inverse;
        for (var i = 0; i < places.Length; i++)
        {
            // The root, seen close behind the crown from here, is left.
            if (kinds[i] is null || ((Vec3)mesh.Normals[i]).Dot(toward) < 0.02) continue;
            var at = turn.Apply(places[i]);
            var height = reduced.Height(at.X, at.Y);
            if (height < at.Z - Blurred) places[i] = (Vector3)back.Apply(at with { Z = height });
        }
    }

    /// <summary>The thirds' depths, from the margin's width at the gum; the margin's width on the sides as far as they face the front.</summary>
    private double[] FacialDepths(Mesh mesh, ZoneKind?[] kinds)
    {
        var depths = new double[kinds.Length];
        var width = Plan.Margin.At(Segment.Facial).Width.Value.Target.Value;
        var level = shape.GumAboveNeckMm.Value + Plan.Margin.At(Segment.Facial).Level.Value.Value;
        for (var i = 0; i < depths.Length; i++)
        {
            var above = AboveNeck(mesh.Positions[i]) - level - width;
            var deep = kinds[i] switch
            {
                ZoneKind.FacialIncisalThird or ZoneKind.FacialMiddleThird or ZoneKind.FacialGingivalThird => Plan.DepthAt(kinds[i]!.Value).Value,
                ZoneKind.Mesial or ZoneKind.Distal when mesh.Normals[i].Y > FacesFront => width,
                _ => double.NaN,
            };
            depths[i] = above < 0 ? double.NaN : width + ((deep - width) * Curves.SmoothStep(0, Growth, above));
        }
        SurfaceValues.Even(mesh, depths, 5, depth => !double.IsNaN(depth), depth => !double.IsNaN(depth));
        return depths;
    }

    /// <summary>The chamfer that ends a wrap, as far down the lingual as habit wants it under the lowered edge.</summary>
    private double[] LingualDepths(Mesh mesh, ZoneKind?[] kinds)
    {
        var depths = new double[kinds.Length];
        var deep = Plan.DepthAt(ZoneKind.LingualFossa).Value;
        var lowest = mesh.Box.High.Z - Plan.DepthAt(ZoneKind.Edge).Value - habits.LingualDownMm.Value + deep;
        for (var i = 0; i < depths.Length; i++) depths[i] = mesh.Normals[i].Y < 0 && kinds[i] is not null && mesh.Positions[i].Z > lowest ? deep : double.NaN;
        return depths;
    }

    /// <summary>The edge comes down by its depth everywhere, along the tooth's own curve of the edge.</summary>
    private void LowerEdge(Mesh mesh, Vector3[] places)
    {
        const int bins = 60;
        var (left, width) = (mesh.Box.Low.X, mesh.Box.Size.X);
        var tops = new double[bins];
        foreach (var p in mesh.Positions) tops[Bin(p.X)] = Math.Max(tops[Bin(p.X)], p.Z);
        var even = Enumerable.Range(0, bins).Select(bin => tops[Math.Max(0, bin - 2)..Math.Min(bins, bin + 3)].Average()).ToArray();
        var depth = Plan.DepthAt(ZoneKind.Edge).Value;
        for (var i = 0; i < places.Length; i++)
        {
            var level = even[Bin(mesh.Positions[i].X)] - depth;
            if (places[i].Z > level) places[i].Z = (float)level;
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

using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Preparing;

/// <summary>
/// The edge of a prepared front tooth: as low as planned, and wide enough. What the blade is too thin for, the lingual side
/// gives back.
/// </summary>
internal sealed class PlannedEdge
{
    /// <summary>The least share of its depth that the lingual side keeps under the edge.</summary>
    private const double LingualShare = 0.4;

    private const int Steps = 64;
    private readonly ToothForm form;
    private readonly double depth,
        half,
        rounding;
    private readonly double[] corners = new double[Steps + 1];
    private readonly double[] levels = new double[Steps + 1];

    public PlannedEdge(ToothForm form, Plan plan, ShapeHabits habits)
    {
        this.form = form;
        rounding = habits.OuterEdgeRadiusMm.Value;
        depth = plan.DepthAt(ZoneKind.Edge).Value;
        half = (form.Size.Mesiodistal / 2) + 0.2;
        var (facial, lingual) = (plan.DepthAt(ZoneKind.FacialIncisalThird).Value, plan.DepthAt(ZoneKind.LingualFossa).Value);
        Parallel.For(0, Steps + 1, i =>
        {
            var x = half * ((2.0 * i / Steps) - 1);
            var z = levels[i] = Highest(x) - depth;
            var middle = form.Shape.Axis(z).Y;
            var (front, back) = (Side(x, z, middle, 1), Side(x, z, middle, -1));
            // The planned facial surface lies its depth inside the present one, square to it.
            var slope = (Side(x, z + 0.2, middle, 1) - Side(x, z - 0.2, middle, 1)) / 0.4;
            var planned = front - (facial * Math.Sqrt(1 + (slope * slope)));
            var room = planned - back - (LingualShare * lingual);
            corners[i] = planned - Math.Min(habits.EdgeLeastWidthMm.Value, Math.Max(room, 2.2 * rounding));
        });
    }

    /// <summary>Height of the planned edge.</summary>
    public double Level(double x) => Between(levels, x);

    /// <summary>Takes back depths that would eat into the edge; the old edge itself has no say: the level decides there.</summary>
    public void Limit(Mesh surface, SurfaceZones zones, int[] labels, double[] depths)
    {
        var numbers = zones.All.Select((zone, i) => (zone.Kind, i)).ToDictionary(z => z.Kind, z => z.i);
        for (var i = 0; i < depths.Length; i++)
        {
            if (labels[i] == numbers[ZoneKind.Edge])
            {
                depths[i] = double.NaN;
                continue;
            }
            if (double.IsNaN(depths[i]) || surface.Normals[i].Y > 0)
                continue;
            Vec3 p = surface.Positions[i];
            // A ball of the rounding radius must still fit under the edge's lingual corner.
            depths[i] = Math.Min(depths[i], new Vec2(p.Y - Corner(p.X) - rounding, p.Z - Level(p.X) + rounding).Length - rounding);
        }
    }

    private double Corner(double x) => Between(corners, x);

    private double Between(double[] stations, double x)
    {
        var place = Math.Clamp((x + half) / (2 * half) * Steps, 0, Steps - 1e-9);
        return stations[(int)place] + ((stations[(int)place + 1] - stations[(int)place]) * (place - (int)place));
    }

    /// <summary>Top of the present edge: the highest of the surface over a line across it.</summary>
    private double Highest(double x)
    {
        var (highest, across) = (0.0, form.Shape.Lean.Y * form.Size.Length);
        for (var k = -6; k <= 6; k++)
        {
            var y = across + (k * 0.12);
            highest = Math.Max(highest, Crossing.Edge(0, form.Size.Length + 0.2, z => form.At(new Vec3(x, y, z))));
        }
        return highest;
    }

    /// <summary>
    /// Where the surface lies facially (1) or lingually (−1) of the middle; the middle itself where the level is above it.
    /// </summary>
    private double Side(double x, double z, double middle, int side) =>
        middle + (side * Crossing.Edge(0, form.Size.Faciolingual, y => form.At(new Vec3(x, middle + (side * y), z))));
}

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

    /// <summary>What the height grid's cells and its evening take from a blade's sides.</summary>
    private const double GridLoss = 0.15;

    private const int Steps = 64;
    private readonly ToothForm form;
    private readonly double half,
        rounding;
    private readonly double[] corners = new double[Steps + 1];
    private readonly double[] levels = new double[Steps + 1];

    public PlannedEdge(ToothForm form, Plan plan, Protocol protocol)
    {
        var habits = protocol.Shape;
        this.form = form;
        rounding = habits.OuterEdgeRadiusMm.Value;
        half = (form.Size.Mesiodistal / 2) + 0.2;
        var (facial, lingual) = (plan.DepthAt(ZoneKind.FacialIncisalThird).Value, plan.DepthAt(ZoneKind.LingualFossa).Value);
        var (wanted, tops) = (habits.EdgeLeastWidth(plan.Tooth).Value, new double[Steps + 1]);
        Parallel.For(0, Steps + 1, i => tops[i] = Highest(X(i)));
        var asked = plan.Zone(Kebab.Of(ZoneKind.Edge))!;
        var depth = Depth(asked.Depth.Value.Target.Value, Most(asked));
        Parallel.For(0, Steps + 1, i =>
        {
            levels[i] = tops[i] - depth;
            var (planned, room) = Blade(X(i), levels[i]);
            corners[i] = planned - Math.Min(wanted + GridLoss, Math.Max(room, 2.2 * rounding));
        });

        double X(int i) => half * ((2.0 * i / Steps) - 1);

        // Where the planned facial surface lies, its depth inside the present one square to it, and what is left behind it.
        (double Planned, double Room) Blade(double x, double z)
        {
            var middle = form.Shape.Axis(z).Y;
            var slope = (Side(x, z + 0.2, middle, 1) - Side(x, z - 0.2, middle, 1)) / 0.4;
            var planned = Side(x, z, middle, 1) - (facial * Math.Sqrt(1 + (slope * slope)));
            return (planned, planned - Side(x, z, middle, -1) - (LingualShare * lingual));
        }

        // Ceramic that gets too thick without support is no way to a wider edge.
        double Most(ZonePlan edge) =>
            plan.MaterialClass == MaterialClass.Metal
                ? edge.Depth.Value.Most.Value
                : Math.Min(edge.Depth.Value.Most.Value, protocol.Cautions.UnsupportedCeramicMostMm.Value - edge.BuildOut.Value);

        // As planned, or lower within what the material may have, until the blade is thick enough for an edge.
        double Depth(double target, double most)
        {
            const double step = 0.1;
            var down = target;
            while (down + step <= most + 1e-9 && Blade(0, tops[Steps / 2] - down).Room < wanted + GridLoss)
                down += step;
            return down;
        }
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
            // A ball of the rounding radius must still fit under the edge's lingual corner. The top is a height over the plan: what
            // is cut below the corner takes everything above it, too.
            var over = Math.Max(0, p.Z - Level(p.X) + rounding);
            depths[i] = Math.Max(0, Math.Min(depths[i], new Vec2(p.Y - Corner(p.X) - rounding, over).Length - rounding));
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

using System.Numerics;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Anatomy;

/// <summary>What lies inside a tooth by averages: dentine under its enamel, and the pulp. Estimates, to be shown as such.</summary>
public sealed class InnerBodies
{
    /// <summary>Up to here a front tooth's pulp is as wide as its neck lets it; above it narrows to a ridge. Over the neck.</summary>
    private const double FrontRoof = 2;

    private readonly PresentTooth tooth;
    private readonly Lazy<Mesh> dentine,
        pulp;
    private readonly Lazy<MeshTree> pulpTree;

    internal InnerBodies(PresentTooth tooth, Estimates estimates)
    {
        this.tooth = tooth;
        dentine = new(() => MakeDentine(estimates.EnamelMm));
        pulp = new(() => MakePulp(estimates.PulpMm.For(tooth.Form.Tooth)));
        pulpTree = new(() => new MeshTree(pulp.Value));
    }

    /// <summary>
    /// The tooth without its enamel; on the root one with the tooth's own surface. Vertices in the order of the tooth's
    /// preview mesh.
    /// </summary>
    public Mesh Dentine => dentine.Value;

    public Mesh Pulp => pulp.Value;

    internal MeshTree PulpTree => pulpTree.Value;

    private Mesh MakeDentine(EnamelEstimates enamel)
    {
        var surface = tooth.Surface;
        var tree = tooth.Tree;
        _ = surface.Normals;
        var thickness = Thickness(enamel);
        // The root stays bare: nothing is evened onto it.
        SurfaceValues.Even(surface, thickness, 4, _ => true, value => value > 0);
        var inner = new Vector3[surface.Positions.Length];
        Parallel.For(0, (inner.Length + 255) / 256, run =>
        {
            var search = tree.Search();
            for (var i = run * 256; i < Math.Min(inner.Length, (run + 1) * 256); i++)
            {
                Vec3 p = surface.Positions[i];
                var want = thickness[i];
                if (want < 0.01)
                {
                    inner[i] = (Vector3)p;
                    continue;
                }
                // Toward the middle of the crown, so that lines never cross; then corrected by the distance that comes out.
                var inward = (new Vec3(p.X * 0.3, p.Y * 0.3, Math.Min(p.Z - 0.5, 0.35 * tooth.Form.Size.Length)) - p).Unit;
                var steep = Math.Max(0.35, -inward.Dot(surface.Normals[i]));
                var way = want / steep;
                for (var round = 0; round < 4; round++)
                {
                    var found = search.Closest(p + (inward * way), 2 * want + 0.2).Distance;
                    if (double.IsInfinity(found))
                        break;
                    way += (want - found) / Math.Max(steep, 0.6);
                }
                inner[i] = (Vector3)(p + (inward * way));
            }
        });
        return new Mesh(inner, [.. surface.Corners]);
    }

    /// <summary>Nothing at the neck, thin in the cervical third, full at cusps and edge, thinner in the groove.</summary>
    private double[] Thickness(EnamelEstimates enamel)
    {
        var form = tooth.Form;
        var surface = tooth.Surface;
        var thickness = new double[surface.Positions.Length];
        var top = form.Size.Length;
        for (var i = 0; i < thickness.Length; i++)
        {
            Vec3 p = surface.Positions[i];
            var q = form.Unfitted(p);
            var axis = form.Shape.Axis(q.Z);
            var neck = form.Shape.Cervical(Math.Atan2(q.Y - axis.Y, q.X - axis.X));
            var height = (q.Z - neck) / (top - neck);
            if (height <= 0)
                continue;
            double high,
                middle,
                cervical;
            if (form.Shape is BackCrown back)
            {
                (middle, cervical) = (enamel.Back.Middle, enamel.Back.Cervical);
                var depth = Math.Min(1, back.Table.MainGrooves.Sum(g => g.Depth(q.X, q.Y)) / 0.3);
                var outside = back.Table.OverRim(q.X, q.Y).Outside;
                high = enamel.Back.Cusp + ((enamel.Back.Groove - enamel.Back.Cusp) * Math.Max(depth, Curves.SmoothStep(0, -2.5, outside)));
                if (outside < -0.2 && q.Z > 0.45 * top)
                    height = 1;
            }
            else
            {
                (high, middle, cervical) = (enamel.Front.Incisal, enamel.Front.Middle, enamel.Front.Cervical);
            }
            // The middles of the thirds have the thirds' values.
            var axial = cervical + ((middle - cervical) * Curves.SmoothStep(1.0 / 6, 0.5, height));
            thickness[i] = (axial + ((high - axial) * Curves.SmoothStep(0.5, 5.0 / 6, height))) * Curves.SmoothStep(0, 0.1, height);
        }
        return thickness;
    }

    /// <summary>
    /// A chamber as wide as the neck less its walls, with a horn that points to each cusp; a front tooth's narrows to its edge.
    /// </summary>
    private Mesh MakePulp(PulpEstimate estimate)
    {
        var (form, tips) = (tooth.Form, tooth.Form.CuspTips);
        var isFront = form.Tooth.IsFront;
        // The ceiling is measured from the facial cusp.
        var roof = estimate.CeilingBelowTop is { } ceiling ? tips.Where(tip => tip.Y > 0).Max(tip => tip.Z) - ceiling : FrontRoof;
        // An oval, so that the corners of the neck keep their walls too.
        var (across, along) = (Half(0), Half(Math.PI / 2));
        var horns = tips.Select(tip => isFront ? FrontHorn(tip) : Horn(tip)).ToArray();
        IField chamber = new FormulaField(p =>
        {
            var half = Oval(Math.Atan2(p.Y, p.X)) * (1 - (0.06 * Math.Abs(p.Z - 1)));
            var wall = Math.Sqrt((p.X * p.X) + (p.Y * p.Y)) - Math.Max(0.15, half);
            var body = Blend.Max(0.9 * wall, p.Z - roof, 0.6);
            foreach (var (foot, horn) in horns)
                body = Blend.Min(body, Capsule(p, foot, horn, isFront ? 0.45 : 0.35), 0.3);
            return Math.Max(body, -(p.Z + ToothForm.StumpDepth - 0.05));
        });
        var box = new Box3(
            new Vec3(-form.Size.Mesiodistal / 2, -form.Size.Faciolingual / 2, -ToothForm.StumpDepth - 0.3),
            new Vec3(form.Size.Mesiodistal / 2, form.Size.Faciolingual / 2, form.Size.Length)
        );
        return SurfaceExtraction.Of(SampledField.Of(chamber, box, 0.25));

        double Half(double side) => Math.Max(0.25, form.Shape.Neck(side) - estimate.NeckWall);

        double Oval(double angle) => 1 / Math.Sqrt(Math.Pow(Math.Cos(angle) / across, 2) + Math.Pow(Math.Sin(angle) / along, 2));

        // It runs out between the tooth's two surfaces, nearest neither.
        (Vec3 Foot, Vec3 Tip) FrontHorn(Vec3 edge) => (Between(roof - 1), Between(edge.Z - estimate.HornBelowTop));

        Vec3 Between(double z) => new(0, (form.Reach(default, Math.PI / 2, z) - form.Reach(default, -Math.PI / 2, z)) / 2, z);

        // It rises from the chamber's corner, inside its walls, toward the cusp.
        (Vec3 Foot, Vec3 Tip) Horn(Vec3 cusp)
        {
            var angle = Math.Atan2(cusp.Y, cusp.X);
            var (sin, cos) = Math.SinCos(angle);
            var reach = Math.Max(0, Oval(angle) - 0.3);
            var foot = new Vec3(reach * cos, reach * sin, roof - 1);
            return (foot, Vec3.Mix(foot, cusp, (cusp.Z - estimate.HornBelowTop - foot.Z) / (cusp.Z - foot.Z)));
        }
    }

    private static double Capsule(Vec3 p, Vec3 a, Vec3 b, double radius)
    {
        var along = b - a;
        var t = Math.Clamp((p - a).Dot(along) / along.LengthSquared, 0, 1);
        // Horns taper to their tip.
        return (p - a - (along * t)).Length - (radius * (1.3 - t));
    }
}

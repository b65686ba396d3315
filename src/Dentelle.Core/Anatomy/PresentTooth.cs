using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Anatomy;

/// <summary>
/// A tooth's form with what is asked of it again and again: its surface, whose zone each vertex is, what lies inside. In
/// the tooth's own frame.
/// </summary>
public sealed class PresentTooth
{
    private const int MostMade = 40;
    private readonly Lazy<Mesh> surface;
    private readonly Lazy<MeshTree> tree;
    private readonly Lazy<WellInside> depths;

    internal PresentTooth(ToothForm form)
    {
        Form = form;
        surface = new(() => form.Unplaced(Fineness.Preview));
        tree = new(() => new MeshTree(surface.Value));
        depths = new(() => new WellInside(form, surface.Value.Box));
    }

    public ToothForm Form { get; }

    /// <summary>The preview mesh.</summary>
    public Mesh Surface => surface.Value;

    public MeshTree Tree => tree.Value;

    internal WellInside Depths => depths.Value;

    /// <summary>The body of the tooth on either side.</summary>
    public Mesh Mesh(ToothCode code, Fineness fineness) => Standing(fineness == Fineness.Preview ? Surface : Form.Unplaced(fineness), code);

    /// <summary>A mesh of the form's own frame as the tooth of a side stands in the mouth: one form serves both.</summary>
    internal Mesh Standing(Mesh mesh, ToothCode code)
    {
        var placed = Form.Placed(mesh);
        return code.IsMirrored == Form.Tooth.IsMirrored ? placed : placed.MirroredX();
    }

    /// <summary>The same of a place or a direction.</summary>
    internal Vec3 Standing(Vec3 own, ToothCode code)
    {
        var placed = Form.Placing.Apply(own);
        return code.IsMirrored ? placed with { X = -placed.X } : placed;
    }

    /// <summary>What is made of this tooth and asked for again and again, by whichever room; kept as long as the tooth is.</summary>
    public Shelf Made { get; } = new(MostMade);

    /// <summary>Zones, and the number of each vertex's zone (−1 on the root).</summary>
    internal (SurfaceZones Zones, int[] Labels) Labels(bool crossbite, double bevelHeight) => Made.Get((crossbite, bevelHeight), () =>
        {
            var zones = new SurfaceZones(Form, crossbite, bevelHeight);
            return (zones, zones.Of(Surface));
        });

    /// <summary>Dentine and pulp by averages.</summary>
    internal InnerBodies Inside(Estimates estimates) => Made.Get(estimates, () => new InnerBodies(this, estimates));
}

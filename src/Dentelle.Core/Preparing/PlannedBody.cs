using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Preparing;

/// <summary>A tooth as it will be when a plan is cut, in the present tooth's own frame.</summary>
public abstract class PlannedBody
{
    private readonly Lazy<Mesh> surface;

    private protected PlannedBody(PresentTooth present, Plan plan)
    {
        (Present, Plan) = (present, plan);
        surface = new(() => Unplaced(Fineness.Preview));
    }

    public Plan Plan { get; }

    public PresentTooth Present { get; }

    /// <summary>The body as the plan's tooth stands.</summary>
    public Mesh Mesh(Fineness fineness) => Present.Standing(fineness == Fineness.Preview ? Surface : Unplaced(fineness), Plan.Tooth);

    /// <summary>The present tooth in the same frame.</summary>
    public Mesh PresentMesh(Fineness fineness) => Present.Mesh(Plan.Tooth, fineness);

    /// <summary>The preview mesh, in the tooth's own frame.</summary>
    internal Mesh Surface => surface.Value;

    internal abstract Mesh Unplaced(Fineness fineness);

    /// <summary>Whether a place of the cut surface lies on a shelf, whose own width is what is cut there.</summary>
    internal virtual bool IsShelf(Vec3 place) => false;

    /// <summary>
    /// What is read in a zone whose depth is no distance between the two surfaces, such as a box's floor straight down from
    /// the ridge; null where the distance is what is read.
    /// </summary>
    internal virtual double? Read(Zone zone) => null;

    /// <summary>
    /// Where a side bulges over it, a place that came down would hang outside the tooth: it goes in to the surface at its
    /// height.
    /// </summary>
    private protected Vec3 Inside(Vec3 p)
    {
        if (Present.Form.At(p) <= 0)
            return p;
        var middle = Present.Form.Shape.Axis(p.Z);
        var axis = new Vec3(middle.X, middle.Y, p.Z);
        return Vec3.Mix(axis, p, Crossing.Edge(0, 1, t => Present.Form.At(Vec3.Mix(axis, p, t))));
    }
}

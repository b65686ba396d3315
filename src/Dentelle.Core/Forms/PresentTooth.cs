using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Forms;

/// <summary>A tooth's form with what is asked of it again and again: its surface, whose zone each vertex is, what lies inside. In the tooth's own frame.</summary>
public sealed class PresentTooth
{
    private readonly Lazy<Mesh> surface;
    private readonly Lazy<MeshTree> tree;
    private readonly Lazy<WellInside> depths;
    private readonly Dictionary<(bool, double), (SurfaceZones Zones, int[] Labels)> labels = [];
    private readonly Dictionary<Estimates, InnerBodies> inside = [];
    private readonly Dictionary<Estimates, IReadOnlyList<ToothSection>> sections = [];
    private readonly Dictionary<int[], double[]> rooms = [];
    private readonly Lock gate = new();
    private Surroundings? around;
    private IReadOnlyList<IReadOnlyList<IReadOnlyList<Vec2>>>? linesAround;

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

    /// <summary>Zones, and the number of each vertex's zone (−1 on the root).</summary>
    internal (SurfaceZones Zones, int[] Labels) Labels(bool crossbite, double bevelHeight)
    {
        lock (gate)
        {
            if (labels.TryGetValue((crossbite, bevelHeight), out var known))
                return known;
            var zones = new SurfaceZones(Form, crossbite, bevelHeight);
            return labels[(crossbite, bevelHeight)] = (zones, zones.Of(Surface));
        }
    }

    /// <summary>Dentine and pulp by averages.</summary>
    internal InnerBodies Inside(Estimates estimates)
    {
        lock (gate)
        {
            if (!inside.TryGetValue(estimates, out var known))
                inside[estimates] = known = new InnerBodies(this, estimates);
            return known;
        }
    }

    /// <summary>Neighbours and antagonists of an average arch.</summary>
    internal Surroundings Around(Arch arch)
    {
        lock (gate)
            return around ??= Surroundings.Of(this, arch);
    }

    /// <summary>How near the antagonists come to each zone, given the numbers of the vertices' zones.</summary>
    internal double[] RoomBefore(int[] zones, Surroundings opposite, int count)
    {
        lock (gate)
        {
            if (!rooms.TryGetValue(zones, out var known))
                rooms[zones] = known = opposite.Nearest([.. Surface.Positions.ToArray().Select(p => (Vec3)p)], zones, count);
            return known;
        }
    }

    /// <summary>The sections that a unit's drawing shows, through everything that no plan changes. The last one is the mesiodistal.</summary>
    internal IReadOnlyList<ToothSection> Sections(Estimates estimates)
    {
        lock (gate)
        {
            if (!sections.TryGetValue(estimates, out var known))
                sections[estimates] = known = [.. ToothSection.Cuts(Form).Select(cut => ToothSection.Of(cut, this, Inside(estimates)))];
            return known;
        }
    }

    /// <summary>For each of the sections the lines of the teeth around.</summary>
    internal IReadOnlyList<IReadOnlyList<IReadOnlyList<Vec2>>> LinesAround(Estimates estimates, Arch arch)
    {
        lock (gate)
            return linesAround ??= [.. Sections(estimates).Select(section => section.Around(Around(arch)))];
    }
}

/// <summary>Forms made once and kept: making one takes tens of milliseconds.</summary>
internal sealed class ToothShelf(FormTable table)
{
    private const int Most = 64;
    private readonly Dictionary<(Jaw, int, CrownSize, ToothCondition), PresentTooth> kept = [];
    private readonly Lock gate = new();

    /// <summary>The tooth; left and right share one form, for both are made mesial +x.</summary>
    public PresentTooth Get(ToothCode tooth, CrownSize size, ToothCondition condition)
    {
        var key = (tooth.Jaw, tooth.Position, size, condition);
        lock (gate)
        {
            if (kept.TryGetValue(key, out var known))
                return known;
            if (kept.Count == Most)
                kept.Clear();
            return kept[key] = new PresentTooth(
                new ToothForm(table, ToothCode.Of(tooth.Jaw == Jaw.Upper ? 1 : 3, tooth.Position), size, condition)
            );
        }
    }
}

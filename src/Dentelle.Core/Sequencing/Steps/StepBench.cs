using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>What every kind of step needs while it is made for one tooth: the tooth, the table, the burs, and the sums on them.</summary>
internal sealed class StepBench(StepScene scene, RunSheetTable table, BurRack rack)
{
    public StepScene Scene => scene;

    public RunSheetTable Table => table;

    public BurRack Rack => rack;

    public Plan Plan => scene.Plan;

    public ToothToCut Tooth => scene.Tooth;

    public Protocol Protocol => scene.Protocol;

    public SchoolEntry School => scene.School;

    /// <summary>Nearer than this a mark on the bur is the depth itself.</summary>
    public Mm Tolerance { get; } = new(table.Limits.ToleranceMm.Value);

    public string RoleOf(StepEntry entry) => School.Roles is { } own && own.TryGetValue(entry.Code, out var role) ? role : entry.Role!;

    /// <summary>The plan's zones that a step cuts and that have something to lose.</summary>
    public List<ZonePlan> Zones(StepEntry entry)
    {
        // Which walls stand over which kind of line.
        if (entry is { Cut: StepCut.Bulk, ByDesign: { } line })
            return Tooth.WallsOver(line);
        var zones = Tooth.Zones(entry.ZonesFor(scene));
        return entry.Cut == StepCut.Ceramic ? zones.FindAll(zone => BeyondMetal(zone) > Mm.Zero) : zones;
    }

    /// <summary>How deep a guide goes in a zone: as deep as what is cut to it.</summary>
    public Mm Marked(ZonePlan zone) => Mm.Most(Mm.Zero, zone.RoughCut - BeyondMetal(zone));

    /// <summary>By how much a facial cusp that gets ceramic last is deeper than metal alone would need.</summary>
    public Mm BeyondMetal(ZonePlan zone)
    {
        if (!School.CeramicLast || zone.Zone.Cusp?.IsFacial() != true)
            return Mm.Zero;
        if (Protocol.Entry(Plan.Restoration, Plan.Material.Value)?.Depth(zone.Zone.Kind, Surface.Metal) is not { } metal)
            return Mm.Zero;
        return Mm.Least(zone.RoughCut, Mm.Most(Mm.Zero, zone.Thickness.Target - metal.Range(Protocol.Tolerance).Target));
    }

    /// <summary>The bur for a role, or the other tool that does it.</summary>
    /// <param name="name">The role.</param>
    /// <param name="depth">How deep it goes; null where no depth is meant.</param>
    /// <param name="line">The finish line under it, which decides the shape where the role leaves it open.</param>
    public (BurChoice? Choice, string? Tool) Choose(string name, Mm? depth, LineClass? line)
    {
        var role = table.Roles[name];
        if (School.OneBurEach && role.Use is BurUse.Wall or BurUse.Fine && Tooth.Widest is { } widest)
            (depth, line) = (widest.Width.Value.Target, ToothToCut.Class(widest.Design));
        if (role.Tool is { } tool && (role.Families.Count == 0 || Protocol.Takes("edges", "disc")))
            return (null, tool);
        var families =
            Plan.Tooth.Kind == ToothKind.Canine && role.UnlessCanine is { } other ? other
            : role.Families.Count > 0 ? role.Families
            : table.Roles[line == LineClass.Chamfer ? "wall-chamfer" : "wall-shoulder"].Families;
        var wall = role.Use is BurUse.Wall or BurUse.Fine or BurUse.Margin ? Plan.Convergence.Value.Target.PerWall.Degrees : (double?)null;
        return (BurChoice.For(new BurNeed(role, families, depth, wall), rack, Tolerance), null);
    }

    public string? Mark(BurChoice? choice, Mm depth) => choice?.Chosen is { } bur ? BurChoice.DepthWords(bur, depth, Tolerance) : null;

    /// <summary>How far a bur that cuts walls is tipped for the plan's convergence.</summary>
    public double? WallTilt(BurChoice? choice) =>
        choice?.Chosen is { } bur && bur.Family.CutsWalls()
            ? BurSums.TiltFor(BurProfile.Of(bur), Plan.Convergence.Value.Target.PerWall.Degrees)
            : null;

    public double? CavityTilt(BurChoice? choice) =>
        choice?.Chosen is { } bur && Plan.Cavity is { } cavity
            ? BurSums.TiltFor(BurProfile.Of(bur), (cavity.Divergence.From + cavity.Divergence.To) / 2)
            : null;

    /// <summary>
    /// How far the tip goes in at the finish line: a rough bur stops short of its width as everywhere else, a fine one
    /// finishes it.
    /// </summary>
    public Mm Sunk(Mm width, BurChoice? choice) =>
        choice?.Chosen is { Grit: Grit.Medium or Grit.Coarse } ? Mm.Most(Mm.Zero, width - Plan.FinishingAllowance) : width;

    /// <summary>What lies between the teeth is cut side by side: each is seen from another place.</summary>
    public static ProximalSide? SideFor(StepEntry entry, ProximalSide? side) => entry.Surface == StepSurface.Proximal ? side : null;

    /// <summary>The commonest depth chooses the bur; others are read on the same one.</summary>
    public static Mm Usual(IEnumerable<Mm> depths) =>
        depths
            .GroupBy(depth => depth.Rounded)
            .OrderByDescending(group => group.Count())
            .ThenByDescending(group => group.Key)
            .First()
            .First();

    public StepView? View(StepEntry entry, StepPart? part)
    {
        if (SurfaceOf(entry, part) is not { } surface)
            return null;
        var row = table.View(Plan.Tooth, surface);
        var assistant = entry.Assistant ?? row.Assistant;
        return surface == ViewSurface.Lingual && Protocol.Takes("lingual-view", "move")
            ? new("from the other side", "straight", Sight.Direct, assistant)
            : new(row.Position, row.Head, row.Sight, assistant);
    }

    private ViewSurface? SurfaceOf(StepEntry entry, StepPart? part) =>
        part?.Surface
        ?? entry.Surface switch
        {
            StepSurface.Facial => ViewSurface.Facial,
            StepSurface.Lingual => ViewSurface.Lingual,
            StepSurface.Occlusal => ViewSurface.Occlusal,
            StepSurface.Proximal => Tooth.OnlyNeighbour == ProximalSide.Distal ? ViewSurface.Distal : ViewSurface.Mesial,
            StepSurface.Functional => FunctionalCuspsAreFacial ? ViewSurface.Facial : ViewSurface.Lingual,
            _ => null,
        };

    private bool FunctionalCuspsAreFacial =>
        Cusps.Of(Plan.Tooth).First(cusp => cusp.IsFunctional(Plan.Tooth, Plan.Assessment.Crossbite)).IsFacial();
}

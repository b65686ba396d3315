using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Restorations;

/// <summary>
/// Everything that is peculiar to one kind of restoration. Each kind is one file beside this one; what it doesn't say is as
/// here.
/// </summary>
/// <remarks>A class that is added here is found by its kind: no list has to be kept, and the tests demand one for every kind.</remarks>
public abstract class RestorationRules
{
    private static readonly Dictionary<Restoration, RestorationRules> Known = typeof(RestorationRules)
        .Assembly.GetTypes()
        .Where(type => type.IsSubclassOf(typeof(RestorationRules)) && !type.IsAbstract)
        .Select(type => (RestorationRules)Activator.CreateInstance(type)!)
        .ToDictionary(rules => rules.Kind);

    /// <summary>All kinds, in the order of the vocabulary.</summary>
    public static IReadOnlyList<RestorationRules> All { get; } = [.. Known.Values.OrderBy(rules => rules.Kind)];

    public static RestorationRules Of(Restoration kind) => Known[kind];

    public abstract Restoration Kind { get; }

    /// <summary>"veneer, incisal butt".</summary>
    public virtual string Words => Kebab.Of(Kind);

    /// <summary>How it is said on the quick line, the usual way first; empty where a line can't ask for it alone.</summary>
    public virtual IReadOnlyList<string> Said => [Kebab.Of(Kind)];

    /// <summary>Whose entries of the protocol it is planned with.</summary>
    public virtual Restoration EntryOf => Kind;

    /// <summary>Whether anything is cut.</summary>
    public virtual bool IsCut => true;

    /// <summary>Whether it covers the whole crown.</summary>
    public virtual bool IsFullCrown => false;

    /// <summary>
    /// Whether it has walls that lean toward each other along the path, so that convergence, grooves and a bridge's path
    /// concern it.
    /// </summary>
    public virtual bool HasWalls => false;

    /// <summary>Whether it stands inside the crown: boxes, an isthmus, a floor.</summary>
    public virtual bool IsIntracoronal => false;

    /// <summary>
    /// Whether it is bonded onto the facial surface and seated from the front: no walls hold it, its margin ends at the
    /// contacts.
    /// </summary>
    public virtual bool IsVeneer => false;

    /// <summary>Whether its entries are named after the material alone: "Zirconia, monolithic".</summary>
    public virtual bool NamedByMaterial => false;

    /// <summary>What its drawing shows where no convergence is told.</summary>
    public virtual string Drawn => "everything opens toward the bite";

    /// <summary>Walls that may get a groove or box.</summary>
    public virtual IReadOnlyList<WallSide> WallSides => [];

    /// <summary>Questions that are weighed for it.</summary>
    public virtual Question Questions =>
        Question.WhichKind | Question.Coverage | Question.MarginLevel | Question.Papilla | Question.Hold | Question.Crest;

    /// <summary>Whether it has a zone of its tooth.</summary>
    internal virtual bool Has(Zone zone, PlanContext context) => context.Entry.Depth(zone.Kind, Surface.Ceramic) is not null;

    /// <summary>The zones it has, in the order in which they are stepped through.</summary>
    internal virtual IEnumerable<Zone> ZonesOf(PlanContext context) =>
        Zones.Of(context.Tooth, context.Assessment.Crossbite, context.Findings.RotationDeg != 0).Where(zone => Has(zone, context));

    /// <summary>A depth that follows from its own shape and not from the material's table; null where none does.</summary>
    internal virtual Reasoned<MmRange>? OwnDepth(Zone zone, PlanContext context, Margin margin) => null;

    /// <summary>
    /// Whether a protocol must give it a depth for such zones; what it doesn't ask for follows from the margin beside it or
    /// isn't cut.
    /// </summary>
    internal virtual bool NeedsDepth(ZoneKind zone) => false;

    /// <summary>Whether its margin runs through a segment.</summary>
    internal abstract bool Has(Segment segment, PlanContext context);

    /// <summary>A level of the margin that follows from its own shape and not from gum and habit; null where none does.</summary>
    internal virtual Reasoned<Mm>? OwnLevel(Segment segment, PlanContext context) => null;

    /// <summary>What a school of its own puts in place of the table's thickness.</summary>
    internal virtual Reasoned<MmRange> BySchool(Zone zone, Reasoned<MmRange> set, PlanContext context) => set;

    /// <summary>What it needs beyond that, once the tooth's own limits are kept.</summary>
    internal virtual Reasoned<MmRange> Deepened(Zone zone, Reasoned<MmRange> set, PlanContext context) => set;

    /// <summary>What is cut even where the build-out alone would do; null for nothing.</summary>
    internal virtual Sourced<double>? LeastLeft(Zone zone, PlanContext context) => null;

    /// <summary>Direction of draw out of the tooth: along its axis.</summary>
    internal virtual Vec3 Path(Protocol protocol) => Vec3.UnitZ;

    internal virtual Cavity? Cavity(
        RestorationEntry entry,
        Material material,
        Assessment assessment,
        Decision decision,
        Protocol protocol
    ) => null;

    /// <summary>Grooves and boxes in its walls, as wished or as usual.</summary>
    internal virtual IReadOnlyList<RetentiveFeature> Features(IReadOnlyList<FeatureWish>? wishes, FeatureFigures figures) =>
        [.. (wishes ?? []).Distinct().Where(wish => WallSides.Contains(wish.Side)).OrderBy(wish => wish.Side).Select(figures.Feature)];

    /// <summary>What it leaves of the enamel it is bonded to; null where that is not asked.</summary>
    internal virtual VeneerEnamel? Enamel(IReadOnlyList<ZonePlan> zones, PlanContext context) => null;

    /// <summary>Wishes that exclude each other; null when they don't, or when a reason is given.</summary>
    internal virtual Problem? Contradiction(Assessment assessment, Decision decision, RestorationEntry entry) => null;

    /// <summary>The tooth as it will be once the plan is cut; null where nothing is cut, a problem where it can't be.</summary>
    internal abstract Answer<PlannedBody>? Body(PresentTooth present, Plan plan, Protocol protocol);

    /// <summary>A problem that yields to a reason given under its code.</summary>
    private protected static Problem? Unless(Decision decision, string code, string sentence, IReadOnlyList<string>? meant = null) =>
        decision.Because.TryGetValue(code, out var because) && !string.IsNullOrWhiteSpace(because)
            ? null
            : new Problem(code, $"{sentence} It is planned all the same when a reason is given.", meant ?? []) { YieldsToReason = true };
}

/// <summary>Questions that a dentist weighs for a tooth.</summary>
[Flags]
public enum Question
{
    None = 0,

    /// <summary>Veneer or crown, and which veneer; inlay, onlay or crown.</summary>
    WhichKind = 1,
    Coverage = 2,
    MarginLevel = 4,
    Papilla = 8,
    Hold = 16,
    Crest = 32,
    FinishLine = 64,
    Core = 128,
}

public static class RestorationWords
{
    public static RestorationRules Rules(this Restoration kind) => RestorationRules.Of(kind);

    public static RestorationRules Rules(this Plan plan) => RestorationRules.Of(plan.Restoration);

    /// <summary>"veneer, incisal butt".</summary>
    public static string Words(this Restoration kind) => RestorationRules.Of(kind).Words;
}

/// <summary>What a protocol has for a kind of restoration.</summary>
public static class RestorationOffers
{
    /// <summary>The entry of a restoration in a material; null when this protocol has no numbers for it.</summary>
    public static RestorationEntry? Entry(this Protocol protocol, Restoration restoration, Material material)
    {
        var entries = restoration.Rules().EntryOf;
        var entry = protocol.Restorations.FirstOrDefault(known => known.Restoration == entries && known.Materials.Contains(material));
        return entry is null || entries == restoration ? entry : entry with { Restoration = restoration };
    }

    /// <summary>What a kind of restoration can be made of on a tooth, in the protocol's order.</summary>
    public static IEnumerable<(Material Material, RestorationEntry Entry)> On(
        this Protocol protocol,
        ToothCode tooth,
        Restoration restoration
    ) =>
        protocol
            .Restorations.Where(entry => entry.Restoration == restoration && entry.Suits(tooth))
            .SelectMany(entry => entry.Materials.Select(material => (material, entry)));
}

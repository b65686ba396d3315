using System.Text.Json.Serialization;
using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing;

/// <summary>What run sheets are made from, as read from its file: steps, schools, burs' roles, places of operator and head, cords.</summary>
public sealed record RunSheetTable(
    string Remark,
    SheetLimits Limits,
    IReadOnlyDictionary<string, BurFamily> ShapeGroups,
    IReadOnlyDictionary<string, BurRole> Roles,
    IReadOnlyList<StepEntry> Steps,
    IReadOnlyList<SchoolEntry> Schools,
    IReadOnlyList<ViewEntry> Views,
    IReadOnlyList<CordEntry> Cords
)
{
    [JsonIgnore]
    public ShapeGroups Shapes => new(ShapeGroups);

    public StepEntry Step(string code) => Steps.First(step => step.Code == code);

    public SchoolEntry School(CuttingSchool school) => Schools.First(entry => entry.School == school);

    /// <summary>Schools that know how to cut a restoration on a tooth.</summary>
    public IEnumerable<SchoolEntry> For(Plan plan) => Schools.Where(entry => entry.Suits(plan));

    public ViewEntry View(ToothCode tooth, ViewSurface surface) =>
        Views.First(view => view.Jaw == tooth.Jaw && view.Side == SideOf(tooth) && view.Surface == surface);

    public CordEntry Cord(ToothCode tooth) =>
        Cords.First(cord => cord.Region == $"{Kebab.Of(tooth.Jaw)}-{(tooth.IsFront ? "front" : Kebab.Of(tooth.Kind))}");

    private static MouthSide SideOf(ToothCode tooth) =>
        tooth.IsFront ? MouthSide.Front
        : tooth.IsRight ? MouthSide.Right
        : MouthSide.Left;
}

/// <param name="ShellMm">Enamel left against the neighbour while a contact is opened.</param>
/// <param name="ContactHeightShare">How far under the top the contact lies, as a share of the crown.</param>
/// <param name="ChangeMinutes">Taking up another bur.</param>
/// <param name="ViewMinutes">Another place or turn of the head.</param>
/// <param name="DryPlasticUses">How many preparations a bur stands on dry plastic.</param>
/// <param name="TimesNeeded">So many recorded times replace an assumed one.</param>
/// <param name="ToleranceMm">Nearer than this a mark on the bur is the depth itself.</param>
public sealed record SheetLimits(
    Sourced<double> ShellMm,
    Sourced<double> ContactHeightShare,
    Sourced<double> ChangeMinutes,
    Sourced<double> ViewMinutes,
    Sourced<double> DryPlasticUses,
    Sourced<double> TimesNeeded,
    Sourced<double> ToleranceMm
);

[JsonConverter(typeof(KebabCase<StepPhase>))]
public enum StepPhase
{
    Before,
    Cut,
    Finish,
    Check,
    After,
}

/// <summary>What a step takes.</summary>
[JsonConverter(typeof(KebabCase<StepCut>))]
public enum StepCut
{
    None,

    /// <summary>Marks that reach the rough depth; what lies between them stays.</summary>
    Guide,

    /// <summary>Everything to the rough depth.</summary>
    Bulk,

    /// <summary>The finish line, as wide as planned.</summary>
    Line,

    /// <summary>A first line short of the final one.</summary>
    Trace,

    /// <summary>Through a contact.</summary>
    Through,

    /// <summary>What the rough pass left.</summary>
    Fine,

    /// <summary>What ceramic needs beyond metal.</summary>
    Ceramic,

    /// <summary>A groove or box.</summary>
    Feature,
}

[JsonConverter(typeof(KebabCase<StepSurface>))]
public enum StepSurface
{
    None,
    Facial,
    Lingual,
    Proximal,
    Occlusal,

    /// <summary>The outer side of the functional cusps.</summary>
    Functional,
}

[JsonConverter(typeof(KebabCase<StepSpeed>))]
public enum StepSpeed
{
    None,
    Low,
    High,
}

/// <summary>Families of finish lines that want the same bur.</summary>
[JsonConverter(typeof(KebabCase<LineClass>))]
public enum LineClass
{
    Shoulder,
    Chamfer,
}

/// <param name="Zones">Kinds of zones it cuts; those the plan doesn't have are left out, and the step with them.</param>
/// <param name="Role">Which kind of bur it wants.</param>
/// <param name="Check">How it is seen to be done.</param>
/// <param name="WaitMinutes">What must pass after it before what builds on it.</param>
/// <param name="WaitBoggyMinutes">The same where the gum is boggy or bleeds.</param>
/// <param name="Materials">What is laid out for it.</param>
/// <param name="Halves">Cut as two halves in any school.</param>
/// <param name="As">The code it is told by, where several entries are one kind of step; the entry's own when left out.</param>
/// <param name="ByDesign">Only where the finish line is of this class.</param>
public sealed record StepEntry(
    string Code,
    string Name,
    StepPhase Phase,
    StepCut Cut,
    StepSurface Surface,
    StepSpeed Speed,
    StepMinutes Minutes,
    IReadOnlyList<ZoneKind>? Zones = null,
    string? Role = null,
    string? Stroke = null,
    string? Check = null,
    string? Gauge = null,
    double? WaitMinutes = null,
    string? Caution = null,
    string? Assistant = null,
    bool Halves = false,
    LineClass? ByDesign = null,
    FeatureKind? Feature = null,
    string? As = null,
    double? WaitBoggyMinutes = null,
    IReadOnlyList<string>? Materials = null
);

public sealed record StepMinutes(double Front, double Premolar, double Molar)
{
    public double For(ToothCode? tooth) =>
        tooth?.Kind switch
        {
            null => Front,
            ToothKind.Premolar => Premolar,
            ToothKind.Molar => Molar,
            _ => Front,
        };
}

/// <summary>An order of steps that practitioners teach.</summary>
/// <param name="Stages">What comes after what; steps of one stage in any order.</param>
/// <param name="AcrossTeeth">Steps that wait until every tooth has gone through the stages before.</param>
/// <param name="Settings">Questions of detail that the school leaves to the practice.</param>
/// <param name="Roles">Other burs than the steps' usual ones.</param>
public sealed record SchoolEntry(
    CuttingSchool School,
    string Name,
    SchoolTeeth For,
    IReadOnlyList<Restoration> Restorations,
    IReadOnlyList<IReadOnlyList<string>> Stages,
    IReadOnlyList<string> AcrossTeeth,
    IReadOnlyList<string>? Settings = null,
    IReadOnlyDictionary<string, string>? Roles = null,
    string? Smoothing = null
)
{
    public bool Suits(Plan plan) =>
        Restorations.Contains(plan.Restoration)
        && (For == SchoolTeeth.Any || (For == SchoolTeeth.Front) == plan.Tooth.IsFront)
        && (School != CuttingSchool.CeramicFacing || plan.MaterialClass == MaterialClass.MetalCeramic);

    public bool Leaves(string question) => Settings?.Contains(question) == true;
}

[JsonConverter(typeof(KebabCase<SchoolTeeth>))]
public enum SchoolTeeth
{
    Any,
    Front,
    Back,
}

[JsonConverter(typeof(KebabCase<MouthSide>))]
public enum MouthSide
{
    Right,
    Front,
    Left,
}

[JsonConverter(typeof(KebabCase<ViewSurface>))]
public enum ViewSurface
{
    Facial,
    Lingual,
    Mesial,
    Distal,
    Occlusal,
}

[JsonConverter(typeof(KebabCase<Sight>))]
public enum Sight
{
    Direct,
    Mirror,
}

/// <summary>Where operator and head are for a surface, how it is seen, what the assistant does.</summary>
public sealed record ViewEntry(Jaw Jaw, MouthSide Side, ViewSurface Surface, string Position, string Head, Sight Sight, string Assistant);

/// <param name="ThinSecond">The second cord where the gum is thin.</param>
public sealed record CordEntry(string Region, string First, string Second, string? ThinSecond = null);

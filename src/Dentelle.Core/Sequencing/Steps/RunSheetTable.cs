using System.Text.Json.Serialization;
using Dentelle.Core.Burs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>
/// What run sheets are made from, as read from its file: steps, schools, burs' roles, places of operator and head, cords.
/// </summary>
public sealed record RunSheetTable
{
    public required string Remark { get; init; }

    public required SheetLimits Limits { get; init; }

    public required IReadOnlyDictionary<string, BurFamily> ShapeGroups { get; init; }

    public required IReadOnlyDictionary<string, BurRole> Roles { get; init; }

    public required IReadOnlyList<StepEntry> Steps { get; init; }

    public required IReadOnlyList<SchoolEntry> Schools { get; init; }

    public required IReadOnlyList<Arrangement> Arrangements { get; init; }

    public required IReadOnlyList<ViewEntry> Views { get; init; }

    public required IReadOnlyList<CordEntry> Cords { get; init; }

    [JsonIgnore]
    public ShapeGroups Shapes => new(ShapeGroups);

    public StepEntry Step(string code) => Steps.First(step => step.Code == code);

    /// <summary>Steps of a part of the visit, in their order there.</summary>
    internal IEnumerable<(StepEntry Entry, StepPlace Place)> In(VisitPart part) =>
        from entry in Steps
        from place in entry.Places
        where place.In == part
        orderby place.Rank
        select (entry, place);

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

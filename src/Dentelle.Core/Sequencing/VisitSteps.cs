using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>A tooth of a visit: its plan, and the protocol it was planned with, whose habits its steps follow.</summary>
public sealed record VisitTooth(Plan Plan, Protocol Protocol)
{
    /// <summary>What is known of the patient.</summary>
    public PatientAlerts Alerts { get; init; } = PatientAlerts.None;

    /// <summary>The tooth in a visit with a school of its own; one that this does not suit keeps its own.</summary>
    public VisitTooth In(CuttingSchool? school, RunSheetTable table) =>
        school is { } chosen && table.School(chosen).Suits(Plan) ? this with { Plan = Plan with { School = chosen } } : this;
}

/// <summary>All steps of a visit and which must come before which.</summary>
/// <param name="Schools">The school of each tooth.</param>
/// <param name="Offered">Schools that know how to cut one of the teeth at least.</param>
public sealed record VisitSteps(
    IReadOnlyList<SheetStep> Steps,
    IReadOnlyList<Precedence> Order,
    IReadOnlyDictionary<ToothCode, SchoolEntry> Schools,
    IReadOnlyList<SchoolEntry> Offered
)
{
    /// <param name="teeth">The teeth of the visit; pontics have no steps. What is done once for all follows the first one's habits.</param>
    /// <param name="chosen">Another school than the plans'; null takes each plan's own.</param>
    /// <returns>A problem when the school doesn't know how to cut one of them.</returns>
    public static Answer<VisitSteps> Of(IReadOnlyList<VisitTooth> teeth, CuttingSchool? chosen, RunSheetTable table, BurRack rack)
    {
        VisitTooth[] cut = [.. teeth.Where(tooth => tooth.Plan.Rules().IsCut)];
        if (cut.Length == 0)
            return new Problem("nothing-to-cut", "There is nothing to cut here: a run sheet needs at least one tooth with a restoration.");
        if (!Scenes(cut, chosen, table).Is(out var scenes, out var problem))
            return problem;
        var first = VisitBuilder.Build(scenes, table, rack);
        // A second time: what is in hand for many steps is taken for those it fits nearly as well as their own best.
        var inUse = first
            .Steps.Select(step => step.Bur?.Chosen?.Id)
            .OfType<string>()
            .GroupBy(id => id)
            .ToDictionary(group => group.Key, group => group.Count());
        return VisitBuilder.Build(scenes, table, rack with { InUse = inUse });
    }

    private static Answer<List<StepScene>> Scenes(VisitTooth[] cut, CuttingSchool? chosen, RunSheetTable table)
    {
        var scenes = new List<StepScene>();
        foreach (var tooth in cut)
        {
            var (plan, protocol) = tooth;
            if (!SchoolOf(plan, chosen, table).Is(out var school, out var problem))
                return problem;
            scenes.Add(new(new ToothToCut(plan), protocol, school, cut.Length, tooth.Alerts));
        }
        return scenes;
    }

    /// <summary>A practice's usual order may not know this restoration; a chosen one is not changed in silence.</summary>
    private static Answer<SchoolEntry> SchoolOf(Plan plan, CuttingSchool? chosen, RunSheetTable table)
    {
        var school = table.School(chosen ?? plan.School);
        if (school.Suits(plan))
            return school;
        if (chosen is null)
            return table.For(plan).First();
        var known = table.For(plan).Select(entry => Kebab.Of(entry.School)).ToArray();
        return new Problem(
            "school",
            $"“{school.Name}” does not cut a {plan.Restoration.Words()} on {plan.Tooth.Iso} in "
                + $"{Kebab.Words(plan.Material.Value)}; these do: {string.Join(", ", known)}.",
            known
        );
    }
}

using Dentelle.Core.Restorations;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Visiting;

/// <summary>A step of a visit as it is done at one tooth, or once for all.</summary>
/// <param name="Key">Its name within the case: "36/cement-seat", "cement-advice".</param>
/// <param name="Tooth">Null for what is done once.</param>
public sealed record PlacedStep(string Key, VisitStep Step, ToothCode? Tooth, IReadOnlyList<string> Cautions, string? Hint);

/// <summary>The steps of a visit at which nothing is cut: what its kind asks for, of the teeth there are.</summary>
public static class LaterVisit
{
    /// <summary>
    /// In the order of the table. What is done at each tooth goes round all of them before the next step: one glove, one
    /// instrument.
    /// </summary>
    public static IReadOnlyList<PlacedStep> Of(VisitKind kind, IReadOnlyList<VisitTooth> teeth, VisitTable table, RunSheetTable sheets)
    {
        var scenes = ScenesOf(teeth, sheets);
        return [.. table.StepsOf(kind).SelectMany(step => Placed(step, scenes))];
    }

    /// <summary>What patients of these teeth are told to take home from a kind of visit.</summary>
    public static IReadOnlyList<AdviceEntry> AdviceOf(
        VisitKind kind,
        IReadOnlyList<VisitTooth> teeth,
        VisitTable table,
        RunSheetTable sheets
    )
    {
        var scenes = ScenesOf(teeth, sheets);
        return [.. table.Advice.Where(entry => entry.Visits.Contains(kind) && scenes.Any(entry.When.Hold))];
    }

    private static IReadOnlyList<StepScene> ScenesOf(IReadOnlyList<VisitTooth> teeth, RunSheetTable sheets)
    {
        VisitTooth[] standing = [.. teeth.Where(tooth => tooth.Plan.Rules().IsCut)];
        return
        [
            .. standing.Select(tooth => new StepScene(
                new ToothToCut(tooth.Plan),
                tooth.Protocol,
                sheets.For(tooth.Plan).First(),
                standing.Length,
                tooth.Alerts
            )),
        ];
    }

    private static IEnumerable<PlacedStep> Placed(VisitStep step, IReadOnlyList<StepScene> scenes)
    {
        StepScene[] wanted = [.. scenes.Where(step.When.Hold)];
        if (wanted.Length == 0)
            return [];
        return step.Per == StepFor.Visit
            ? [new(step.Code, step, null, Cautions(step, wanted), Hint(step, wanted))]
            : wanted.Select(scene => new PlacedStep(
                $"{scene.Plan.Tooth.Iso}/{step.Code}",
                step,
                scene.Plan.Tooth,
                Cautions(step, [scene]),
                Hint(step, [scene])
            ));
    }

    private static IReadOnlyList<string> Cautions(VisitStep step, IReadOnlyList<StepScene> scenes) =>
        [
            .. step.Caution is { } always ? [always] : (string[])[],
            .. step.Cautions.Where(remark => scenes.Any(remark.When.Hold)).Select(remark => remark.Text),
        ];

    private static string? Hint(VisitStep step, IReadOnlyList<StepScene> scenes)
    {
        var hints = step.Hints.Where(remark => scenes.Any(remark.When.Hold)).Select(remark => remark.Text).ToArray();
        return hints.Length == 0 ? null : string.Join("; ", hints);
    }
}

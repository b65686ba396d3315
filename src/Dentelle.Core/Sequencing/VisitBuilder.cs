using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>Puts a visit together: what opens it, each tooth's steps, what closes it, and every precedence with its reason.</summary>
internal sealed class VisitBuilder
{
    private readonly IReadOnlyList<StepScene> scenes;
    private readonly RunSheetTable table;
    private readonly List<SheetStep> steps = [];
    private readonly List<Precedence> order = [];

    private VisitBuilder(IReadOnlyList<StepScene> scenes, RunSheetTable table) => (this.scenes, this.table) = (scenes, table);

    public static VisitSteps Build(IReadOnlyList<StepScene> scenes, RunSheetTable table, BurRack rack)
    {
        var visit = new VisitBuilder(scenes, table);
        var teeth = scenes.Select(scene => visit.Tooth(new ToothSteps(new StepBench(scene, table, rack)))).ToArray();
        visit.AcrossTeeth(teeth);
        visit.Open();
        visit.Close(teeth);
        return new(
            visit.steps,
            visit.order,
            scenes.ToDictionary(scene => scene.Plan.Tooth, scene => scene.School),
            [.. table.Schools.Where(school => scenes.Any(scene => school.Suits(scene.Plan)))]
        );
    }

    /// <summary>One tooth from the first thing done on it to the last.</summary>
    private ToothDone Tooth(ToothSteps tooth)
    {
        var (school, stages) = (tooth.Bench.School, tooth.Stages());
        var before = On(tooth, VisitPart.Before);
        Chain(before, "before cutting");
        var previous = before.Count > 0 ? [before[^1]] : Array.Empty<SheetStep>();
        foreach (var stage in stages)
        {
            steps.AddRange(stage);
            foreach (var (first, then) in from first in previous from then in stage select (first, then))
                Put(first, then, $"{school.Name}: {first.Name.LowerFirst()} comes before {then.Name.LowerFirst()}");
            Halves(stage);
            previous = [.. stage];
        }
        var after = On(tooth, VisitPart.After);
        foreach (var last in previous)
            order.Add(new(last.Key, after[0].Key, "What is not finished is not checked"));
        Chain(after, "after cutting");
        return new(school, stages, after[^1]);
    }

    /// <summary>
    /// The steps of a part of the visit on one tooth, in their order; what the school does in its own time is left to it.
    /// </summary>
    private List<SheetStep> On(ToothSteps tooth, VisitPart part)
    {
        var scene = tooth.Bench.Scene;
        var made = table
            .In(part)
            .Where(one => !scene.School.Has(one.Entry.Code) && one.Place.When.Hold(scene))
            .Where(one => !one.Entry.OncePerVisit || steps.TrueForAll(step => step.Code != one.Entry.Code))
            .Select(one => tooth.Single(one.Entry))
            .OfType<SheetStep>()
            .ToList();
        steps.AddRange(made);
        return made;
    }

    /// <summary>What is done before anything is cut, where some tooth asks for it.</summary>
    private void Open()
    {
        var starts = steps.Where(step => step.Tooth is not null && order.All(edge => edge.Then != step.Key)).ToArray();
        var opening = OnceFor(VisitPart.Opening, scene => scenes.FirstOrDefault(scene));
        steps.InsertRange(0, opening.Select(one => one.Step));
        foreach (var start in starts)
        {
            foreach (var (step, because) in opening)
                Put(step, start, because!);
        }
    }

    /// <summary>What is done once every tooth is ready.</summary>
    private void Close(IReadOnlyList<ToothDone> teeth)
    {
        foreach (var step in steps.ToArray())
            Behind(step);
        var closing = OnceFor(VisitPart.Closing, scene => scene(scenes[0]) ? scenes[0] : null);
        foreach (var tooth in teeth)
            order.Add(new(tooth.Last.Key, closing[0].Step.Key, closing[0].Because!, Waits: true));
        steps.AddRange(closing.Select(one => one.Step));
        foreach (var (step, _) in closing)
            Behind(step);
    }

    private (SheetStep Step, string? Because)[] OnceFor(VisitPart part, Func<Func<StepScene, bool>, StepScene?> asked) =>
        [
            .. from one in table.In(part)
            let scene = asked(one.Place.When.Hold)
            where scene is not null
            select (SheetStep.OncePerVisit(one.Entry, scene), one.Place.Because),
        ];

    /// <summary>What comes before a step wherever both are done: what concerns the whole visit, on whichever tooth it stands.</summary>
    private void Behind(SheetStep step)
    {
        var earlier =
            from after in step.Entry.After
            from code in after.Steps
            from first in steps
            where first.Code == code && (first.Tooth is null || (first.Entry.OncePerVisit && first.Tooth != step.Tooth))
            select new Precedence(first.Key, step.Key, after.Because, after.Waits);
        order.AddRange(earlier.ToArray());
    }

    private void Chain(IReadOnlyList<SheetStep> chain, string where)
    {
        foreach (var (first, then) in chain.Zip(chain.Skip(1)))
            Put(first, then, $"{first.Name} comes before {then.Name.LowerFirst()} {where}");
    }

    private void Put(SheetStep first, SheetStep then, string because) =>
        order.Add(new(first.Key, then.Key, because, Waits: first.WaitMinutes > 0));

    /// <summary>The second half is cut to the first.</summary>
    private void Halves(IReadOnlyList<SheetStep> stage)
    {
        var pairs = from step in stage where step.Part == StepPart.MesialHalf || step.Part == StepPart.DistalHalf group step by step.Code;
        foreach (var (first, then) in pairs.SelectMany(pair => pair.Zip(pair.Skip(1))))
            order.Add(new(first.Key, then.Key, "The uncut half shows the depth of the first"));
    }

    /// <summary>Steps for which every tooth of the same school must have come as far.</summary>
    private void AcrossTeeth(IReadOnlyList<ToothDone> teeth)
    {
        foreach (var group in teeth.GroupBy(tooth => tooth.School.School).Where(group => group.Count() > 1))
        {
            foreach (var code in group.First().School.AcrossTeeth)
                AcrossTeeth(code, [.. group]);
        }
    }

    private void AcrossTeeth(string code, ToothDone[] teeth)
    {
        var school = teeth[0].School;
        // What the school's own order puts before the step, on every tooth.
        var place = school.Stages.ToList().FindIndex(stage => stage.Contains(code));
        var earlier = school.Stages.Take(place).SelectMany(stage => stage).ToHashSet();
        SheetStep[] waiting = [.. teeth.SelectMany(tooth => tooth.Stages.SelectMany(stage => stage).Where(step => step.Code == code))];
        foreach (var tooth in teeth)
        {
            if (tooth.Stages.LastOrDefault(stage => stage.Any(step => earlier.Contains(step.Code))) is not { } done)
                continue;
            var edges =
                from step in waiting
                where step.Tooth != done[0].Tooth
                from last in done
                where earlier.Contains(last.Code)
                let because = $"{school.Name}: {last.Name.LowerFirst()} on every tooth before {step.Name.LowerFirst()}"
                select new Precedence(last.Key, step.Key, because);
            order.AddRange(edges);
        }
    }

    /// <summary>A tooth as it went into the visit.</summary>
    /// <param name="Last">What is done last on it.</param>
    private sealed record ToothDone(SchoolEntry School, IReadOnlyList<IReadOnlyList<SheetStep>> Stages, SheetStep Last);
}

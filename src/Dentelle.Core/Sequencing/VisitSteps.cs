using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Sequencing;

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
    /// <param name="plans">The teeth of the visit; pontics have no steps.</param>
    /// <param name="chosen">Another school than the plans'; null takes each plan's own.</param>
    /// <returns>A problem when the school doesn't know how to cut one of them.</returns>
    public static Answer<VisitSteps> Of(
        IReadOnlyList<Plan> plans,
        CuttingSchool? chosen,
        Protocol protocol,
        RunSheetTable table,
        BurRack rack
    )
    {
        Plan[] cut = [.. plans.Where(plan => plan.Rules().IsCut)];
        if (cut.Length == 0)
            return new Problem("nothing-to-cut", "There is nothing to cut here: a run sheet needs at least one tooth with a restoration.");
        var once = Built(cut, chosen, new Builder(protocol, table, rack), table);
        if (!once.Is(out var first, out _))
            return once;
        // A second time: what is in hand for many steps is taken for those it fits nearly as well as their own best.
        var inUse = first
            .Steps.Select(step => step.Bur?.Chosen?.Id)
            .OfType<string>()
            .GroupBy(id => id)
            .ToDictionary(group => group.Key, group => group.Count());
        return Built(cut, chosen, new Builder(protocol, table, rack with { InUse = inUse }), table);
    }

    private static Answer<VisitSteps> Built(Plan[] cut, CuttingSchool? chosen, Builder build, RunSheetTable table)
    {
        foreach (var plan in cut)
        {
            var school = table.School(chosen ?? plan.School);
            if (!school.Suits(plan))
            {
                // A practice's usual order may not know this restoration; a chosen one is not changed in silence.
                if (chosen is not null)
                {
                    var known = table.For(plan).Select(entry => Kebab.Of(entry.School)).ToArray();
                    return new Problem(
                        "school",
                        $"“{school.Name}” does not cut a {plan.Restoration.Words()} on {plan.Tooth.Iso} in {Kebab.Words(plan.Material.Value)}; these do: {string.Join(", ", known)}.",
                        known
                    );
                }
                school = table.For(plan).First();
            }
            build.Add(plan, school);
        }
        return build.Done([.. table.Schools.Where(school => cut.Any(school.Suits))]);
    }

    private sealed class Builder(Protocol protocol, RunSheetTable table, BurRack rack)
    {
        private readonly List<SheetStep> steps = [];
        private readonly List<Precedence> order = [];
        private readonly Dictionary<ToothCode, SchoolEntry> schools = [];
        private readonly List<(SchoolEntry School, IReadOnlyList<IReadOnlyList<SheetStep>> Stages)> teeth = [];
        private readonly List<string> lastOfEach = [];
        private static readonly Dictionary<string, string> Reasons = new(StringComparer.Ordinal)
        {
            ["anaesthesia"] = "Nothing is cut before the anaesthetic works",
            ["shade"] = "The shade is taken before the tooth dries",
            ["index"] = "The index is taken of the uncut tooth",
        };

        private bool ceramic,
            dam,
            plastic = true;

        public void Add(Plan plan, SchoolEntry school)
        {
            var unit = new UnitSteps(plan, school, protocol, table, rack);
            var stages = unit.Stages();
            ceramic |= plan.MaterialClass != MaterialClass.Metal;
            plastic &= plan.Assessment.Findings.Typodont;
            schools[plan.Tooth] = school;
            teeth.Add((school, stages));
            var before = Before(plan, school, unit);
            Chain(before, "before cutting");
            var previous = before.Count > 0 ? [before[^1]] : Array.Empty<SheetStep>();
            foreach (var stage in stages)
            {
                steps.AddRange(stage);
                foreach (var first in previous)
                {
                    foreach (var then in stage)
                        order.Add(
                            new(
                                first.Key,
                                then.Key,
                                $"{school.Name}: {first.Name.LowerFirst()} comes before {then.Name.LowerFirst()}",
                                first.WaitMinutes > 0
                            )
                        );
                }
                Halves(stage);
                previous = [.. stage];
            }
            var after = After(plan, school, unit);
            foreach (var last in previous)
                order.Add(new(last.Key, after[0].Key, "What is not finished is not checked"));
            Chain(after, "after cutting");
            lastOfEach.Add(after[^1].Key);
        }

        public VisitSteps Done(IReadOnlyList<SchoolEntry> offered)
        {
            AcrossTeeth();
            // Plastic teeth feel nothing and have no shade.
            string[] codes = [.. plastic ? (string[])[] : ["anaesthesia"], .. ceramic && !plastic ? (string[])["shade"] : [], "index"];
            SheetStep[] opening = [.. codes.Select(table.Step).Select(SheetStep.OncePerVisit)];
            var starts = steps.Where(step => step.Tooth is not null && order.All(edge => edge.Then != step.Key)).ToArray();
            var closing = new ClosingSteps(protocol, table, teeth.Count);
            steps.InsertRange(0, opening);
            foreach (var start in starts)
            {
                foreach (var step in opening)
                    order.Add(new(step.Key, start.Key, Reasons[step.Code], step.WaitMinutes > 0));
            }
            if (steps.FirstOrDefault(step => step.Code == "rubber-dam") is { } rubber)
            {
                foreach (var old in steps.Where(step => step.Code == "old-restoration" && step.Tooth != rubber.Tooth))
                    order.Add(new(rubber.Key, old.Key, "The rubber dam keeps what comes off from the throat"));
            }
            foreach (var last in lastOfEach)
                order.Add(new(last, closing.Steps[0].Key, "Every tooth is ready before the impression", true));
            steps.AddRange(closing.Steps);
            order.AddRange(closing.Order);
            return new(steps, order, schools, offered);
        }

        /// <summary>What goes before the first cut on one tooth, in its order.</summary>
        private List<SheetStep> Before(Plan plan, SchoolEntry school, UnitSteps unit)
        {
            var found = plan.Assessment.Findings;
            var inSchool = school.Stages.SelectMany(stage => stage).ToHashSet();
            var codes = new List<string>();
            if (found.Typodont)
                codes.Add("seam");
            if (found.Crest is not null)
                codes.Add("sounding");
            if (protocol.Takes("cord-time", "before") && AtGum(plan))
                codes.Add("first-cord");
            // After an early first cord, and before anything that could fall into the throat.
            if (found.Fillings.Count > 0 && !dam)
                codes.Add("rubber-dam");
            dam |= found.Fillings.Count > 0;
            codes.Add("protect-neighbour");
            if (found.Fillings.Count > 0)
                codes.Add("old-restoration");
            if (found.Caries)
                codes.Add("caries");
            if (found.RootTreated)
                codes.Add("core");
            else if (found.Caries && protocol.Takes("void", "fill"))
                codes.Add("void-fill");
            var made = codes.Where(code => !inSchool.Contains(code)).Select(unit.Single).OfType<SheetStep>().ToList();
            steps.AddRange(made);
            return made;
        }

        /// <summary>What goes between the last cut and the impression on one tooth, in its order.</summary>
        private List<SheetStep> After(Plan plan, SchoolEntry school, UnitSteps unit)
        {
            var codes = new List<string> { "five-points" };
            if (AtGum(plan))
            {
                // What cuts the gum comes before the checks, what presses it away last, right before the impression.
                var opened = protocol.Disagreements.First(entry => entry.Id == "gum").Chosen;
                if (opened is "rotary" or "laser" or "current")
                    codes.Insert(0, $"gum-{opened}");
                if (opened is "current")
                    codes.Insert(1, "margin-again");
                var early = protocol.Takes("cord-time", "before") || school.Stages.Any(stage => stage.Contains("first-cord"));
                if (!early)
                    codes.Add("first-cord");
                if (protocol.Takes("cord-count", "two"))
                    codes.Add("second-cord");
                if (opened is "paste" or "cap")
                    codes.Add($"gum-{opened}");
            }
            var made = codes.Select(unit.Single).OfType<SheetStep>().ToList();
            steps.AddRange(made);
            return made;
        }

        /// <summary>Whether a margin lies where the gum is in its way; that of a plastic tooth is not.</summary>
        private static bool AtGum(Plan plan) =>
            !plan.Assessment.Findings.Typodont && plan.Margin.Pieces.Any(piece => piece.Level.Value <= Mm.Zero);

        private void Chain(IReadOnlyList<SheetStep> chain, string where)
        {
            for (var i = 1; i < chain.Count; i++)
                order.Add(
                    new(
                        chain[i - 1].Key,
                        chain[i].Key,
                        $"{chain[i - 1].Name} comes before {chain[i].Name.LowerFirst()} {where}",
                        chain[i - 1].WaitMinutes > 0
                    )
                );
        }

        /// <summary>The second half is cut to the first.</summary>
        private void Halves(IReadOnlyList<SheetStep> stage)
        {
            foreach (
                var pair in stage
                    .Where(step => step.Part == StepPart.MesialHalf || step.Part == StepPart.DistalHalf)
                    .GroupBy(step => step.Code)
            )
            {
                foreach (var (first, then) in pair.Zip(pair.Skip(1)))
                    order.Add(new(first.Key, then.Key, "The uncut half shows the depth of the first"));
            }
        }

        /// <summary>Steps for which every tooth of the same school must have come as far.</summary>
        private void AcrossTeeth()
        {
            foreach (var group in teeth.GroupBy(tooth => tooth.School.School).Where(group => group.Count() > 1))
            {
                var school = group.First().School;
                foreach (var code in school.AcrossTeeth)
                {
                    // What the school's own order puts before the step, on every tooth.
                    var place = school.Stages.ToList().FindIndex(stage => stage.Contains(code));
                    var earlier = school.Stages.Take(place).SelectMany(stage => stage).ToHashSet();
                    SheetStep[] waiting =
                    [
                        .. group.SelectMany(tooth => tooth.Stages.SelectMany(stage => stage).Where(step => step.Code == code)),
                    ];
                    foreach (var tooth in group)
                    {
                        if (tooth.Stages.LastOrDefault(stage => stage.Any(step => earlier.Contains(step.Code))) is not { } done)
                            continue;
                        foreach (var step in waiting.Where(step => step.Tooth != done[0].Tooth))
                        {
                            foreach (var last in done.Where(last => earlier.Contains(last.Code)))
                                order.Add(
                                    new(
                                        last.Key,
                                        step.Key,
                                        $"{school.Name}: {last.Name.LowerFirst()} on every tooth before {step.Name.LowerFirst()}"
                                    )
                                );
                        }
                    }
                }
            }
        }
    }
}

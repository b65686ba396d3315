using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>From assessment, decision and protocol to the plan. Pure: the same inputs give the same plan.</summary>
public static class Planner
{
    /// <returns>The plan, or a problem with a sentence for the user when the inputs can't be planned from.</returns>
    public static Answer<Plan> Make(Assessment assessment, Decision decision, Protocol protocol)
    {
        if (Slips.In(assessment, decision, protocol) is { } slip)
            return slip;
        var (tooth, restoration) = (assessment.Tooth, decision.Restoration);
        var material = MaterialOf(tooth, decision, protocol);
        if (protocol.Entry(restoration, material.Value) is not { } entry || !entry.Suits(tooth))
            return NotHere(tooth, restoration, material.Value, protocol);
        var rules = restoration.Rules();
        if (rules.Contradiction(assessment, decision, entry) is { } contradiction)
            return contradiction;
        CeramicCoverage? coverage =
            entry.HasCoverage && !tooth.IsFront ? decision.Coverage ?? protocol.Defaults.CeramicCoverage.For(tooth) : null;
        var context = new PlanContext(
            protocol,
            assessment,
            entry,
            material.Value,
            coverage,
            decision.BuildOutSchool ?? protocol.Defaults.BuildOutSchool.Value,
            rules.Cavity(entry, material.Value, assessment, decision, protocol)
        );
        if (!Margins.For(context, decision).Is(out var margin, out var problem))
            return problem;

        var allowance = decision.FinishingAllowance ?? new Mm(protocol.Defaults.FinishingAllowanceMm.Value);
        IReadOnlyList<ZonePlan> zones = [.. rules.ZonesOf(context).Select(zone => ZoneOf(zone, context, decision, margin, allowance))];
        return new Plan
        {
            Assessment = assessment,
            Restoration = restoration,
            Material = material,
            IsMaterialAssumed = decision.Material is null,
            MaterialClass = entry.Class,
            Coverage = coverage,
            BuildOutSchool = context.School,
            School = decision.School ?? protocol.Defaults.Schools.For(tooth, restoration, material.Value, decision.InBridge),
            FinishingAllowance = allowance,
            Zones = zones,
            Margin = margin,
            Convergence = ConvergenceOf(context),
            Path = rules.Path(protocol),
            Features = rules.Features(decision.Features, protocol.Features),
            Cavity = context.Cavity,
            Enamel = rules.Enamel(zones, context),
            Because = decision.Because,
        };
    }

    private static Problem NotHere(ToothCode tooth, Restoration restoration, Material material, Protocol protocol)
    {
        var offered = protocol.On(tooth, restoration).Select(offer => Kebab.Of(offer.Material)).ToArray();
        if (offered.Length == 0)
            return new("restoration-not-here", $"{protocol.Name} has no {restoration.Words()} for the {tooth.Name}.");
        var entry = protocol.Entry(restoration, material);
        return entry is null
            ? new(
                "material-unknown",
                $"{protocol.Name} has no numbers for a {restoration.Words()} of {Kebab.Of(material)}; it has {string.Join(", ", offered)}.",
                offered
            )
            : entry.Misfit(tooth)! with
            {
                Suggestions = offered,
            };
    }

    private static Reasoned<Material> MaterialOf(ToothCode tooth, Decision decision, Protocol protocol)
    {
        if (decision.Material is { } chosen)
            return Reasoned.From(chosen, new Reason("Chosen for this tooth", null, "P", Standing.Assumed));
        var assumed = protocol.Defaults.MaterialsOf(decision.Restoration);
        return Reasoned.From(
            assumed.For(tooth),
            new Reason($"No material was named; {protocol.Name} takes this one", null, assumed.Source, assumed.Standing)
        );
    }

    private static ZonePlan ZoneOf(Zone zone, PlanContext context, Decision decision, Margin margin, Mm allowance)
    {
        var (needed, thickness) = Thicknesses.For(zone, context, margin);
        var room = zone.Occludes ? context.Assessment.RoomBefore.At(zone) : null;
        var buildOuts = BuildOuts.At(zone, thickness.Value, room, context, decision);
        var depth = RequiredDepth(thickness, buildOuts, context.Rules.LeastLeft(zone, context));
        var rough = Mm.Most(depth.Value.Target - allowance, Mm.Zero);
        return new(zone, needed, thickness.Value, new Mm(buildOuts.Sum(step => step.By.Value)), room, depth, rough);
    }

    /// <summary>Depth to cut in a zone so that the restoration gets its thickness. Millimetres; never negative.</summary>
    private static Reasoned<MmRange> RequiredDepth(
        Reasoned<MmRange> thickness,
        IReadOnlyList<(Mm By, Reason Because)> buildOuts,
        Sourced<double>? leastLeft
    )
    {
        if (buildOuts.Count == 0)
            return thickness;
        var (free, floor) = (thickness.Value.Target, new Mm(leastLeft?.Value ?? 0));
        var depth = thickness;
        foreach (var (by, because) in buildOuts)
        {
            free -= by;
            depth = depth.Noting(because);
        }
        var range = thickness.Value.MovedBy(free - thickness.Value.Target, floor);
        if (free >= floor)
            return new(range, depth.Reasons);
        var text = leastLeft?.Text ?? "Nothing is cut where there is already room";
        return depth.Then(
            range,
            new Reason(text, (floor - free).Rounded, leastLeft?.Source ?? "P", leastLeft?.Standing ?? Standing.CommonPractice)
        );
    }

    private static Reasoned<TocRange> ConvergenceOf(PlanContext context)
    {
        var target = context.Protocol.Convergence.First(row => row.At.Includes(context.Tooth) && row.Classes.Contains(context.Entry.Class));
        var words =
            $"{(context.Tooth.IsFront ? "Front" : "Back")} {(context.Rules.IsFullCrown ? "crown" : "tooth")}, "
            + $"{Kebab.Of(context.Entry.Class)}: total convergence";
        return Reasoned.From(target.Range, new Reason(words, target.TargetDeg, target.Source, target.Standing));
    }
}

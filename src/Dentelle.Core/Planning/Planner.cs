using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>What the rules look at while one unit is planned.</summary>
internal sealed record PlanContext(Protocol Protocol, Assessment Assessment, CrownMaterial Crown, CeramicCoverage? Coverage, BuildOutSchool School)
{
    public ToothCode Tooth => Assessment.Tooth;

    public Material Material => Crown.Material;

    /// <summary>A depth or width held to what this kind of tooth can give, where a cap of the protocol says so.</summary>
    public Reasoned<MmRange> Capped(Reasoned<MmRange> set, Func<DepthCap, bool> applies)
    {
        var cap = Protocol.Caps.FirstOrDefault(entry => entry.Teeth.Contains(Tooth.Iso) && applies(entry));
        if (cap is null || set.Value.Most.Value <= cap.MostMm) return set;
        var capped = set.Value.CappedAt(new Mm(cap.MostMm), Protocol.Tolerance);
        return set.Then(capped, new Reason(cap.Text, (capped.Target - set.Value.Target).Rounded, cap.Source, cap.Standing));
    }
}

/// <summary>From assessment, decision and protocol to the plan. Pure: the same inputs give the same plan.</summary>
public static class Planner
{
    /// <returns>The plan, or a problem with a sentence for the user when the inputs can't be planned from.</returns>
    public static Answer<Plan> Make(Assessment assessment, Decision decision, Protocol protocol)
    {
        if (Slips.In(assessment, decision, protocol) is { } slip) return slip;
        var tooth = assessment.Tooth;
        var material = MaterialOf(tooth, decision, protocol);
        if (protocol.Crown(material.Value) is not { } crown)
            return new Problem("material-unknown", $"{protocol.Name} has no numbers for {Kebab.Of(material.Value)}.");
        if (crown.Misfit(tooth) is { } misfit) return misfit;
        CeramicCoverage? coverage = crown.HasCoverage && !tooth.IsFront ? decision.Coverage ?? protocol.Defaults.CeramicCoverage.For(tooth) : null;
        var context = new PlanContext(protocol, assessment, crown, coverage, decision.BuildOutSchool ?? protocol.Defaults.BuildOutSchool.Value);
        if (!Margins.For(context, decision).Is(out var margin, out var problem)) return problem;

        var allowance = decision.FinishingAllowance ?? new Mm(protocol.Defaults.FinishingAllowanceMm.Value);
        IReadOnlyList<ZonePlan> zones = [.. Zones.Of(tooth, assessment.Crossbite).Select(zone => ZoneOf(zone, context, decision, margin, allowance))];
        var plan = new Plan(
            assessment, decision.Restoration, material, crown.Class, coverage, context.School,
            decision.School ?? protocol.Defaults.Schools.For(tooth, material.Value), allowance, zones, margin, ConvergenceOf(context), []);
        return plan with { Cautions = [.. Cautious.Of(plan, decision, crown, protocol)] };
    }

    private static Reasoned<Material> MaterialOf(ToothCode tooth, Decision decision, Protocol protocol)
    {
        if (decision.Material is { } chosen) return Reasoned.From(chosen, new Reason("Chosen for this tooth", null, "P", Standing.Assumed));
        var assumed = protocol.Defaults.Material;
        return Reasoned.From(assumed.For(tooth), new Reason($"No material was named; {protocol.Name} takes this one", null, assumed.Source, assumed.Standing));
    }

    private static ZonePlan ZoneOf(Zone zone, PlanContext context, Decision decision, Margin margin, Mm allowance)
    {
        var (needed, thickness) = Thicknesses.For(zone, context, margin);
        var room = zone.Occludes ? context.Assessment.RoomBefore.At(zone) : null;
        var (buildOut, because) = BuildOutAt(zone, thickness.Value, room, context, decision);
        var depth = RequiredDepth(thickness, buildOut, because);
        var rough = Mm.Most(depth.Value.Target - allowance, Mm.Zero);
        return new(zone, needed, thickness.Value, buildOut, room, depth, rough);
    }

    /// <summary>Depth to cut in a zone so that the restoration gets its thickness. Millimetres; never negative.</summary>
    private static Reasoned<MmRange> RequiredDepth(Reasoned<MmRange> thickness, Mm buildOut, Reason? because)
    {
        if (because is null) return thickness;
        var free = thickness.Value.Target - buildOut;
        var depth = thickness.Then(thickness.Value.MovedBy(-buildOut, Mm.Zero), because);
        return free >= Mm.Zero ? depth : depth.Noting(new Reason("Nothing is cut where there is already room", (-free).Rounded, "P", Standing.CommonPractice));
    }

    private static (Mm BuildOut, Reason? Because) BuildOutAt(Zone zone, MmRange thickness, Mm? room, PlanContext context, Decision decision)
    {
        if (decision.BuildOut.At(zone) is { } chosen && chosen != Mm.Zero)
        {
            var side = chosen > Mm.Zero ? "outside" : "inside";
            return (chosen, new Reason($"The restoration will stand {Mm.Most(chosen, -chosen)} {side} the present surface", (-chosen).Rounded, "P", Standing.Assumed));
        }

        if (context.School == BuildOutSchool.RoomDriven && room is { } there && there > Mm.Zero && decision.BuildOut.At(zone) is null)
        {
            var used = Mm.Least(there, thickness.Target);
            return (used, new Reason($"Room already there: {there} measured", (-used).Rounded, "P", Standing.CommonPractice));
        }

        return (Mm.Zero, null);
    }

    private static Reasoned<TocRange> ConvergenceOf(PlanContext context)
    {
        var target = context.Protocol.Convergence.First(entry => entry.At.Includes(context.Tooth) && entry.Classes.Contains(context.Crown.Class));
        var words = $"{(context.Tooth.IsFront ? "Front" : "Back")} crown, {Kebab.Of(context.Crown.Class)}: total convergence";
        return Reasoned.From(target.Range, new Reason(words, target.TargetDeg, target.Source, target.Standing));
    }
}

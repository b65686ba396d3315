using Dentelle.Core.Forms;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Exchange;

/// <summary>A unit's plan and its drawing, made from the same inputs.</summary>
public sealed record PlannedUnit(Plan Plan, UnitDrawing Drawing)
{
    /// <summary>From a tooth and a user's inputs to plan and drawing, or the problem on the way. Pure.</summary>
    public static Answer<PlannedUnit> Make(ToothCode tooth, PlanInputs inputs, Handbook handbook)
    {
        if (!PlanOnly(tooth, inputs, handbook.Protocol).Is(out var plan, out var problem)) return problem;
        if (!Draughtsman.Draw(plan, handbook).Is(out var drawing, out problem)) return problem;
        // What only shows on the tooth's form belongs to the plan's cautions like every other.
        return new PlannedUnit(plan with { Cautions = [.. plan.Cautions, .. drawing.Cautions] }, drawing);
    }

    /// <summary>The plan without its drawing, for lists: it needs no body, and is without the cautions that need the form.</summary>
    public static Answer<Plan> PlanOnly(ToothCode tooth, PlanInputs inputs, Protocol protocol) =>
        inputs.For(tooth).Is(out var request, out var problem) ? Planner.Make(request.Assessment, request.Decision, protocol) : problem;
}

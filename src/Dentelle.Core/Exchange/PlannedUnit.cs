using Dentelle.Core.Drawing;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Exchange;

/// <summary>A unit through all its stages, made from the same inputs: plan, preparation, drawing.</summary>
public sealed class PlannedUnit
{
    private readonly Lazy<UnitDrawing> drawing;

    private PlannedUnit(Preparation preparation, Handbook handbook)
    {
        Preparation = preparation;
        drawing = new(() => Draughtsman.Draw(preparation, handbook.Protocol, handbook.Forms));
    }

    public Plan Plan => Preparation.Plan;

    public Preparation Preparation { get; }

    /// <summary>Drawn when it is first looked at: files and sheets never do.</summary>
    public UnitDrawing Drawing => drawing.Value;

    /// <summary>From a tooth and a user's inputs to plan and drawing, or the problem on the way. Pure.</summary>
    public static Answer<PlannedUnit> Make(ToothCode tooth, PlanInputs inputs, Handbook handbook) =>
        PlanOnly(tooth, inputs, handbook).Is(out var plan, out var problem) ? Drawn(plan, handbook) : problem;

    public static Answer<PlannedUnit> Drawn(Plan plan, Handbook handbook) =>
        Preparer.Make(plan, handbook.Protocol, handbook.Forms).Is(out var preparation, out var problem)
            ? new PlannedUnit(preparation, handbook)
            : problem;

    /// <summary>A plan with the depths that its own body takes, without a drawing.</summary>
    public static Answer<Plan> Settled(Plan asked, Handbook handbook) =>
        Preparer.Make(asked, handbook.Protocol, handbook.Forms).Is(out var preparation, out var problem) ? preparation.Plan : problem;

    /// <summary>The plan alone, for lists: it needs no body.</summary>
    public static Answer<Plan> PlanOnly(ToothCode tooth, PlanInputs inputs, Handbook handbook)
    {
        if (!inputs.For(tooth).Is(out var request, out var problem))
            return problem;
        var ridges = request.Decision.Restoration.Rules().IsIntracoronal;
        var assessment = request.Assessment with { Form = handbook.Forms.Figures(tooth, request.Assessment.MeasuredSize, ridges) };
        return Planner.Make(assessment, request.Decision, handbook.Protocol);
    }
}

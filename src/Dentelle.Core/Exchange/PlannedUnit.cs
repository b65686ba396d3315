using Dentelle.Core.Forms;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Exchange;

/// <summary>A unit's plan and its drawing, made from the same inputs.</summary>
public sealed record PlannedUnit(Plan Plan, UnitDrawing Drawing)
{
    /// <summary>From a tooth and a user's inputs to plan and drawing, or the problem on the way. Pure.</summary>
    public static Answer<PlannedUnit> Make(ToothCode tooth, PlanInputs inputs, Handbook handbook) =>
        PlanOnly(tooth, inputs, handbook).Is(out var plan, out var problem) ? Drawn(plan, handbook) : problem;

    public static Answer<PlannedUnit> Drawn(Plan plan, Handbook handbook)
    {
        if (!Draughtsman.Draw(plan, handbook).Is(out var drawing, out var problem))
            return problem;
        // What only shows on the tooth's form belongs to the plan's cautions like every other.
        return new PlannedUnit(plan with { Cautions = [.. plan.Cautions, .. drawing.Cautions] }, drawing);
    }

    /// <summary>All ways in which a crown could tip, each section both ways; null without a planned body.</summary>
    public IReadOnlyList<Tipping>? Resistance(Protocol protocol)
    {
        // A front tooth's lingual slope is no wall: it holds mesially and distally only. A partial crown has no facial one.
        SectionDrawing[] sections =
        [
            .. (Plan.Tooth.IsFront ? [Drawing.Mesiodistal] : (SectionDrawing[])[Drawing.Faciolingual[0], Drawing.Mesiodistal]).Where(
                section => section.Planned is not null
            ),
        ];
        if (sections.Length == 0)
            return null;
        var (wanted, toc) = (protocol.Resistance.WallShare.Value, Plan.Convergence.Value.Target);
        return
        [
            .. sections.SelectMany(section =>
            {
                var planned = section.Planned!;
                var (near, far) = section.Plane == SectionPlane.Faciolingual ? ("facial", "lingual") : ("mesial", "distal");
                return new[] { Way(near, planned.FarWall), Way(far, planned.NearWall) };

                Tipping Way(string about, double wall) =>
                    Tipping.Of(Kebab.Of(section.Plane), about, wall, planned.Base, toc, wanted, Plan.Features, protocol.Features);
            }),
        ];
    }

    /// <summary>The plan without its drawing, for lists: it needs no body, and is without the cautions that need the form.</summary>
    public static Answer<Plan> PlanOnly(ToothCode tooth, PlanInputs inputs, Handbook handbook)
    {
        if (!inputs.For(tooth).Is(out var request, out var problem))
            return problem;
        var assessment = request.Assessment with { Form = Draughtsman.Figures(tooth, request.Assessment.MeasuredSize, handbook) };
        return Planner.Make(assessment, request.Decision, handbook.Protocol);
    }
}

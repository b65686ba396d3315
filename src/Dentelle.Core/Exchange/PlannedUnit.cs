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
        if (!PlanOnly(tooth, inputs, handbook).Is(out var plan, out var problem)) return problem;
        if (!Draughtsman.Draw(plan, handbook).Is(out var drawing, out problem)) return problem;
        // What only shows on the tooth's form belongs to the plan's cautions like every other.
        return new PlannedUnit(plan with { Cautions = [.. plan.Cautions, .. drawing.Cautions] }, drawing);
    }

    /// <summary>All ways in which a crown could tip, each section both ways; null without a planned body.</summary>
    public IReadOnlyList<Tipping>? Resistance(Protocol protocol)
    {
        if (Drawing.Mesiodistal.Planned is null) return null;
        var (wanted, groove) = (protocol.Resistance.WallShare.Value, protocol.Resistance.GrooveDepthMm.Value);
        var toc = Plan.Convergence.Value.Target;
        // A front tooth's lingual slope is no wall: it holds mesially and distally only.
        SectionDrawing[] sections = Plan.Tooth.IsFront ? [Drawing.Mesiodistal] : [Drawing.Faciolingual[0], Drawing.Mesiodistal];
        return
        [
            .. sections.SelectMany(section =>
            {
                var planned = section.Planned!;
                var (near, far) = section.Plane == SectionPlane.Faciolingual ? ("facial", "lingual") : ("mesial", "distal");
                return new[]
                {
                    Tipping.Of(Kebab.Of(section.Plane), near, planned.FarWall, planned.Base, toc, wanted, groove),
                    Tipping.Of(Kebab.Of(section.Plane), far, planned.NearWall, planned.Base, toc, wanted, groove),
                };
            }),
        ];
    }

    /// <summary>The plan without its drawing, for lists: it needs no body, and is without the cautions that need the form.</summary>
    public static Answer<Plan> PlanOnly(ToothCode tooth, PlanInputs inputs, Handbook handbook)
    {
        if (!inputs.For(tooth).Is(out var request, out var problem)) return problem;
        var assessment = request.Assessment with { Form = Draughtsman.Figures(tooth, request.Assessment.MeasuredSize, handbook) };
        return Planner.Make(assessment, request.Decision, handbook.Protocol);
    }
}

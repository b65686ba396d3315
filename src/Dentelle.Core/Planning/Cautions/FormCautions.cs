using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>Cautions that only show once the plan is cut into its tooth: walls, edge, pulp.</summary>
internal static class FormCautions
{
    public static IEnumerable<Caution> Of(Preparation preparation, UnitScene scene)
    {
        if (preparation.Walled is not null)
        {
            var walls = Walls(preparation);
            foreach (var caution in Heights.SelectMany(kind => kind.Of(walls, scene)))
                yield return caution;
            if (preparation.Outcomes.FirstOrDefault(outcome => outcome.Zone.Kind == ZoneKind.Edge) is { } edge)
            {
                foreach (var caution in EdgeThin.Of(edge, scene, edge.Zone.Name))
                    yield return caution;
            }
        }
        foreach (var caution in preparation.Pulp.SelectMany(left => Pulp.SelectMany(kind => kind.Of(left, scene, left.Zone))))
            yield return caution;
    }

    /// <summary>
    /// The walls that the rules of height mean. A front tooth's lingual slope is no wall: its walls are the proximal ones. A back
    /// tooth's are the facial and lingual ones; mesially and distally every back tooth is low.
    /// </summary>
    private static IReadOnlyList<(SectionPlane Plane, PlannedSection Walls)> Walls(Preparation preparation) =>
        [
            .. preparation
                .Sections.Where(section => preparation.Plan.Tooth.IsFront == (section.Tooth.Cut.Plane == SectionPlane.Mesiodistal))
                .Select(section => (section.Tooth.Cut.Plane, section.Walls!)),
        ];

    private static readonly IReadOnlyList<CautionKind<IReadOnlyList<(SectionPlane Plane, PlannedSection Walls)>, UnitScene>> Heights =
    [
        new("wall-short", (sections, scene) =>
        {
            var shortest = sections.MinBy(section => Lower(section.Walls));
            var (wall, least) = (new Mm(Lower(shortest.Walls)), scene.Protocol.Walls.LeastFor(scene.Plan.Tooth, scene.Plan.Material.Value));
            if (wall.Value >= least.Value - scene.Protocol.Walls.DoubtMm.Value)
                return null;
            var side = Kebab.Of(LowerSide(shortest.Plane, shortest.Walls));
            return wall <= Mm.Zero
                ? $"No {side} wall is left on this form; at least "
                    + $"{new Mm(least.Value)} is wanted. Lower the margin, choose a material that needs less, or bond."
                : $"The {side} wall comes out {wall.Value:0.0} high on this form, "
                    + $"{Slenderness(shortest.Walls):0.0} of its base; at least {new Mm(least.Value)} and "
                    + $"{scene.Protocol.Walls.LeastHeightToBase.Value:0.0} are wanted. Lower the margin, add grooves, or "
                    + "bond.";
        }) { Limit = scene => scene.Protocol.Walls.LeastFor(scene.Plan.Tooth, scene.Plan.Material.Value) },
        new("wall-to-base", (sections, scene) =>
        {
            var (slimmest, ratio) = (sections.MinBy(section => Slenderness(section.Walls)), scene.Protocol.Walls.LeastHeightToBase.Value);
            var least =
                scene.Protocol.Walls.LeastFor(scene.Plan.Tooth, scene.Plan.Material.Value).Value - scene.Protocol.Walls.DoubtMm.Value;
            return sections.All(section => Lower(section.Walls) >= least) && Math.Round(Slenderness(slimmest.Walls), 1) < ratio
                ? $"The {Kebab.Of(LowerSide(slimmest.Plane, slimmest.Walls))} wall is {Slenderness(slimmest.Walls):0.0} of the base "
                    + $"high; at least {ratio:0.0} is wanted."
                : null;
        }) { Limit = scene => scene.Protocol.Walls.LeastHeightToBase },
    ];

    /// <summary>A blade that loses from both sides can be gone before its edge is as low as planned.</summary>
    private static readonly CautionKind<ZoneOutcome, UnitScene> EdgeThin = new("edge-thin", (edge, scene) =>
    {
        var (across, shape) = (scene.Preparation!.Sections[0], scene.Protocol.Shape);
        var least = shape.EdgeLeastWidth(scene.Plan.Tooth);
        var level = across.Tooth.Outline.Max(point => point.Y) - edge.Usual.Value - shape.OuterEdgeRadiusMm.Value;
        var wide = new Mm(WidthAt(across.Walls!.Outline, level));
        return wide.Value >= least.Value - scene.Protocol.Tolerance.Value
            ? null
            : $"On this form facial and lingual cuts leave an edge {wide.Value:0.0} wide where "
                + $"{new Mm(least.Value)} is wanted; it ends {edge.Usual.Told} down. Cut less of both toward "
                + "the edge, or choose a material that needs less.";
    }) { Limit = scene => scene.Protocol.Shape.EdgeLeastWidth(scene.Plan.Tooth) };

    /// <summary>
    /// Where little is left over the pulp. An average raises a caution only; what a radiograph of this patient shows wants
    /// an answer.
    /// </summary>
    private static readonly IReadOnlyList<CautionKind<PulpDistance, UnitScene>> Pulp =
    [
        new("pulp-danger", (left, scene) => left.LeftMm < Dentine(scene).DangerMm.Value ? Over(left, Dentine(scene).DangerMm, scene) : null)
        {
            Limit = scene => Dentine(scene).DangerMm,
            MustBeAnswered = (left, _) => left.Radiograph,
        },
        new("pulp-near", (left, scene) =>
            left.LeftMm >= Dentine(scene).DangerMm.Value && left.LeftMm < Dentine(scene).WarnMm.Value
                ? Over(left, Dentine(scene).WarnMm, scene)
                : null
        )
        {
            Limit = scene => Dentine(scene).WarnMm,
        },
    ];

    private static DentineLimits Dentine(UnitScene scene) => scene.Protocol.Dentine;

    private static string Over(PulpDistance left, Sourced<double> limit, UnitScene scene) =>
        $"{scene.Plan.Zone(left.Zone)!.Zone.Words}: {left.LeftMm:0.0} stays over the pulp, under "
        + $"{new Mm(limit.Value)}, "
        + $"{(left.Radiograph ? "as the radiograph shows it" : "by averages: look at a radiograph")}. Another "
        + "material, less depth, or a desensitised cover at once.";

    private static double Lower(PlannedSection walls) => Math.Min(walls.NearWall, walls.FarWall);

    private static Segment LowerSide(SectionPlane plane, PlannedSection walls) =>
        PlannedSection.Sides(plane) is var (near, far) && walls.NearWall <= walls.FarWall ? near : far;

    private static double Slenderness(PlannedSection walls) => Lower(walls) / walls.Base;

    private static double WidthAt(Polygon outline, double level)
    {
        var crossings = new List<double>();
        for (var i = 0; i < outline.Points.Count; i++)
        {
            var (a, b) = (outline.Points[i], outline.Points[(i + 1) % outline.Points.Count]);
            if (a.Y > level != b.Y > level)
                crossings.Add(a.X + ((b.X - a.X) * (level - a.Y) / (b.Y - a.Y)));
        }
        return crossings.Count < 2 ? 0 : crossings.Max() - crossings.Min();
    }
}

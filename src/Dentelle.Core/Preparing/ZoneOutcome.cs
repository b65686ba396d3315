using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Preparing;

/// <summary>What the planned body takes from one zone, measured between the two surfaces. Millimetres.</summary>
/// <param name="Planned">Depth the plan asks for.</param>
/// <param name="Least">Twentieth part from below of the depths over the zone.</param>
/// <param name="Usual">Median.</param>
/// <param name="Most">Twentieth part from above.</param>
/// <param name="Why">Why it is not what was asked; null when it is.</param>
public sealed record ZoneOutcome(Zone Zone, Mm Planned, Mm Least, Mm Usual, Mm Most, string? Why)
{
    /// <summary>Whether most of it is a wall, which stands on the margin and leans by the convergence.</summary>
    internal bool IsWall { get; init; }

    /// <summary>Whether the form has places enough of it.</summary>
    public bool IsMeasured { get; init; }

    /// <summary>Half a step of the finest scale: nearer than this it is what was asked.</summary>
    internal const double Tolerance = 0.05;

    // A tooth's own roundness takes some more than asked in places; only beyond that is it worth a word.
    private const double Deep = 0.15;

    // Where zones meet the deeper one gives way by the tolerance of depths; only more is worth a word.
    private const double Shallow = 0.12;

    /// <summary>Whether the difference is worth saying beside the depth: a reading would show it.</summary>
    public bool Shows => IsMeasured && Why is not null && ((Usual - Planned).Value < -Shallow || (Most - Planned).Value > Deep);
}

/// <summary>Measures what a planned body takes from the present tooth.</summary>
internal static class Outcomes
{
    private const double Tolerance = ZoneOutcome.Tolerance;

    /// <summary>What a body with walls all round takes from each zone of its plan.</summary>
    public static IReadOnlyList<ZoneOutcome> Of(PlannedForm planned, CutSurface cut)
    {
        var depths = new List<double>[planned.Plan.Zones.Count];
        var walls = new int[depths.Length];
        for (var i = 0; i < depths.Length; i++)
            depths[i] = [];
        for (var i = 0; i < cut.Places.Length; i++)
        {
            if (cut.Zones[i] is not (>= 0 and var zone))
                continue;
            depths[zone].Add(cut.Depths[i]);
            // Half a rounding's radius from the wall it already shapes the surface.
            if (planned.WallLead(cut.Places[i]) > -0.15)
                walls[zone]++;
        }
        return [.. planned.Plan.Zones.Select((zone, i) => Outcome(zone, depths[i], walls[i], planned.Present, planned.Surface))];
    }

    /// <summary>What a body without walls takes from each zone of its plan.</summary>
    public static IReadOnlyList<ZoneOutcome> Taken(PlannedBody planned, CutSurface cut) =>
        [
            .. planned.Plan.Zones.Select(
                (zone, at) =>
                    planned.Read(zone.Zone) is { } read
                        ? Outcome(zone, [read], 0, planned.Present, planned.Surface) with
                        {
                            // A box's axial wall stands where its floor keeps its width.
                            IsWall = !zone.Zone.Kind.IsBoxFloor(),
                            Why = zone.Zone.Kind.IsBoxFloor() ? null : "The floor keeps its width where the side leans in to the neck",
                        }
                        : WithoutWall(
                            Outcome(
                                zone,
                                [.. Enumerable.Range(0, cut.Zones.Length).Where(i => cut.Zones[i] == at).Select(i => cut.Depths[i])],
                                0,
                                planned.Present,
                                planned.Surface
                            )
                        )
            ),
        ];

    private static ZoneOutcome WithoutWall(ZoneOutcome outcome) =>
        outcome.Why is null
            ? outcome
            : outcome with
            {
                // A groove is read straight down.
                IsMeasured = outcome.Zone.Kind != ZoneKind.Groove,
                Why =
                    outcome.Zone.Kind == ZoneKind.Groove
                        ? "Measured to the slopes beside the groove; straight down from it the floor lies as deep as planned."
                    : outcome.Usual < outcome.Planned ? "Toward the margin it comes down to the margin's own width."
                    : "Walls, or a neighbouring cut, take more here.",
            };

    private static ZoneOutcome Outcome(ZonePlan zone, List<double> depths, int walls, PresentTooth present, Mesh planned)
    {
        var asked = zone.Depth.Value.Target;
        // Under an edge narrower than its depth no planned place is nearest to it; there the loss of height counts.
        if (zone.Zone.Kind == ZoneKind.Edge)
            depths = [present.Surface.Box.High.Z - planned.Box.High.Z];
        if (depths.Count == 0)
            return new ZoneOutcome(zone.Zone, asked, asked, asked, asked, "Too small on this form to be measured.");
        var mostlyWall = 2 * walls > depths.Count;
        depths.Sort();
        var (least, usual, most) = (
            new Mm(depths[depths.Count / 20]),
            new Mm(depths[depths.Count / 2]),
            new Mm(depths[depths.Count - 1 - (depths.Count / 20)])
        );
        return new ZoneOutcome(
            zone.Zone,
            asked,
            least,
            usual,
            most,
            Why(zone.Zone.Kind, mostlyWall || !TopDepths.Shapes(zone.Zone.Kind), asked, usual, most)
        )
        {
            IsWall = walls > 0 && !TopDepths.Shapes(zone.Zone.Kind),
            IsMeasured = true,
        };
    }

    private static string? Why(ZoneKind kind, bool wall, Mm asked, Mm usual, Mm most)
    {
        var under = usual.Value < asked.Value - Tolerance;
        if (wall)
        {
            return under ? "The shelf's width and the convergence hold; the tooth bulges too little here to give more."
                : most.Value > asked.Value + Tolerance ? "A wall that leans from the margin's inner edge takes more from a bulging side."
                : null;
        }
        if (kind == ZoneKind.Edge && usual.Value > asked.Value + Tolerance)
            return $"At {asked} the edge would be too narrow";
        return usual.Value > asked.Value + Tolerance ? "Cuts from both sides meet here."
            : under ? "The neighbouring zone's smaller depth reaches in here."
            : null;
    }
}

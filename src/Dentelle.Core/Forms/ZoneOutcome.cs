using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Forms;

/// <summary>What the planned body takes from one zone, measured between the two surfaces. Millimetres.</summary>
/// <param name="Planned">Depth the plan asks for.</param>
/// <param name="Least">Twentieth part from below of the depths over the zone.</param>
/// <param name="Usual">Median.</param>
/// <param name="Most">Twentieth part from above.</param>
/// <param name="Why">Why it is not what was asked; null when it is.</param>
public sealed record ZoneOutcome(Zone Zone, Mm Planned, Mm Least, Mm Usual, Mm Most, string? Why);

/// <summary>Measures what a planned body takes from the present tooth.</summary>
internal static class Outcomes
{
    private const double Tolerance = 0.05;

    /// <summary>Below this height over the margin the shelf's own width is what is cut.</summary>
    private const double AboveMargin = 0.8;

    public static IReadOnlyList<ZoneOutcome> Of(PresentTooth present, Mesh planned, PlannedForm form, SurfaceZones zones, int[] labels)
    {
        var depths = new List<double>[zones.All.Count];
        var walls = new int[depths.Length];
        for (var i = 0; i < depths.Length; i++) depths[i] = [];
        var places = present.Tree.ClosestAll(planned.Positions.ToArray());
        for (var i = 0; i < planned.Positions.Length; i++)
        {
            Vec3 p = planned.Positions[i];
            var angle = Math.Atan2(p.Y - form.Margin.Centre.Y, p.X - form.Margin.Centre.X);
            if (p.Z < form.Margin.Level(angle) + AboveMargin) continue;
            var label = labels[present.Surface.Corners[3 * places[i].Triangle]];
            if (label < 0) continue;
            depths[label].Add(places[i].Distance);
            // Half a rounding's radius from the wall it already shapes the surface.
            if (form.WallLead(p) > -0.15) walls[label]++;
        }
        return [.. form.Plan.Zones.Select((zone, i) => Outcome(zone, depths[i], walls[i], present, planned))];
    }

    private static ZoneOutcome Outcome(ZonePlan zone, List<double> depths, int walls, PresentTooth present, Mesh planned)
    {
        var asked = zone.Depth.Value.Target;
        // Under an edge narrower than its depth no planned place is nearest to it; there the loss of height counts.
        if (zone.Zone.Kind == ZoneKind.Edge) depths = [present.Surface.Box.High.Z - planned.Box.High.Z];
        if (depths.Count == 0) return new ZoneOutcome(zone.Zone, asked, asked, asked, asked, "Too small on this form to be measured.");
        var mostlyWall = 2 * walls > depths.Count;
        depths.Sort();
        var (least, usual, most) = (new Mm(depths[depths.Count / 20]), new Mm(depths[depths.Count / 2]), new Mm(depths[depths.Count - 1 - (depths.Count / 20)]));
        return new ZoneOutcome(zone.Zone, asked, least, usual, most, Why(zone.Zone.Kind, mostlyWall || !TopDepths.Shapes(zone.Zone.Kind), asked, usual, most));
    }

    private static string? Why(ZoneKind kind, bool wall, Mm asked, Mm usual, Mm most)
    {
        var under = usual.Value < asked.Value - Tolerance;
        if (wall)
        {
            return under ? "The shelf's width and the convergence hold; the tooth bulges too little here to give more."
                : most.Value > asked.Value + Tolerance ? "A wall that leans from the margin's inner edge takes more from a bulging side." : null;
        }
        if (kind == ZoneKind.Edge && usual.Value > asked.Value + Tolerance) return "Facial and lingual cuts meet before the edge is as low as planned.";
        return usual.Value > asked.Value + Tolerance ? "Cuts from both sides meet here." : under ? "The neighbouring zone's smaller depth reaches in here." : null;
    }
}

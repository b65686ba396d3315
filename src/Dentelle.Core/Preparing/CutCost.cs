using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Preparing;

/// <summary>
/// What a planned body costs the tooth. Volumes in mm³ of the form, not of this patient's tooth; enamel and pulp are
/// averages.
/// </summary>
/// <param name="CrownMm3">Of the crown as it stands, from the cervical line up.</param>
/// <param name="Share">Removed against that.</param>
/// <param name="Pulp">From the planned surface to the pulp, the least of each zone.</param>
/// <param name="LeastThicknessMm">Of the restoration, over all zones.</param>
public sealed record CutCost(
    double RemovedMm3,
    double CrownMm3,
    double Share,
    double EnamelMm3,
    double EnamelLeftMm3,
    double EnamelLeftShare,
    IReadOnlyList<PulpDistance> Pulp,
    double LeastThicknessMm,
    string LeastThicknessAt
)
{
    /// <summary>Columns a fifth of a millimetre apart: volumes to about half a per cent.</summary>
    private const double Step = 0.2;

    /// <summary>Null where nothing is cut.</summary>
    internal static CutCost? Of(Preparation preparation, Protocol protocol)
    {
        if (preparation is not { Body: { } planned, Plan: var plan })
            return null;
        var inside = planned.Present.Inside(protocol.Estimates);
        const int present = 1,
            cut = 2,
            dentine = 4;
        var columns = new ColumnVolumes([planned.Present.Surface, planned.Surface, inside.Dentine], Step);
        var removed = columns.Where(where => (where & (present | cut)) == present);
        var enamel = columns.Where(where => (where & (present | dentine)) == present);
        var left = columns.Where(where => (where & (present | cut | dentine)) == (present | cut));
        var (_, labels) = planned.Present.Labels(plan.Assessment.Crossbite, protocol.Shape.BevelHeightMm.Value);
        var crown = CrownVolume(planned.Present.Surface, labels);
        var thinnest = plan.Zones.MinBy(zone => (zone.Depth.Value.Target + zone.BuildOut).Value)!;
        return new(
            Math.Round(removed, 1),
            Math.Round(crown, 1),
            Math.Round(removed / crown, 3),
            Math.Round(enamel, 1),
            Math.Round(left, 1),
            Math.Round(left / enamel, 3),
            preparation.Pulp,
            (thinnest.Depth.Value.Target + thinnest.BuildOut).Rounded,
            thinnest.Zone.Name
        );
    }

    /// <summary>The crown's facets seen from the middle of the line they end at: the cone to that middle closes the body.</summary>
    private static double CrownVolume(Mesh surface, int[] labels)
    {
        bool IsCrown(int triangle) =>
            labels[surface.Corners[3 * triangle]] >= 0
            && labels[surface.Corners[(3 * triangle) + 1]] >= 0
            && labels[surface.Corners[(3 * triangle) + 2]] >= 0;
        var lowest = Enumerable.Range(0, labels.Length).Where(i => labels[i] >= 0).OrderBy(i => surface.Positions[i].Z).Take(200).ToArray();
        var middle = new Vec3(
            lowest.Average(i => surface.Positions[i].X),
            lowest.Average(i => surface.Positions[i].Y),
            lowest.Average(i => surface.Positions[i].Z)
        );
        var sum = 0.0;
        for (var i = 0; i < surface.TriangleCount; i++)
        {
            if (!IsCrown(i))
                continue;
            var (a, b, c) = surface.Triangle(i);
            sum += (a - middle).Dot((b - middle).Cross(c - middle));
        }
        return sum / 6;
    }
}

using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Preparing;

/// <summary>
/// What a planned body costs the tooth. Volumes in mm³ of the form, not of this patient's tooth; enamel and pulp are
/// averages.
/// </summary>
public sealed record CutCost
{
    public required double RemovedMm3 { get; init; }

    /// <summary>Of the crown as it stands, from the cervical line up.</summary>
    public required double CrownMm3 { get; init; }

    /// <summary>Removed against that.</summary>
    public required double Share { get; init; }

    public required double EnamelMm3 { get; init; }

    public required double EnamelLeftMm3 { get; init; }

    public required double EnamelLeftShare { get; init; }

    /// <summary>From the planned surface to the pulp, the least of each zone.</summary>
    public required IReadOnlyList<PulpDistance> Pulp { get; init; }

    /// <summary>Of the restoration, over all zones.</summary>
    public required double LeastThicknessMm { get; init; }

    public required string LeastThicknessAt { get; init; }

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
        return new()
        {
            RemovedMm3 = Math.Round(removed, 1),
            CrownMm3 = Math.Round(crown, 1),
            Share = Math.Round(removed / crown, 3),
            EnamelMm3 = Math.Round(enamel, 1),
            EnamelLeftMm3 = Math.Round(left, 1),
            EnamelLeftShare = Math.Round(left / enamel, 3),
            Pulp = preparation.Pulp,
            LeastThicknessMm = (thinnest.Depth.Value.Target + thinnest.BuildOut).Rounded,
            LeastThicknessAt = thinnest.Zone.Name,
        };
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

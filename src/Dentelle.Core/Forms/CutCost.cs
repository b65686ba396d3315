using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Forms;

/// <summary>What a planned body costs the tooth. Volumes in mm³ of the form, not of this patient's tooth; enamel and pulp are averages.</summary>
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

    /// <summary>Null where the drawing has no planned body.</summary>
    public static CutCost? Of(UnitDrawing drawing, Handbook handbook)
    {
        if (drawing is not { Body: { } planned, Cut: { } surface })
            return null;
        var plan = planned.Plan;
        var inside = planned.Present.Inside(handbook.Protocol.Estimates);
        const int present = 1,
            cut = 2,
            dentine = 4;
        var columns = new ColumnVolumes([planned.Present.Surface, planned.Surface, inside.Dentine], Step);
        var removed = columns.Where(where => (where & (present | cut)) == present);
        var enamel = columns.Where(where => (where & (present | dentine)) == present);
        var left = columns.Where(where => (where & (present | cut | dentine)) == (present | cut));
        var (_, labels) = planned.Present.Labels(plan.Assessment.Crossbite, handbook.Protocol.Shape.BevelHeightMm.Value);
        var crown = CrownVolume(planned.Present.Surface, labels);
        var thinnest = plan.Zones.MinBy(zone => (zone.Depth.Value.Target + zone.BuildOut).Value)!;
        return new(
            Math.Round(removed, 1),
            Math.Round(crown, 1),
            Math.Round(removed / crown, 3),
            Math.Round(enamel, 1),
            Math.Round(left, 1),
            Math.Round(left / enamel, 3),
            [.. PulpDistances(surface, inside.Pulp, plan)],
            (thinnest.Depth.Value.Target + thinnest.BuildOut).Rounded,
            thinnest.Zone.Name
        );
    }

    /// <summary>Where little is left over the pulp. An average raises a caution only; what a radiograph of this patient shows wants an answer.</summary>
    public IEnumerable<Caution> Cautions(Plan plan, DentineLimits limits)
    {
        foreach (var zone in Pulp.Where(zone => zone.LeftMm < limits.WarnMm.Value))
        {
            var danger = zone.LeftMm < limits.DangerMm.Value;
            var limit = new Mm(danger ? limits.DangerMm.Value : limits.WarnMm.Value);
            var (code, words) = (danger ? "pulp-danger" : "pulp-near", plan.Zone(zone.Zone)!.Zone.Words);
            var where = zone.Radiograph ? "as the radiograph shows it" : "by averages: look at a radiograph";
            yield return new(
                code,
                $"{words}: {new Mm(zone.LeftMm)} stays over the pulp, under {limit}, {where}. Another material, less depth, or a desensitised cover at once.",
                zone.Zone
            )
            {
                MustBeAnswered = danger && zone.Radiograph,
                Because = plan.Because.GetValueOrDefault(code),
            };
        }
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

    private static IEnumerable<PulpDistance> PulpDistances(CutSurface cut, Mesh pulp, Plan plan)
    {
        var distances = new MeshTree(pulp).Distances(Array.ConvertAll(cut.Places, place => (System.Numerics.Vector3)place));
        for (var zone = 0; zone < plan.Zones.Count; zone++)
        {
            var least = double.PositiveInfinity;
            for (var i = 0; i < distances.Length; i++)
            {
                if (cut.Zones[i] == zone)
                    least = Math.Min(least, distances[i]);
            }
            if (double.IsInfinity(least))
                continue;
            var own = plan.Zones[zone];
            if (plan.Assessment.Findings.Pulp.At(own.Zone) is { } seen)
                yield return new(own.Zone.Name, Mm.Most(seen - own.Depth.Value.Target, Mm.Zero).Rounded, true);
            else
                yield return new(own.Zone.Name, Math.Round(least, 2), false);
        }
    }
}

/// <param name="Radiograph">Whether a reading of this patient's radiograph stands behind it, less what is cut; else an average.</param>
public sealed record PulpDistance(string Zone, double LeftMm, bool Radiograph);

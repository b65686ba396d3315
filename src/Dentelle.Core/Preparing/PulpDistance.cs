using Dentelle.Core.Plans;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Preparing;

/// <summary>What stays over the pulp in a zone.</summary>
/// <param name="Radiograph">Whether a reading of this patient's radiograph stands behind it, less what is cut; else an average.</param>
public sealed record PulpDistance(string Zone, double LeftMm, bool Radiograph);

internal static class PulpDistances
{
    /// <summary>From the planned surface to the pulp, the least of each zone.</summary>
    public static IEnumerable<PulpDistance> Of(CutSurface cut, MeshTree pulp, Plan plan)
    {
        var distances = pulp.Distances(Array.ConvertAll(cut.Places, place => (System.Numerics.Vector3)place));
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
                yield return new(own.Zone.Name, Mm.Most(seen - own.Depth.Value.Target, Mm.Zero).Rounded, Radiograph: true);
            else
                yield return new(own.Zone.Name, Math.Round(least, 2), Radiograph: false);
        }
    }
}

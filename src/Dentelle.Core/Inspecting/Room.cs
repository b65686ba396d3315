using System.Numerics;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>Room between one zone and the antagonist, closed. Millimetres.</summary>
/// <param name="After">Twentieth part from below of the distances from the cut surface.</param>
/// <param name="Before">Of those from the surface before.</param>
public sealed record ZoneRoom(Zone Zone, double After, double Before);

/// <summary>Room to the antagonist where it closes.</summary>
/// <param name="WithBefore">Whether the antagonist was given in the frame of the scan before; else in that of the scan after.</param>
public sealed record Room(bool WithBefore, IReadOnlyList<ZoneRoom> Zones)
{
    /// <summary>Closed jaws touch: farther apart or deeper into each other than this they are not closed.</summary>
    private const double MostApart = 2,
        MostInto = 0.6;

    private const double Far = 8;

    /// <returns>A problem when the antagonist closes on neither scan.</returns>
    internal static Answer<Room> Of(
        SeenSurface before,
        SiteSurface site,
        Registration registration,
        int[] labels,
        IReadOnlyList<ZonePlan> zones,
        Scan antagonist
    )
    {
        foreach (var withBefore in (ReadOnlySpan<bool>)[false, true])
        {
            var surface = withBefore ? antagonist.Surface : antagonist.Surface.Moved(registration.Motion);
            var tree = new MeshTree(surface);
            var (least, deepest) = Closest(before, tree);
            if (least > MostApart || deepest > MostInto)
                continue;
            return new Room(withBefore, [.. Rooms(site, labels, zones, tree)]);
        }
        return new Problem("not-closed", "The antagonist closes on neither scan: it lies in another frame, or the jaws were open.");
    }

    private static (double Least, double Deepest) Closest(SeenSurface before, MeshTree tree)
    {
        var step = Math.Max(1, before.Mesh.Positions.Length / 20_000);
        Vector3[] probes = [.. before.Mesh.Positions.ToArray().Where((_, i) => i % step == 0)];
        var distances = tree.SignedDistances(probes);
        return (distances.Min(Math.Abs), Math.Max(0, -distances.Min()));
    }

    private static IEnumerable<ZoneRoom> Rooms(SiteSurface site, int[] labels, IReadOnlyList<ZonePlan> zones, MeshTree tree)
    {
        for (var at = 0; at < zones.Count; at++)
        {
            int[] own = [.. Enumerable.Range(0, labels.Length).Where(i => labels[i] == at)];
            if (!zones[at].Zone.Occludes || own.Length < 10)
                continue;
            var after = Share(tree.Distances(Array.ConvertAll(own, i => (Vector3)site.Frame.Scan(site.Mesh.Positions[i])), Far));
            var old = Share(tree.Distances(Array.ConvertAll(own, i => (Vector3)site.Frame.Scan(site.Old[i])), Far));
            if (double.IsFinite(after))
                yield return new ZoneRoom(zones[at].Zone, after, old);
        }
    }

    private static double Share(float[] distances)
    {
        Array.Sort(distances);
        return distances[distances.Length / 20];
    }
}

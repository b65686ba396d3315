using System.Numerics;
using Dentelle.Geometry;
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

    /// <param name="before">The scan before.</param>
    /// <param name="tooth">What was measured.</param>
    /// <param name="antagonist">In the frame of either scan.</param>
    /// <returns>A problem when the antagonist closes on neither scan.</returns>
    internal static Answer<Room> Of(SeenSurface before, MeasuredTooth tooth, MeshTree antagonist)
    {
        foreach (var withBefore in (ReadOnlySpan<bool>)[false, true])
        {
            // Places go to the antagonist, so that its tree serves both frames and every tooth.
            var there = withBefore ? Rigid.Rest : tooth.Registration.Motion.Inverse;
            var (least, deepest) = Closest(before, antagonist, there);
            if (least > MostApart || deepest > MostInto)
                continue;
            return new Room(withBefore, [.. Rooms(tooth, antagonist, there)]);
        }
        return new Problem("not-closed", "The antagonist closes on neither scan: it lies in another frame, or the jaws were open.");
    }

    private static (double Least, double Deepest) Closest(SeenSurface before, MeshTree antagonist, Rigid there)
    {
        var step = Math.Max(1, before.Mesh.Positions.Length / 20_000);
        Vector3[] probes = [.. before.Mesh.Positions.ToArray().Where((_, i) => i % step == 0).Select(p => (Vector3)there.Apply(p))];
        var distances = antagonist.SignedDistances(probes);
        return (distances.Min(Math.Abs), Math.Max(0, -distances.Min()));
    }

    private static IEnumerable<ZoneRoom> Rooms(MeasuredTooth tooth, MeshTree antagonist, Rigid there)
    {
        var site = tooth.Site;
        foreach (var zone in tooth.Preparation.Plan.Zones.Select(one => one.Zone).Where(zone => zone.Occludes))
        {
            // Out of a cavity the antagonist is nearest past its rim.
            if (tooth.Cavity is not null && zone.Kind == ZoneKind.Groove)
                continue;
            var own = tooth.VerticesIn(other => other == zone);
            if (own.Length < 10)
                continue;
            var after = Near(own, i => site.Mesh.Positions[i]);
            if (double.IsFinite(after))
                yield return new ZoneRoom(zone, after, Near(own, i => site.Old[i]));
        }

        double Near(int[] own, Func<int, Vec3> place)
        {
            var distances = antagonist.Distances(Array.ConvertAll(own, i => (Vector3)there.Apply(site.Frame.Scan(place(i)))), Far);
            Array.Sort(distances);
            return distances[distances.Length / 20];
        }
    }
}

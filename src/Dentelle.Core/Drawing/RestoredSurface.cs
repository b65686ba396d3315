using System.Numerics;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Drawing;

/// <summary>The restoration's own surface: the present one moved by the build-out of each zone.</summary>
internal static class RestoredSurface
{
    /// <summary>
    /// Where two zones meet the surface goes over from the one's build-out to the other's, and from one way to the other.
    /// </summary>
    private const int Passes = 12;

    /// <param name="plan">The plan.</param>
    /// <param name="present">A mesh of the present tooth in its own frame.</param>
    /// <param name="zones">Of each of its vertices the number of the plan's zone; −1 for none.</param>
    /// <returns>Null where it is the present surface itself, or nothing is cut.</returns>
    public static Mesh? Of(Plan plan, Mesh present, float[] zones)
    {
        if (!plan.Rules().IsCut || plan.Zones.All(zone => zone.BuildOut == Mm.Zero))
            return null;
        var builtOut = Array.ConvertAll(zones, zone => zone >= 0 ? plan.Zones[(int)zone].BuildOut.Value : 0);
        Vector3[] moves = [.. builtOut.Select((by, i) => (float)by * Direction(present.Normals[i]))];
        var (x, y, z) = (Evened(move => move.X), Evened(move => move.Y), Evened(move => move.Z));
        var places = present.Positions.ToArray();
        for (var i = 0; i < places.Length; i++)
            places[i] += new Vector3((float)x[i], (float)y[i], (float)z[i]);
        return new Mesh(places, present.Corners.ToArray());

        double[] Evened(Func<Vector3, float> part)
        {
            var values = Array.ConvertAll(moves, move => (double)part(move));
            SurfaceValues.Even(present, values, Passes);
            return values;
        }
    }

    /// <summary>What faces the bite is raised toward it, a wall moves outward: a cusp built out along its slopes would swell.</summary>
    private static Vector3 Direction(Vector3 outward)
    {
        if (outward.Z > RestoredOutline.FacesBite)
            return Vector3.UnitZ;
        var level = new Vector3(outward.X, outward.Y, 0);
        return level.LengthSquared() > 0 ? Vector3.Normalize(level) : default;
    }
}

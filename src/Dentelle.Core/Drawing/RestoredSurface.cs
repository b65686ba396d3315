using System.Numerics;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Drawing;

/// <summary>
/// The restoration's own surface: the present one moved by the build-out of each zone.
/// </summary>
internal static class RestoredSurface
{
    /// <summary>Where two zones meet the surface goes over from the one's build-out to the other's.</summary>
    private const int Passes = 30;

    /// <summary>How much of a surface's direction points to the bite where it is no wall.</summary>
    private const double FacesBite = 0.35;

    /// <param name="preparation">The preparation.</param>
    /// <param name="present">A mesh of the present tooth in its own frame.</param>
    /// <returns>Null where it is the present surface itself, or nothing is cut.</returns>
    public static Mesh? Of(Preparation preparation, Mesh present)
    {
        var plan = preparation.Plan;
        if (!plan.Rules().IsCut || plan.Zones.All(zone => zone.BuildOut == Mm.Zero))
            return null;
        var (tree, labels) = (preparation.Present.Tree, preparation.Labels);
        var corners = preparation.Present.Surface.Corners.ToArray();
        var builtOut = Array.ConvertAll(tree.ClosestAll(present.Positions.ToArray()), place =>
            labels[corners[3 * place.Triangle]] is >= 0 and var zone ? plan.Zones[zone].BuildOut.Value : 0
        );
        SurfaceValues.Even(present, builtOut, Passes, _ => true, _ => true);
        var places = present.Positions.ToArray();
        for (var i = 0; i < places.Length; i++)
            places[i] += (float)builtOut[i] * Direction(present.Normals[i]);
        return new Mesh(places, present.Corners.ToArray());
    }

    /// <summary>What faces the bite is raised toward it, a wall moves outward: a cusp built out along its slopes would swell.</summary>
    private static Vector3 Direction(Vector3 outward)
    {
        if (outward.Z > FacesBite)
            return Vector3.UnitZ;
        var level = new Vector3(outward.X, outward.Y, 0);
        return level.LengthSquared() > 0 ? Vector3.Normalize(level) : default;
    }
}

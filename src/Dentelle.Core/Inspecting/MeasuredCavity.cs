using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>The walls of an inlay's cavity as they were cut.</summary>
/// <param name="FacialOpens">
/// Degrees by which the facial wall opens outward from the path; negative where it hangs over. Null where none stands.
/// </param>
/// <param name="LingualOpens">The lingual wall likewise.</param>
public sealed record MeasuredCavity(double? FacialOpens, double? LingualOpens)
{
    /// <summary>Said with every cavity: a number that means something else is worse than none.</summary>
    internal const string NotTold =
        "The cavity's depth and isthmus are not told: the scan's nearest distance is that to its slopes. Read the floor with a probe.";

    /// <summary>What leans farther is floor or bevel.</summary>
    private const double MostLean = 35;

    private const int Least = 15;

    /// <returns>Null for what is no cavity, and where covered cusps leave no opposite walls.</returns>
    internal static MeasuredCavity? Of(SiteSurface site, Preparation preparation)
    {
        var plan = preparation.Plan;
        if (plan.Cavity is not { } cavity || cavity.Covered.Any())
            return null;
        var walls = Enumerable
            .Range(0, site.InCut.Length)
            .Where(i => site.InCut[i] && site.Depths[i] > site.Threshold)
            .Select(i => (Normal: (Vec3)site.Mesh.Normals[i], Area: site.Areas[i]))
            .Select(one => (one.Normal, one.Area, Opens: 90 - one.Normal.AngleTo(plan.Path)))
            .Where(one => Math.Abs(one.Opens) < MostLean)
            .ToArray();
        return new MeasuredCavity(Opening(-1), Opening(1));

        // A wall of the cavity faces the other one.
        double? Opening(int toward)
        {
            var own = walls.Where(one => one.Normal.Y * toward > 0.8).OrderBy(one => one.Opens).ToArray();
            return own.Length < Least ? null : Ranks.AtShare(own, one => one.Area, 0.5).Opens;
        }
    }

    /// <summary>What can be told by the distance between two surfaces: a cavity's depth is planned straight down from the groove.</summary>
    internal static IEnumerable<MeasuredDepth> Told(IEnumerable<MeasuredDepth> depths, Preparation preparation) =>
        preparation.Plan.Cavity is null ? depths : depths.Where(depth => depth.Zone.Kind != ZoneKind.Groove);
}

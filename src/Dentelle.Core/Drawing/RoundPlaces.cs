using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>Where on the planned surface each zone's number is led to.</summary>
internal static class RoundPlaces
{
    /// <summary>A tenth off the planned depth counts like so many millimetres off the zone's middle.</summary>
    private const double OffDepth = 8;

    /// <summary>A place that is cut so much more or less than planned is none of the zone's own.</summary>
    private const double Off = 0.15;

    public static IEnumerable<RoundPlace> Of(Preparation preparation)
    {
        var plan = preparation.Plan;
        var (cut, present) = (ByZone(preparation.Cut?.Zones ?? []), ByZone(preparation.Labels));
        for (var zone = 0; zone < plan.Zones.Count; zone++)
        {
            if (On(preparation, zone, [.. cut[zone]], [.. present[zone]]) is { } place)
                yield return new(plan.Zones[zone].Zone.Name, place.At, place.Outward, Math.Round(place.Cut, 2));
        }
    }

    private static (Vec3 At, Vec3 Outward, double Cut)? On(Preparation preparation, int zone, int[] cutOnes, int[] presentOnes)
    {
        var depth = preparation.Plan.Zones[zone].Depth.Value.Target.Value;
        if (preparation.Cut is { } cut && Best(cutOnes, i => cut.Places[i], i => cut.Depths[i], depth) is { } found)
        {
            if (Math.Abs(cut.Depths[found] - depth) > Off && Under(preparation, zone, presentOnes) is { } under)
                return under;
            // Square to the present surface over it: the planned one may be a groove's wall there.
            var over = preparation.Present.Tree.Closest(cut.Places[found]);
            var outward = over.Place - cut.Places[found];
            return (cut.Places[found], outward.Length > 1e-6 ? outward.Unit : Vec3.UnitZ, cut.Depths[found]);
        }
        return Under(preparation, zone, presentOnes);
    }

    /// <summary>
    /// Under an edge or a ridge the nearest present surface is another zone's: what is left of it is sought straight below its middle.
    /// </summary>
    private static (Vec3 At, Vec3 Outward, double Cut)? Under(Preparation preparation, int zone, int[] presentOnes)
    {
        var depth = preparation.Plan.Zones[zone].Depth.Value.Target.Value;
        var surface = preparation.Present.Surface;
        if (Best(presentOnes, i => surface.Positions[i], _ => depth, depth) is not { } bare)
            return null;
        Vec3 tip = surface.Positions[bare];
        if (depth == 0 || preparation.Body is not { } body)
            return (tip, surface.Normals[bare], 0);
        var (best, left) = (double.PositiveInfinity, tip);
        foreach (Vec3 p in body.Surface.Positions)
        {
            var aside = new Vec2(p.X - tip.X, p.Y - tip.Y).Length;
            if (p.Z < tip.Z && aside + (0.2 * (tip.Z - p.Z)) is var far && far < best)
                (best, left) = (far, p);
        }
        // Told as it is read; else straight down or square to the surface, whichever the plan means.
        if (
            preparation.Outcomes.FirstOrDefault(one => one.Zone == preparation.Plan.Zones[zone].Zone) is { } read
            && read.Least == read.Most
        )
            return (left, (tip - left).Unit, read.Usual.Value);
        double[] told = [(tip - left).Length, preparation.Present.Tree.Closest(left).Distance];
        return (left, (tip - left).Unit, told.MinBy(cut => Math.Abs(cut - depth)));
    }

    /// <summary>Numbers of the vertices by that of their zone.</summary>
    private static ILookup<int, int> ByZone(int[] zones) => Enumerable.Range(0, zones.Length).ToLookup(i => zones[i]);

    /// <summary>Near the middle of the zone, where it is cut as deep as planned.</summary>
    private static int? Best(int[] places, Func<int, Vec3> at, Func<int, double> cut, double depth)
    {
        if (places.Length == 0)
            return null;
        var middle = places.Aggregate(default(Vec3), (sum, i) => sum + at(i)) / places.Length;
        return places.MinBy(i => (at(i) - middle).Length + (OffDepth * Math.Abs(cut(i) - depth)));
    }
}

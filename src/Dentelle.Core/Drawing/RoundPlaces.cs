using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>Where on the planned surface each zone's number is led to.</summary>
internal static class RoundPlaces
{
    /// <summary>A tenth off the planned depth counts like so many millimetres off the zone's middle.</summary>
    private const double OffDepth = 8;

    public static IEnumerable<RoundPlace> Of(Preparation preparation)
    {
        var plan = preparation.Plan;
        for (var zone = 0; zone < plan.Zones.Count; zone++)
        {
            if (On(preparation, zone) is { } place)
                yield return new(plan.Zones[zone].Zone.Name, place.At, place.Outward, Math.Round(place.Cut, 2));
        }
    }

    private static (Vec3 At, Vec3 Outward, double Cut)? On(Preparation preparation, int zone)
    {
        var depth = preparation.Plan.Zones[zone].Depth.Value.Target.Value;
        if (preparation.Cut is { } cut && Best([.. Of(cut.Zones, zone)], i => cut.Places[i], i => cut.Depths[i], depth) is { } found)
        {
            // Square to the present surface over it: the planned one may be a groove's wall there.
            var over = preparation.Present.Tree.Closest(cut.Places[found]);
            var outward = over.Place - cut.Places[found];
            return (cut.Places[found], outward.Length > 1e-6 ? outward.Unit : Vec3.UnitZ, cut.Depths[found]);
        }
        var surface = preparation.Present.Surface;
        if (Best([.. Of(preparation.Labels, zone)], i => surface.Positions[i], _ => depth, depth) is not { } bare)
            return null;
        Vec3 tip = surface.Positions[bare];
        if (depth == 0 || preparation.Body is not { } body)
            return (tip, surface.Normals[bare], 0);
        // Under an edge or a ridge the nearest present surface is another zone's: what is left of it is sought from above.
        var left = body.Surface.NearestVertex(tip);
        return (left, (tip - left).Unit, (tip - left).Length);
    }

    private static IEnumerable<int> Of(int[] zones, int zone) => Enumerable.Range(0, zones.Length).Where(i => zones[i] == zone);

    /// <summary>Near the middle of the zone, where it is cut as deep as planned.</summary>
    private static int? Best(int[] places, Func<int, Vec3> at, Func<int, double> cut, double depth)
    {
        if (places.Length == 0)
            return null;
        var middle = places.Aggregate(default(Vec3), (sum, i) => sum + at(i)) / places.Length;
        return places.MinBy(i => (at(i) - middle).Length + (OffDepth * Math.Abs(cut(i) - depth)));
    }
}

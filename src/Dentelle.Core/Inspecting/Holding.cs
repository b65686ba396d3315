using Dentelle.Core.Measuring;
using Dentelle.Core.Planning;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>Whether a measured wall keeps the crown from tipping about the opposite margin.</summary>
/// <param name="Side">The wall.</param>
/// <param name="Height">Its straight run, millimetres.</param>
/// <param name="Base">Between the feet of both walls, millimetres.</param>
/// <param name="Toc">Convergence of the pair, degrees.</param>
/// <param name="NoneResists">Convergence at which nothing resists any more.</param>
/// <param name="ShareResists">Convergence at which the wanted share still does.</param>
/// <param name="Share">Share that resists.</param>
public sealed record WallHold(WallSide Side, double Height, double Base, double Toc, double NoneResists, double ShareResists, double Share)
{
    internal static IEnumerable<WallHold> All(MeasuredTooth tooth, double wantedShare)
    {
        if (tooth.Line is not { } line)
            yield break;
        foreach (var pair in Enum.GetValues<WallPairKind>())
        {
            if (MeasuredWall.Convergence(tooth.Walls, pair) is not var (toc, _))
                continue;
            var (one, other) = MeasuredWall.Sides(pair);
            var width = Feet(line, tooth.Margin?.Width ?? 0, pair);
            foreach (var side in (WallSide[])[one, other])
            {
                var wall = tooth.Walls.First(wall => wall.Side == side);
                var lean = new Toc(toc).PerWall;
                yield return new WallHold(
                    side,
                    wall.Height,
                    width,
                    toc,
                    Resistance.Limit(wall.Height, width, 0).Degrees,
                    Resistance.Limit(wall.Height, width, wantedShare).Degrees,
                    Resistance.Share(wall.Height, width, lean)
                );
            }
        }
    }

    /// <summary>From wall to wall through the middle, less the shelf on both sides.</summary>
    private static double Feet(FinishLine line, double shelf, WallPairKind pair)
    {
        double Along(Vec3 p) => pair == WallPairKind.Mesiodistal ? p.X : p.Y;
        var places = line.Stations.Select(station => Along(station.Place)).ToArray();
        return Math.Max(0.1, places.Max() - places.Min() - (2 * shelf));
    }
}

/// <summary>How far a third of a wall's height leans: below the straight run's end it is the wall, above it bends in.</summary>
/// <param name="Third">0 beside the finish line, 2 under the top.</param>
public sealed record WallThird(WallSide Side, int Third, double Lean)
{
    private const int Least = 12;

    internal static IEnumerable<WallThird> All(MeasuredTooth tooth)
    {
        if (tooth.Line is not { } line)
            yield break;
        var (site, path) = (tooth.Site, tooth.Preparation.Plan.Path);
        // Where a side ends and the top begins: what leans more is none of it.
        const double top = 50,
            shelf = 0.3;
        var places = Enumerable
            .Range(0, site.InCut.Length)
            .Where(i => site.InCut[i] && site.Seen[i])
            .Select(i => (At: i, Lean: 90 - ((Vec3)site.Mesh.Normals[i]).AngleTo(path), Area: site.Areas[i]))
            .Where(one => one.Lean < top)
            .Select(one => (one.At, one.Lean, one.Area, Height: line.Over(site.Mesh.Positions[one.At], path)))
            .Where(one => one.Height > shelf)
            .ToLookup(one => SiteUndercut.SideOf(site.Mesh.Normals[one.At], path));
        foreach (var side in places.OrderBy(side => side.Key))
        {
            // A few places high up are no wall any more.
            var heights = side.Select(one => one.Height).Order().ToArray();
            var highest = heights[(int)(0.98 * (heights.Length - 1))];
            for (var third = 0; third < 3; third++)
            {
                var (from, to) = (shelf + ((highest - shelf) * third / 3), shelf + ((highest - shelf) * (third + 1) / 3));
                var own = side.Where(one => one.Height >= from && one.Height <= to).ToArray();
                if (own.Length < Least)
                    continue;
                // Round a corner normals spread; what they lean by is asked of each, and evened by area.
                yield return new WallThird(side.Key, third, own.Sum(one => one.Lean * one.Area) / own.Sum(one => one.Area));
            }
        }
    }
}

/// <summary>A front tooth's blade, and how high a side's ridge stands against the neighbour's. Millimetres.</summary>
public static class Heights
{
    /// <summary>
    /// Thickness from facial to lingual so far under the edge, in the middle half of the tooth's width; null for back teeth.
    /// </summary>
    internal static double? EdgeWidth(MeasuredTooth tooth)
    {
        const double under = 0.5;
        if (!tooth.Preparation.Plan.Tooth.IsFront)
            return null;
        var (site, path) = (tooth.Site, tooth.Preparation.Plan.Path);
        var (middle, half) = (
            tooth.Line is { } line ? line.Stations.Average(one => one.Place.X) : 0,
            tooth.Preparation.Present.Form.Size.Mesiodistal / 4
        );
        var near = Enumerable
            .Range(0, site.InCut.Length)
            .Select(i => (Vec3)site.Mesh.Positions[i])
            .Where((p, i) => site.InCut[i] && Math.Abs(p.X - middle) < half)
            .ToArray();
        if (near.Length < 20)
            return null;
        var top = near.Select(p => p.Dot(path)).Order().ElementAt((int)(0.99 * (near.Length - 1)));
        var slice = near.Where(p => Math.Abs(p.Dot(path) - (top - under)) < 0.12).Select(p => p.Y).Order().ToArray();
        if (slice.Length < 6)
            return null;
        // Both faces of the blade: the middle of each.
        var between = (slice[0] + slice[^1]) / 2;
        var (lingual, facial) = (slice.Where(y => y < between).ToArray(), slice.Where(y => y >= between).ToArray());
        return lingual.Length < 3 || facial.Length < 3 ? null : Ranks.Middle(facial) - Ranks.Middle(lingual);
    }

    /// <summary>How far a side's ridge, as cut, lies under the neighbour's; none where no neighbour was scanned.</summary>
    internal static IEnumerable<(WallSide Side, double Under)> Ridges(MeasuredTooth tooth)
    {
        var plan = tooth.Preparation.Plan;
        if (plan.Tooth.IsFront || tooth.Line is not { } line)
            yield break;
        var (site, path, all) = (tooth.Site, plan.Path, Enumerable.Range(0, tooth.Site.InCut.Length));
        foreach (
            var (side, kind) in ((WallSide, ZoneKind)[])[(WallSide.Mesial, ZoneKind.MesialRidge), (WallSide.Distal, ZoneKind.DistalRidge)]
        )
        {
            var way = side == WallSide.Mesial ? 1 : -1;
            var beyond = line.Stations.Max(station => station.Place.X * way);
            var neighbour = Top(
                all.Where(i => site.Mesh.Positions[i].X * way > beyond + 0.2 && !site.InCut[i] && Math.Abs(site.Mesh.Positions[i].Y) < 2)
            );
            // A plan without a zone for its ridge: what was cut beside the neighbour.
            var own = Top(tooth.VerticesIn(zone => zone.Kind == kind))
                ?? Top(all.Where(i => site.InCut[i] && site.Mesh.Positions[i].X * way > beyond - 2.5));
            if (neighbour is { } high && own is { } low && high > line.Stations.Max(station => station.Place.Dot(path)) + 1)
                yield return (side, high - low);
        }

        double? Top(IEnumerable<int> vertices)
        {
            var heights = vertices.Select(i => ((Vec3)site.Mesh.Positions[i]).Dot(path)).Order().ToArray();
            return heights.Length < 20 ? null : heights[(int)(0.97 * (heights.Length - 1))];
        }
    }
}

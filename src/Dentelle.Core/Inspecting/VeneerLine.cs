using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;

namespace Dentelle.Core.Inspecting;

/// <summary>Where a veneer's finish line ends on one side.</summary>
/// <param name="BeforeContact">
/// How far in front of where the side reaches farthest, half-way up the line at most, millimetres; negative behind it: the contact is
/// cut through.
/// </param>
/// <param name="IsPlanned">Whether the plan takes it through the contact.</param>
/// <param name="FacesForward">Degrees by which the surface turns to the front there; 0 faces straight to the neighbour.</param>
/// <param name="NeighbourOver">How far the neighbour stands in the veneer's way, across its path, millimetres; 0 where it passes.</param>
public sealed record ProximalEnd(
    ProximalSide Side,
    double BeforeContact,
    bool IsPlanned,
    double FacesForward,
    double NeighbourOver,
    Vec3 Place
);

/// <summary>The line along the edge, behind it.</summary>
/// <param name="Wavers">What it wavers by about a smooth curve, as a standard deviation, millimetres.</param>
/// <param name="Rises">Degrees by which it rises to the mesial.</param>
public sealed record EdgeLine(double Wavers, double Rises);

/// <summary>Finish line of a veneer where it is not level with the gum: at the sides and along the edge.</summary>
public sealed record VeneerLine(IReadOnlyList<ProximalEnd> Sides, EdgeLine? Edge)
{
    /// <summary>
    /// From so far under that height to so far over it the line is looked at: farther down it may turn to the front already.
    /// </summary>
    private const double Below = 0.2,
        Above = 1.2;

    private const int Least = 4;

    /// <returns>Null for what is no veneer.</returns>
    internal static VeneerLine? Of(SeenSurface before, SiteSurface site, FinishLine? line, PresentTooth present, Plan plan)
    {
        if (plan.Enamel is null || line is null)
            return null;
        var crown = present.Surface.Positions.ToArray();
        var places = site.Mesh.Positions.ToArray();
        var heights = line.Stations.Select(station => station.Place.Z).ToArray();
        var middle = (heights.Min() + heights.Max()) / 2;
        var draw = new InterdentalDraw(before, site, present, plan.Path);
        return new VeneerLine(
            [.. Enum.GetValues<ProximalSide>().Select(End).OfType<ProximalEnd>()],
            // A canine's edge comes to a point.
            plan.Tooth.Position == 3
                ? null
                : EdgeOf(site, line, present)
        );

        ProximalEnd? End(ProximalSide side)
        {
            var way = side.Way();
            const double near = 0.3;
            // Over the middle of the line its way along the edge may be near.
            var level = Math.Min(site.Frame.FromForm(crown.MaxBy(p => way * p.X)).Z, middle);
            var around = crown.Where(p => Math.Abs((p.Z * site.Frame.Size.Z) - level) < near).ToArray();
            if (around.Length == 0)
                return null;
            var contact = site.Frame.FromForm(around.MaxBy(p => way * p.X));
            Station[] own =
            [
                .. line.Stations.Where(station =>
                    way * station.Place.X > 0.5 * way * contact.X && station.Place.Z - level is > -Below and < Above
                ),
            ];
            if (own.Length < Least)
                return null;
            var place = own.MinBy(station => Math.Abs(station.Place.Z - level)).Place;
            var at = Enumerable.Range(0, places.Length).MinBy(i => ((Vec3)places[i] - place).LengthSquared);
            return new ProximalEnd(
                side,
                Ranks.Middle(own.Select(station => station.Place.Y)) - contact.Y,
                plan.GoesThroughContact(side),
                double.RadiansToDegrees(Math.Asin(Math.Clamp(site.OldNormals[at].Y, -1, 1))),
                draw.Over(side),
                place
            );
        }
    }

    /// <summary>About a smooth curve along the middle of the edge: an edge is bent as teeth are, an irregular one wavers.</summary>
    private static EdgeLine? EdgeOf(SiteSurface site, FinishLine line, PresentTooth present)
    {
        const double along = 0.35,
            behind = 1.5;
        var half = present.Form.Size.Mesiodistal * site.Frame.Size.X * along;
        var top = line.Stations.Max(station => station.Place.Z);
        Vec3[] own = [.. line.Stations.Select(one => one.Place).Where(place => Math.Abs(place.X) < half && place.Z > top - behind)];
        if (own.Length < 3 * Least)
            return null;
        var curve = new LeastSquares(3);
        foreach (var place in own)
            curve.Add([1, place.X, place.X * place.X], place.Z);
        curve.Hold(2, 0, 1e-9);
        var x = curve.Solve();
        var left = own.Select(place => Math.Abs(place.Z - x[0] - (x[1] * place.X) - (x[2] * place.X * place.X)));
        return new EdgeLine(Ranks.OverMedian * Ranks.Middle(left), double.RadiansToDegrees(Math.Atan(x[1])));
    }
}

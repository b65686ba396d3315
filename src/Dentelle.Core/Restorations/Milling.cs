using Dentelle.Core.Plans;

namespace Dentelle.Core.Restorations;

/// <summary>What a round milling tool takes beyond an edge of the preparation that is sharper than itself.</summary>
/// <remarks>
/// Derived: the restoration's inside corner seats on an edge of included angle 2α and radius e. A tool of radius r > e
/// can't reach into it; for the
/// restoration to seat, the tool's path is moved along the bisector by (r − e)(1/sin α − 1), and each adjoining wall loses
/// (r − e)(1 − sin α), square
/// to itself. (Common practice speaks of 0.6 that becomes about 0.4: the same order, the tool not named.)
/// </remarks>
public static class Milling
{
    /// <summary>Lengths in millimetres, the included angle in degrees.</summary>
    public static double Shift(double toolRadius, double edgeRadius, double includedDeg) =>
        Excess(toolRadius, edgeRadius) * ((1 / Math.Sin(Half(includedDeg))) - 1);

    public static double Loss(double toolRadius, double edgeRadius, double includedDeg) =>
        Excess(toolRadius, edgeRadius) * (1 - Math.Sin(Half(includedDeg)));

    /// <summary>
    /// Edge radius at which a wall keeps its least thickness; 0 when even a sharp edge leaves it, null when no radius can.
    /// </summary>
    public static double? EdgeRadiusNeeded(double toolRadius, double includedDeg, double wall, double least)
    {
        if (wall < least)
            return null;
        return Math.Max(0, toolRadius - ((wall - least) / (1 - Math.Sin(Half(includedDeg)))));
    }

    private static double Excess(double toolRadius, double edgeRadius) => Math.Max(0, toolRadius - edgeRadius);

    private static double Half(double includedDeg) => double.DegreesToRadians(includedDeg / 2);
}

/// <summary>The thinnest ceramic beside an outer edge of the preparation, before and after the mill. Millimetres.</summary>
public sealed record MillingCheck
{
    /// <summary>Where it is thinnest.</summary>
    public required string Zone { get; init; }

    public required double ToolDiameterMm { get; init; }

    public required double EdgeRadiusMm { get; init; }

    public required double IncludedDeg { get; init; }

    public required double WallMm { get; init; }

    public required double LossMm { get; init; }

    public required double LeftMm { get; init; }

    public required double LeastMm { get; init; }

    /// <summary>Null when no radius keeps the least.</summary>
    public double? EdgeRadiusNeededMm { get; init; }

    /// <summary>For restorations that are milled: ceramic ones. Null for others.</summary>
    public static MillingCheck? Of(Plan plan, Protocols.Protocol protocol)
    {
        var edge = protocol.Milling.EdgeDeg.Value;
        if (plan.MaterialClass != MaterialClass.AllCeramic || !plan.Rules().IsFullCrown || plan.Material.Value == Material.Porcelain)
            return null;
        var thinnest = plan.Zones.Where(zone => zone.Zone.Occludes).MinBy(zone => zone.Thickness.Target.Value)!;
        var (tool, radius) = (protocol.Milling.ToolDiameterMm.Value, protocol.Shape.OuterEdgeRadiusMm.Value);
        var wall = thinnest.Thickness.Target.Value;
        var loss = Milling.Loss(tool / 2, radius, edge);
        var least = plan.Zones.Where(zone => zone.Zone.Occludes).Min(zone => zone.Needed.Least.Value);
        return new()
        {
            Zone = thinnest.Zone.Name,
            ToolDiameterMm = tool,
            EdgeRadiusMm = radius,
            IncludedDeg = edge,
            WallMm = Math.Round(wall, 3),
            LossMm = Math.Round(loss, 3),
            LeftMm = Math.Round(wall - loss, 3),
            LeastMm = Math.Round(least, 3),
            EdgeRadiusNeededMm = Milling.EdgeRadiusNeeded(tool / 2, edge, wall, least) is { } needed ? Math.Round(needed, 3) : null,
        };
    }
}

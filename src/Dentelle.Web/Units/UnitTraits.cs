using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Web.Units;

/// <summary>What a screen needs to know of a unit's tooth and restoration, so that it knows no kind by name.</summary>
/// <param name="IsCut">False for a tooth that is not there.</param>
/// <param name="WallSides">Walls that may get a groove or box; empty where none may.</param>
/// <param name="Drawn">What the drawing shows where no convergence is told.</param>
/// <param name="Beside">Of each zone that has one, the segment whose margin is decided there.</param>
public sealed record UnitTraits(
    bool IsFront,
    bool IsCut,
    bool IsVeneer,
    IReadOnlyList<WallSide> WallSides,
    string Drawn,
    IReadOnlyDictionary<string, Segment> Beside
)
{
    public static UnitTraits Of(Plan plan)
    {
        var rules = plan.Rules();
        return new(
            plan.Tooth.IsFront,
            rules.IsCut,
            rules.IsVeneer,
            rules.HasWalls ? rules.WallSides : [],
            rules.Drawn,
            plan.Zones.Where(zone => zone.Zone.Beside is not null).ToDictionary(zone => zone.Zone.Name, zone => zone.Zone.Beside!.Value)
        );
    }
}

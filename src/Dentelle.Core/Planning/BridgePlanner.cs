using Dentelle.Core.Planning.Cautions;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Paths;

namespace Dentelle.Core.Planning;

/// <summary>Plans what abutments and pontics have in common.</summary>
public static class BridgePlanner
{
    /// <summary>Plans of all its teeth, pontics included, with the bridge they make up and the path they share.</summary>
    public static IReadOnlyList<Plan> Joined(IReadOnlyList<Plan> units, Protocol protocol)
    {
        var bridge = Make(units, protocol);
        return [.. units.Select(unit => unit with { Bridge = bridge, Path = PathOf(unit) })];

        Vec3 PathOf(Plan unit) =>
            unit.Rules().HasWalls ? bridge.Abutments.Single(abutment => abutment.Tooth == unit.Tooth).Path : unit.Path;
    }

    /// <param name="units">Plans of all its teeth, pontics included.</param>
    /// <param name="protocol">Figures.</param>
    public static BridgePlan Make(IReadOnlyList<Plan> units, Protocol protocol)
    {
        Plan[] ordered = [.. units.OrderBy(unit => unit.Tooth.ArchPlace)];
        Plan[] abutments = [.. ordered.Where(unit => unit.Rules().IsCut)];
        // The path that asks the least of the worst: the middle of the narrowest cone that holds all axes. It leaves the arch's line
        // where an abutment leans across it.
        var path = DrawCone.Of([.. abutments.Select(Axis)]).Direction;
        var bridge = new BridgePlan(
            [.. ordered.Select(unit => unit.Tooth)],
            path,
            [.. abutments.Select(unit => Standing(unit, path))],
            [.. Connectors(ordered, protocol.Bridges)],
            Roots(ordered, protocol.Bridges.RootSurfaceMm2),
            BendingOf(ordered)
        );
        return bridge with { Cautions = CautionTable.Of(bridge, ordered, protocol) };
    }

    /// <summary>Lean toward the last tooth: on the right side that is the mesial, on the left the distal.</summary>
    private static double Toward(Plan unit) => unit.Assessment.Findings.TiltDeg * (unit.Tooth.IsRight ? 1 : -1);

    /// <summary>A tooth's axis in the bridge's frame, as if the arch ran straight.</summary>
    private static Vec3 Axis(Plan unit)
    {
        var (along, across) = (double.DegreesToRadians(Toward(unit)), double.DegreesToRadians(unit.Assessment.Findings.FacialTiltDeg));
        return new Vec3(Math.Tan(along), Math.Tan(across), 1).Unit;
    }

    private static AbutmentPlan Standing(Plan unit, Vec3 path)
    {
        var (wall, toc) = (unit.Convergence.Value.Target.PerWall.Degrees, unit.Convergence.Value.Target.Degrees);
        var axis = Axis(unit);
        // The path as the tooth sees it, which was tipped with its axis.
        var own = PathFrame.Of(axis).ToPath(path);
        var (along, across) = (Lean(own.X), Lean(own.Y));
        return new(
            unit.Tooth,
            Toward(unit),
            Math.Round(axis.AngleTo(path), 3),
            wall + along,
            wall - along,
            toc,
            // Mesial is toward the last tooth on the right side only.
            unit.Tooth.IsRight
                ? own
                : own with
                {
                    X = -own.X,
                }
        )
        {
            FacialTiltDeg = unit.Assessment.Findings.FacialTiltDeg,
            FacialWallDeg = wall - across,
            LingualWallDeg = wall + across,
        };

        double Lean(double part) => Math.Round(double.RadiansToDegrees(Math.Atan2(part, own.Z)), 3);
    }

    private static IEnumerable<Connector> Connectors(Plan[] units, BridgeFigures figures)
    {
        for (var i = 0; i + 1 < units.Length; i++)
        {
            var (first, last) = (units[i], units[i + 1]);
            var material = (!first.Rules().IsCut ? first : last).Material.Value;
            var rows = figures.Connectors.Where(row => row.Materials.Contains(material)).OrderBy(row => row.UnitsMost).ToArray();
            if (rows.Length == 0)
                continue;
            var row = rows.FirstOrDefault(row => row.UnitsMost >= units.Length) ?? rows[^1];
            var front = first.Tooth.IsFront && last.Tooth.IsFront;
            var least = front ? row.Front : row.Back;
            var words = $"{Kebab.Words(material)}, {(front ? "front" : "back")}, bridges of at most {row.UnitsMost} units";
            yield return new(first.Tooth, last.Tooth, Reasoned.From(least, new Reason(words, least, row.Source, row.Standing)));
        }
    }

    private static RootSurface Roots(Plan[] units, RootSurfaces table)
    {
        double Sum(bool pontics) => units.Where(unit => unit.Rules().IsCut != pontics).Sum(unit => table.Of(unit.Tooth) ?? 0);
        return new(Sum(pontics: false), Sum(pontics: true), table.Source, table.Standing);
    }

    private static Bending BendingOf(Plan[] units)
    {
        var (longest, run) = (0, 0);
        foreach (var unit in units)
        {
            run = !unit.Rules().IsCut ? run + 1 : 0;
            longest = Math.Max(longest, run);
        }
        return new(longest, Math.Pow(Math.Max(1, longest), 3), Math.Max(1, longest));
    }
}

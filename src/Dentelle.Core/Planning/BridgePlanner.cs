using Dentelle.Core.Planning.Cautions;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;

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
        var tilts = abutments.Select(Toward).ToArray();
        // The path that asks the least of the worst: half-way between the outermost axes.
        var path = (tilts.Min() + tilts.Max()) / 2;
        AbutmentPlan[] standing = [.. abutments.Select((unit, i) => Standing(unit, tilts[i], path))];
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(path));
        var bridge = new BridgePlan(
            [.. ordered.Select(unit => unit.Tooth)],
            new Vec3(sin, 0, cos),
            standing,
            [.. Connectors(ordered, protocol.Bridges)],
            Roots(ordered, protocol.Bridges.RootSurfaceMm2),
            BendingOf(ordered)
        );
        return bridge with { Cautions = CautionTable.Of(bridge, ordered, protocol) };
    }

    /// <summary>Lean toward the last tooth: on the right side that is the mesial, on the left the distal.</summary>
    private static double Toward(Plan unit) => unit.Assessment.Findings.TiltDeg * (unit.Tooth.IsRight ? 1 : -1);

    private static AbutmentPlan Standing(Plan unit, double tilt, double path)
    {
        var (wall, toc) = (unit.Convergence.Value.Target.PerWall.Degrees, unit.Convergence.Value.Target.Degrees);
        var off = Math.Round(tilt - path, 3);
        // The path leans away from the axis by what the tooth leans from the path; mesial is toward the last tooth on the right side only.
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(unit.Tooth.IsRight ? -off : off));
        return new(unit.Tooth, tilt, Math.Abs(off), wall - off, wall + off, toc, new Vec3(sin, 0, cos));
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

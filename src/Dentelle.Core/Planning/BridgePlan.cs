using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Planning;

/// <summary>What holds the units of a bridge together. Lengths in millimetres, angles in degrees.</summary>
/// <param name="Teeth">All of them, in the order of the arch.</param>
/// <param name="Path">Direction of draw out of the tooth, length 1, in the frame of an upright tooth of the bridge: x toward the last of its teeth, y facial, z to the bite.</param>
/// <param name="Abutments">How each abutment stands to the path.</param>
/// <param name="Connectors">Between neighbours.</param>
public sealed record BridgePlan(
    IReadOnlyList<ToothCode> Teeth,
    Vec3 Path,
    IReadOnlyList<AbutmentPlan> Abutments,
    IReadOnlyList<Connector> Connectors,
    RootSurface RootSurface,
    Bending Bending,
    IReadOnlyList<Caution> Cautions
);

/// <param name="TiltDeg">The tooth's axis against upright, positive toward the last tooth of the bridge.</param>
/// <param name="FromPathDeg">Its axis against the path.</param>
/// <param name="FirstWallDeg">Inclination of the wall on the side of the first tooth against the tooth's own axis; negative leans out.</param>
/// <param name="LastWallDeg">Likewise on the other side.</param>
/// <param name="Path">The common path in the tooth's own frame: x mesial, y facial, z along its axis.</param>
/// <param name="Toc">Both walls against each other: the path's own, whatever the tilt.</param>
public sealed record AbutmentPlan(
    ToothCode Tooth,
    double TiltDeg,
    double FromPathDeg,
    double FirstWallDeg,
    double LastWallDeg,
    double Toc,
    Vec3 Path
);

/// <param name="LeastMm2">Section it needs at least.</param>
public sealed record Connector(ToothCode First, ToothCode Last, Reasoned<double> LeastMm2);

/// <summary>Root surface of abutments against that of the teeth they replace, mm²: a rule of thumb.</summary>
public sealed record RootSurface(double Abutments, double Missing, string Source, Standing Standing)
{
    public bool Holds => Abutments >= Missing;
}

/// <param name="LongestSpan">Pontics in a row.</param>
/// <param name="Times">How often more it bends than over one missing tooth, at the same height of the connector.</param>
/// <param name="HeightTimes">By how much a connector would have to be higher to bend no more than that.</param>
public sealed record Bending(int LongestSpan, double Times, double HeightTimes);

/// <summary>Plans what abutments and pontics have in common.</summary>
public static class BridgePlanner
{
    /// <summary>Plans of all its teeth, pontics included, with the bridge they make up and the path they share.</summary>
    public static IReadOnlyList<Plan> Joined(IReadOnlyList<Plan> units, Protocol protocol)
    {
        var bridge = Make(units, protocol);
        return [.. units.Select(unit => unit with { Bridge = bridge, Path = PathOf(unit) })];

        Vec3 PathOf(Plan unit) =>
            unit.Restoration is Restoration.Crown or Restoration.PartialCrown
                ? bridge.Abutments.Single(abutment => abutment.Tooth == unit.Tooth).Path
                : unit.Path;
    }

    /// <param name="units">Plans of all its teeth, pontics included.</param>
    /// <param name="protocol">Figures.</param>
    public static BridgePlan Make(IReadOnlyList<Plan> units, Protocol protocol)
    {
        Plan[] ordered = [.. units.OrderBy(unit => unit.Tooth.ArchPlace)];
        Plan[] abutments = [.. ordered.Where(unit => unit.Restoration != Restoration.Pontic)];
        var tilts = abutments.Select(Toward).ToArray();
        // The path that asks the least of the worst: half-way between the outermost axes.
        var path = (tilts.Min() + tilts.Max()) / 2;
        AbutmentPlan[] standing = [.. abutments.Select((unit, i) => Standing(unit, tilts[i], path))];
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(path));
        var connectors = Connectors(ordered, protocol.Bridges).ToArray();
        var roots = Roots(ordered, protocol.Bridges.RootSurfaceMm2);
        var bending = BendingOf(ordered);
        return new(
            [.. ordered.Select(unit => unit.Tooth)],
            new Vec3(sin, 0, cos),
            standing,
            connectors,
            roots,
            bending,
            [.. Cautions(standing, ordered, roots, bending, protocol)]
        );
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
            var material = (first.Restoration == Restoration.Pontic ? first : last).Material.Value;
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
        double Sum(bool pontics) =>
            units.Where(unit => unit.Restoration == Restoration.Pontic == pontics).Sum(unit => table.Of(unit.Tooth) ?? 0);
        return new(Sum(false), Sum(true), table.Source, table.Standing);
    }

    private static Bending BendingOf(Plan[] units)
    {
        var (longest, run) = (0, 0);
        foreach (var unit in units)
        {
            run = unit.Restoration == Restoration.Pontic ? run + 1 : 0;
            longest = Math.Max(longest, run);
        }
        return new(longest, Math.Pow(Math.Max(1, longest), 3), Math.Max(1, longest));
    }

    private static IEnumerable<Caution> Cautions(
        AbutmentPlan[] standing,
        Plan[] units,
        RootSurface roots,
        Bending bending,
        Protocol protocol
    )
    {
        var (most, materials) = (protocol.Bridges.TiltMostDeg.Value, units.Select(unit => unit.Material.Value).Distinct().ToArray());
        foreach (var abutment in standing.Where(abutment => abutment.FromPathDeg > most))
            yield return new(
                "abutment-tilted",
                $"{abutment.Tooth.Iso} leans {abutment.FromPathDeg:0.#}° from the common path, more than {most:0}°: upright it first, or break the path with a joint."
            );
        foreach (var abutment in standing.Where(abutment => Math.Min(abutment.FirstWallDeg, abutment.LastWallDeg) < 0))
        {
            var (side, by) = abutment.FirstWallDeg < 0 ? ("first", -abutment.FirstWallDeg) : ("last", -abutment.LastWallDeg);
            yield return new(
                "abutment-undercut",
                $"On {abutment.Tooth.Iso} the wall toward the {side} tooth of the bridge stands {by:0.#}° outside its own axis: watch for an undercut below, and for the pulp on the other side."
            );
        }
        if (!roots.Holds)
            yield return new(
                "root-surface",
                $"The abutments' roots offer {roots.Abutments:0} mm², the missing teeth's had {roots.Missing:0}: more than a rule of thumb allows. Add an abutment."
            );
        if (roots.Missing > 0 && bending.LongestSpan > 1)
            yield return new(
                "span-bends",
                $"{bending.LongestSpan} teeth in a row are missing: it bends {bending.Times:0} times as much as over one, or needs connectors {bending.HeightTimes:0} times as high."
            );
        foreach (var material in materials)
        {
            var rows = protocol.Bridges.Connectors.Where(row => row.Materials.Contains(material)).ToArray();
            if (rows.Length == 0)
                yield return new(
                    "connector-unknown",
                    $"There is no figure for connectors of {Kebab.Words(material)}; choose another material."
                );
            else if (rows.Max(row => row.UnitsMost) is var longest && units.Length > longest)
                yield return new(
                    "span-long",
                    $"Figures for {Kebab.Words(material)} end at {longest} units; this bridge has {units.Length}."
                );
        }
    }
}

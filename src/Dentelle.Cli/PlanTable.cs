using System.Globalization;
using System.Text;
using Dentelle.Core.Exchange;
using Dentelle.Core.Restorations;

namespace Dentelle.Cli;

/// <summary>A plan as tables for a terminal.</summary>
internal static class PlanTable
{
    public static string Write(PlanDocument plan)
    {
        var text = new StringBuilder();
        foreach (var unit in plan.Units)
        {
            Unit(text, unit);
            text.AppendLine();
        }
        foreach (var bridge in plan.Bridges ?? [])
            Bridge(text, bridge);
        foreach (var option in plan.Options ?? [])
        {
            text.AppendLine($"Option: {option.Option}. {option.Sentence}");
            Unit(text, option.Unit);
            text.AppendLine();
        }
        return text.ToString().TrimEnd();
    }

    private static void Unit(StringBuilder text, UnitDocument unit)
    {
        text.AppendLine($"{unit.Tooth} {unit.ToothName}: {unit.Restoration.Words()}, {Kebab.Words(unit.Material)}");
        if (!unit.Restoration.Rules().IsCut)
            return;
        var toc = unit.TocDeg is { } range ? $"Convergence {range.Target}° in all ({range.Min}–{range.Max}) · " : "";
        text.AppendLine($"{toc}leave {Mm(unit.FinishingAllowanceMm)} for the fine pass · lengths in mm");
        text.AppendLine();
        text.AppendLine($"{"zone", -38}{"depth", 6}{"least", 7}{"most", 6}{"rough", 7}  why");
        foreach (var zone in unit.Zones)
            text.AppendLine(
                $"{zone.Words, -38}{Mm(zone.DepthMm.Target), 6}{Mm(zone.DepthMm.Min), 7}{Mm(zone.DepthMm.Max), 6}{Mm(zone.RoughCutMm), 7} "
                    + $" {Why(zone.Reasons)}"
            );
        text.AppendLine();
        text.AppendLine($"{"margin", -16}{"design", -18}{"width", 6}{"level", 7}");
        foreach (var piece in unit.Margin)
            text.AppendLine($"{Kebab.Of(piece.Segment), -16}{Kebab.Words(piece.Design), -18}{Mm(piece.WidthMm), 6}{Mm(piece.LevelMm), 7}");
        Inside(text, unit);
        foreach (var way in unit.Resistance ?? [])
        {
            text.AppendLine(
                $"Tipping about the {way.About} margin: wall {way.HeightMm:0.0}, base {way.BaseMm:0.0}, "
                    + $"{way.Share * 100:0} % of the wall resists (half at {way.HalfResistsDeg:0.#}°, none at "
                    + $"{way.NoneResistsDeg:0.#}°)"
            );
            foreach (var remedy in way.Remedies)
                text.AppendLine($"  or: {remedy.Text}");
        }
        if (unit.Cost is { } cost)
            text.AppendLine(
                $"Cost: {cost.RemovedMm3:0} mm³ of {cost.CrownMm3:0} ({cost.Share * 100:0} %), "
                    + $"{cost.EnamelLeftShare * 100:0} % of the enamel stays; averages of the form"
            );
        if (unit.Milling is { } mill)
            text.AppendLine(
                $"Mill: a tool of {mill.ToolDiameterMm:0.0} past an edge rounded by {mill.EdgeRadiusMm:0.0} "
                    + $"leaves {mill.LeftMm:0.00} of {mill.WallMm:0.00}; at least {mill.LeastMm:0.00}"
            );
        foreach (var advice in unit.Decisions)
        {
            text.AppendLine($"{advice.Question} {Plain(advice.Preferred ?? "open")}");
            foreach (var side in advice.Alternatives)
            {
                foreach (var reason in side.For)
                    text.AppendLine($"  + {Plain(side.Name)}: {reason.Text}");
                foreach (var reason in side.Against)
                    text.AppendLine($"  − {Plain(side.Name)}: {reason.Text}");
            }
        }
        if (unit.Cautions.Count > 0)
            text.AppendLine();
        foreach (var caution in unit.Cautions)
            text.AppendLine($"! {caution.Text}{(caution.Because is { } because ? $" Done all the same: {because}" : "")}");
    }

    private static void Inside(StringBuilder text, UnitDocument unit)
    {
        if (unit.Enamel is { } enamel)
            text.AppendLine(
                $"Enamel: {enamel.BondedShare * 100:0} % of the bonded surface stays in enamel, by averages "
                    + $"({string.Join(", ", enamel.Thirds.Select(third => $"{Mm(third.LeftMm)} left of {Mm(third.AverageMm)}"))})"
            );
        if (unit.Intracoronal is not { } inside)
            return;
        var said = inside.Said().ToArray();
        text.AppendLine($"Inside: {said[0]}");
        foreach (var box in said[1..])
            text.AppendLine($"  {box}");
        foreach (var cusp in inside.Cusps)
            text.AppendLine($"  {Kebab.Of(cusp.Cusp)} cusp {(cusp.Covered ? "covered" : "stays")}: {Why(cusp.Reasons)}");
    }

    private static void Bridge(StringBuilder text, BridgeDocument bridge)
    {
        text.AppendLine(
            $"Bridge {string.Join(' ', bridge.Teeth)}: one path "
                + $"({string.Join(", ", bridge.Path.Select(part => part.ToString("0.000", CultureInfo.InvariantCulture)))})"
        );
        foreach (var abutment in bridge.Abutments)
            text.AppendLine(
                $"  {abutment.Tooth}: {abutment.FromPathDeg:0.#}° from the path; walls "
                    + $"{abutment.FirstWallDeg:0.#}° and {abutment.LastWallDeg:0.#}° against its own axis, "
                    + $"{abutment.TocDeg:0.#}° in all"
            );
        foreach (var connector in bridge.Connectors)
            text.AppendLine($"  connector {connector.Between[0]}–{connector.Between[1]}: at least {connector.LeastMm2:0.##} mm²");
        text.AppendLine(
            $"  roots {bridge.RootSurfaceMm2.Abutments:0} mm² for {bridge.RootSurfaceMm2.Missing:0} mm² missing "
                + $"(a rule of thumb); bends {bridge.Bending.Times:0} times as much as over one missing tooth"
        );
        foreach (var caution in bridge.Cautions)
            text.AppendLine($"! {caution.Text}");
    }

    private static string Why(IEnumerable<ReasonDocument> reasons) =>
        string.Join(" · ", reasons.Select(reason => $"{reason.Text} [{reason.Source}, {Kebab.Of(reason.Standing)}]"));

    private static string Plain(string name) => name.Replace('-', ' ');

    private static string Mm(double value) => new Mm(value).ToString();
}

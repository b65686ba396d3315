using System.Text;
using Dentelle.Core;
using Dentelle.Core.Exchange;

namespace Dentelle.Cli;

/// <summary>A plan as a table for a terminal.</summary>
internal static class PlanTable
{
    public static string Write(UnitDocument unit)
    {
        var text = new StringBuilder();
        text.AppendLine($"{unit.Tooth} {unit.ToothName}: {Kebab.Of(unit.Restoration)}, {Kebab.Of(unit.Material)}");
        text.AppendLine($"Convergence {unit.TocDeg.Target}° in all ({unit.TocDeg.Min}–{unit.TocDeg.Max}) · leave {Mm(unit.FinishingAllowanceMm)} for the fine pass · lengths in mm");
        text.AppendLine();
        text.AppendLine($"{"zone",-38}{"depth",6}{"least",7}{"most",6}{"rough",7}  why");
        foreach (var zone in unit.Zones)
        {
            var why = string.Join(" · ", zone.Reasons.Select(reason => $"{reason.Text} [{reason.Source}, {Kebab.Of(reason.Standing)}]"));
            text.AppendLine($"{zone.Words,-38}{Mm(zone.DepthMm.Target),6}{Mm(zone.DepthMm.Min),7}{Mm(zone.DepthMm.Max),6}{Mm(zone.RoughCutMm),7}  {why}");
        }

        text.AppendLine();
        text.AppendLine($"{"margin",-16}{"design",-18}{"width",6}{"level",7}");
        foreach (var piece in unit.Margin) text.AppendLine($"{Kebab.Of(piece.Segment),-16}{Kebab.Of(piece.Design),-18}{Mm(piece.WidthMm),6}{Mm(piece.LevelMm),7}");
        if (unit.Cautions.Count > 0) text.AppendLine();
        foreach (var caution in unit.Cautions) text.AppendLine($"! {caution.Text}");
        return text.ToString().TrimEnd();
    }

    private static string Mm(double value) => new Mm(value).ToString();
}

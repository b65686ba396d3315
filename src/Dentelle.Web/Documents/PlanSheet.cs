using Dentelle.Core.Exchange;
using Dentelle.Core.Restorations;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Units;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>One page of a unit: sections to scale, zone table, margins, cautions.</summary>
internal static class PlanSheet
{
    private const double Edge = 42;
    private const double Width = 595.28 - (2 * Edge);
    private const double PointsPerMm = 12.5;
    private const double LowestBody = 765;

    public static byte[] Write(UnitView unit, PlannedUnit planned, DateTimeOffset printed) =>
        Paper.Write($"{unit.Written}, case {unit.Case.Number}", printed, page =>
        {
            Head(page, unit);
            Figures(page, planned);
            var y = Zones(page, unit, 352);
            y = Margins(page, unit, y + 14);
            y = Inside(page, unit, y);
            Cautions(page, unit, y + 14);
            Foot(page, unit, printed);
        });

    private static void Head(XGraphics page, UnitView unit)
    {
        var material = unit.Choices.Materials.First(choice => choice.Material == unit.Plan.Material).Name;
        var what = unit.Plan.Restoration.Words();
        page.Write($"{unit.Plan.Tooth}, {unit.Plan.ToothName}", SheetFonts.NumberFont(22), Ink.Brush(Ink.Text), new XPoint(Edge, 62));
        page.Write(
            $"{what.UpperFirst()}, {material.LowerFirst()}",
            SheetFonts.TextFont(11, bold: true),
            Ink.Brush(Ink.Text),
            new XPoint(Edge, 80)
        );
        var toc = unit.Plan.TocDeg is { } range ? $" · total convergence {range.Target}° ({range.Min}–{range.Max})" : "";
        page.Write(
            $"Case {unit.Case.Number} · {unit.Case.Patient}{toc} · leave {new Mm(unit.Plan.FinishingAllowanceMm)} for the fine pass",
            SheetFonts.TextFont(9),
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, 95)
        );
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 102, Edge + Width, 102);
    }

    private static void Figures(XGraphics page, PlannedUnit planned)
    {
        var tooth = planned.Plan.Tooth;
        var up = tooth.Jaw == Jaw.Lower;
        var figure = new SheetFigure(page, PointsPerMm, up);
        // The same height for both jaws: a tooth's crown and stump take about fifteen millimetres.
        var zero = up ? 262.0 : 168.0;
        var drawing = planned.Drawing;
        // Seen from the cheek the midline lies on the left for the patient's left teeth.
        var mesialLeft = !tooth.IsRight;
        figure.Section(drawing.Faciolingual[0], planned.Plan, new XPoint(Edge + 92, zero), flip: true);
        figure.Section(drawing.Mesiodistal, planned.Plan, new XPoint(Edge + 280, zero), flip: mesialLeft);
        figure.Above(
            drawing.Above,
            new XPoint(Edge + 438, 205),
            flip: tooth.IsRight != (tooth.Jaw == Jaw.Upper),
            "from above, facial side up"
        );
        figure.Scale(new XPoint(Edge + 394, 334));
    }

    private static double Zones(XGraphics page, UnitView unit, double top)
    {
        double[] columns = [Edge, Edge + 178, Edge + 216, Edge + 274, Edge + 312];
        Row(page, top, columns, ["zone", "depth", "least–most", "rough", "newest reading"], SheetFonts.TextFont(8), Ink.Soft);
        var y = top + 4;
        foreach (var zone in unit.Plan.Zones)
        {
            page.DrawLine(Ink.Line(Ink.Hairline, 0.4), Edge, y, Edge + Width, y);
            y += 12.6;
            var reading = unit.Readings.FirstOrDefault(candidate => candidate.Zone == zone.Zone && candidate.IsLatest);
            var found = reading?.Finding is { } finding
                ? $"{reading.Said}: {finding.Headline}{(finding.Doubt is null ? "" : ", doubtful")}"
                : "";
            Row(
                page,
                y - 3.4,
                columns,
                [zone.Words, Mm(zone.DepthMm.Target), $"{Mm(zone.DepthMm.Min)}–{Mm(zone.DepthMm.Max)}", Mm(zone.RoughCutMm), found],
                SheetFonts.TextFont(9),
                Ink.Text
            );
        }

        return y;
    }

    private static double Margins(XGraphics page, UnitView unit, double top)
    {
        var y = top;
        var half = Width / 2;
        for (var i = 0; i < unit.Plan.Margin.Count; i += 2)
        {
            page.DrawLine(Ink.Line(Ink.Hairline, 0.4), Edge, y - 9, Edge + Width, y - 9);
            for (var side = 0; side < 2 && i + side < unit.Plan.Margin.Count; side++)
            {
                var piece = unit.Plan.Margin[i + side];
                var x = Edge + (side * half);
                var level =
                    piece.LevelMm == 0
                        ? "level with the gum"
                        : $"{Mm(Math.Abs(piece.LevelMm))} {(piece.LevelMm > 0 ? "above" : "below")} the gum";
                Row(
                    page,
                    y,
                    [x, x + 62, x + 160],
                    [Kebab.Of(piece.Segment), $"{Kebab.Words(piece.Design)}{(piece.WidthMm > 0 ? $" {Mm(piece.WidthMm)}" : "")}", level],
                    SheetFonts.TextFont(9),
                    Ink.Text
                );
            }

            y += 12.6;
        }

        return y;
    }

    /// <summary>Isthmus, floor, walls and boxes of an inlay or onlay.</summary>
    private static double Inside(XGraphics page, UnitView unit, double top)
    {
        var y = top;
        foreach (var line in unit.Plan.Intracoronal?.Said() ?? [])
        {
            page.Write(line.UpperFirst(), SheetFonts.TextFont(9), Ink.Brush(Ink.Text), new XPoint(Edge, y));
            y += 12.6;
        }
        return y;
    }

    private static void Cautions(XGraphics page, UnitView unit, double top)
    {
        var y = top;
        var font = SheetFonts.TextFont(9);
        foreach (var text in Said(unit))
        {
            var lines = Paper.Lines(page, text, font, Width - 8);
            if (y + (lines.Count * 11.5) > LowestBody)
            {
                page.Write(
                    "Further cautions stand in Dentelle.",
                    SheetFonts.TextFont(9, bold: true),
                    Ink.Brush(Ink.Text),
                    new XPoint(Edge + 8, LowestBody + 8)
                );
                return;
            }

            page.DrawLine(Ink.Line(Ink.Gum, 1.6), Edge, y - 1, Edge, y + (lines.Count * 11.5) - 1);
            foreach (var line in lines)
                page.Write(line, font, Ink.Brush(Ink.Text), new XPoint(Edge + 8, (y += 11.5) - 4));
            y += 6;
        }
    }

    /// <summary>Cautions with the reasons they were answered with, and the reasons for what would else have been refused.</summary>
    private static IEnumerable<string> Said(UnitView unit)
    {
        foreach (var caution in unit.Plan.Cautions)
            yield return caution.Because is { } because ? $"{caution.Text} Done all the same: {because}" : caution.Text;
        foreach (var (code, because) in unit.Inputs.Because)
        {
            if (unit.Plan.Cautions.All(caution => caution.Code != code))
                yield return $"Planned all the same ({code.Replace('-', ' ')}): {because}";
        }
    }

    private static void Foot(XGraphics page, UnitView unit, DateTimeOffset printed)
    {
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 788, Edge + Width, 788);
        var soft = Ink.Brush(Ink.Soft);
        page.Write(
            "Planning aid for licensed clinicians: the material maker's instructions, local rules and the "
                + "clinician's judgement come first.",
            SheetFonts.TextFont(8),
            soft,
            new XPoint(Edge, 801)
        );
        page.Write(
            "Tooth form, enamel and pulp are averages, not this patient: confirm on radiographs.",
            SheetFonts.TextFont(8),
            soft,
            new XPoint(Edge, 811)
        );
        page.Write(
            "Cut under water with light pressure; protect the neighbour and the gum.",
            SheetFonts.TextFont(8),
            soft,
            new XPoint(Edge, 821)
        );
        page.Write(
            $"{unit.Protocol} · plan {unit.Version} · lengths in millimetres · printed {printed:yyyy-MM-dd HH:mm}",
            SheetFonts.TextFont(8),
            soft,
            new XPoint(Edge, 831)
        );
    }

    private static void Row(XGraphics page, double y, double[] columns, string[] cells, XFont font, XColor colour)
    {
        for (var i = 0; i < cells.Length; i++)
            page.Write(cells[i], font, Ink.Brush(colour), new XPoint(columns[i], y));
    }

    private static string Mm(double value) => new Mm(value).ToString();
}

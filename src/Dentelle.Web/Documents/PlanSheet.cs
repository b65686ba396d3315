using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Restorations;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Units;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// A unit on paper: sections to scale, the preparation in the round, the margin unrolled, zone table, cautions. Cautions that find no
/// room stand on a second page.
/// </summary>
internal static class PlanSheet
{
    private const double Edge = 42;
    private const double Width = 595.28 - (2 * Edge);
    private const double TableTop = 506,
        RowHeight = 12.6,
        LineHeight = 11.5,
        LowestBody = 776;

    /// <summary>Five to one: what a ruler measures in the sections is five times the length.</summary>
    private const double PointsPerMm = 5 * 72 / 25.4;

    public static byte[] Write(UnitView unit, PlannedUnit planned, DateTimeOffset printed)
    {
        using var measuring = Paper.Measuring();
        var cautions = Said(unit).Select(text => Paper.Lines(measuring, text, SheetFonts.TextFont(9), Width - 8)).ToArray();
        IReadOnlyList<string> inside = [.. unit.Plan.Intracoronal?.Said() ?? []];
        var below = TableTop + (RowHeight * (unit.Plan.Zones.Count + inside.Count)) + 24;
        var fitting = Fitting(cautions, below);
        return Paper.Write($"{unit.Written}, case {unit.Case.Number}", printed, fitting < cautions.Length ? [First, Second] : [First]);

        void First(XGraphics page)
        {
            Head(page, unit);
            Figures(page, planned);
            if (unit.Traits.IsCut)
                Zones(page, unit);
            else
                page.Write("Nothing is cut here.", SheetFonts.TextFont(9), Ink.Brush(Ink.Text), new XPoint(Edge, TableTop));
            Inside(page, inside, TableTop + (RowHeight * unit.Plan.Zones.Count) + 16);
            Cautions(page, cautions[..fitting], below);
            if (fitting < cautions.Length)
                page.Write("More to think about overleaf.", SheetFonts.TextFont(9, bold: true), Ink.Brush(Ink.Gum), new XPoint(Edge, 783));
            Foot(page, unit, printed);
        }

        void Second(XGraphics page)
        {
            Head(page, unit);
            Cautions(page, cautions[fitting..], 112);
            Foot(page, unit, printed);
        }
    }

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
        var leave = unit.Traits.IsCut ? $" · leave {new Mm(unit.Plan.FinishingAllowanceMm)} for the fine pass" : "";
        page.Write(
            $"Case {unit.Case.Number} · {unit.Case.Patient}{toc}{leave}",
            SheetFonts.TextFont(9),
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, 95)
        );
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 102, Edge + Width, 102);
    }

    private static void Figures(XGraphics page, PlannedUnit planned)
    {
        const double top = 106,
            high = 262;
        var (tooth, drawing) = (planned.Plan.Tooth, planned.Drawing);
        var up = tooth.Jaw == Jaw.Lower;
        // A tooth larger than nearly all is drawn smaller, and its captions say how much.
        SectionDrawing[] sections = [drawing.Faciolingual.MaxBy(section => section.Marks.Count)!, drawing.Mesiodistal];
        var tallest = sections.Max(section => section.Present.Max(p => p.Y) - section.Present.Min(p => p.Y));
        var scale = Math.Min(PointsPerMm, (high - 60) / tallest);
        // The section in which most is cut. Seen from the cheek the midline lies on the left for the patient's left teeth.
        Section(sections[0], Edge, flip: true);
        Section(sections[1], Edge + (Width / 2), flip: !tooth.IsRight);
        var above = new SheetFigure(page, scale / 2, crownUp: true, new XRect(Edge, 382, 92, 108));
        above.Above(drawing.Above, flip: tooth.IsRight != (tooth.Jaw == Jaw.Upper));
        RoundDrawing.Draw(page, planned, scale / 2, new XRect(Edge + 92, 378, 108, 112));
        MarginStrip.Draw(page, planned.Plan.Margin, new XRect(Edge + 216, 376, Width - 216, 116));

        void Section(SectionDrawing section, double left, bool flip) =>
            new SheetFigure(page, scale, up, new XRect(left, top, Width / 2, high)).Section(section, planned.Plan, flip);
    }

    private static void Zones(XGraphics page, UnitView unit)
    {
        double[] columns = [Edge, Edge + 178, Edge + 216, Edge + 274, Edge + 312];
        Row(page, TableTop, columns, ["zone", "depth", "least–most", "rough", "newest reading"], SheetFonts.TextFont(8), Ink.Soft);
        var y = TableTop + 4;
        foreach (var zone in unit.Plan.Zones)
        {
            page.DrawLine(Ink.Line(Ink.Hairline, 0.4), Edge, y, Edge + Width, y);
            y += RowHeight;
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
    }

    /// <summary>Isthmus, floor, walls and boxes of an inlay or onlay.</summary>
    private static void Inside(XGraphics page, IReadOnlyList<string> said, double y)
    {
        foreach (var line in said)
        {
            page.Write(line.UpperFirst(), SheetFonts.TextFont(9), Ink.Brush(Ink.Text), new XPoint(Edge, y));
            y += RowHeight;
        }
    }

    /// <summary>How many of the cautions find room from here down.</summary>
    private static int Fitting(IReadOnlyList<string>[] cautions, double y) =>
        cautions.TakeWhile(lines => (y += (lines.Count * LineHeight) + 6) <= LowestBody).Count();

    private static void Cautions(XGraphics page, IReadOnlyList<string>[] cautions, double y)
    {
        foreach (var lines in cautions)
        {
            page.DrawLine(Ink.Line(Ink.Gum, 1.6), Edge, y - 1, Edge, y + (lines.Count * LineHeight) - 1);
            foreach (var line in lines)
                page.Write(line, SheetFonts.TextFont(9), Ink.Brush(Ink.Text), new XPoint(Edge + 8, (y += LineHeight) - 4));
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

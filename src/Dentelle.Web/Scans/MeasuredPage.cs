using System.Globalization;
using Dentelle.Core.Drawing;
using Dentelle.Core.Inspecting;
using Dentelle.Geometry;
using Dentelle.Web.Documents;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Scans;

/// <summary>What the page says besides the measured tooth.</summary>
/// <param name="Case">Number and patient.</param>
internal sealed record MeasuredPageHead(string Case, string Scans, bool Simulated, string Protocol, DateTimeOffset Printed);

/// <summary>A measured tooth on paper: findings in order, sections to scale, in the round, zones and margin as tables.</summary>
internal static class MeasuredPage
{
    private const double Edge = 42,
        Width = 595.28 - (2 * Edge),
        Half = (Width - 18) / 2,
        Row = 12.2;

    /// <summary>Four to one.</summary>
    private const double PointsPerMm = 4 * 72 / 25.4;

    /// <summary>Lower no table goes on; the foot stands there.</summary>
    private const double Lowest = 778;

    private const int MostFindings = 8;

    public static byte[] Write(
        MeasuredToothView view,
        MeasuredTooth tooth,
        InspectedBodies bodies,
        RoundFigure round,
        MeasuredPageHead head
    )
    {
        return Paper.Write($"{view.Written}, measured, case {head.Case}", head.Printed, [Page]);

        void Page(XGraphics page)
        {
            Head(page, view, head);
            var below = Findings(page, view, 126);
            var middle = tooth.Line?.Middle ?? default;
            // As the planned page has them: from the cheek, and along the arch.
            Section(page, IndexSection.Of(tooth, bodies, middle, Vec3.UnitX), new XRect(Edge, below, Half, 196), "faciolingual");
            Section(page, IndexSection.Of(tooth, bodies, middle, Vec3.UnitY), new XRect(Edge + Half + 18, below, Half, 196), "mesiodistal");
            RoundDrawing.Draw(
                page,
                round,
                new Vec3(view.Mesial[0], view.Mesial[1], view.Mesial[2]),
                tooth.Preparation.Plan.Tooth.Jaw == Jaw.Upper,
                PointsPerMm / 2,
                new XRect(Edge + Width - 128, 40, 128, 72)
            );
            below += 212;
            Zones(page, view, below);
            Sides(page, view, below);
            Foot(page, view, head);
        }
    }

    private static void Head(XGraphics page, MeasuredToothView view, MeasuredPageHead head)
    {
        page.Write($"{view.Written}, as cut", SheetFonts.NumberFont(22), Ink.Brush(Ink.Text), new XPoint(Edge, 62));
        page.Write(view.What.UpperFirst(), SheetFonts.TextFont(11, bold: true), Ink.Brush(Ink.Text), new XPoint(Edge, 80));
        page.Write($"Case {head.Case} · {head.Scans}", SheetFonts.TextFont(9), Ink.Brush(Ink.Soft), new XPoint(Edge, 95));
        if (head.Simulated)
            page.Write(
                "Simulated scan: no mouth was measured.",
                SheetFonts.TextFont(9, bold: true),
                Ink.Brush(Ink.Gum),
                new XPoint(Edge, 108)
            );
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 114, Edge + Width, 114);
    }

    private static double Findings(XGraphics page, MeasuredToothView view, double y)
    {
        var (font, bold) = (SheetFonts.TextFont(9), SheetFonts.TextFont(9, bold: true));
        if (view.Findings.Count == 0)
            page.Write("Nothing to correct: all that was measured is as planned.", bold, Ink.Brush(Ink.Text), new XPoint(Edge, y));
        foreach (var (finding, i) in view.Findings.Take(MostFindings).Select((finding, i) => (finding, i)))
        {
            var doubt = string.Create(CultureInfo.InvariantCulture, $"± {finding.Doubt.Together:0.00} {finding.Unit}");
            page.Write($"{i + 1}", SheetFonts.NumberFont(11), Ink.Brush(Ink.Soft), new XPoint(Edge, y));
            page.Write($"{finding.Where}: {finding.Headline.LowerFirst()} ({doubt})", bold, Ink.Brush(Ink.Text), new XPoint(Edge + 14, y));
            foreach (var line in Paper.Lines(page, finding.Instruction, font, Width - 160))
                page.Write(line, font, Ink.Brush(Ink.Text), new XPoint(Edge + 14, y += 11));
            y += 14;
        }
        if (view.Findings.Count > MostFindings)
            page.Write($"{view.Findings.Count - MostFindings} more on the screen.", font, Ink.Brush(Ink.Soft), new XPoint(Edge + 14, y));
        return Math.Max(y, 150) + 8;
    }

    private static void Section(XGraphics page, IndexSection section, XRect area, string name)
    {
        var all = section.Present.Concat(section.Cut).SelectMany(line => line).ToArray();
        if (all.Length == 0)
            return;
        var bottom = (section.Feet.Count > 0 ? section.Feet.Min(foot => foot.Y) : all.Min(p => p.Y)) - 1;
        var (left, right, top) = (all.Min(p => p.X), all.Max(p => p.X), all.Max(p => p.Y));
        var scale = Math.Min(PointsPerMm, Math.Min((area.Width - 44) / (right - left), (area.Height - 26) / (top - bottom)));
        var middle = new Vec2((left + right) / 2, (top + bottom) / 2);
        XPoint At(Vec2 p) =>
            new(area.X + (area.Width / 2) + ((p.X - middle.X) * scale), area.Y + ((area.Height - 14) / 2) - ((p.Y - middle.Y) * scale));
        var state = page.Save();
        page.IntersectClip(new XRect(area.X, area.Y, area.Width, At(new Vec2(0, bottom)).Y - area.Y));
        Lines(section.Present, Ink.Line(Ink.Text, 1, 0.6, 2.6));
        Lines(section.Planned, Ink.Line(Ink.Soft, 0.7, 3, 2));
        Lines(section.Cut, Ink.Line(Ink.Text, 1.3));
        page.Restore(state);
        var taken = new List<XRect>();
        foreach (var gap in section.Gaps)
        {
            var (from, to) = (At(gap.From), At(gap.To));
            var length = Math.Max(1, Math.Sqrt(Math.Pow(to.X - from.X, 2) + Math.Pow(to.Y - from.Y, 2)));
            var place = new XPoint(to.X + ((to.X - from.X) / length * 10), to.Y + ((to.Y - from.Y) / length * 9) + 3);
            var box = new XRect(place.X - 10, place.Y - 8, 20, 10);
            page.DrawLine(Ink.Line(Ink.Text, 0.7), from, to);
            if (taken.Exists(box.IntersectsWith) || !area.Contains(place))
                continue;
            taken.Add(box);
            page.WriteCentred(Told(gap.Depth), SheetFonts.NumberFont(10), Ink.Brush(Ink.Text), place);
        }
        page.WriteCentred(
            string.Create(CultureInfo.InvariantCulture, $"{name}, {scale * 25.4 / 72:0.#} times; dashed as planned, dotted as it was"),
            SheetFonts.TextFont(8),
            Ink.Brush(Ink.Soft),
            new XPoint(area.X + (area.Width / 2), area.Bottom - 2)
        );

        void Lines(IReadOnlyList<IReadOnlyList<Vec2>> lines, XPen pen)
        {
            foreach (var line in lines)
                page.DrawLines(pen, [.. line.Select(At)]);
        }
    }

    private static void Zones(XGraphics page, MeasuredToothView view, double y)
    {
        double[] columns = [Edge, Edge + 142, Edge + 174, Edge + 206];
        Cells(page, y, columns, ["zone", "cut", "plan", "±"], SheetFonts.TextFont(8), Ink.Soft);
        foreach (var zone in view.Zones)
        {
            if (y + Row > Lowest)
                break;
            page.DrawLine(Ink.Line(Ink.Hairline, 0.4), Edge, y + 3.6, Edge + Half, y + 3.6);
            y += Row;
            string[] cells =
            [
                zone.Words,
                Told(zone.CutMm),
                Told(zone.PlannedMm),
                zone.DoubtMm.ToString("0.00", CultureInfo.InvariantCulture),
            ];
            Cells(page, y, columns, cells, SheetFonts.TextFont(9, bold: !zone.IsWithin), Ink.Text);
        }
    }

    private static void Sides(XGraphics page, MeasuredToothView view, double y)
    {
        var left = Edge + Half + 18;
        double[] columns = [left, left + 66, left + 116, left + 166, left + 192];
        Cells(page, y, columns, ["margin", "width, plan", "level, plan", "lip", "design"], SheetFonts.TextFont(8), Ink.Soft);
        foreach (var segment in view.Document.Margin?.Segments ?? [])
            Line([
                segment.Segment.Replace('-', ' ').UpperFirst(),
                Pair(segment.WidthMm, segment.PlannedWidthMm),
                Pair(segment.LevelMm, segment.PlannedLevelMm),
                segment.LipMm < 0.05 ? "" : Told(segment.LipMm),
                segment.Shelf?.Design.Replace('-', ' ') ?? "",
            ]);
        columns = [left, left + 96];
        y += 8;
        foreach (var side in view.Document.Sides ?? [])
            Line([
                $"{side.Side.UpperFirst()} wall",
                side.LeanDeg is { } lean
                    ? string.Create(CultureInfo.InvariantCulture, $"{lean:0.0}° ± {side.UncertaintyDeg:0.0}")
                    : "no straight wall",
            ]);
        foreach (var pair in view.Document.Walls)
            Line([$"{pair.Pair.UpperFirst()} TOC", string.Create(CultureInfo.InvariantCulture, $"{pair.TocDeg:0.0}°")]);
        if (view.Document.Cavity is { } cavity)
        {
            if (cavity.IsthmusMm is { } isthmus)
                Line(["Isthmus", $"{Pair(isthmus, cavity.IsthmusPlannedMm)} planned, at the floor"]);
            foreach (var box in cavity.Boxes)
                Line([$"{box.Side.UpperFirst()} box", $"floor {Told(box.FloorMm)} wide"]);
        }
        y += 8;
        foreach (var point in view.Points)
        {
            var state = point.State switch
            {
                "pass" => "pass",
                "fail" => "fails",
                _ => "can't tell",
            };
            var said = Paper.Lines(page, $"{state}: {point.Measured}", SheetFonts.TextFont(9), Half - 96);
            Line([point.Point.Replace('-', ' ').UpperFirst(), said[0]]);
            foreach (var line in said.Skip(1))
                page.Write(line, SheetFonts.TextFont(9), Ink.Brush(Ink.Text), new XPoint(columns[1], y += Row - 1));
        }

        void Line(string[] cells)
        {
            if (y + Row > Lowest)
                return;
            page.DrawLine(Ink.Line(Ink.Hairline, 0.4), left, y + 3.6, left + Half, y + 3.6);
            y += Row;
            Cells(page, y, columns, cells, SheetFonts.TextFont(9), Ink.Text);
        }
    }

    private static void Foot(XGraphics page, MeasuredToothView view, MeasuredPageHead head)
    {
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 788, Edge + Width, 788);
        var noise = view.Document.Registration?.NoiseMm ?? 0;
        string[] lines =
        [
            "Planning aid for licensed clinicians: the material maker's instructions, local rules and the "
                + "clinician's judgement come first.",
            string.Create(
                CultureInfo.InvariantCulture,
                $"Measured from surface scans, laid together to ± {noise:0.000} mm; "
                    + $"zones follow the average form, {view.Document.Frame?.RmsMm:0.00} mm off."
            ),
            $"{head.Protocol} · lengths in millimetres, ± holds 95 in 100 · printed {head.Printed:yyyy-MM-dd HH:mm}",
        ];
        for (var i = 0; i < lines.Length; i++)
            page.Write(lines[i], SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(Edge, 801 + (10 * i)));
    }

    private static void Cells(XGraphics page, double y, double[] columns, string[] cells, XFont font, XColor colour)
    {
        for (var i = 0; i < cells.Length; i++)
            page.Write(cells[i], font, Ink.Brush(colour), new XPoint(columns[i], y));
    }

    private static string Pair(double? value, double? planned) =>
        $"{(value is { } one ? Told(one) : "–")}{(planned is { } other ? $", {Told(other)}" : "")}";

    private static string Told(double length) => new Mm(length).Told.ToString();
}

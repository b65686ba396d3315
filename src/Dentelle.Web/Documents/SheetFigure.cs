using Dentelle.Core.Drawing;
using Dentelle.Core.Plans;
using Dentelle.Geometry;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>Draws the plate's figures as vectors, to scale. One instance draws one page's figures at one scale.</summary>
/// <param name="page">The page.</param>
/// <param name="pointsPerMm">Typographic points for a millimetre of tooth.</param>
/// <param name="crownUp">Whether the bite is drawn upward: so for lower teeth, as they stand in the mouth.</param>
internal sealed class SheetFigure(XGraphics page, double pointsPerMm, bool crownUp)
{
    // All captions stand on one line below the figures. Points from the top of the page.
    private const double CaptionAt = 318;

    /// <summary>How far from the tooth a number may stand, nearest first; millimetres of the tooth.</summary>
    private static readonly double[] Reaches = [0.9, 1.4, 1.9, 2.5, 3.2];

    private readonly List<XRect> numbers = [];

    /// <param name="flip">Whether x runs to the left.</param>
    public void Section(SectionDrawing section, Plan plan, XPoint origin, bool flip)
    {
        var place = Placing(origin, flip, crownUp);
        var present = Points(section.Present, place);
        if (section.Prepared.Count > 0)
        {
            page.DrawPolygon(Ink.Brush(Ink.Room), present, XFillMode.Winding);
            page.DrawPolygon(Ink.Line(Ink.Text, 1.1), Ink.Brush(Ink.Tooth), Points(section.Prepared, place), XFillMode.Winding);
            page.DrawPolygon(Ink.Line(Ink.RoomLine, 0.8, 1.2, 2), present);
        }
        else
        {
            page.DrawPolygon(Ink.Line(Ink.Text, 1.1), Ink.Brush(Ink.Tooth), present, XFillMode.Winding);
        }

        foreach (var line in section.Restored)
            Line(Ink.Line(Ink.Text, 0.45), Points(line, place));
        Line(Ink.Line(Ink.Hairline, 0.6, 4, 3), Points(section.Enamel, place));
        Line(Ink.Line(Ink.Gum, 0.6, 4, 3), Points(section.Pulp, place));
        foreach (var margin in section.Margins)
        {
            var gum = place(margin.Gum);
            var outward = margin.Gum.X > 0 != flip ? 1 : -1;
            page.DrawLine(Ink.Line(Ink.Gum, 1), gum, new XPoint(gum.X + (14 * outward), gum.Y));
        }

        foreach (var mark in section.Marks)
            Number(mark, plan, place);
        var words = $"{Kebab.Of(section.Plane)}, {section.Through}";
        page.WriteCentred(words, SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(origin.X, CaptionAt + 8));
    }

    public void Above(AboveDrawing above, XPoint origin, bool flip, string facialWords)
    {
        var place = Placing(origin, flip, yUp: true);
        if (above.FinishLine.Count == 0)
        {
            page.DrawPolygon(Ink.Line(Ink.Text, 1.1), Ink.Brush(Ink.Tooth), Points(above.Present, place), XFillMode.Winding);
            Cut(above.Cut, place);
            page.WriteCentred(facialWords, SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(origin.X, CaptionAt + 8));
            return;
        }

        page.DrawPolygon(Ink.Brush(Ink.Room), Points(above.Present, place), XFillMode.Winding);
        page.DrawPolygon(Ink.Line(Ink.Text, 1.1), Ink.Brush(Ink.Tooth), Points(above.FinishLine, place), XFillMode.Winding);
        page.DrawPolygon(Ink.Line(Ink.Text, 0.8), Points(above.Axial, place));
        page.DrawPolygon(Ink.Line(Ink.Soft, 0.5), Points(above.Table, place));
        page.DrawPolygon(Ink.Line(Ink.RoomLine, 0.8, 1.2, 2), Points(above.Present, place));
        page.WriteCentred(facialWords, SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(origin.X, CaptionAt + 8));
    }

    /// <summary>What is cut, with what stays inside it left out.</summary>
    private void Cut(IReadOnlyList<IReadOnlyList<Vec2>> lines, Func<Vec2, XPoint> place)
    {
        if (lines.Count == 0)
            return;
        var cut = new XGraphicsPath { FillMode = XFillMode.Alternate };
        foreach (var line in lines)
            cut.AddPolygon(Points(line, place));
        page.DrawPath(Ink.Line(Ink.Text, 0.6), Ink.Brush(Ink.Room), cut);
    }

    public void Scale(XPoint at)
    {
        const int length = 5;
        page.DrawLine(Ink.Line(Ink.Text, 0.8), at, new XPoint(at.X + (length * pointsPerMm), at.Y));
        for (var i = 0; i <= length; i++)
        {
            var x = at.X + (i * pointsPerMm);
            page.DrawLine(Ink.Line(Ink.Text, 0.8), new XPoint(x, at.Y), new XPoint(x, at.Y - (i % length == 0 ? 5 : 3)));
        }

        page.Write($"{length} mm", SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(at.X + (length * pointsPerMm) + 5, at.Y + 1));
    }

    /// <summary>A section may pass beside the pulp.</summary>
    private void Line(XPen pen, XPoint[] points)
    {
        if (points.Length > 1)
            page.DrawLines(pen, points);
    }

    /// <summary>A zone's depth, led out of the tooth; farther where another number stands already.</summary>
    private void Number(ZoneMark mark, Plan plan, Func<Vec2, XPoint> place)
    {
        var text = plan.Zone(mark.Zone)!.Depth.Value.Target.ToString();
        var (font, at) = (SheetFonts.NumberFont(11), place(mark.Inside));
        var size = page.MeasureString(text, font);
        var (to, box) = Reaches
            .Select(Reach)
            .FirstOrDefault(reach => !numbers.Exists(other => other.IntersectsWith(reach.Box)), Reach(Reaches[^1]));
        numbers.Add(box);
        page.DrawLine(Ink.Line(Ink.Soft, 0.4), at, to);
        page.DrawEllipse(Ink.Brush(Ink.Text), at.X - 1.1, at.Y - 1.1, 2.2, 2.2);
        page.DrawString(text, font, Ink.Brush(Ink.Text), box, XStringFormats.Center);

        (XPoint To, XRect Box) Reach(double length)
        {
            var end = place(mark.At + (mark.Outward * length));
            var left =
                end.X < at.X - 2 ? end.X - 2 - size.Width
                : end.X > at.X + 2 ? end.X + 2
                : end.X - (size.Width / 2);
            return (end, new XRect(left, end.Y - (size.Height / 2), size.Width, size.Height));
        }
    }

    private Func<Vec2, XPoint> Placing(XPoint origin, bool flip, bool yUp) =>
        p => new XPoint(origin.X + (p.X * pointsPerMm * (flip ? -1 : 1)), origin.Y - (p.Y * pointsPerMm * (yUp ? 1 : -1)));

    private static XPoint[] Points(IReadOnlyList<Vec2> points, Func<Vec2, XPoint> place) =>
        [.. Curves.Simplified(points, 0.01).Select(place)];
}

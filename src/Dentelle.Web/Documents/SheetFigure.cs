using Dentelle.Core.Drawing;
using Dentelle.Core.Plans;
using Dentelle.Geometry;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>Draws one figure of the plate as vectors, to scale, in a place of its own on the page.</summary>
/// <param name="page">The page.</param>
/// <param name="pointsPerMm">Typographic points for a millimetre of tooth.</param>
/// <param name="crownUp">Whether the bite is drawn upward: so for lower teeth, as they stand in the mouth.</param>
/// <param name="area">What the figure and its numbers keep to; its caption stands on the lower edge.</param>
internal sealed class SheetFigure(XGraphics page, double pointsPerMm, bool crownUp, XRect area)
{
    private const double PointsPerInch = 72,
        MmPerInch = 25.4;

    /// <summary>Ways out of the tooth for a number, nearest and straightest first: millimetres, and the angle off its zone's own.</summary>
    private static readonly (double Length, double Aside)[] Ways =
    [
        .. from length in (double[])[0.8, 1.2, 1.6, 2.1, 2.7, 3.4]
        from aside in (double[])[0, 20, -20, 45, -45, 75, -75]
        select (length, aside * Math.PI / 180),
    ];

    private readonly List<XRect> numbers = [];

    /// <summary>Where numbers may stand: above the caption.</summary>
    private readonly XRect inside = new(area.X, area.Y, area.Width, area.Height - 12);

    /// <summary>How many times larger than the tooth it is drawn.</summary>
    public double Times => pointsPerMm * MmPerInch / PointsPerInch;

    /// <param name="flip">Whether x runs to the left.</param>
    public void Section(SectionDrawing section, Plan plan, bool flip)
    {
        var place = Placing(section.Present, flip, crownUp);
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

        var tooth = new Polygon([.. present.Select(p => new Vec2(p.X, p.Y))]);
        XPoint[] lines = [.. section.Restored.SelectMany(line => Close(Points(line, place))), .. Close([.. present, present[0]])];
        foreach (var mark in section.Marks)
            Number(mark, plan, place, tooth, lines);
        Caption($"{Kebab.Of(section.Plane)}, {section.Through}, {Times:0.#} : 1");
    }

    public void Above(AboveDrawing above, bool flip)
    {
        var place = Placing(above.Present, flip, yUp: true);
        Caption($"from above, {Times:0.#} : 1");
        if (above.FinishLine.Count == 0)
        {
            page.DrawPolygon(Ink.Line(Ink.Text, 1.1), Ink.Brush(Ink.Tooth), Points(above.Present, place), XFillMode.Winding);
            Cut(above.Cut, place);
            return;
        }

        page.DrawPolygon(Ink.Brush(Ink.Room), Points(above.Present, place), XFillMode.Winding);
        page.DrawPolygon(Ink.Line(Ink.Text, 1.1), Ink.Brush(Ink.Tooth), Points(above.FinishLine, place), XFillMode.Winding);
        page.DrawPolygon(Ink.Line(Ink.Text, 0.8), Points(above.Axial, place));
        page.DrawPolygon(Ink.Line(Ink.Soft, 0.5), Points(above.Table, place));
        page.DrawPolygon(Ink.Line(Ink.RoomLine, 0.8, 1.2, 2), Points(above.Present, place));
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

    /// <summary>A section may pass beside the pulp.</summary>
    private void Line(XPen pen, XPoint[] points)
    {
        if (points.Length > 1)
            page.DrawLines(pen, points);
    }

    /// <summary>
    /// A zone's depth, led out of the tooth the first way on which it keeps to the figure's place and stands on no other
    /// number, no line and not on the tooth.
    /// </summary>
    private void Number(ZoneMark mark, Plan plan, Func<Vec2, XPoint> place, Polygon tooth, XPoint[] lines)
    {
        var text = plan.Zone(mark.Zone)!.Depth.Value.Target.ToString();
        var (font, at) = (SheetFonts.NumberFont(13), place(mark.Inside));
        var size = page.MeasureString(text, font);
        var (to, box) = Ways.Select(Led).FirstOrDefault(way => IsFree(way.Box), Led(Ways[0]));
        numbers.Add(box);
        page.DrawLine(Ink.Line(Ink.Soft, 0.4), at, to);
        page.DrawEllipse(Ink.Brush(Ink.Text), at.X - 1.1, at.Y - 1.1, 2.2, 2.2);
        page.DrawString(text, font, Ink.Brush(Ink.Text), box, XStringFormats.Center);

        (XPoint To, XRect Box) Led((double Length, double Aside) way)
        {
            var end = place(mark.At + (((mark.Outward * Math.Cos(way.Aside)) + (mark.Outward.Turned * Math.Sin(way.Aside))) * way.Length));
            var left =
                end.X < at.X - 2 ? end.X - 2 - size.Width
                : end.X > at.X + 2 ? end.X + 2
                : end.X - (size.Width / 2);
            return (end, new XRect(left, end.Y - (size.Height / 2), size.Width, size.Height));
        }

        bool IsFree(XRect box) =>
            inside.Contains(box.TopLeft)
            && inside.Contains(box.BottomRight)
            && !numbers.Exists(other => XRect.Inflate(other, 3, 1).IntersectsWith(box))
            && !Array.Exists(lines, box.Contains)
            && !tooth.Contains(new Vec2(box.X + (box.Width / 2), box.Y + (box.Height / 2)));
    }

    /// <summary>A line in points so close that none of its stretches slips through a number.</summary>
    private static IEnumerable<XPoint> Close(XPoint[] line)
    {
        const int pieces = 8;
        for (var i = 0; i + 1 < line.Length; i++)
        {
            for (var k = 0; k < pieces; k++)
            {
                var share = (double)k / pieces;
                yield return new(line[i].X + ((line[i + 1].X - line[i].X) * share), line[i].Y + ((line[i + 1].Y - line[i].Y) * share));
            }
        }
    }

    private void Caption(string words) =>
        page.WriteCentred(words, SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(area.X + (area.Width / 2), area.Bottom - 2));

    /// <summary>The outline stands in the middle of the place.</summary>
    private Func<Vec2, XPoint> Placing(IReadOnlyList<Vec2> outline, bool flip, bool yUp)
    {
        var (across, up) = (flip ? -pointsPerMm : pointsPerMm, yUp ? pointsPerMm : -pointsPerMm);
        var middle = new Vec2((outline.Min(p => p.X) + outline.Max(p => p.X)) / 2, (outline.Min(p => p.Y) + outline.Max(p => p.Y)) / 2);
        var to = new XPoint(area.X + (area.Width / 2), area.Y + ((area.Height - 12) / 2));
        return p => new XPoint(to.X + ((p.X - middle.X) * across), to.Y - ((p.Y - middle.Y) * up));
    }

    private static XPoint[] Points(IReadOnlyList<Vec2> points, Func<Vec2, XPoint> place) =>
        [.. Curves.Simplified(points, 0.01).Select(place)];
}

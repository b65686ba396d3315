using System.Globalization;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Geometry;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Figures;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>A unit in the round on paper: lines only.</summary>
internal static class RoundDrawing
{
    private const double PointsPerMm = 72 / 25.4;

    /// <summary>From one line of the hatching to the next, millimetres of paper.</summary>
    private const double Spacing = 0.52;

    /// <summary>A planned unit.</summary>
    public static void Draw(XGraphics page, PlannedUnit planned, double pointsPerMm, XRect area) =>
        Draw(
            page,
            RoundBaker.Of(planned.Preparation, RoundQuality.Draft),
            planned.Drawing.Round.Mesial,
            planned.Plan.Tooth.Jaw == Jaw.Upper,
            pointsPerMm,
            area
        );

    /// <param name="page">The page.</param>
    /// <param name="figure">What is drawn.</param>
    /// <param name="mesial">Where mesial is in it.</param>
    /// <param name="hanging">Whether the bite points down.</param>
    /// <param name="pointsPerMm">Typographic points for a millimetre of tooth; less where the place is too small.</param>
    /// <param name="area">Its place; the caption stands on the lower edge.</param>
    public static void Draw(XGraphics page, RoundFigure figure, Vec3 mesial, bool hanging, double pointsPerMm, XRect area)
    {
        // A little past the facial side toward mesial, and from above: shelf, walls and top are all seen.
        var view = new RoundSight(90 - (Math.Sign(mesial.X) * 32), 24, hanging);
        var lines = RoundEngraver.Lines(figure, view, Spacing / pointsPerMm * PointsPerMm);
        if (lines.Count == 0)
            return;
        var points = lines.SelectMany(line => line.Points).ToArray();
        var (low, high) = (new Vec2(points.Min(p => p.X), points.Min(p => p.Y)), new Vec2(points.Max(p => p.X), points.Max(p => p.Y)));
        var inside = new XRect(area.X, area.Y, area.Width, area.Height - 14);
        var scale = Math.Min(pointsPerMm, Math.Min(inside.Width / (high.X - low.X), inside.Height / (high.Y - low.Y)));
        var middle = (low + high) * 0.5;
        // Hatching first: ink lies over it.
        foreach (var line in lines.OrderBy(line => line.Stroke == RoundStroke.Hatch ? 0 : 1))
        {
            var (colour, wide, apart) = RoundInk.Of(line.Stroke, line.Weight);
            var pen = new XPen(XColor.FromArgb(Convert.ToInt32("ff" + colour[1..], 16)), wide * PointsPerMm * 0.7)
            {
                LineCap = XLineCap.Round,
            };
            if (apart is { } dots)
                pen.DashPattern = [0.01, dots / wide];
            page.DrawLines(pen, [.. line.Points.Select(Placed)]);
        }
        page.WriteCentred(
            string.Create(CultureInfo.InvariantCulture, $"in the round, {scale / PointsPerMm:0.#} times"),
            SheetFonts.TextFont(8),
            Ink.Brush(Ink.Soft),
            new XPoint(area.X + (area.Width / 2), area.Bottom - 2)
        );

        XPoint Placed(Vec2 p) =>
            new(inside.X + (inside.Width / 2) + ((p.X - middle.X) * scale), inside.Y + (inside.Height / 2) - ((p.Y - middle.Y) * scale));
    }
}

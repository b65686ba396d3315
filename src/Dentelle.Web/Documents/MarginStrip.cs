using Dentelle.Core.Plans;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// The margin unrolled, from facial over mesial, lingual and distal: how high the finish line runs over the gum and how
/// wide its shelf is, to one scale upright, with each piece's design in words.
/// </summary>
internal static class MarginStrip
{
    private const double PointsPerMm = 14;

    /// <summary>What runs farther from the gum than this is told by its number alone.</summary>
    private const double FarMm = 1.6;

    public static void Draw(XGraphics page, Margin margin, XRect area)
    {
        if (margin.Pieces.Count == 0)
            return;
        var column = area.Width / 8;
        var gum = area.Top + 86;
        var (small, number) = (SheetFonts.TextFont(7.5), SheetFonts.NumberFont(13));
        foreach (var piece in margin.Pieces)
        {
            var middle = area.Left + (column * ((int)piece.Segment + 0.5));
            var (width, level) = (piece.Width.Value.Target, piece.Level.Value);
            var name = Name(piece.Segment);
            for (var i = 0; i < name.Length; i++)
                page.WriteCentred(name[i], small, Ink.Brush(Ink.Soft), new XPoint(middle, area.Top + 11 - (8 * (name.Length - 1 - i))));
            if (width.Value > 0)
                page.WriteCentred(width.ToString(), number, Ink.Brush(Ink.Text), new XPoint(middle, area.Top + 24));
            var design = Paper.Lines(page, Kebab.Words(piece.Design), small, column - 2);
            for (var i = 0; i < design.Count; i++)
                page.WriteCentred(design[i], small, Ink.Brush(Ink.Text), new XPoint(middle, area.Top + 33 + (8.5 * i)));
            page.WriteCentred(Said(level), small, Ink.Brush(Ink.Soft), new XPoint(middle, gum + (FarMm * PointsPerMm) + 8));
        }
        page.DrawLine(Ink.Line(Ink.Gum, 1), area.Left, gum, area.Right, gum);
        foreach (var run in Runs(margin))
            Shelf(page, margin, run, x => area.Left + (column * x), gum);
        page.Write("gum", small, Ink.Brush(Ink.Gum), new XPoint(area.Left - 18, gum + 2.5));
    }

    /// <summary>A corner's name on two lines: a column is narrow.</summary>
    private static string[] Name(Segment segment) =>
        Kebab.Of(segment) is { Length: > 8 } corner ? [$"{corner[..5]}-", corner[5..]] : [Kebab.Of(segment)];

    /// <summary>From the finish line up to the foot of the wall, as wide as the shelf.</summary>
    private static void Shelf(XGraphics page, Margin margin, (int First, int Count) run, Func<double, double> across, double gum)
    {
        const int steps = 8;
        var line = Enumerable.Range(0, (run.Count * steps) + 1).Select(At).ToArray();
        var foot = Enumerable.Range(0, line.Length).Select(i => line[i] with { Y = line[i].Y - (Wide(i) * PointsPerMm) });
        page.DrawPolygon(Ink.Brush(Ink.Room), [.. line, .. foot.Reverse()], XFillMode.Winding);
        // Where it runs beyond the strip it is no line to measure on.
        for (var i = 0; i + 1 < line.Length; i++)
            page.DrawLine(IsFar(i) || IsFar(i + 1) ? Ink.Line(Ink.Soft, 0.8, 1, 2.4) : Ink.Line(Ink.Text, 1.1), line[i], line[i + 1]);

        // Half a piece beyond the middle of the first and the last one.
        double Place(int i) => run.First - 0.5 + ((double)i / steps);

        double Wide(int i) => margin.WidthAt((Place(i) + 8) % 8).Value;

        double Level(int i) => margin.Between((Place(i) + 8) % 8, piece => piece.Level.Value.Value);

        bool IsFar(int i) => Math.Abs(Level(i)) > FarMm;

        XPoint At(int i) => new(across(Place(i) + 0.5), gum - (Math.Clamp(Level(i), -FarMm, FarMm) * PointsPerMm));
    }

    /// <summary>Pieces that follow each other, from facial on.</summary>
    private static IEnumerable<(int First, int Count)> Runs(Margin margin)
    {
        for (var i = 0; i < 8; i++)
        {
            if (!margin.Has((Segment)i))
                continue;
            var count = 1;
            while (i + count < 8 && margin.Has((Segment)(i + count)))
                count++;
            yield return (i, count);
            i += count;
        }
    }

    private static string Said(Mm level) =>
        level.Rounded == 0 ? "with gum"
        : level.Value > 0 ? $"{level} above"
        : $"{new Mm(-level.Value)} below";
}

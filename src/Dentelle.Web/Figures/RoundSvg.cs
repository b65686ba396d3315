using System.Globalization;
using System.Text;
using Dentelle.Core.Drawing;
using Dentelle.Geometry;

namespace Dentelle.Web.Figures;

/// <summary>An engraving in the round as an SVG file: lines only, five times the tooth's size, for paper.</summary>
internal static class RoundSvg
{
    private const double Scale = 5;
    private const double Edge = 4;

    public static string Of(IReadOnlyList<RoundLine> lines, string title)
    {
        var points = lines.SelectMany(line => line.Points).DefaultIfEmpty().ToArray();
        var (left, top) = (points.Min(p => p.X) * Scale, points.Max(p => p.Y) * Scale);
        var (width, height) = ((points.Max(p => p.X) * Scale) - left, top - (points.Min(p => p.Y) * Scale));
        var svg = new StringBuilder();
        svg.Append(
            CultureInfo.InvariantCulture,
            $"""<svg xmlns="http://www.w3.org/2000/svg" width="{width + (2 * Edge):0.##}mm" height="{height + (2 * Edge):0.##}mm" """
        );
        svg.Append(
            CultureInfo.InvariantCulture,
            $"""viewBox="{-Edge:0.##} {-Edge:0.##} {width + (2 * Edge):0.##} {height + (2 * Edge):0.##}" """
        );
        svg.Append("fill=\"none\" stroke-linecap=\"round\" stroke-linejoin=\"round\">\n");
        svg.Append(CultureInfo.InvariantCulture, $"<title>{System.Net.WebUtility.HtmlEncode(title)}</title>\n");
        foreach (
            var strokes in lines.GroupBy(line => (line.Stroke, line.Weight)).OrderBy(group => group.Key.Stroke == RoundStroke.Hatch ? 0 : 1)
        )
        {
            var (ink, wide, dashes) = RoundInk.Of(strokes.Key.Stroke, strokes.Key.Weight);
            svg.Append(CultureInfo.InvariantCulture, $"<path stroke=\"{ink}\" stroke-width=\"{wide:0.###}\"");
            if (dashes is { } apart)
                svg.Append(CultureInfo.InvariantCulture, $" stroke-dasharray=\"0 {apart:0.##}\"");
            svg.Append(" d=\"");
            foreach (var line in strokes)
                svg.Append(Path(line.Points));
            svg.Append("\"/>\n");
        }
        return svg.Append("</svg>\n").ToString();

        string Path(IReadOnlyList<Vec2> line) =>
            string.Concat(
                line.Select(
                    (p, i) =>
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"{(i == 0 ? 'M' : 'L')}{(p.X * Scale) - left:0.##} {top - (p.Y * Scale):0.##}"
                        )
                )
            );
    }
}

/// <summary>Inks of a printed engraving: colour, width in millimetres of paper, and how far the dots of a dotted line lie apart.</summary>
internal static class RoundInk
{
    public static (string Colour, double Wide, double? Apart) Of(RoundStroke stroke, double weight) =>
        stroke switch
        {
            RoundStroke.Hatch => ("#3a2a3c", 0.05 + (0.2 * weight), null),
            RoundStroke.FinishLine => ("#2a2140", 0.42, null),
            RoundStroke.Tick => ("#2a2140", 0.2, null),
            RoundStroke.Present => ("#2a2140", 0.34, 0.9),
            RoundStroke.Restored => ("#6b2a5b", 0.18, null),
            RoundStroke.Undercut => ("#6b2a5b", 0.28, null),
            _ => ("#2a2140", 0.28, null),
        };
}

using Dentelle.Web.Figures;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>A bur's silhouette on a page.</summary>
internal static class BurDrawing
{
    /// <summary>Lying, tip to the right, with the mark it is sunk to.</summary>
    /// <param name="page">Where it is drawn.</param>
    /// <param name="bur">Its outline.</param>
    /// <param name="sinks">How deep it is sunk, a mark for each; empty where no depth is meant.</param>
    /// <param name="left">Left end of its place.</param>
    /// <param name="middle">Its axis.</param>
    /// <param name="scale">Points per millimetre.</param>
    /// <param name="width">How wide its place is; what reaches over it is cut off.</param>
    public static void Lying(
        XGraphics page,
        BurShapeView bur,
        IReadOnlyList<double> sinks,
        double left,
        double middle,
        double scale,
        double width = 36
    )
    {
        var points = new List<XPoint>();
        for (var i = 0; i + 1 < bur.Outline.Count; i += 2)
        {
            if (bur.Outline[i] * scale <= width)
                points.Add(At(bur.Outline[i], bur.Outline[i + 1]));
        }
        for (var i = points.Count - 1; i >= 0; i--)
            points.Add(new XPoint(points[i].X, (2 * middle) - points[i].Y));
        if (points.Count < 3)
            return;
        page.DrawPolygon(Ink.Line(Ink.Text, 0.5), Ink.Brush(Ink.Hairline), points.ToArray(), XFillMode.Winding);
        foreach (var deep in sinks)
            page.DrawLine(Ink.Line(Ink.Plum, 0.9), At(deep, 0).X, middle - 5, At(deep, 0).X, middle + 5);

        XPoint At(double fromTip, double radius) => new(left + width - (fromTip * scale), middle - (radius * scale));
    }
}

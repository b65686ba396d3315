using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>Colours of printed pages: the plate's, on white.</summary>
internal static class Ink
{
    public static readonly XColor Text = XColor.FromArgb(0x2A, 0x21, 0x40);
    public static readonly XColor Soft = XColor.FromArgb(0x63, 0x5A, 0x78);
    public static readonly XColor Hairline = XColor.FromArgb(0xB9, 0xAE, 0x9C);
    public static readonly XColor Tooth = XColor.FromArgb(0xF3, 0xEB, 0xDA);
    public static readonly XColor Room = XColor.FromArgb(0xDC, 0xE4, 0xEE);
    public static readonly XColor RoomLine = XColor.FromArgb(0x7A, 0x8F, 0xAF);
    public static readonly XColor Plum = XColor.FromArgb(0x6B, 0x2A, 0x5B);
    public static readonly XColor Gum = XColor.FromArgb(0x9E, 0x33, 0x25);

    public static XBrush Brush(XColor colour) => new XSolidBrush(colour);

    public static XPen Line(XColor colour, double width, params double[] dashes)
    {
        var pen = new XPen(colour, width) { LineJoin = XLineJoin.Round };
        if (dashes.Length > 0)
            pen.DashPattern = dashes;
        return pen;
    }
}

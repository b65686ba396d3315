using System.Text;
using PdfSharp.Drawing;
using PdfSharp.Fonts;

namespace Dentelle.Web.Documents.Letters;

/// <summary>Writes texts of any script: each letter in the first face that has it, from the page's own to one of wide coverage.</summary>
public static class Writing
{
    public static void Write(this XGraphics page, string text, XFont font, XBrush brush, XPoint at)
    {
        foreach (var (run, face) in Runs(text, font))
        {
            page.DrawString(run, face, brush, at);
            at = new XPoint(at.X + page.MeasureString(run, face).Width, at.Y);
        }
    }

    /// <summary>Centred over or under a point.</summary>
    public static void WriteCentred(this XGraphics page, string text, XFont font, XBrush brush, XPoint middle) =>
        page.Write(text, font, brush, new XPoint(middle.X - (page.WidthOf(text, font) / 2), middle.Y));

    public static double WidthOf(this XGraphics page, string text, XFont font) =>
        Runs(text, font).Sum(run => page.MeasureString(run.Text, run.Face).Width);

    /// <summary>Letters that no face has, each once; null where all of it prints.</summary>
    public static string? Unprintable(string text)
    {
        if (IsPlain(text))
            return null;
        var faces = SheetFonts.Faces(SheetFonts.TextFont(9));
        var lacking = string.Join(
            ' ',
            RightToLeft
                .Ordered(text)
                .EnumerateRunes()
                .Where(rune => !Rune.IsWhiteSpace(rune) && faces.All(face => !Has(face, rune)))
                .Select(rune => rune.ToString())
                .Distinct()
        );
        return lacking.Length > 0 ? lacking : null;
    }

    private static IEnumerable<(string Text, XFont Face)> Runs(string text, XFont font)
    {
        if (text.Length == 0)
            yield break;
        if (IsPlain(text))
        {
            yield return (text, font);
            yield break;
        }
        var faces = SheetFonts.Faces(font);
        var (run, current) = (new StringBuilder(), font);
        foreach (var rune in RightToLeft.Ordered(text).EnumerateRunes())
        {
            var face =
                Rune.IsWhiteSpace(rune) || Has(current, rune) && current == font
                    ? current
                    : faces.FirstOrDefault(one => Has(one, rune)) ?? font;
            if (face != current && run.Length > 0)
            {
                yield return (run.ToString(), current);
                run.Clear();
            }
            current = face;
            run.Append(rune.ToString());
        }
        yield return (run.ToString(), current);
    }

    /// <summary>What the page's own faces have in any case, and nearly every text is made of.</summary>
    private static bool IsPlain(string text) => text.All(letter => letter is >= ' ' and <= '~');

    private static bool Has(XFont face, Rune rune) => GlyphHelper.GlyphIndexFromCodePoint(rune.Value, face) != 0;
}

using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>A page of words: a title, who it is about, paragraphs, and at the end who answers for it.</summary>
internal static class LetterPage
{
    private const double Edge = 64,
        Width = 595.28 - (2 * Edge),
        Top = 132,
        Lowest = 760;

    /// <param name="title">In large letters.</param>
    /// <param name="about">Whom and what it is about.</param>
    /// <param name="paragraphs">Each begins anew, with a knot before it where it is one of a list.</param>
    /// <param name="signed">Who answers for it.</param>
    /// <param name="size">Of its letters: larger for who reads without glasses.</param>
    /// <param name="knots">Whether each paragraph is one of a list.</param>
    /// <param name="printed">When it is printed.</param>
    public static byte[] Write(
        string title,
        string about,
        IReadOnlyList<string> paragraphs,
        string signed,
        double size,
        bool knots,
        DateTimeOffset printed
    )
    {
        using var measuring = Paper.Measuring();
        var (font, line) = (SheetFonts.TextFont(size), size * 1.5);
        var pages = new List<List<IReadOnlyList<string>>> { new() };
        var y = Top;
        foreach (var paragraph in paragraphs)
        {
            var lines = Paper.Lines(measuring, paragraph, font, Width - 16);
            var high = (lines.Count * line) + (size * 0.6);
            if (y + high > Lowest && pages[^1].Count > 0)
            {
                pages.Add([]);
                y = Top;
            }
            pages[^1].Add(lines);
            y += high;
        }
        return Paper.Write(
            title,
            printed,
            [.. pages.Select<List<IReadOnlyList<string>>, Action<XGraphics>>((own, at) => page => Draw(page, own, at == pages.Count - 1))]
        );

        void Draw(XGraphics page, IReadOnlyList<IReadOnlyList<string>> own, bool isLast)
        {
            page.Write(title, SheetFonts.NumberFont(24), Ink.Brush(Ink.Text), new XPoint(Edge, 84));
            page.Write(about, SheetFonts.TextFont(10), Ink.Brush(Ink.Soft), new XPoint(Edge, 102));
            page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 112, Edge + Width, 112);
            var at = Top;
            foreach (var lines in own)
            {
                if (knots)
                    page.DrawEllipse(Ink.Brush(Ink.Plum), Edge, at + (size * 0.25), 4, 4);
                foreach (var words in lines)
                {
                    page.Write(words, font, Ink.Brush(Ink.Text), new XPoint(Edge + (knots ? 16 : 0), at + (size * 0.75)));
                    at += line;
                }
                at += size * 0.6;
            }
            if (isLast)
                page.Write(signed, SheetFonts.TextFont(10, bold: true), Ink.Brush(Ink.Text), new XPoint(Edge, Math.Min(at + 20, 790)));
            page.Write($"Printed {printed:yyyy-MM-dd HH:mm}", SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(Edge, 812));
        }
    }
}

using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;
using PdfSharp.Pdf;

namespace Dentelle.Web.Documents;

/// <summary>Documents of A4 pages.</summary>
internal static class Paper
{
    /// <summary>A document of one page for each of these.</summary>
    public static byte[] Write(string title, DateTimeOffset printed, params IReadOnlyList<Action<XGraphics>> pages)
    {
        using var document = new PdfDocument();
        document.Info.Title = $"Dentelle, {title}";
        document.Info.CreationDate = printed.DateTime;
        foreach (var draw in pages)
        {
            var sheet = document.AddPage();
            sheet.Size = PdfSharp.PageSize.A4;
            using var page = XGraphics.FromPdfPage(sheet);
            draw(page);
        }
        using var bytes = new MemoryStream();
        document.Save(bytes);
        return bytes.ToArray();
    }

    /// <summary>What texts are measured with before there is a page.</summary>
    public static XGraphics Measuring() =>
        XGraphics.CreateMeasureContext(new XSize(595, 842), XGraphicsUnit.Point, XPageDirection.Downwards);

    /// <summary>A text in lines of a width, parted between words.</summary>
    public static IReadOnlyList<string> Lines(XGraphics page, string text, XFont font, double width)
    {
        var lines = new List<string>();
        foreach (var word in text.Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (lines.Count > 0 && page.WidthOf($"{lines[^1]} {word}", font) <= width)
                lines[^1] += $" {word}";
            else
                lines.Add(word);
        }
        return lines;
    }

    /// <summary>As much of a text as fits into a width.</summary>
    public static string Fitting(XGraphics page, string text, XFont font, double width)
    {
        if (page.WidthOf(text, font) <= width)
            return text;
        while (text.Length > 1 && page.WidthOf(text + "…", font) > width)
            text = text[..^1];
        return text.TrimEnd(' ', '·') + "…";
    }
}

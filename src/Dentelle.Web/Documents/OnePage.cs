using PdfSharp.Drawing;
using PdfSharp.Pdf;

namespace Dentelle.Web.Documents;

/// <summary>A document of one A4 page.</summary>
internal static class OnePage
{
    public static byte[] Write(string title, DateTimeOffset printed, Action<XGraphics> draw)
    {
        using var document = new PdfDocument();
        document.Info.Title = $"Dentelle, {title}";
        document.Info.CreationDate = printed.DateTime;
        var sheet = document.AddPage();
        sheet.Size = PdfSharp.PageSize.A4;
        using (var page = XGraphics.FromPdfPage(sheet)) draw(page);
        using var bytes = new MemoryStream();
        document.Save(bytes);
        return bytes.ToArray();
    }

    /// <summary>As much of a text as fits into a width.</summary>
    public static string Fitting(XGraphics page, string text, XFont font, double width)
    {
        if (page.MeasureString(text, font).Width <= width) return text;
        while (text.Length > 1 && page.MeasureString(text + "…", font).Width > width) text = text[..^1];
        return text.TrimEnd(' ', '·') + "…";
    }
}

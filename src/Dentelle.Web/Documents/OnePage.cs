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
}

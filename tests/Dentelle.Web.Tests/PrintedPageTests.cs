using UglyToad.PdfPig;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;

namespace Dentelle.Web.Tests;

/// <summary>Printed pages as a reader that did not write them sees them (PdfPig).</summary>
public sealed class PrintedPageTests : IDisposable
{
    private readonly Practice practice = new() { Demo = true };
    private readonly HttpClient client;

    public PrintedPageTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    [Fact(DisplayName = "Run sheets, plans and trays: one page each, every letter on the paper, no word over another")]
    public async Task Legible()
    {
        var cases = (await client.Get("/api/day"))["cases"]!.AsArray();
        string[] pages = ["/api/day/tray.pdf", .. cases.Select(entry => $"/api/cases/{entry!["id"]}/sheet.pdf"), .. cases.SelectMany(entry => entry!["units"]!.AsArray()).Select(unit => $"/api/units/{unit!["id"]}/sheet.pdf")];
        foreach (var address in pages)
        {
            var page = await PageAsync(address);
            foreach (var letter in page.Letters.Where(letter => letter.Value.Trim().Length > 0))
            {
                var box = letter.BoundingBox;
                Assert.True(box.Left >= 0 && box.Bottom >= 0 && box.Right <= page.Width && box.Top <= page.Height, $"{address}: “{letter.Value}” at {box.Left:0} {box.Bottom:0} is off the page");
            }
            Word[] words = [.. page.GetWords()];
            Assert.True(words.Length > 40, address);
            for (var i = 0; i < words.Length; i++)
            {
                for (var j = i + 1; j < words.Length; j++) Assert.False(Overlap(words[i].BoundingBox, words[j].BoundingBox), $"{address}: “{words[i].Text}” stands over “{words[j].Text}” at {words[i].BoundingBox.Left:0} {words[i].BoundingBox.Bottom:0}");
            }
        }
    }

    [Fact(DisplayName = "A printed run sheet names every step in its order, each bur where it is taken up, and cuts no text off")]
    public async Task Run_sheet()
    {
        foreach (var entry in (await client.Get("/api/day"))["cases"]!.AsArray())
        {
            var sheet = (await client.Get($"/api/cases/{entry!["id"]}/sheet"))["sheet"]!;
            Word[] words = [.. (await PageAsync($"/api/cases/{entry["id"]}/sheet.pdf")).GetWords()];
            Assert.DoesNotContain(words, word => word.Text.Contains('…', StringComparison.Ordinal));
            // Names and burs stand in a column of their own, read downwards.
            var text = string.Join(' ', words.Where(word => word.BoundingBox.Left is > 140 and < 285).OrderByDescending(word => Math.Round(word.BoundingBox.Bottom / 3)).ThenBy(word => word.BoundingBox.Left).Select(word => word.Text));
            var at = 0;
            foreach (var step in sheet["steps"]!.AsArray())
            {
                var name = (string)step!["name"]!;
                var found = text.IndexOf(name, at, StringComparison.Ordinal);
                Assert.True(found >= 0, $"{entry["number"]}: {step["order"]} {name} is not there, or not in its place");
                at = found + name.Length;
                if ((bool)step["takesUp"]! && (string?)step["burName"] is { } bur) Assert.InRange(text.IndexOf(bur, at, StringComparison.Ordinal), at, at + 30);
            }
        }
    }

    private async Task<Page> PageAsync(string address)
    {
        var answer = await client.GetAsync(address);
        Assert.True(answer.IsSuccessStatusCode, address);
        var document = PdfDocument.Open(await answer.Content.ReadAsByteArrayAsync());
        Assert.Equal((address, 1), (address, document.NumberOfPages));
        return document.GetPage(1);
    }

    /// <summary>Whether a good part of the smaller of two lies under the other; letters may touch.</summary>
    private static bool Overlap(PdfRectangle a, PdfRectangle b)
    {
        var wide = Math.Min(a.Right, b.Right) - Math.Max(a.Left, b.Left);
        var high = Math.Min(a.Top, b.Top) - Math.Max(a.Bottom, b.Bottom);
        return wide > 0 && high > 0 && wide * high > 0.2 * Math.Min(a.Width * a.Height, b.Width * b.Height);
    }
}

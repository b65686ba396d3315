using System.Globalization;
using System.Text.Json.Nodes;
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

    [Fact(
        DisplayName = "Plans and trays on one page, run sheets on as many as they need in 9 points: every letter on the paper, no "
            + "word over another"
    )]
    public async Task Every_page()
    {
        var cases = (await client.Get("/api/day"))["cases"]!.AsArray();
        string[] pages =
        [
            "/api/day/tray.pdf",
            .. cases.Select(entry => $"/api/cases/{entry!["id"]}/sheet.pdf"),
            .. cases.SelectMany(entry => entry!["units"]!.AsArray()).Select(unit => $"/api/units/{unit!["id"]}/sheet.pdf"),
        ];
        foreach (var address in pages)
        {
            var printed = await PagesAsync(address);
            Assert.InRange(printed.Count, 1, address.Contains("/cases/", StringComparison.Ordinal) ? 5 : 1);
            Assert.All(printed, page => Assert.True(Legible(address, page).Length > 40, address));
        }
    }

    [Fact(DisplayName = "A printed run sheet names every step in its order, each bur where it is taken up, and cuts no text off")]
    public async Task Run_sheet()
    {
        foreach (var entry in (await client.Get("/api/day"))["cases"]!.AsArray())
        {
            var sheet = (await client.Get($"/api/cases/{entry!["id"]}/sheet"))["sheet"]!;
            var pages = await PagesAsync($"/api/cases/{entry["id"]}/sheet.pdf");
            Assert.All(pages, page => Assert.DoesNotContain(page.GetWords(), word => word.Text.Contains('…', StringComparison.Ordinal)));
            // Names and burs stand in a column of their own, read downwards.
            var text = string.Join(
                ' ',
                pages.SelectMany(page =>
                    page.GetWords()
                        .Where(word => word.BoundingBox.Left is > 110 and < 375)
                        .OrderByDescending(word => Math.Round(word.BoundingBox.Bottom / 3))
                        .ThenBy(word => word.BoundingBox.Left)
                        .Select(word => word.Text)
                )
            );
            var at = 0;
            foreach (var step in sheet["steps"]!.AsArray())
            {
                var name = (string)step!["name"]!;
                var found = text.IndexOf(name, at, StringComparison.Ordinal);
                Assert.True(found >= 0, $"{entry["number"]}: {step["order"]} {name} is not there, or not in its place");
                at = found + name.Length;
                // The bur is named once, over the steps it is in hand for.
                if ((bool)step["takesUp"]! && (string?)step["burName"] is { } bur)
                    Assert.InRange(text[..at].LastIndexOf(bur, StringComparison.Ordinal), 0, at);
            }
        }
    }

    [Fact(DisplayName = "A unit's two sections carry the depth of each zone that they show, each number whole in its own half of the page")]
    public async Task Numbers_of_the_sections()
    {
        foreach (var entry in (await client.Get("/api/day"))["cases"]!.AsArray())
        {
            foreach (var unit in entry!["units"]!.AsArray())
            {
                var view = await client.Get($"/api/units/{unit!["id"]}");
                var drawing = view["drawing"]!;
                var across = drawing["faciolingual"]!.AsArray().MaxBy(section => section!["marks"]!.AsArray().Count)!;
                var numbers = (await PagesAsync($"/api/units/{unit["id"]}/sheet.pdf"))[0]
                    .GetWords()
                    .Where(word => word.Letters[0].PointSize is > 12.5 and < 13.5 && word.BoundingBox.Bottom is > 465 and < 735)
                    .ToArray();
                Assert.Equal(Depths(view, across), Told(numbers.Where(word => word.BoundingBox.Right < 298)));
                Assert.Equal(Depths(view, drawing["mesiodistal"]!), Told(numbers.Where(word => word.BoundingBox.Left > 297)));
            }
        }

        static string[] Told(IEnumerable<Word> words) => [.. words.Select(word => word.Text).Order(StringComparer.Ordinal)];

        static string[] Depths(JsonNode view, JsonNode section) =>
            [
                .. section["marks"]!
                    .AsArray()
                    .Select(mark =>
                        view["plan"]!["zones"]!.AsArray().Single(zone => (string)zone!["zone"]! == (string)mark!["zone"]!)!["depthMm"]![
                            "target"
                        ]!
                    )
                    .Select(depth => ((double)depth).ToString("0.0#", CultureInfo.InvariantCulture))
                    .Order(StringComparer.Ordinal),
            ];
    }

    [Fact(DisplayName = "A visit too long for one page in legible text goes on over pages, each step once")]
    public async Task Long_visit()
    {
        var made = await client.Post("/api/quick-line/do", """{ "line": "13 12 11 21 22 23 crown metal-ceramic margin-first" }""").Json();
        var address = $"/api/cases/{made["caseId"]}/sheet";
        var steps = (await client.Get(address))["sheet"]!["steps"]!.AsArray();
        var pages = await PagesAsync($"{address}.pdf");
        Assert.InRange(pages.Count, 3, 12);
        foreach (var page in pages)
            Assert.All(Legible($"{address}.pdf", page), word =>
                Assert.True(word.Letters[0].PointSize >= (word.BoundingBox.Bottom > 52 ? 9 : 8), $"{word.Text} {word.Letters[0].PointSize}")
            );
        // Every row begins with its time of day or minute, on the left.
        var rows = pages
            .SelectMany(page => page.GetWords())
            .Count(word =>
                word.BoundingBox.Left is > 50 and < 75
                && word.BoundingBox.Top < 842 - 96
                && word.Text.All(sign => char.IsAsciiDigit(sign) || sign == ':')
            );
        Assert.Equal(steps.Count, rows);
    }

    private async Task<IReadOnlyList<Page>> PagesAsync(string address)
    {
        var answer = await client.GetAsync(address);
        Assert.True(answer.IsSuccessStatusCode, address);
        return [.. PdfDocument.Open(await answer.Content.ReadAsByteArrayAsync()).GetPages()];
    }

    /// <summary>The words of a page, every letter of them on the paper and none over another.</summary>
    private static Word[] Legible(string address, Page page)
    {
        foreach (var letter in page.Letters.Where(letter => letter.Value.Trim().Length > 0))
        {
            var box = letter.BoundingBox;
            Assert.True(
                box.Left >= 0 && box.Bottom >= 0 && box.Right <= page.Width && box.Top <= page.Height,
                $"{address}: “{letter.Value}” at {box.Left:0} {box.Bottom:0} is off the page"
            );
        }
        Word[] words = [.. page.GetWords()];
        for (var i = 0; i < words.Length; i++)
        {
            for (var j = i + 1; j < words.Length; j++)
                Assert.False(
                    Overlap(words[i].BoundingBox, words[j].BoundingBox),
                    $"{address}: “{words[i].Text}” stands over “{words[j].Text}” at {words[i].BoundingBox.Left:0} "
                        + $"{words[i].BoundingBox.Bottom:0}"
                );
        }
        return words;
    }

    /// <summary>Whether a good part of the smaller of two lies under the other; letters may touch.</summary>
    private static bool Overlap(PdfRectangle a, PdfRectangle b)
    {
        var wide = Math.Min(a.Right, b.Right) - Math.Max(a.Left, b.Left);
        var high = Math.Min(a.Top, b.Top) - Math.Max(a.Bottom, b.Bottom);
        return wide > 0 && high > 0 && wide * high > 0.2 * Math.Min(a.Width * a.Height, b.Width * b.Height);
    }
}

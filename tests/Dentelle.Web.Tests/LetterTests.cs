using System.Globalization;
using Dentelle.Web.Documents.Letters;
using UglyToad.PdfPig;

namespace Dentelle.Web.Tests;

/// <summary>Names in any script print whole, and what can't is told. Orders and forms by UAX 9 and the Unicode charts.</summary>
public sealed class LetterTests
{
    [Theory(DisplayName = "What runs from right to left stands as a reader of it expects, numbers and brackets in their own order")]
    [InlineData("Ines Calder", "Ines Calder")]
    [InlineData("שרה", "הרש")]
    [InlineData("שרה לוי", "יול הרש")]
    [InlineData("a שרה b", "a הרש b")]
    [InlineData("שרה (לוי)", "(יול) הרש")]
    [InlineData("שרה 123 לוי", "יול 123 הרש")]
    // Muhammad: meem initial, hah medial, meem medial, dal final (U+FEE3, FEA4, FEE4, FEAA), from right to left.
    [InlineData("محمد", "\uFEAA\uFEE4\uFEA4\uFEE3")]
    // Ali: ain initial, lam medial, yeh final (U+FECB, FEE0, FEF2).
    [InlineData("علي", "\uFEF2\uFEE0\uFECB")]
    // Dar: dal and alef join nothing behind them (U+FEA9, FE8D, FEAD).
    [InlineData("دار", "\uFEAD\uFE8D\uFEA9")]
    // Lam and alef are one sign: isolated U+FEFB, after a letter that joins U+FEFC.
    [InlineData("لا", "\uFEFB")]
    [InlineData("سلام", "\uFEE1\uFEFC\uFEB3")]
    public void Ordered(string text, string expected) => Assert.Equal(Codes(expected), Codes(RightToLeft.Ordered(text)));

    [Fact(DisplayName = "Names of Europe, Greek, Cyrillic, Hebrew, Arabic, Chinese and Japanese print; what no face has is named")]
    public void Printable()
    {
        foreach (
            var name in (string[])
                ["Łódź Żółć", "Ñandú Ångström", "Γιώργος", "Юлия Ґ", "שרה", "محمد", "王小明", "山田はな", "Ioana Ștefănescu"]
        )
            Assert.Null(Writing.Unprintable(name));
        Assert.Equal("김 민 준", Writing.Unprintable("김민준"));
        Assert.Equal("𒀀", Writing.Unprintable("Ines 𒀀 Calder"));
    }

    [Fact(
        DisplayName = "A printed page holds every letter of such a name, none of them an empty box, and says before printing what it lacks"
    )]
    public async Task Printed()
    {
        using var practice = new Practice();
        using var client = practice.CreateClient();
        var made = await client
            .Post("/api/quick-line/do", """{ "line": "36 crown zirconia", "patient": "Łódź Γιώργος Юлия 王小明 𒀀" }""")
            .Json();
        Assert.Equal("𒀀", (string)(await client.Get($"/api/cases/{made["caseId"]}"))["unprintable"]!);
        foreach (var address in (string[])[$"/api/cases/{made["caseId"]}/sheet.pdf", $"/api/units/{made["unitId"]}/sheet.pdf"])
        {
            using var document = PdfDocument.Open(await client.GetByteArrayAsync(address));
            var text = string.Concat(document.GetPage(1).Letters.Select(letter => letter.Value)).Replace(" ", "", StringComparison.Ordinal);
            foreach (var word in (string[])["Łódź", "Γιώργος", "Юлия", "王小明"])
                Assert.Contains(word, text, StringComparison.Ordinal);
        }
    }

    private static string Codes(string text) =>
        string.Join(' ', text.Select(letter => ((int)letter).ToString("X4", CultureInfo.InvariantCulture)));
}

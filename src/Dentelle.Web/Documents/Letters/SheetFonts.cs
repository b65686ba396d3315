using System.Reflection;
using PdfSharp.Drawing;
using PdfSharp.Fonts;

namespace Dentelle.Web.Documents.Letters;

/// <summary>
/// The typefaces of printed pages; they ship with the program. Two are the pages' own, with the letters of Europe's
/// languages in Latin script; the others stand in for letters that those lack.
/// </summary>
internal sealed class SheetFonts : IFontResolver
{
    private const string Numbers = "Newsreader";
    private const string Text = "Atkinson Hyperlegible Next";

    /// <summary>Greek, Cyrillic, Hebrew, Arabic, Armenian, Georgian; then Chinese and Japanese.</summary>
    private const string Wide = "DejaVu Sans",
        Far = "Droid Sans Fallback";

    private static readonly Dictionary<string, string> Files = new(StringComparer.Ordinal)
    {
        [Numbers] = "newsreader-400-normal.ttf",
        [Numbers + "|bold"] = "newsreader-500-normal.ttf",
        [Text] = "atkinson-hyperlegible-next-400-normal.ttf",
        [Text + "|bold"] = "atkinson-hyperlegible-next-600-normal.ttf",
        [Wide] = "DejaVuSans.ttf",
        [Wide + "|bold"] = "DejaVuSans-Bold.ttf",
        [Far] = "DroidSansFallbackFull.ttf",
    };

    static SheetFonts() => GlobalFontSettings.FontResolver = new SheetFonts();

    public static XFont NumberFont(double size, bool bold = false) => Of(Numbers, size, bold);

    public static XFont TextFont(double size, bool bold = false) => Of(Text, size, bold);

    /// <summary>A face and those that stand in for it, in their order, all of one size.</summary>
    public static IReadOnlyList<XFont> Faces(XFont font) => [font, Of(Wide, font.Size, font.Bold), Of(Far, font.Size, bold: false)];

    public FontResolverInfo? ResolveTypeface(string familyName, bool isBold, bool isItalic)
    {
        var face = isBold ? familyName + "|bold" : familyName;
        return Files.ContainsKey(face) ? new(face) : null;
    }

    public byte[]? GetFont(string faceName)
    {
        var assembly = Assembly.GetExecutingAssembly();
        using var stream = assembly.GetManifestResourceStream($"Dentelle.Web.Documents.fonts.{Files[faceName]}")!;
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return bytes.ToArray();
    }

    private static XFont Of(string family, double size, bool bold) => new(family, size, bold ? XFontStyleEx.Bold : XFontStyleEx.Regular);
}

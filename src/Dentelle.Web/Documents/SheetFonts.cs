using System.Reflection;
using PdfSharp.Drawing;
using PdfSharp.Fonts;

namespace Dentelle.Web.Documents;

/// <summary>The two typefaces of printed pages; they ship with the program.</summary>
internal sealed class SheetFonts : IFontResolver
{
    private const string Numbers = "Newsreader";
    private const string Text = "Atkinson Hyperlegible Next";

    private static readonly Dictionary<string, string> Faces = new(StringComparer.Ordinal)
    {
        ["numbers"] = "newsreader-latin-400-normal.ttf",
        ["numbers-bold"] = "newsreader-latin-500-normal.ttf",
        ["text"] = "atkinson-hyperlegible-next-latin-400-normal.ttf",
        ["text-bold"] = "atkinson-hyperlegible-next-latin-600-normal.ttf",
    };

    static SheetFonts() => GlobalFontSettings.FontResolver = new SheetFonts();

    public static XFont NumberFont(double size, bool bold = false) => new(Numbers, size, bold ? XFontStyleEx.Bold : XFontStyleEx.Regular);

    public static XFont TextFont(double size, bool bold = false) => new(Text, size, bold ? XFontStyleEx.Bold : XFontStyleEx.Regular);

    public FontResolverInfo? ResolveTypeface(string familyName, bool isBold, bool isItalic) =>
        new((familyName == Numbers ? "numbers" : "text") + (isBold ? "-bold" : ""));

    public byte[]? GetFont(string faceName)
    {
        var assembly = Assembly.GetExecutingAssembly();
        using var stream = assembly.GetManifestResourceStream($"Dentelle.Web.Documents.fonts.{Faces[faceName]}")!;
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return bytes.ToArray();
    }
}

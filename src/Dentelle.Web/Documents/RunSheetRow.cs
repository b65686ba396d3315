using Dentelle.Core.Exchange;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// What is written of one step: a box to tick, when it begins, its tooth, what is done and how deep, and beside it the check
/// with a box of its own. Long texts go on in further lines.
/// </summary>
internal sealed class RunSheetRow
{
    /// <summary>Where its columns begin, from the page's edge.</summary>
    public const double NameFrom = 96;
    private const double TimeFrom = 17,
        ToothFrom = 68,
        CheckFrom = 342;
    private const double NameWidth = 236,
        CheckWidth = 168,
        Box = 10,
        CheckBox = 9;
    private const double Size = 10,
        Small = 9.2,
        LineHeight = 12.2,
        Between = 5;

    private readonly IReadOnlyList<Line> did,
        checks;
    private readonly string time;
    private readonly string? tooth;

    private RunSheetRow(string time, string? tooth, IReadOnlyList<Line> did, IReadOnlyList<Line> checks) =>
        (this.time, this.tooth, this.did, this.checks) = (time, tooth, did, checks);

    public double Height => (Math.Max(did.Count, checks.Count) * LineHeight) + Between;

    /// <param name="page">What its texts are measured on.</param>
    /// <param name="step">The step.</param>
    /// <param name="time">When it begins.</param>
    /// <param name="said">Strokes and cautions of the steps above: they are said where they come first.</param>
    public static RunSheetRow Of(XGraphics page, StepDocument step, string time, HashSet<string> said)
    {
        var (bold, small) = (SheetFonts.TextFont(Size, bold: true), SheetFonts.TextFont(Small));
        string[] depth =
        [
            .. step.Depths.Select(one => one.Words),
            Tipped(step.TiltDeg),
            step.RemainingMm is > 0 ? $"leaves\u00a0{new Mm(step.RemainingMm.Value)}" : "",
        ];
        return new(
            time,
            step.Tooth,
            [
                .. In(step.Part is null ? step.Name : $"{step.Name}, {step.Part}", bold, Ink.Text, NameWidth),
                .. In(string.Join(" · ", depth.Where(part => part.Length > 0)), SheetFonts.TextFont(Size), Ink.Text, NameWidth),
                .. In(First(step.Stroke), small, Ink.Soft, NameWidth),
            ],
            [
                .. Boxed(step.Check ?? ""),
                .. step
                    .Cautions.Select(First)
                    .Where(caution => caution.Length > 0)
                    .SelectMany(caution => In($"! {caution}", small, Ink.Text, CheckWidth)),
            ]
        );

        string First(string? words) => words is not null && said.Add(words) ? words : "";

        IEnumerable<Line> In(string words, XFont font, XColor colour, double width) =>
            Paper.Lines(page, words, font, width).Select(line => new Line(line, font, colour));

        IEnumerable<Line> Boxed(string words) =>
            In(words, small, Ink.Text, CheckWidth).Select((line, i) => line with { IsChecked = i == 0 });
    }

    public void Draw(XGraphics page, double left, double top)
    {
        var first = top + Size;
        Tick(page, left, first, Box);
        page.Write(time, SheetFonts.TextFont(Small), Ink.Brush(Ink.Soft), new XPoint(left + TimeFrom, first));
        if (tooth is { } own)
            page.Write(own, SheetFonts.NumberFont(14), Ink.Brush(Ink.Text), new XPoint(left + ToothFrom, first + 1));
        Lines(page, did, left + NameFrom, first);
        var y = first;
        foreach (var line in checks)
        {
            if (line.IsChecked)
                Tick(page, left + CheckFrom, y, CheckBox);
            y += LineHeight;
        }
        Lines(page, checks, left + CheckFrom + 15, first);
    }

    private static void Lines(XGraphics page, IReadOnlyList<Line> lines, double x, double y)
    {
        foreach (var line in lines)
        {
            page.Write(line.Words, line.Font, Ink.Brush(line.Colour), new XPoint(x, y));
            y += LineHeight;
        }
    }

    private static void Tick(XGraphics page, double x, double baseline, double size) =>
        page.DrawRectangle(Ink.Line(Ink.Text, 0.7), x, baseline - size + 1.5, size, size);

    private sealed record Line(string Words, XFont Font, XColor Colour, bool IsChecked = false);

    private static string Tipped(double? degrees) =>
        degrees switch
        {
            null => "",
            0 => "in\u00a0the\u00a0line\u00a0of\u00a0draw",
            > 0 => $"tip\u00a0{degrees:0.#}°\u00a0in",
            _ => $"tip\u00a0{-degrees:0.#}°\u00a0out",
        };
}

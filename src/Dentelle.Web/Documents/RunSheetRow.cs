using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing.Steps;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// What is written of one step, in three columns; long texts go on in further lines. A bur is named where it is taken up and a place
/// where it is taken: what stays as it was is not said again, so that changes stand out and the text can be larger.
/// </summary>
internal sealed class RunSheetRow
{
    private const double LineHeight = 1.18,
        Between = 0.5;

    /// <summary>Where the columns begin and how wide they are, from the page's edge.</summary>
    private static readonly (double From, double Width)[] Columns = [(112, 132), (250, 130), (386, 137)];

    private readonly double size;
    private readonly IReadOnlyList<Line>[] columns;

    private RunSheetRow(StepDocument step, double size, XFont bold, XFont small, IReadOnlyList<Line>[] columns) =>
        (Step, this.size, Bold, Small, this.columns) = (step, size, bold, small, columns);

    public StepDocument Step { get; }

    public XFont Bold { get; }

    public XFont Small { get; }

    public double Height => (columns.Max(lines => lines.Count) * size * LineHeight) + (size * Between);

    /// <param name="before">The step above; null for the first.</param>
    /// <param name="said">Strokes and cautions of the steps above: they are said where they come first.</param>
    public static RunSheetRow Of(XGraphics page, StepDocument step, StepDocument? before, HashSet<string> said, double size)
    {
        var (bold, small) = (SheetFonts.TextFont(size, bold: true), SheetFonts.TextFont(size * 0.88));
        string[] depth =
        [
            .. step.Depths.Select(one => one.Words),
            Tipped(step.TiltDeg),
            step.RemainingMm is > 0 ? $"leaves\u00a0{new Mm(step.RemainingMm.Value)}" : "",
        ];
        var place = step.View is { } view ? $"{view.Position}, head {view.Head}{(view.Sight == Sight.Mirror ? ", mirror" : "")}" : "";
        return new(
            step,
            size,
            bold,
            small,
            [
                [
                    .. In(0, step.Part is null ? step.Name : $"{step.Name}, {step.Part}", bold, Ink.Text),
                    .. step.TakesUp ? In(0, step.BurName ?? step.Tool ?? "", small, Ink.Soft) : [],
                ],
                [
                    .. In(1, string.Join(" · ", depth.Where(part => part.Length > 0)), small, Ink.Text),
                    .. In(1, First(step.Stroke), small, Ink.Soft),
                ],
                [
                    .. Same(step.View, before?.View) ? [] : In(2, place, small, Ink.Soft),
                    .. In(2, step.Check ?? "", small, Ink.Text),
                    .. step
                        .Cautions.Select(First)
                        .Where(caution => caution.Length > 0)
                        .SelectMany(caution => In(2, $"! {caution}", small, Ink.Text)),
                ],
            ]
        );

        static bool Same(StepView? a, StepView? b) =>
            a is not null && b is not null && (a.Position, a.Head, a.Sight) == (b.Position, b.Head, b.Sight);

        string First(string? words) => words is not null && said.Add(words) ? words : "";

        IEnumerable<Line> In(int column, string words, XFont font, XColor colour) =>
            Paper.Lines(page, words, font, Columns[column].Width).Select(line => new Line(line, font, colour));
    }

    public void Draw(XGraphics page, double left, double top)
    {
        for (var column = 0; column < columns.Length; column++)
        {
            // A column with less to say stands beside the middle of the others.
            var y = top + ((Height - (columns[column].Count * size * LineHeight)) / 2) + size;
            foreach (var line in columns[column])
            {
                page.DrawString(line.Words, line.Font, Ink.Brush(line.Colour), new XPoint(left + Columns[column].From, y));
                y += size * LineHeight;
            }
        }
    }

    private sealed record Line(string Words, XFont Font, XColor Colour);

    private static string Tipped(double? degrees) =>
        degrees switch
        {
            null => "",
            0 => "in\u00a0the\u00a0line\u00a0of\u00a0draw",
            > 0 => $"tip\u00a0{degrees:0.#}°\u00a0in",
            _ => $"tip\u00a0{-degrees:0.#}°\u00a0out",
        };
}

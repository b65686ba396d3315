using Dentelle.Core.Exchange;
using Dentelle.Web.Sheets;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// A run sheet on one page, a very long one on several: a line for each step, its bur drawn to scale with the mark it is
/// sunk to, changes of bur as joints of a thread.
/// </summary>
internal static class RunSheetPage
{
    private const double Edge = 36,
        Right = 559,
        Top = 96,
        FootLine = 10;
    private const double PointsPerMm = 2.2;

    /// <summary>Sizes of its text: as large as lets the whole visit stand on the page, and what is taken when it can't.</summary>
    private const double Largest = 8.5,
        Smallest = 5.6,
        Finer = 0.1,
        OverPages = 6.5;

    private static XFont MissingFont => SheetFonts.TextFont(8, bold: true);

    public static byte[] Write(RunSheetView view, DateTimeOffset printed)
    {
        using var measuring = Paper.Measuring();
        var missing = Missing(measuring, view);
        var pages = Pages(measuring, view.Sheet.Steps, FootTop(missing) - 8 - Top);
        return Paper.Write(
            $"run sheet, case {view.Number}",
            printed,
            [
                .. pages.Select<Page, Action<XGraphics>>(
                    (page, i) =>
                        on =>
                        {
                            Head(on, view, pages.Count > 1 ? $", page {i + 1} of {pages.Count}" : "");
                            var y = Top;
                            for (var row = 0; row < page.Rows.Count; row++)
                            {
                                var height = page.Rows[row].Height + page.Spare;
                                Step(on, view, page.Rows[row], y, height, row == 0 ? 0 : page.Rows[row - 1].Height + page.Spare);
                                y += height;
                            }
                            Foot(on, missing, printed);
                        }
                ),
            ]
        );
    }

    private static void Head(XGraphics page, RunSheetView view, string part)
    {
        var totals = view.Sheet.Totals;
        page.DrawString($"Run sheet, case {view.Number}{part}", SheetFonts.NumberFont(20), Ink.Brush(Ink.Text), new XPoint(Edge, 52));
        var schools = view
            .Sheet.Schools.GroupBy(entry => entry.Name)
            .Select(group => $"{string.Join(' ', group.Select(entry => entry.Tooth))} {group.Key.LowerFirst()}");
        var small = SheetFonts.TextFont(9);
        page.DrawString(
            Paper.Fitting(page, $"{view.Patient} · {string.Join(", ", schools)}", small, Right - Edge),
            small,
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, 67)
        );
        var saved = totals.ToothByToothBurChanges is { } single ? $" ({single} tooth by tooth)" : "";
        page.DrawString(
            $"{totals.Minutes:0} min in the chair · {totals.BurChanges} bur changes{saved} · {totals.ViewChanges} changes of place",
            SheetFonts.TextFont(9, bold: true),
            Ink.Brush(Ink.Text),
            new XPoint(Edge, 80)
        );
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 86, Right, 86);
    }

    /// <summary>One page in the largest text that fits; a visit too long for legible text goes on over further pages.</summary>
    private static IReadOnlyList<Page> Pages(XGraphics measuring, IReadOnlyList<StepDocument> steps, double room)
    {
        if (Fit(Largest) is { } whole)
            return [whole];
        if (Fit(Smallest) is { } page)
        {
            // Halved again and again: measuring a whole visit costs more than drawing it.
            var (fits, tooLarge) = (Smallest, Largest);
            while (tooLarge - fits > Finer)
            {
                var size = (fits + tooLarge) / 2;
                if (Fit(size) is { } larger)
                    (page, fits) = (larger, size);
                else
                    tooLarge = size;
            }
            return [page];
        }
        var pages = new List<List<RunSheetRow>> { new() };
        foreach (var row in Rows(OverPages))
        {
            if (pages[^1].Sum(above => above.Height) + row.Height > room)
                pages.Add([]);
            pages[^1].Add(row);
        }
        return [.. pages.Select(rows => new Page(rows, 0))];

        Page? Fit(double size)
        {
            var rows = Rows(size);
            var spare = room - rows.Sum(row => row.Height);
            return spare < 0 ? null : new(rows, Math.Min(spare / rows.Count, size / 2));
        }

        IReadOnlyList<RunSheetRow> Rows(double size)
        {
            var said = new HashSet<string>(StringComparer.Ordinal);
            return [.. steps.Select((step, i) => RunSheetRow.Of(measuring, step, i == 0 ? null : steps[i - 1], said, size))];
        }
    }

    /// <param name="before">Height of the row above, whose middle the thread comes from.</param>
    private static void Step(XGraphics page, RunSheetView view, RunSheetRow row, double y, double height, double before)
    {
        var step = row.Step;
        var middle = y + (height / 2);
        var thread = new XPen(Ink.Text, step.TakesUp ? 0.5 : 1.1) { DashStyle = step.TakesUp ? XDashStyle.Dot : XDashStyle.Solid };
        if (before > 0)
            page.DrawLine(thread, Edge + 52, y - (before / 2), Edge + 52, middle);
        page.DrawEllipse(Ink.Line(Ink.Text, 0.8), step.TakesUp ? XBrushes.White : Ink.Brush(Ink.Text), Edge + 49.5, middle - 2.5, 5, 5);
        page.DrawString(
            view.VisitAt is { } visit ? $"{visit.AddMinutes(step.Start).ToLocalTime():HH:mm}" : $"{Math.Floor(step.Start):0} min",
            row.Small,
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, middle + 2)
        );
        page.DrawString(step.Tooth ?? "", row.Bold, Ink.Brush(Ink.Text), new XPoint(Edge + 28, middle + 2));
        if (step.BurId is { } id && view.Burs.TryGetValue(id, out var bur))
            BurDrawing.Lying(
                page,
                bur,
                step.SinkMm,
                Edge + 64,
                middle,
                Math.Min(PointsPerMm, Math.Min(height, 22) / (2.2 * bur.LargestMm))
            );
        row.Draw(page, Edge, y + ((height - row.Height) / 2));
    }

    private static void Foot(XGraphics page, IReadOnlyList<string> missing, DateTimeOffset printed)
    {
        var y = FootTop(missing);
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, y, Right, y);
        foreach (var line in missing)
            page.DrawString(line, MissingFont, Ink.Brush(Ink.Text), new XPoint(Edge, y += FootLine));
        page.DrawString(
            "Planning aid for licensed clinicians: the material maker's instructions, local rules and the "
                + "clinician's judgement come first.",
            SheetFonts.TextFont(8),
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, y += FootLine)
        );
        page.DrawString(
            "Cut under water with light pressure; protect the neighbour and the gum. Assumed minutes are the "
                + $"practice's to correct. Printed {printed:yyyy-MM-dd HH:mm}",
            SheetFonts.TextFont(8),
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, y + FootLine)
        );
    }

    private static double FootTop(IReadOnlyList<string> missing) => 797 - (FootLine * missing.Count);

    /// <summary>What the drawer lacks, all of it, in lines.</summary>
    private static IReadOnlyList<string> Missing(XGraphics page, RunSheetView view) =>
        [
            .. view.Sheet.Missing.SelectMany(missing =>
                Paper.Lines(page, $"Not in the drawer: {missing.Wanted}. Instead: {missing.Instead}.", MissingFont, Right - Edge)
            ),
        ];

    /// <param name="Spare">How much taller than its text each row may be.</param>
    private sealed record Page(IReadOnlyList<RunSheetRow> Rows, double Spare);
}

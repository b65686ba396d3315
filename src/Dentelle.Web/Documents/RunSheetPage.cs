using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing.Steps;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Sheets;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// A run sheet to be read at arm's length beside the chair: steps under the bur that is in hand, each bur drawn once at its
/// true size with the marks it is sunk to, a box to tick for every step and every check. It takes the pages it needs; its
/// text is never made smaller.
/// </summary>
internal static class RunSheetPage
{
    private const double Edge = 36,
        Right = 559,
        Top = 98,
        FootLine = 10;
    private const double TruePointsPerMm = 72 / 25.4,
        BurWidth = 68;

    private static XFont MissingFont => SheetFonts.TextFont(9, bold: true);

    public static byte[] Write(RunSheetView view, Func<DateTime, string> time, DateTimeOffset printed)
    {
        using var measuring = Paper.Measuring();
        var missing = Missing(measuring, view);
        var pages = Pages([.. Blocks(measuring, view, time)], FootTop(missing) - 8 - Top);
        return Paper.Write(
            $"run sheet, case {view.Number}",
            printed,
            [
                .. pages.Select<IReadOnlyList<Block>, Action<XGraphics>>(
                    (blocks, i) =>
                        page =>
                        {
                            Head(page, view, pages.Count > 1 ? $", page {i + 1} of {pages.Count}" : "");
                            var y = Top;
                            foreach (var block in blocks)
                            {
                                block.Draw(page, y);
                                y += block.Height;
                            }
                            Foot(page, missing, printed);
                        }
                ),
            ]
        );
    }

    /// <summary>Something that stands on one page whole.</summary>
    /// <param name="Opens">Whether what follows belongs under it: it never ends a page.</param>
    private sealed record Block(double Height, Action<XGraphics, double> Draw, bool Opens = false);

    private static IEnumerable<Block> Blocks(XGraphics measuring, RunSheetView view, Func<DateTime, string> time)
    {
        var said = new HashSet<string>(StringComparer.Ordinal);
        StepDocument? before = null;
        foreach (var step in view.Sheet.Steps)
        {
            if (before is null || step.TakesUp || HandOf(step) != HandOf(before))
                yield return InHand(measuring, view, step);
            if (step.View is { } place && !Same(place, before?.View))
                yield return Place(place);
            var row = RunSheetRow.Of(measuring, step, TimeOf(view, step, time), said);
            yield return new(row.Height, (page, y) => row.Draw(page, Edge, y));
            before = step;
        }
    }

    private static string HandOf(StepDocument step) => step.BurName ?? step.Tool ?? "";

    private static bool Same(StepView a, StepView? b) => b is not null && (a.Position, a.Head, a.Sight) == (b.Position, b.Head, b.Sight);

    private static string TimeOf(RunSheetView view, StepDocument step, Func<DateTime, string> time) =>
        view.VisitAt is { } visit ? time(visit.AddMinutes(step.Start)) : $"{Math.Floor(step.Start):0} min";

    /// <summary>What is taken up: drawn at its true size, with a mark for every depth it is sunk to until it is laid away.</summary>
    private static Block InHand(XGraphics measuring, RunSheetView view, StepDocument first)
    {
        var steps = view.Sheet.Steps.SkipWhile(step => step.Key != first.Key);
        double[] sinks =
        [
            .. steps
                .TakeWhile((step, i) => i == 0 || (!step.TakesUp && HandOf(step) == HandOf(first)))
                .SelectMany(step => step.Depths.Select(depth => depth.SinkMm))
                .Distinct(),
        ];
        var name = HandOf(first) is { Length: > 0 } hand ? hand.UpperFirst() : "By hand";
        var number = first.Bur is { } code ? $"ISO {string.Join(' ', Grouped(code))}" : "";
        var why = first.BurWhy is { } reason ? $"{reason}." : "";
        var small = SheetFonts.TextFont(9);
        var said = Paper.Lines(
            measuring,
            string.Join(" · ", new[] { number, why }.Where(words => words.Length > 0)),
            small,
            Right - Edge - BurWidth - 14
        );
        return new(
            25 + (said.Count * 11),
            (page, y) =>
            {
                page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, y + 4, Right, y + 4);
                if (first.BurId is { } id && view.Burs.TryGetValue(id, out var bur))
                    BurDrawing.Lying(page, bur, sinks, Edge, y + 18, TruePointsPerMm, BurWidth);
                page.Write(name, SheetFonts.NumberFont(13), Ink.Brush(Ink.Text), new XPoint(Edge + BurWidth + 14, y + 17));
                for (var i = 0; i < said.Count; i++)
                    page.Write(said[i], small, Ink.Brush(Ink.Soft), new XPoint(Edge + BurWidth + 14, y + 29 + (i * 11)));
            },
            Opens: true
        );
    }

    /// <summary>An ISO number in its groups of three.</summary>
    private static IEnumerable<string> Grouped(string code)
    {
        var digits = code.Replace(" ", "", StringComparison.Ordinal);
        for (var i = 0; i < digits.Length; i += 3)
            yield return digits[i..Math.Min(i + 3, digits.Length)];
    }

    private static Block Place(StepView place) =>
        new(
            15,
            (page, y) =>
                page.Write(
                    $"{place.Position.UpperFirst()}, head {place.Head}, {(place.Sight == Sight.Mirror ? "in the mirror" : "direct view")}",
                    SheetFonts.TextFont(9, bold: true),
                    Ink.Brush(Ink.Plum),
                    new XPoint(Edge + RunSheetRow.NameFrom, y + 11)
                ),
            Opens: true
        );

    private static IReadOnlyList<IReadOnlyList<Block>> Pages(IReadOnlyList<Block> blocks, double room)
    {
        var pages = new List<List<Block>> { new() };
        for (var i = 0; i < blocks.Count; )
        {
            // What opens something goes with the first of it.
            var end = i + 1;
            while (end < blocks.Count && blocks[end - 1].Opens)
                end++;
            Block[] together = [.. blocks.Skip(i).Take(end - i)];
            if (pages[^1].Count > 0 && pages[^1].Sum(block => block.Height) + together.Sum(block => block.Height) > room)
                pages.Add([]);
            pages[^1].AddRange(together);
            i = end;
        }
        return pages;
    }

    private static void Head(XGraphics page, RunSheetView view, string part)
    {
        var totals = view.Sheet.Totals;
        page.Write($"Run sheet, case {view.Number}{part}", SheetFonts.NumberFont(20), Ink.Brush(Ink.Text), new XPoint(Edge, 52));
        var schools = view
            .Sheet.Schools.GroupBy(entry => entry.Name)
            .Select(group => $"{string.Join(' ', group.Select(entry => entry.Tooth))} {group.Key.LowerFirst()}");
        var small = SheetFonts.TextFont(9.5);
        page.Write(
            Paper.Fitting(page, $"{view.Patient} · {string.Join(", ", schools)}", small, Right - Edge),
            small,
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, 68)
        );
        var saved = totals.ToothByToothBurChanges is { } single ? $" ({single} tooth by tooth)" : "";
        page.Write(
            $"{totals.Minutes:0} min in the chair · {totals.BurChanges} bur changes{saved} · {totals.ViewChanges} changes of place",
            SheetFonts.TextFont(9.5, bold: true),
            Ink.Brush(Ink.Text),
            new XPoint(Edge, 82)
        );
    }

    private static void Foot(XGraphics page, IReadOnlyList<string> missing, DateTimeOffset printed)
    {
        var y = FootTop(missing);
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, y, Right, y);
        foreach (var line in missing)
            page.Write(line, MissingFont, Ink.Brush(Ink.Text), new XPoint(Edge, y += FootLine));
        page.Write(
            "Planning aid for licensed clinicians: the material maker's instructions, local rules and the "
                + "clinician's judgement come first.",
            SheetFonts.TextFont(8),
            Ink.Brush(Ink.Soft),
            new XPoint(Edge, y += FootLine)
        );
        page.Write(
            "Cut under water with light pressure; protect the neighbour and the gum. Burs at true size. Minutes are assumed. "
                + $"Printed {printed:yyyy-MM-dd HH:mm}",
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
}

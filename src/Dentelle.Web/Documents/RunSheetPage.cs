using Dentelle.Core;
using Dentelle.Core.Exchange;
using Dentelle.Web.Sheets;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>A run sheet on one page: a line for each step, its bur drawn to scale with the mark it is sunk to, changes of bur as joints of a thread.</summary>
internal static class RunSheetPage
{
    private const double Edge = 36, Right = 559, Top = 96, Bottom = 772;
    private const double MostRow = 22, PointsPerMm = 2.2;

    /// <summary>Where the columns begin.</summary>
    private const double Name = Edge + 112, Depth = Edge + 262, Place = Edge + 372;

    public static byte[] Write(RunSheetView view, DateTimeOffset printed) => OnePage.Write($"run sheet, case {view.Number}", printed, page =>
    {
        Head(page, view);
        var row = Math.Min(MostRow, (Bottom - Top) / view.Sheet.Steps.Count);
        for (var i = 0; i < view.Sheet.Steps.Count; i++) Step(page, view, view.Sheet.Steps[i], Top + (i * row), row);
        Foot(page, view, printed);
    });

    private static void Head(XGraphics page, RunSheetView view)
    {
        var totals = view.Sheet.Totals;
        page.DrawString($"Run sheet, case {view.Number}", SheetFonts.NumberFont(20), Ink.Brush(Ink.Text), new XPoint(Edge, 52));
        page.DrawString($"{view.Patient} · {string.Join(", ", view.Sheet.Schools.Select(entry => $"{entry.Tooth} {entry.Name.LowerFirst()}"))}", SheetFonts.TextFont(9), Ink.Brush(Ink.Soft), new XPoint(Edge, 67));
        var saved = totals.ToothByToothBurChanges is { } single ? $" ({single} tooth by tooth)" : "";
        page.DrawString($"{totals.Minutes:0} min in the chair · {totals.BurChanges} bur changes{saved} · {totals.ViewChanges} changes of place", SheetFonts.TextFont(9, bold: true), Ink.Brush(Ink.Text), new XPoint(Edge, 80));
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 86, Right, 86);
    }

    private static void Step(XGraphics page, RunSheetView view, StepDocument step, double y, double height)
    {
        var size = Math.Clamp(height * 0.42, 4.6, 8.5);
        var (text, small) = (SheetFonts.TextFont(size, bold: true), SheetFonts.TextFont(Math.Max(4.4, size - 1.2)));
        var middle = y + (height / 2);
        var thread = new XPen(Ink.Text, step.TakesUp ? 0.5 : 1.1) { DashStyle = step.TakesUp ? XDashStyle.Dot : XDashStyle.Solid };
        page.DrawLine(thread, Edge + 52, y - (height / 2), Edge + 52, middle);
        page.DrawEllipse(Ink.Line(Ink.Text, 0.8), step.TakesUp ? XBrushes.White : Ink.Brush(Ink.Text), Edge + 49.5, middle - 2.5, 5, 5);
        page.DrawString(view.VisitAt is { } visit ? $"{visit.AddMinutes(step.Start).ToLocalTime():HH:mm}" : $"{Math.Floor(step.Start):0} min", small, Ink.Brush(Ink.Soft), new XPoint(Edge, middle + 2));
        page.DrawString(step.Tooth ?? "", text, Ink.Brush(Ink.Text), new XPoint(Edge + 28, middle + 2));
        if (step.BurId is { } id && view.Burs.TryGetValue(id, out var bur)) BurDrawing.Lying(page, bur, step.SinkMm, Edge + 64, middle, Math.Min(PointsPerMm, height / (2.2 * bur.LargestMm)));
        Say(step.Part is null ? step.Name : $"{step.Name}, {step.Part}", text, Ink.Text, Name, Depth, middle - 0.5);
        Say(step.BurName ?? step.Tool ?? "by hand", small, Ink.Soft, Name, Depth, middle + size);
        Say(step.SinkMm is { } sink ? $"{new Mm(sink)}{(step.Mark is null ? "" : $", {step.Mark}")}" : "", small, Ink.Text, Depth, Place, middle - 0.5);
        string[] more = [step.TiltDeg is { } tilt ? $"tip {Math.Abs(tilt):0.#}° {(tilt >= 0 ? "in" : "out")}" : "", step.RemainingMm is > 0 ? $"leaves {new Mm(step.RemainingMm.Value)}" : "", step.LipMm is { } lip ? $"lip of {new Mm(lip)}: chip it away" : ""];
        Say(string.Join(" · ", more.Where(part => part.Length > 0)), small, Ink.Soft, Depth, Place, middle + size);
        if (step.View is { } place) Say($"{place.Position}, head {place.Head}{(place.Sight == Core.Sequencing.Sight.Mirror ? ", mirror" : "")}", small, Ink.Soft, Place, Right, middle - 0.5);
        Say(step.Check ?? "", small, Ink.Text, Place, Right, middle + size);

        void Say(string words, XFont font, XColor colour, double from, double to, double at) => page.DrawString(OnePage.Fitting(page, words, font, to - from - 4), font, Ink.Brush(colour), new XPoint(from, at));
    }

    private static void Foot(XGraphics page, RunSheetView view, DateTimeOffset printed)
    {
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 780, Right, 780);
        var soft = Ink.Brush(Ink.Soft);
        var y = 791.0;
        var bold = SheetFonts.TextFont(8, bold: true);
        foreach (var missing in view.Sheet.Missing.Take(2)) page.DrawString(OnePage.Fitting(page, $"Not in the drawer: {missing.Wanted}. Instead: {missing.Instead}.", bold, Right - Edge), bold, Ink.Brush(Ink.Text), new XPoint(Edge, (y += 10) - 10));
        page.DrawString("Planning aid for licensed clinicians: the material maker's instructions, local rules and the clinician's judgement come first.", SheetFonts.TextFont(8), soft, new XPoint(Edge, y));
        page.DrawString($"Cut under water with light pressure; protect the neighbour and the gum. Assumed minutes are the practice's to correct. Printed {printed:yyyy-MM-dd HH:mm}", SheetFonts.TextFont(8), soft, new XPoint(Edge, y + 10));
    }
}

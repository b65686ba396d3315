using System.Globalization;
using Dentelle.Core.Exchange;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// Room zone by zone on one scale: what the material needs at least as a tick, what was planned as a ring, what was reached as a
/// knot with what is not known of it as a thread.
/// </summary>
internal static class RoomMap
{
    private const double RowHeight = 12.4,
        LongestMm = 3;

    public static double HeightOf(IReadOnlyList<RoomDocument> rooms) => rooms.Count == 0 ? 0 : 4 + (RowHeight * rooms.Count);

    public static void Draw(XGraphics page, IReadOnlyList<RoomDocument> rooms, XRect area)
    {
        if (rooms.Count == 0)
            return;
        var (small, text) = (SheetFonts.TextFont(8), SheetFonts.TextFont(9));
        double[] columns = [area.Left, area.Left + 158, area.Left + 196, area.Left + 240, area.Left + 318];
        var (from, wide) = (area.Left + 400, area.Width - 404);
        string[] heads = ["room for the restoration", "least", "planned", "reached", "by", ""];
        for (var i = 0; i < columns.Length; i++)
            page.Write(heads[i], small, Ink.Brush(Ink.Soft), new XPoint(columns[i], area.Top));
        for (var mm = 0; mm <= LongestMm; mm++)
            page.WriteCentred($"{mm}", small, Ink.Brush(Ink.Soft), new XPoint(X(mm), area.Top));
        var y = area.Top + 4;
        foreach (var room in rooms)
        {
            page.DrawLine(Ink.Line(Ink.Hairline, 0.4), area.Left, y, area.Right, y);
            y += RowHeight;
            var colour = room.Standing == RoomStanding.Short ? Ink.Gum : Ink.Text;
            string[] cells = [room.Words, Mm(room.LeastMm), Mm(room.PlannedMm), Reached(room), room.By ?? ""];
            double[] widths = [154, 34, 40, 76, 78];
            for (var i = 0; i < cells.Length; i++)
                page.Write(
                    Paper.Fitting(page, cells[i], text, widths[i]),
                    i == 3 ? SheetFonts.TextFont(9, bold: true) : text,
                    Ink.Brush(i is 0 or 3 ? colour : Ink.Text),
                    new XPoint(columns[i], y - 3.4)
                );
            Line(room, y - (RowHeight / 2));
        }

        double X(double mm) => from + (Math.Clamp(mm, 0, LongestMm) / LongestMm * wide);

        void Line(RoomDocument room, double middle)
        {
            page.DrawLine(Ink.Line(Ink.Hairline, 0.5), X(0), middle, X(LongestMm), middle);
            page.DrawLine(Ink.Line(Ink.Gum, 1.1), X(room.LeastMm), middle - 4, X(room.LeastMm), middle + 4);
            page.DrawEllipse(Ink.Line(Ink.Text, 0.7), X(room.PlannedMm) - 2.2, middle - 2.2, 4.4, 4.4);
            if (room.ReachedMm is not { } reached)
                return;
            var (low, high) = room.DoubtMm is { } doubt ? (reached - doubt, reached + doubt) : (reached, room.UpToMm ?? LongestMm);
            page.DrawLine(Ink.Line(Ink.Plum, 1), X(low), middle, X(high), middle);
            var at = room.DoubtMm is null && room.UpToMm is { } most ? (reached + most) / 2 : reached;
            page.DrawEllipse(Ink.Brush(Ink.Plum), X(at) - 1.9, middle - 1.9, 3.8, 3.8);
        }
    }

    private static string Reached(RoomDocument room) =>
        room switch
        {
            { ReachedMm: null } => "not measured",
            { ReachedMm: { } reached, DoubtMm: { } doubt } => string.Create(CultureInfo.InvariantCulture, $"{reached:0.00} ± {doubt:0.00}"),
            { ReachedMm: { } reached, UpToMm: { } most } when most - reached < 0.02 => Mm(reached),
            { ReachedMm: { } reached, UpToMm: { } most } => $"{Mm(reached)}–{Mm(most)}",
            { ReachedMm: { } reached } => $"{Mm(reached)} or more",
        };

    private static string Mm(double length) => length.ToString("0.0#", CultureInfo.InvariantCulture);
}

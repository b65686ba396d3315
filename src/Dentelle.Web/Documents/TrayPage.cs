using System.Globalization;
using Dentelle.Core.Sequencing;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Figures;
using Dentelle.Web.Sheets;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>The tray of a day on one page: a box to tick, how many, what, for which cases; burs drawn to scale.</summary>
internal static class TrayPage
{
    private const double Edge = 36,
        Right = 559,
        Top = 84,
        Bottom = 784;
    private const double MostRow = 17,
        PointsPerMm = 2.2;

    /// <param name="tray">What is laid out.</param>
    /// <param name="burs">Silhouettes of the drawer's burs by their id.</param>
    /// <param name="day">The day it is for.</param>
    /// <param name="printed">When it is printed.</param>
    public static byte[] Write(TrayView tray, IReadOnlyDictionary<string, BurShapeView> burs, DateOnly day, DateTimeOffset printed) =>
        Paper.Write($"tray for {day:yyyy-MM-dd}", printed, page =>
        {
            page.Write("Tray", SheetFonts.NumberFont(20), Ink.Brush(Ink.Text), new XPoint(Edge, 52));
            page.Write(
                day.ToString("dddd d MMMM yyyy", CultureInfo.InvariantCulture),
                SheetFonts.TextFont(10),
                Ink.Brush(Ink.Soft),
                new XPoint(Edge, 67)
            );
            page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 74, Right, 74);
            if (tray.Items.Count == 0)
                page.Write("Nothing is to be cut on this day.", SheetFonts.TextFont(10), Ink.Brush(Ink.Text), new XPoint(Edge, Top + 12));
            var groups = tray.Items.GroupBy(item => item.Group).ToArray();
            // A heading takes two rows.
            var row = Math.Min(MostRow, (Bottom - Top) / (tray.Items.Count + (2 * groups.Length) + tray.Warnings.Count + 1));
            var y = Top;
            foreach (var group in groups)
            {
                page.Write(
                    group.Key,
                    SheetFonts.NumberFont(Math.Min(13, row * 1.1)),
                    Ink.Brush(Ink.Soft),
                    new XPoint(Edge, y + (1.5 * row))
                );
                y += 2 * row;
                foreach (var item in group)
                {
                    Item(page, item, burs, y, row);
                    y += row;
                }
            }
            y += row;
            foreach (var warning in tray.Warnings)
            {
                page.Write(warning, SheetFonts.TextFont(Math.Min(9, row * 0.6), bold: true), Ink.Brush(Ink.Gum), new XPoint(Edge, y));
                y += row;
            }
            page.Write(
                $"Sterile burs only; worn or bent ones are not used. Printed {printed:yyyy-MM-dd HH:mm}",
                SheetFonts.TextFont(8),
                Ink.Brush(Ink.Soft),
                new XPoint(Edge, 806)
            );
        });

    private static void Item(XGraphics page, TrayItem item, IReadOnlyDictionary<string, BurShapeView> burs, double y, double row)
    {
        var (size, middle) = (Math.Clamp(row * 0.58, 4.6, 9.5), y + (row / 2));
        page.DrawRectangle(Ink.Line(Ink.Text, 0.6), Edge, middle - (size / 2), size, size);
        page.Write(
            item.Count.ToString(CultureInfo.InvariantCulture),
            SheetFonts.NumberFont(size * 1.3),
            Ink.Brush(Ink.Text),
            new XPoint(Edge + 20, middle + (size * 0.4))
        );
        if (item.BurId is { } id && burs.TryGetValue(id, out var bur))
            BurDrawing.Lying(page, bur, [], Edge + 36, middle, Math.Min(PointsPerMm, row / (1.3 * bur.LargestMm)));
        page.Write(item.Name, SheetFonts.TextFont(size), Ink.Brush(Ink.Text), new XPoint(Edge + 84, middle + (size * 0.35)));
        page.Write(
            Paper.Fitting(page, string.Join(" · ", item.For), SheetFonts.TextFont(size - 1), Right - Edge - 300),
            SheetFonts.TextFont(size - 1),
            Ink.Brush(Ink.Soft),
            new XPoint(Edge + 300, middle + (size * 0.35))
        );
        page.DrawLine(Ink.Line(Ink.Hairline, 0.3), Edge, y + row, Right, y + row);
    }
}

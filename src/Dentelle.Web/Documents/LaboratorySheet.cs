using System.Globalization;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Web.Documents.Letters;
using PdfSharp.Drawing;

namespace Dentelle.Web.Documents;

/// <summary>
/// What a technician has beside the model: a page for each tooth with sections to scale, the margin unrolled, the room zone by zone,
/// shade, path, wishes and warnings; then the pictures and what lies in the bundle.
/// </summary>
internal static class LaboratorySheet
{
    private const double Edge = 42,
        Width = 595.28 - (2 * Edge),
        Lowest = 772,
        PicturesOfPage = 4;

    /// <summary>Four to one.</summary>
    private const double PointsPerMm = 4 * 72 / 25.4;

    public static byte[] Write(
        HandOverDocument document,
        IReadOnlyList<PlannedUnit> planned,
        IReadOnlyList<(string Proves, Func<Stream> Open)> pictures,
        DateTimeOffset printed
    )
    {
        using var measuring = Paper.Measuring();
        var shown = pictures.Select(Loaded).OfType<(string, XImage)>().ToArray();
        try
        {
            return Paper.Write(
                $"laboratory, case {document.Case}",
                printed,
                [
                    .. document.Units.Zip(planned).SelectMany(tooth => Pages(measuring, document, tooth.First, tooth.Second, printed)),
                    .. shown
                        .Chunk((int)PicturesOfPage)
                        .Select<(string, XImage)[], Action<XGraphics>>(some => page => Pictures(page, document, some, printed)),
                ]
            );
        }
        finally
        {
            foreach (var (_, image) in shown)
                image.Dispose();
        }
    }

    /// <summary>The tooth's page; what is to be said and finds no room there stands on a second one.</summary>
    private static IEnumerable<Action<XGraphics>> Pages(
        XGraphics measuring,
        HandOverDocument document,
        HandOverUnit unit,
        PlannedUnit planned,
        DateTimeOffset printed
    )
    {
        var words = Words(measuring, document, unit);
        var y = WordsFrom(unit);
        var fitting = words.TakeWhile(said => (y += said.Height) <= Lowest).Count();
        yield return page =>
        {
            Head(page, document, $"{unit.Tooth}, {unit.ToothName}", unit.What);
            Facts(page, unit);
            Tooth(page, unit, planned);
            Draw(page, words.Take(fitting), WordsFrom(unit));
            if (fitting < words.Count)
                page.Write("More overleaf.", SheetFonts.TextFont(9, bold: true), Ink.Brush(Ink.Gum), new XPoint(Edge, 783));
            Foot(page, document, printed);
        };
        if (fitting < words.Count)
            yield return page =>
            {
                Head(page, document, $"{unit.Tooth}, {unit.ToothName}", unit.What);
                Draw(page, words.Skip(fitting), 116);
                Foot(page, document, printed);
            };
    }

    private const double FiguresTop = 150,
        FiguresHigh = 206,
        RoomsTop = FiguresTop + FiguresHigh + 142;

    private static double WordsFrom(HandOverUnit unit) => RoomsTop + RoomMap.HeightOf(unit.Rooms) + 14;

    private static void Tooth(XGraphics page, HandOverUnit unit, PlannedUnit planned)
    {
        const double top = FiguresTop,
            high = FiguresHigh;
        var (tooth, drawing) = (planned.Plan.Tooth, planned.Drawing);
        var up = tooth.Jaw == Jaw.Lower;
        SectionDrawing[] sections = [drawing.Faciolingual.MaxBy(section => section.Marks.Count)!, drawing.Mesiodistal];
        var tallest = sections.Max(section => section.Present.Max(p => p.Y) - section.Present.Min(p => p.Y));
        var scale = Math.Min(PointsPerMm, (high - 50) / tallest);
        Section(sections[0], Edge, flip: true);
        Section(sections[1], Edge + (Width * 0.38), flip: !tooth.IsRight);
        RoundDrawing.Draw(page, planned, scale * 0.7, new XRect(Edge + (Width * 0.76), top + 10, Width * 0.24, high - 10));
        MarginStrip.Draw(page, planned.Plan.Margin, new XRect(Edge + 20, top + high + 6, Width - 20, 116));
        Measured(page, unit, new XRect(Edge + 20, top + high + 6, Width - 20, 116));
        RoomMap.Draw(page, unit.Rooms, new XRect(Edge, RoomsTop, Width, RoomMap.HeightOf(unit.Rooms)));

        void Section(SectionDrawing section, double left, bool flip) =>
            new SheetFigure(page, scale, up, new XRect(left, top, Width * 0.38, high)).Section(section, planned.Plan, flip);
    }

    /// <summary>Under the planned margin what a scan shows of it.</summary>
    private static void Measured(XGraphics page, HandOverUnit unit, XRect strip)
    {
        var font = SheetFonts.TextFont(7.5, bold: true);
        foreach (var piece in unit.Margin)
        {
            if (piece.MeasuredWidthMm is { } width)
                page.WriteCentred(
                    string.Create(CultureInfo.InvariantCulture, $"cut {width:0.00} wide"),
                    font,
                    Ink.Brush(Ink.Plum),
                    new XPoint(strip.Left + (strip.Width / 8 * ((int)piece.Segment + 0.5)), strip.Bottom + 10)
                );
        }
    }

    private static void Head(XGraphics page, HandOverDocument document, string title, string under)
    {
        page.Write(title, SheetFonts.NumberFont(22), Ink.Brush(Ink.Text), new XPoint(Edge, 62));
        page.Write(under, SheetFonts.TextFont(11, bold: true), Ink.Brush(Ink.Text), new XPoint(Edge, 80));
        var from =
            document.By.Length > 0
                ? $" · from {document.By}, {DateTime.Parse(document.At, CultureInfo.InvariantCulture, DateTimeStyles.RoundtripKind).ToLocalTime():yyyy-MM-dd HH:mm}"
                : "";
        page.Write($"For the laboratory · case {document.Case}{from}", SheetFonts.TextFont(9), Ink.Brush(Ink.Soft), new XPoint(Edge, 95));
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 102, Edge + Width, 102);
    }

    /// <summary>What is read first, in large figures.</summary>
    private static void Facts(XGraphics page, HandOverUnit unit)
    {
        (string Name, string Value)[] facts =
        [
            ("shade", unit.NeedsShade ? unit.Shade ?? "not given" : "metal"),
            ("stump", unit.StumpShade ?? "–"),
            ("path", unit.PathWords),
            ("convergence", unit.TocDeg is { } toc ? $"{toc.Target}° ({toc.Min}–{toc.Max})" : "–"),
        ];
        double[] columns = [0, 0.18, 0.36, 0.78];
        for (var i = 0; i < facts.Length; i++)
        {
            var x = Edge + (Width * columns[i]);
            page.Write(facts[i].Name, SheetFonts.TextFont(8), Ink.Brush(Ink.Soft), new XPoint(x, 116));
            page.Write(facts[i].Value, SheetFonts.NumberFont(15), Ink.Brush(Ink.Text), new XPoint(x, 134));
        }
    }

    /// <summary>Warnings, what it is one piece with, wishes: each in lines.</summary>
    private static IReadOnlyList<Said> Words(XGraphics measuring, HandOverDocument document, HandOverUnit unit)
    {
        var (font, bold) = (SheetFonts.TextFont(9), SheetFonts.TextFont(9, bold: true));
        string[] wishes = [.. new[] { unit.Wishes, document.Wishes }.OfType<string>().Where(wish => wish.Length > 0)];
        return
        [
            .. unit.Warnings.Select(warning => Of(warning, font, Ink.Gum)),
            .. unit.BridgeWith is { Count: > 0 } others
                ? [Of($"One piece with {string.Join(", ", others)}.", font, Ink.Hairline)]
                : Array.Empty<Said>(),
            .. wishes.Select(wish => Of($"Wished: {wish}", bold, Ink.Plum)),
        ];

        Said Of(string text, XFont face, XColor bar) => new(Paper.Lines(measuring, text, face, Width - 8), face, bar);
    }

    private sealed record Said(IReadOnlyList<string> Lines, XFont Face, XColor Bar)
    {
        public double Height => (Lines.Count * 11.5) + 6;

        public void Draw(XGraphics page, double y)
        {
            page.DrawLine(Ink.Line(Bar, 1.6), Edge, y - 1, Edge, y + Height - 7);
            foreach (var line in Lines)
                page.Write(line, Face, Ink.Brush(Ink.Text), new XPoint(Edge + 8, (y += 11.5) - 3));
        }
    }

    private static void Draw(XGraphics page, IEnumerable<Said> words, double y)
    {
        foreach (var said in words)
        {
            said.Draw(page, y);
            y += said.Height;
        }
    }

    private static void Pictures(
        XGraphics page,
        HandOverDocument document,
        (string Proves, XImage Image)[] pictures,
        DateTimeOffset printed
    )
    {
        Head(page, document, "Pictures", $"{pictures.Length} of this case");
        var (wide, high) = ((Width - 14) / 2, 300.0);
        for (var i = 0; i < pictures.Length; i++)
        {
            var (x, y) = (Edge + (i % 2 * (wide + 14)), 116 + (i / 2 * (high + 24)));
            var image = pictures[i].Image;
            var scale = Math.Min(wide / image.PixelWidth, (high - 16) / image.PixelHeight);
            page.DrawImage(image, x, y, image.PixelWidth * scale, image.PixelHeight * scale);
            page.Write(
                Paper.Fitting(page, pictures[i].Proves, SheetFonts.TextFont(9), wide),
                SheetFonts.TextFont(9),
                Ink.Brush(Ink.Text),
                new XPoint(x, y + (image.PixelHeight * scale) + 12)
            );
        }
        Foot(page, document, printed);
    }

    /// <summary>What the page can show; others lie in the bundle all the same.</summary>
    private static (string, XImage)? Loaded((string Proves, Func<Stream> Open) picture)
    {
        try
        {
            using var content = picture.Open();
            var whole = new MemoryStream();
            content.CopyTo(whole);
            whole.Position = 0;
            return (picture.Proves, XImage.FromStream(whole));
        }
        catch (Exception broken) when (broken is InvalidOperationException or NotSupportedException or ArgumentException)
        {
            return null;
        }
    }

    private static void Foot(XGraphics page, HandOverDocument document, DateTimeOffset printed)
    {
        page.DrawLine(Ink.Line(Ink.Hairline, 0.8), Edge, 788, Edge + Width, 788);
        var soft = Ink.Brush(Ink.Soft);
        page.Write(
            "Room is what lies between the preparation and the restoration's surface. The maker's instructions for the material come first.",
            SheetFonts.TextFont(8),
            soft,
            new XPoint(Edge, 801)
        );
        page.Write(
            $"Tooth form is an average unless a scan lies in the bundle · lengths in millimetres · printed {printed:yyyy-MM-dd HH:mm}",
            SheetFonts.TextFont(8),
            soft,
            new XPoint(Edge, 811)
        );
        if (document.Files.Count > 0)
            page.Write(
                Paper.Fitting(
                    page,
                    $"In the bundle: {string.Join(", ", document.Files.Select(file => file.Path))}",
                    SheetFonts.TextFont(8),
                    Width
                ),
                SheetFonts.TextFont(8),
                soft,
                new XPoint(Edge, 821)
            );
    }
}

using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Web.Figures;

/// <summary>
/// The plate's drawing, millimetres. Lines are flat lists x, y, x, y …; x points facially (or mesially), y toward the
/// bite, in the view from above facially.
/// </summary>
public sealed record DrawingView(
    Jaw Jaw,
    bool IsRight,
    SizeView Size,
    string SizeSource,
    bool Measured,
    IReadOnlyList<SectionView> Faciolingual,
    SectionView Mesiodistal,
    AboveView Above,
    IReadOnlyList<OutcomeView> Outcomes
)
{
    public static DrawingView From(PlannedUnit unit, ArchDrawing arch) => From(unit.Preparation, unit.Drawing, arch);

    private static DrawingView From(Preparation preparation, UnitDrawing drawing, ArchDrawing arch) =>
        new(
            preparation.Plan.Tooth.Jaw,
            preparation.Plan.Tooth.IsRight,
            new(drawing.Size.Length, drawing.Size.Mesiodistal, drawing.Size.Faciolingual),
            drawing.SizeSource,
            drawing.Measured,
            [.. drawing.Faciolingual.Select((section, i) => SectionView.From(section, arch.Lines[i]))],
            SectionView.From(drawing.Mesiodistal, arch.Lines[^1]),
            AboveView.From(drawing.Above),
            [.. preparation.Outcomes.Select(outcome => OutcomeView.From(outcome, arch.Rooms.GetValueOrDefault(outcome.Zone.Name)))]
        );
}

/// <summary>What the planned body really takes from one zone, and why where it is not what was asked. Millimetres.</summary>
/// <param name="Shows">Whether a reading would show the difference, so that it is said beside the depth.</param>
/// <param name="RoomBeforeMm">How near the antagonists of an average arch come to the zone; null where none does.</param>
/// <param name="RoomCutMm">The same once the plan is cut.</param>
public sealed record OutcomeView(
    string Zone,
    double LeastMm,
    double UsualMm,
    double MostMm,
    string? Why,
    bool Shows,
    double? RoomBeforeMm,
    double? RoomCutMm
)
{
    public static OutcomeView From(ZoneOutcome outcome, ArchRoom? room) =>
        new(
            outcome.Zone.Name,
            Math.Round(outcome.Least.Value, 2),
            Math.Round(outcome.Usual.Value, 2),
            Math.Round(outcome.Most.Value, 2),
            outcome.Why,
            outcome.Shows,
            Rounded(room?.Before),
            Rounded(room?.Cut)
        );

    private static double? Rounded(Mm? length) => length is { } mm ? Math.Round(mm.Value, 2) : null;
}

public sealed record SizeView(double Length, double Mesiodistal, double Faciolingual);

public sealed record SectionView(
    SectionPlane Plane,
    string Through,
    IReadOnlyList<double> Present,
    IReadOnlyList<double> Planned,
    IReadOnlyList<double> Enamel,
    IReadOnlyList<double> Pulp,
    IReadOnlyList<IReadOnlyList<double>> Around,
    IReadOnlyList<MarkView> Marks,
    IReadOnlyList<MarginMarkView> Margins,
    double? NearWallMm,
    double? FarWallMm,
    double? BaseMm
)
{
    public static SectionView From(SectionDrawing section, IReadOnlyList<IReadOnlyList<Vec2>> around) =>
        new(
            section.Plane,
            section.Through,
            Flat.Of(section.Present),
            Flat.Of(section.Prepared),
            Flat.Of(section.Enamel),
            Flat.Of(section.Pulp),
            [.. around.Select(line => (IReadOnlyList<double>)Flat.Of(line))],
            [.. section.Marks.Select(MarkView.From)],
            [.. section.Margins.Select(mark => new MarginMarkView(mark.Segment, mark.At.X, mark.At.Y, mark.Gum.X, mark.Gum.Y))],
            section.Planned?.NearWall,
            section.Planned?.FarWall,
            section.Planned?.Base
        );
}

/// <summary>Where a zone's number is led to: a point in the middle of the room, and what the planned outline really takes there.</summary>
/// <param name="OutX">With <paramref name="OutY"/> the direction away from the tooth there, length 1.</param>
public sealed record MarkView(string Zone, double X, double Y, double OutX, double OutY, double? CutMm)
{
    public static MarkView From(ZoneMark mark) =>
        new(
            mark.Zone,
            Flat.Round(mark.Inside.X),
            Flat.Round(mark.Inside.Y),
            Flat.Round(mark.Outward.X),
            Flat.Round(mark.Outward.Y),
            mark.Cut is { } cut ? Math.Round(cut, 2) : null
        );
}

public sealed record MarginMarkView(Segment Segment, double X, double Y, double GumX, double GumY);

public sealed record AboveView(
    IReadOnlyList<double> Present,
    IReadOnlyList<double> FinishLine,
    IReadOnlyList<double> Axial,
    IReadOnlyList<double> Table,
    IReadOnlyList<IReadOnlyList<double>> Lines,
    IReadOnlyList<MarkView> Marks
)
{
    public static AboveView From(AboveDrawing above) =>
        new(
            Flat.Of(above.Present),
            Flat.Of(above.FinishLine),
            Flat.Of(above.Axial),
            Flat.Of(above.Table),
            [.. above.Lines.Select(line => (IReadOnlyList<double>)Flat.Of(line))],
            [.. above.Marks.Select(MarkView.From)]
        );
}

internal static class Flat
{
    // A hundredth of a millimetre is a tenth of a pixel on the plate.
    private const double Tolerance = 0.008;

    public static double[] Of(IReadOnlyList<Vec2> points) =>
        [.. Curves.Simplified(points, Tolerance).SelectMany(point => (IEnumerable<double>)[Round(point.X), Round(point.Y)])];

    public static double Round(double value) => Math.Round(value, 3) + 0.0;
}

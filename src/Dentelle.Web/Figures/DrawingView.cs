using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Web.Figures;

/// <summary>
/// The plate's drawing, millimetres. Lines are flat lists x, y, x, y …; x points facially (or mesially), y toward the
/// bite, in the view from above facially.
/// </summary>
public sealed record DrawingView
{
    public required Jaw Jaw { get; init; }

    public required bool IsRight { get; init; }

    public required SizeView Size { get; init; }

    public required string SizeSource { get; init; }

    public required bool Measured { get; init; }

    public required IReadOnlyList<SectionView> Faciolingual { get; init; }

    public required SectionView Mesiodistal { get; init; }

    public required AboveView Above { get; init; }

    public required RoundView Round { get; init; }

    public required IReadOnlyList<OutcomeView> Outcomes { get; init; }

    public static DrawingView From(PlannedUnit unit, ArchDrawing arch) => From(unit.Preparation, unit.Drawing, arch);

    private static DrawingView From(Preparation preparation, UnitDrawing drawing, ArchDrawing arch) =>
        new()
        {
            Jaw = preparation.Plan.Tooth.Jaw,
            IsRight = preparation.Plan.Tooth.IsRight,
            Size = new(drawing.Size.Length, drawing.Size.Mesiodistal, drawing.Size.Faciolingual),
            SizeSource = drawing.SizeSource,
            Measured = drawing.Measured,
            Faciolingual = [.. drawing.Faciolingual.Select((section, i) => SectionView.From(section, arch.Lines[i]))],
            Mesiodistal = SectionView.From(drawing.Mesiodistal, arch.Lines[^1]),
            Above = AboveView.From(drawing.Above, [.. drawing.Points, .. arch.Contacts]),
            Round = RoundView.From(drawing.Round),
            Outcomes =
            [
                .. preparation.Outcomes.Select(outcome => OutcomeView.From(outcome, arch.Rooms.GetValueOrDefault(outcome.Zone.Name))),
            ],
        };
}

/// <summary>What the planned body really takes from one zone, and why where it is not what was asked. Millimetres.</summary>
public sealed record OutcomeView
{
    public required string Zone { get; init; }

    public required double LeastMm { get; init; }

    public required double UsualMm { get; init; }

    public required double MostMm { get; init; }

    public string? Why { get; init; }

    /// <summary>Whether a reading would show the difference, so that it is said beside the depth.</summary>
    public required bool Shows { get; init; }

    /// <summary>How near the antagonists of an average arch come to the zone; null where none does.</summary>
    public double? RoomBeforeMm { get; init; }

    /// <summary>The same once the plan is cut.</summary>
    public double? RoomCutMm { get; init; }

    public static OutcomeView From(ZoneOutcome outcome, ArchRoom? room) =>
        new()
        {
            Zone = outcome.Zone.Name,
            LeastMm = Math.Round(outcome.Least.Value, 2),
            UsualMm = Math.Round(outcome.Usual.Value, 2),
            MostMm = Math.Round(outcome.Most.Value, 2),
            Why = outcome.Why,
            Shows = outcome.Shows,
            RoomBeforeMm = Rounded(room?.Before),
            RoomCutMm = Rounded(room?.Cut),
        };

    private static double? Rounded(Mm? length) => length is { } mm ? Math.Round(mm.Value, 2) : null;
}

public sealed record SizeView(double Length, double Mesiodistal, double Faciolingual);

public sealed record SectionView
{
    public required SectionPlane Plane { get; init; }

    public required string Through { get; init; }

    public required IReadOnlyList<double> Present { get; init; }

    public required IReadOnlyList<double> Planned { get; init; }

    /// <summary>The restoration's own surface.</summary>
    public required IReadOnlyList<IReadOnlyList<double>> Restored { get; init; }

    public required IReadOnlyList<double> Enamel { get; init; }

    public required IReadOnlyList<double> Pulp { get; init; }

    public required IReadOnlyList<IReadOnlyList<double>> Around { get; init; }

    public required IReadOnlyList<MarkView> Marks { get; init; }

    public required IReadOnlyList<MarginMarkView> Margins { get; init; }

    public double? NearWallMm { get; init; }

    public double? FarWallMm { get; init; }

    public double? BaseMm { get; init; }

    public static SectionView From(SectionDrawing section, IReadOnlyList<IReadOnlyList<Vec2>> around) =>
        new()
        {
            Plane = section.Plane,
            Through = section.Through,
            Present = Flat.Of(section.Present),
            Planned = Flat.Of(section.Prepared),
            Restored = [.. section.Restored.Select(line => (IReadOnlyList<double>)Flat.Of(line))],
            Enamel = Flat.Of(section.Enamel),
            Pulp = Flat.Of(section.Pulp),
            Around = [.. around.Select(line => (IReadOnlyList<double>)Flat.Of(line))],
            Marks = [.. section.Marks.Select(MarkView.From)],
            Margins = [.. section.Margins.Select(mark => new MarginMarkView(mark.Segment, mark.At.X, mark.At.Y, mark.Gum.X, mark.Gum.Y))],
            NearWallMm = section.Planned?.NearWall,
            FarWallMm = section.Planned?.FarWall,
            BaseMm = section.Planned?.Base,
        };
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
    IReadOnlyList<MarkView> Marks,
    IReadOnlyList<IReadOnlyList<double>> Cut,
    IReadOnlyList<PointView> Points
)
{
    public static AboveView From(AboveDrawing above, IReadOnlyList<PlatePoint> points) =>
        new(
            Flat.Of(above.Present),
            Flat.Of(above.FinishLine),
            Flat.Of(above.Axial),
            Flat.Of(above.Table),
            [.. above.Lines.Select(line => (IReadOnlyList<double>)Flat.Of(line))],
            [.. above.Marks.Select(MarkView.From)],
            [.. above.Cut.Select(line => (IReadOnlyList<double>)Flat.Of(line))],
            [.. points.Select(PointView.From)]
        );
}

/// <summary>A place that is no zone: a piece of the margin, a contact, the edges.</summary>
/// <param name="Where">Segment or side; empty for the edges.</param>
/// <param name="Reason">Its length in millimetres as the effect; none for a margin, whose width stands in the plan, nor for a contact
/// that stays.</param>
public sealed record PointView(PlatePointKind Kind, string Where, double X, double Y, ReasonDocument? Reason)
{
    public static PointView From(PlatePoint point) =>
        new(
            point.Kind,
            point.Where,
            Flat.Round(point.At.X),
            Flat.Round(point.At.Y),
            point.Reason is { Effect: { } mm } reason ? ReasonDocument.From(reason with { Effect = Math.Round(mm, 2) }) : null
        );
}

/// <summary>Where numbers stand in the round. Places and directions are x, y, z: z to the bite, y facial, millimetres.</summary>
/// <param name="Path">Direction of draw.</param>
/// <param name="Mesial">Where mesial is, along x or against it.</param>
public sealed record RoundView(
    IReadOnlyList<RoundZoneView> Zones,
    IReadOnlyList<StationView> Stations,
    IReadOnlyList<double> Path,
    IReadOnlyList<double> Mesial
)
{
    public static RoundView From(RoundMarks marks) =>
        new(
            [.. marks.Zones.Select(zone => new RoundZoneView(zone.Zone, Of(zone.At), Of(zone.Outward), Math.Round(zone.Cut, 2)))],
            [.. marks.Stations.Select(station => new StationView(station.Segment, Of(station.At), Of(station.Outward)))],
            Of(marks.Path),
            Of(marks.Mesial)
        );

    private static double[] Of(Vec3 p) => [Flat.Round(p.X), Flat.Round(p.Y), Flat.Round(p.Z)];
}

/// <param name="Outward">Square to the surface, length 1.</param>
/// <param name="CutMm">How deep under the present surface the place lies.</param>
public sealed record RoundZoneView(string Zone, IReadOnlyList<double> At, IReadOnlyList<double> Outward, double CutMm);

/// <summary>A piece of the margin on the finish line.</summary>
/// <param name="Outward">Level, away from the tooth.</param>
public sealed record StationView(Segment Segment, IReadOnlyList<double> At, IReadOnlyList<double> Outward);

internal static class Flat
{
    // A hundredth of a millimetre is a tenth of a pixel on the plate.
    private const double Tolerance = 0.008;

    public static double[] Of(IReadOnlyList<Vec2> points) =>
        [.. Curves.Simplified(points, Tolerance).SelectMany(point => (IEnumerable<double>)[Round(point.X), Round(point.Y)])];

    public static double Round(double value) => Math.Round(value, 3) + 0.0;
}

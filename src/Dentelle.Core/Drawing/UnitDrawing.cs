using Dentelle.Core.Anatomy;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>What the plate shows of one unit, to scale. Millimetres; X facial or mesial, Y toward the bite (from above: facial).</summary>
/// <param name="SizeSource">Where the tooth's size comes from.</param>
/// <param name="Points">Margins and edges, seen from above.</param>
/// <param name="Round">Where the numbers stand in the round.</param>
public sealed record UnitDrawing(
    CrownSize Size,
    string SizeSource,
    bool Measured,
    IReadOnlyList<SectionDrawing> Faciolingual,
    SectionDrawing Mesiodistal,
    AboveDrawing Above,
    IReadOnlyList<PlatePoint> Points,
    RoundMarks Round
);

/// <summary>A point of the drawing that a zone's number is led to.</summary>
/// <param name="At">On the present outline.</param>
/// <param name="Inside">In the middle of the room that is cut there.</param>
/// <param name="Outward">Direction away from the tooth, length 1.</param>
/// <param name="Cut">What the planned outline really takes there, millimetres: walls that start at the margin take more than
/// asked at bulging contacts. Null where it can't be seen.</param>
public sealed record ZoneMark(string Zone, Vec2 At, Vec2 Inside, Vec2 Outward, double? Cut);

/// <summary>A margin's mark in a section.</summary>
public sealed record MarginMark(Segment Segment, Vec2 At, Vec2 Gum);

public sealed record SectionDrawing
{
    public required SectionPlane Plane { get; init; }

    public required string Through { get; init; }

    public required IReadOnlyList<Vec2> Present { get; init; }

    /// <summary>The planned outline with its walls; null where no walls are planned.</summary>
    public PlannedSection? Planned { get; init; }

    /// <summary>The planned outline; empty where no body is made.</summary>
    public required IReadOnlyList<Vec2> Prepared { get; init; }

    /// <summary>The restoration's own surface, one line or several; empty where nothing is drawn.</summary>
    public required IReadOnlyList<IReadOnlyList<Vec2>> Restored { get; init; }

    public required IReadOnlyList<ZoneMark> Marks { get; init; }

    public required IReadOnlyList<MarginMark> Margins { get; init; }

    public required IReadOnlyList<Vec2> Enamel { get; init; }

    public required IReadOnlyList<Vec2> Pulp { get; init; }
}

/// <param name="Present">Largest outline of the present tooth.</param>
/// <param name="FinishLine">Outer edge of the margin.</param>
/// <param name="Axial">Inner edge of the margin, the foot of the walls.</param>
/// <param name="Table">Upper edge of the walls.</param>
/// <param name="Lines">Grooves, or the incisal edge.</param>
/// <param name="Cut">What is cut, seen from above, where no margin goes all round: closed lines, inner ones round what stays.</param>
public sealed record AboveDrawing(
    IReadOnlyList<Vec2> Present,
    IReadOnlyList<Vec2> FinishLine,
    IReadOnlyList<Vec2> Axial,
    IReadOnlyList<Vec2> Table,
    IReadOnlyList<IReadOnlyList<Vec2>> Lines,
    IReadOnlyList<ZoneMark> Marks,
    IReadOnlyList<IReadOnlyList<Vec2>> Cut
);

using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>What an average arch adds to a unit's drawing: an estimate as long as nobody has measured.</summary>
/// <param name="Lines">For each section, the mesiodistal one last, lines of the neighbours and antagonists that come near.</param>
/// <param name="Rooms">By zone, where one meets antagonists.</param>
/// <param name="Contacts">Where the neighbours touch.</param>
public sealed record ArchDrawing(
    IReadOnlyList<IReadOnlyList<IReadOnlyList<Vec2>>> Lines,
    IReadOnlyDictionary<string, ArchRoom> Rooms,
    IReadOnlyList<PlatePoint> Contacts
)
{
    /// <summary>A tooth shown by itself.</summary>
    public static ArchDrawing None(UnitDrawing drawing) =>
        new(
            [.. drawing.Faciolingual.Append(drawing.Mesiodistal).Select(_ => (IReadOnlyList<IReadOnlyList<Vec2>>)[])],
            new Dictionary<string, ArchRoom>(),
            []
        );
}

/// <summary>Least distance to the antagonists when an average arch closes. An estimate, for a zone whose room nobody measured.</summary>
/// <param name="Before">Of the present surface.</param>
/// <param name="Cut">Of what the plan leaves under the zone; null where that is all wall.</param>
public sealed record ArchRoom(Mm Before, Mm? Cut);

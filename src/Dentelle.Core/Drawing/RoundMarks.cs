using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>
/// Where a unit's numbers stand in the round, in the frame of the tooth as it stands: z to the bite, y facial, millimetres.
/// </summary>
/// <param name="Zones">On the planned surface, or on the present one where nothing is cut.</param>
/// <param name="Stations">Pieces of the margin on the finish line; none where the body keeps no ring of its margin.</param>
/// <param name="Path">Direction of draw, length 1.</param>
/// <param name="Mesial">Where mesial is: along x or against it.</param>
public sealed record RoundMarks(IReadOnlyList<RoundPlace> Zones, IReadOnlyList<FinishStation> Stations, Vec3 Path, Vec3 Mesial)
{
    internal static RoundMarks Of(Preparation preparation)
    {
        var (present, tooth) = (preparation.Present, preparation.Plan.Tooth);
        var stations = preparation.Walled is { } walled ? FinishLines.Stations(preparation, walled) : [];
        return new(
            [.. RoundPlaces.Of(preparation).Select(place => place with { At = Stand(place.At), Outward = Stand(place.Outward) })],
            [.. stations.Select(station => station with { At = Stand(station.At), Outward = Stand(station.Outward) })],
            Stand(preparation.Plan.Path),
            Stand(Vec3.UnitX)
        );

        Vec3 Stand(Vec3 p) => present.Standing(p, tooth);
    }
}

/// <param name="Outward">Square to the surface.</param>
/// <param name="Cut">How deep under the present surface that place lies.</param>
public sealed record RoundPlace(string Zone, Vec3 At, Vec3 Outward, double Cut);

/// <param name="Outward">Level, away from the tooth.</param>
public sealed record FinishStation(Segment Segment, Vec3 At, Vec3 Outward);

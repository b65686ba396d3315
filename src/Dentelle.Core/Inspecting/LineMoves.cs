using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>A place of the finish line put right by hand.</summary>
/// <param name="Position">Segments from the middle of the facial over the mesial: 0 facial, 2 mesial, 4 lingual, 6 distal.</param>
/// <param name="By">How far along the path it is moved, millimetres; positive to the bite.</param>
public sealed record LineMove(double Position, double By)
{
    /// <summary>Half of a segment to either side comes along, less and less.</summary>
    private const double Reach = 0.5;

    /// <summary>A hand moves no line farther.</summary>
    public const double Most = 2;

    /// <summary>The line with what was put right.</summary>
    internal static FinishLine Moved(FinishLine line, IReadOnlyList<LineMove> moves, SiteSurface site, Vec3 path)
    {
        if (moves.Count == 0)
            return line;
        var tree = new MeshTree(site.Mesh);
        var stations = line
            .Stations.Select(station =>
            {
                var on = site.Frame.OnForm(station.Place);
                var position = Segments.Position(Math.Atan2(on.Y, on.X));
                var by = moves.Sum(move => move.By * Share(position - move.Position));
                if (by == 0)
                    return station.Place;
                // Downward it goes on along the uncut surface; upward that is gone, and its height alone counts.
                var wanted = station.Place + (path * by);
                return by > 0 ? wanted : tree.Closest(wanted).Place;
            })
            .ToArray();
        return line.At(stations, path);
    }

    private static double Share(double off)
    {
        var far = Math.Abs(((((off % 8) + 12) % 8) - 4) / Reach);
        return far >= 1 ? 0 : 0.5 + (0.5 * Math.Cos(Math.PI * far));
    }
}

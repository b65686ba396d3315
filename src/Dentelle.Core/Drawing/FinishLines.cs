using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Drawing;

/// <summary>The finish line of a preparation in space.</summary>
internal static class FinishLines
{
    /// <summary>A shorter line goes round a scrap of the mesh, not round a cut; millimetres.</summary>
    private const double Shortest = 3;

    /// <summary>
    /// Where a wall begins, the line steps from edge to edge of the mesh: it is evened out over so many points either way.
    /// </summary>
    private const int Even = 4;

    /// <summary>Of a body that keeps the ring of its margin: the ring, and what is planned along it.</summary>
    public static FinishLine Round(PlannedForm walled)
    {
        const int every = 2;
        var ring = walled.Margin;
        var points = Enumerable
            .Range(0, AngleTable.Steps / every)
            .Select(i => 2 * Math.PI * i * every / AngleTable.Steps)
            .Select(angle => new FinishPoint(ring.Place(angle), ring.Width(angle), ring.Level(angle) - ring.Neck(angle)));
        return new([.. points]);
    }

    /// <summary>The pieces of the margin on the ring.</summary>
    public static IEnumerable<FinishStation> Stations(Preparation preparation, PlannedForm walled) =>
        preparation.Plan.Margin.Pieces.Select(piece =>
        {
            var ring = walled.Margin;
            var angle = Segments.Angle(piece.Segment);
            var (at, middle) = (ring.Place(angle), ring.Centre);
            return new FinishStation(piece.Segment, at, new Vec3(at.X - middle.X, at.Y - middle.Y, 0).Unit);
        });

    /// <summary>Of any other body: where the cut runs out into the surface that stays.</summary>
    public static IReadOnlyList<FinishLine> Where(Mesh prepared, float[] removed, double left) =>
        [
            .. LevelLines
                .Of(prepared, Array.ConvertAll(removed, depth => (double)depth), left)
                .Where(line => line.IsClosed && new SectionLine(line.Points, IsClosed: true).Length > Shortest)
                .Select(line => new FinishLine([.. Curves.Evened(line.Points, Even).Select(at => new FinishPoint(at, null, null))])),
        ];
}

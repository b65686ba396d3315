using Dentelle.Core.Measuring;
using Dentelle.Geometry;

namespace Dentelle.Core.Exchange;

/// <summary>A measured preparation as it is written to files and pipes (docs/formats.md).</summary>
public sealed record MeasureDocument(
    MeasuredDepth Depth,
    IReadOnlyList<MeasuredWalls> Walls,
    MeasuredUndercut Undercut,
    MeasuredPath BestPath,
    IReadOnlyList<string> Told
)
{
    /// <param name="measure">What was measured.</param>
    /// <param name="told">What was mended or guessed of the files before.</param>
    public static MeasureDocument From(PreparationMeasure measure, IEnumerable<string> told) =>
        new(
            new(Round(measure.RemovedVolume), Kebab.Of(measure.VolumeFrom), Round(measure.MaxDepth), Round(measure.MeanDepth)),
            [.. measure.Walls.Select(pair => new MeasuredWalls(Kebab.Of(pair.Kind), Round(pair.Convergence.Degrees)))],
            new(
                Three(measure.Undercut.Path),
                Round(measure.Undercut.MaxDepth),
                Round(measure.Undercut.Area),
                Round(measure.Undercut.Volume)
            ),
            new(Three(measure.BestPath.Direction), Round(measure.BestPath.LeastWallAngle), Round(measure.BestPath.Freedom)),
            [.. told]
        );

    private static double Round(double value) => Math.Round(value, 4) + 0.0;

    private static double[] Three(Vec3 direction) =>
        [Math.Round(direction.X, 6) + 0.0, Math.Round(direction.Y, 6) + 0.0, Math.Round(direction.Z, 6) + 0.0];
}

/// <param name="VolumeFrom">closed-bodies or depth-over-area.</param>
public sealed record MeasuredDepth(double RemovedVolumeMm3, string VolumeFrom, double MaxMm, double MeanMm);

/// <param name="Pair">mesiodistal or faciolingual.</param>
public sealed record MeasuredWalls(string Pair, double TocDeg);

public sealed record MeasuredUndercut(double[] Path, double MaxDepthMm, double AreaMm2, double VolumeMm3);

/// <param name="MinWallDeg">Angle of the wall nearest to parallel; negative when every path is undercut.</param>
/// <param name="FreedomDeg">How far the path may turn, whichever way, until a wall is parallel to it.</param>
public sealed record MeasuredPath(double[] Direction, double MinWallDeg, double FreedomDeg);

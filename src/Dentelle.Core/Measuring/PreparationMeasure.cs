using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Paths;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Measuring;

/// <summary>A pair of opposing walls.</summary>
public enum WallPairKind
{
    Mesiodistal,
    Faciolingual,
}

/// <summary>Total occlusal convergence of two opposing walls.</summary>
public sealed record WallPair(WallPairKind Kind, Toc Convergence);

/// <summary>How a removed volume is reckoned.</summary>
public enum VolumeRule
{
    /// <summary>Both bodies are closed: the difference of what they hold.</summary>
    ClosedBodies,

    /// <summary>One is open: depth summed over the cut surface, which misses what bends.</summary>
    DepthOverArea,

    /// <summary>One is open, and both end at one finish line: what lies between them.</summary>
    BetweenSurfaces,
}

/// <summary>What was cut, measured between the surfaces before and after. Millimetres, square and cubic millimetres, degrees.</summary>
/// <param name="RemovedVolume">What the body lost.</param>
/// <param name="VolumeFrom">How that was reckoned.</param>
/// <param name="MaxDepth">Greatest distance of the cut surface from the surface before.</param>
/// <param name="MeanDepth">Its mean over the cut surface's area.</param>
/// <param name="Walls">Pairs of which both walls were found.</param>
/// <param name="Undercut">Along the path asked about.</param>
/// <param name="BestPath">The path with the greatest least wall angle.</param>
public sealed record PreparationMeasure(
    double RemovedVolume,
    VolumeRule VolumeFrom,
    double MaxDepth,
    double MeanDepth,
    IReadOnlyList<WallPair> Walls,
    Undercut Undercut,
    DrawCone BestPath
)
{
    /// <summary>Surface this deep inside the old one is cut; less is noise of the meshes.</summary>
    private const double CutDepth = 0.05;

    /// <summary>Surface leaning more than this is no wall but shelf, bevel or top.</summary>
    private const double MostWallDegrees = 30;

    private const double PieceSize = 0.25;
    private const int MostPieces = 400_000;

    /// <param name="before">The tooth before cutting.</param>
    /// <param name="after">The same tooth after; both in one frame with x mesial or distal, y facial, z to the bite.</param>
    /// <param name="path">Path of insertion to look for undercut along.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>A problem when nothing was cut.</returns>
    public static Answer<PreparationMeasure> Of(Mesh before, Mesh after, Vec3 path, CancellationToken cancel = default)
    {
        var (old, body) = (new MeshTree(before), new MeshTree(after));
        var pieces = SurfacePieces.Of(after, Math.Max(PieceSize, Math.Sqrt(2 * after.Area / MostPieces))).ToArray();
        var inside = old.SignedDistances(Array.ConvertAll(pieces, piece => (System.Numerics.Vector3)piece.Middle), cancel: cancel);
        var cutPieces = pieces
            .Zip(inside, (piece, distance) => (Piece: piece, Depth: -distance))
            .Where(pair => pair.Depth > CutDepth)
            .ToArray();
        if (cutPieces.Length == 0)
            return new Problem(
                "nothing-cut",
                $"Nothing of the surface after lies more than {CutDepth:0.00} inside the surface before: nothing was "
                    + "cut, or the two are not in one frame."
            );
        var cut = Array.ConvertAll(cutPieces, pair => pair.Piece);
        var between = cutPieces.Sum(pair => pair.Depth * pair.Piece.Area.Length);
        var unit = path.Unit;
        // Closed bodies are weighed.
        var rule = before.Topology.IsWatertight && after.Topology.IsWatertight ? VolumeRule.ClosedBodies : VolumeRule.DepthOverArea;
        return new PreparationMeasure(
            rule == VolumeRule.ClosedBodies ? before.Volume - after.Volume : between,
            rule,
            Deepest(old, cut),
            between / cut.Sum(piece => piece.Area.Length),
            [.. Pairs(cut, unit)],
            Undercut.Along(body, cut, unit, cancel),
            DrawCone.Of([.. cut.Select(piece => piece.Facet).Distinct().Select(facet => after.AreaVector(facet).Unit)])
        );
    }

    private static double Deepest(MeshTree old, SurfacePiece[] cut)
    {
        var corners = cut.SelectMany(piece => (Vec3[])[piece.A, piece.B, piece.C]).Select(p => (System.Numerics.Vector3)p).ToArray();
        return -old.SignedDistances(corners).Min();
    }

    private static List<WallPair> Pairs(SurfacePiece[] cut, Vec3 path)
    {
        var pairs = new List<WallPair>();
        foreach (
            var (kind, axis) in (ReadOnlySpan<(WallPairKind, Vec3)>)
                [(WallPairKind.Mesiodistal, Vec3.UnitX), (WallPairKind.Faciolingual, Vec3.UnitY)]
        )
        {
            // The side's direction square to the path, so that a leaning path still finds its walls.
            var across = (axis - (path * axis.Dot(path))).Unit;
            if (Wall(cut, path, across) is { } one && Wall(cut, path, -across) is { } other)
                pairs.Add(new WallPair(kind, WallInclination.Between(new(one), new(other))));
        }
        return pairs;
    }

    /// <summary>
    /// Lean of the wall on one side: of what faces that way the steeper quarter, then the mean of all within three degrees
    /// of it, by area.
    /// </summary>
    /// <remarks>
    /// Upper facial planes and bevels lean more than the wall below them and may be larger; the wall is the steepest part.
    /// </remarks>
    private static double? Wall(SurfacePiece[] cut, Vec3 path, Vec3 side)
    {
        const double near = 3;
        var facing = cut.Select(piece => (Normal: piece.Area.Unit, Area: piece.Area.Length))
            .Select(piece =>
                (Lean: 90 - piece.Normal.AngleTo(path), Level: (piece.Normal - (path * piece.Normal.Dot(path))).Unit, piece.Area)
            )
            .Where(piece => Math.Abs(piece.Lean) < MostWallDegrees && piece.Level.Dot(side) > Math.Sqrt(0.5))
            .OrderBy(piece => piece.Lean)
            .ToArray();
        if (facing.Length == 0)
            return null;
        var (quarter, passed, at) = (facing.Sum(piece => piece.Area) / 4, 0.0, 0);
        while (at < facing.Length - 1 && (passed += facing[at].Area) < quarter)
            at++;
        var wall = facing.Where(piece => Math.Abs(piece.Lean - facing[at].Lean) <= near).ToArray();
        return wall.Sum(piece => piece.Lean * piece.Area) / wall.Sum(piece => piece.Area);
    }
}

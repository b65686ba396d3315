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
/// <param name="Undercut">Along the path asked about.</param>
/// <param name="BestPath">The path with the greatest least wall angle.</param>
public sealed record PreparationMeasure(
    double RemovedVolume,
    VolumeRule VolumeFrom,
    double MaxDepth,
    double MeanDepth,
    Undercut Undercut,
    DrawCone BestPath
)
{
    /// <summary>Surface this deep inside the old one is cut; less is noise of the meshes.</summary>
    private const double CutDepth = 0.05;

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
            Undercut.Along(body, cut, unit, cancel),
            DrawCone.Of([.. cut.Select(piece => piece.Facet).Distinct().Select(facet => after.AreaVector(facet).Unit)])
        );
    }

    private static double Deepest(MeshTree old, SurfacePiece[] cut)
    {
        var corners = cut.SelectMany(piece => (Vec3[])[piece.A, piece.B, piece.C]).Select(p => (System.Numerics.Vector3)p).ToArray();
        return -old.SignedDistances(corners).Min();
    }
}

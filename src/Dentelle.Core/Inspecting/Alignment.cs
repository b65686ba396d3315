using System.Numerics;
using Dentelle.Core.Measuring;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>How two scans came into one frame.</summary>
public enum AlignedBy
{
    /// <summary>Whoever gave them says they lie in one frame.</summary>
    Given,

    /// <summary>Their shapes, on the whole and then round the cut.</summary>
    Shape,

    /// <summary>Three picked points, then their shapes.</summary>
    Points,
}

/// <summary>The scan after laid onto the scan before.</summary>
/// <param name="Motion">Takes the scan after onto the scan before.</param>
/// <param name="Score">Share of its points that lie on the other surface; above a half nothing else fits.</param>
/// <param name="Noise">Standard deviation of the distance of both surfaces where nothing was cut, millimetres.</param>
/// <param name="Fit">The last fit, round the cut; null where the frame was given.</param>
public sealed record Registration(AlignedBy By, Rigid Motion, double Score, double Noise, RobustFitResult? Fit);

/// <summary>Finds the motion between two scans of one jaw.</summary>
public static class Alignment
{
    /// <summary>Fewer points than this share on the other surface is no fit.</summary>
    private const double LeastScore = 0.5;

    private const int FinePoints = 20_000;

    /// <summary>Residuals are never taken to be finer: a body and its copy differ by what their triangles cut off.</summary>
    internal const double FinestScale = 0.003;

    /// <summary>A rough motion, from nothing or from picked points.</summary>
    /// <param name="before">The scan before, with its tree.</param>
    /// <param name="after">The scan after.</param>
    /// <param name="picked">Three pairs of places or more, (after, before); null to find it by the shapes.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>A problem where the scans don't show the same teeth.</returns>
    public static Answer<Registration> Of(
        SeenSurface before,
        Mesh after,
        IReadOnlyList<(Vec3 After, Vec3 Before)>? picked = null,
        CancellationToken cancel = default
    )
    {
        Rigid rough;
        double score;
        if (picked is { Count: >= 3 })
        {
            var start = PointPairs.Fit([.. picked.Select(pair => pair.After)], [.. picked.Select(pair => pair.Before)]);
            var probes = CoarseFit.Probe(after, 800);
            rough = RobustFit.Fit(before.Tree, probes, start, [3, 1], leastScale: 0.05, cancel: cancel)?.Motion ?? start;
            score = CoarseFit.Score(probes, rough, before.Tree);
        }
        else
        {
            // The smaller one is sought on the larger: all of it should be found there.
            var turned = after.Area > 1.3 * before.Mesh.Area;
            var coarse = turned ? CoarseFit.Fit(before.Mesh, new MeshTree(after), cancel) : CoarseFit.Fit(after, before.Tree, cancel);
            (rough, score) = (turned ? coarse.Motion.Inverse : coarse.Motion, coarse.Score);
            if (score >= LeastScore && coarse.Second > score / 2)
                return new Problem(
                    "scans-ambiguous",
                    "The two scans fit each other in more than one way. Pick three places that both show."
                );
        }
        if (score < LeastScore)
            return new Problem(
                "scans-differ",
                $"The scan after does not fit the scan before: only {score:0 %} of it lies on it. They show different jaws or too "
                    + "little of the same teeth; choose other files, or pick three places that both show."
            );
        var whole = RobustFit.Fit(before.Tree, CoarseFit.Probe(after, FinePoints), rough, [0.5], before.Edges, FinestScale, cancel);
        return whole is null
            ? new Registration(AlignedBy.Shape, rough, score, 0, null)
            : new Registration(picked is null ? AlignedBy.Shape : AlignedBy.Points, whole.Motion, score, whole.Scale, whole);
    }

    /// <summary>Fits again round a place, where a scan's own bending matters least; the whole fit stays where that gives none.</summary>
    public static Registration Near(Registration whole, SeenSurface before, Mesh after, Vec3 middle, double reach, CancellationToken cancel)
    {
        if (whole.By == AlignedBy.Given)
            return whole;
        var (points, normals) = (new List<Vector3>(), new List<Vector3>());
        for (var i = 0; i < after.Positions.Length; i++)
        {
            if ((whole.Motion.Apply(after.Positions[i]) - middle).LengthSquared > reach * reach)
                continue;
            points.Add(after.Positions[i]);
            normals.Add(after.Normals[i]);
        }
        var step = Math.Max(1, points.Count / FinePoints);
        var samples = new Samples([.. points.Where((_, i) => i % step == 0)], [.. normals.Where((_, i) => i % step == 0)]);
        return RobustFit.Fit(before.Tree, samples, whole.Motion, [0.4], before.Edges, FinestScale, cancel) is { } fit
            ? whole with
            {
                Motion = fit.Motion,
                Noise = fit.Scale,
                Fit = fit,
            }
            : whole;
    }
}

/// <summary>A scan with what is asked of it again and again.</summary>
public sealed class SeenSurface
{
    public SeenSurface(Scan scan)
    {
        Mesh = scan.Surface;
        Tree = new MeshTree(Mesh);
        Edges = new bool[Mesh.TriangleCount];
        for (var i = 0; i < Edges.Length; i++)
            Edges[i] = i >= scan.Seen || Mesh.Topology.Across(i, 0) < 0 || Mesh.Topology.Across(i, 1) < 0 || Mesh.Topology.Across(i, 2) < 0;
    }

    public Mesh Mesh { get; }

    public MeshTree Tree { get; }

    /// <summary>Of each triangle whether it lies on the scan's end or closes a hole: what is nearest to it was not seen.</summary>
    public bool[] Edges { get; }
}

using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;

namespace Dentelle.Core.Inspecting;

/// <summary>What a sectioned index would show of one zone: the gap at the middle of what the plane cuts of it.</summary>
/// <param name="From">On the surface after, and <paramref name="To"/> on the one before; in the plane.</param>
public sealed record IndexGap(Zone Zone, double Depth, double? Planned, Vec2 From, Vec2 To);

/// <summary>A cut through what was measured, as a sectioned index shows it: x along <paramref name="Across"/>, y along the path.</summary>
/// <param name="Feet">Where the finish line goes through the plane.</param>
public sealed record IndexSection(
    Plane3 Plane,
    Vec3 Across,
    Vec3 Up,
    IReadOnlyList<IReadOnlyList<Vec2>> Present,
    IReadOnlyList<IReadOnlyList<Vec2>> Cut,
    IReadOnlyList<IReadOnlyList<Vec2>> Planned,
    IReadOnlyList<IReadOnlyList<Vec2>> Antagonist,
    IReadOnlyList<IndexGap> Gaps,
    IReadOnlyList<Vec2> Feet
)
{
    /// <summary>Vertices nearer to the plane than this tell what is gone there.</summary>
    private const double Slice = 0.25;

    private const int LeastSeen = 5;

    /// <param name="tooth">What was measured.</param>
    /// <param name="bodies">Its surfaces.</param>
    /// <param name="at">A place of the plane, in the tooth's own frame.</param>
    /// <param name="normal">Square to the plane.</param>
    public static IndexSection Of(MeasuredTooth tooth, InspectedBodies bodies, Vec3 at, Vec3 normal)
    {
        var path = tooth.Preparation.Plan.Path;
        // The path lies in the plane as nearly as it can: that way is up.
        var square = normal.Unit;
        var up = (path - (square * path.Dot(square))) is { Length: > 1e-6 } level ? level.Unit : square.Square;
        var across = up.Cross(square);
        var plane = new Plane3(at, square);
        return new IndexSection(
            plane,
            across,
            up,
            Lines(bodies.Present),
            Lines(bodies.Cut),
            Lines(bodies.Planned),
            bodies.Antagonist is { } antagonist ? Lines(antagonist) : [],
            [.. Gaps()],
            [.. Feet()]
        );

        Vec2 Flat(Vec3 p) => new((p - at).Dot(across), (p - at).Dot(up));

        IReadOnlyList<Vec2>[] Lines(Mesh mesh) =>
            [
                .. PlaneSection
                    .Of(mesh, plane)
                    .Select(line =>
                        (IReadOnlyList<Vec2>)
                            Curves.Simplified(
                                [.. line.Points.Select(Flat), .. line.IsClosed ? [Flat(line.Points[0])] : Array.Empty<Vec2>()],
                                0.01
                            )
                    )
                    .Where(line => line.Count > 1),
            ];

        IEnumerable<Vec2> Feet()
        {
            var stations = tooth.Line?.Stations ?? [];
            for (var i = 0; i < stations.Count; i++)
            {
                var (a, b) = (stations[i].Place, stations[(i + 1) % stations.Count].Place);
                var (from, to) = (plane.HeightOf(a), plane.HeightOf(b));
                if (from > 0 != to > 0)
                    yield return Flat(Vec3.Mix(a, b, from / (from - to)));
            }
        }

        IEnumerable<IndexGap> Gaps()
        {
            var (site, labels, zones) = (tooth.Site, tooth.Labels, tooth.Preparation.Plan.Zones);
            var near = Enumerable
                .Range(0, labels.Length)
                .Where(i => labels[i] >= 0 && Math.Abs(plane.HeightOf(site.Mesh.Positions[i])) < Slice)
                .ToLookup(i => labels[i]);
            foreach (var own in near.OrderBy(zone => zone.Key).Where(zone => zone.Count() >= LeastSeen))
            {
                var middle = own.Aggregate(default(Vec3), (sum, i) => sum + site.Mesh.Positions[i]) / own.Count();
                var place = own.MinBy(i =>
                    ((Vec3)site.Mesh.Positions[i] - middle).Length + (2 * Math.Abs(plane.HeightOf(site.Mesh.Positions[i])))
                );
                yield return new IndexGap(
                    zones[own.Key].Zone,
                    Ranks.Middle(own.Select(i => site.Depths[i])),
                    zones[own.Key].Depth.Value.Target.Value,
                    Flat(site.Mesh.Positions[place]),
                    Flat(site.Old[place])
                );
            }
        }
    }

    /// <summary>Through a place, square to the surface there and along the path: what a finding is looked at in.</summary>
    public static IndexSection Through(MeasuredTooth tooth, InspectedBodies bodies, Vec3 at)
    {
        var path = tooth.Preparation.Plan.Path;
        var outward = at - (tooth.Line?.Middle ?? default);
        outward -= path * outward.Dot(path);
        return Of(tooth, bodies, at, path.Cross(outward.Length < 0.3 ? Vec3.UnitY : outward));
    }
}

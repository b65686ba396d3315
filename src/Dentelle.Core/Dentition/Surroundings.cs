using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Dentition;

/// <summary>A tooth beside or opposite another one, in that one's own frame (mesial +x).</summary>
public sealed record NearTooth(ToothCode Code, Mesh Surface);

/// <summary>
/// What stands round a tooth when an average arch closes: its neighbours in contact, and the antagonists that rest on it.
/// </summary>
/// <remarks>
/// The arch is one of average teeth; round a tooth of another size or condition all move straight up to it until they
/// touch.
/// </remarks>
public sealed class Surroundings
{
    private readonly Lazy<MeshTree> tree;

    private Surroundings(IReadOnlyList<NearTooth> neighbours, IReadOnlyList<NearTooth> antagonists)
    {
        (Neighbours, Antagonists) = (neighbours, antagonists);
        tree = new(() => new MeshTree(Mesh.Together([.. antagonists.Select(near => near.Surface)])));
    }

    /// <summary>Mesial and distal; behind a third molar none.</summary>
    public IReadOnlyList<NearTooth> Neighbours { get; }

    public IReadOnlyList<NearTooth> Antagonists { get; }

    /// <summary>The antagonists together.</summary>
    internal MeshTree Opposite => tree.Value;

    /// <summary>The least distance of each zone's places from the antagonists; infinite where none comes near.</summary>
    internal double[] Nearest(IReadOnlyList<Vec3> places, int[] zones, int count)
    {
        const double far = 6;
        var nearest = new double[count];
        Array.Fill(nearest, double.PositiveInfinity);
        int[] asked = [.. Enumerable.Range(0, zones.Length).Where(i => zones[i] >= 0)];
        var found = Opposite.Distances(Array.ConvertAll(asked, i => (Vector3)places[i]), far);
        for (var i = 0; i < asked.Length; i++)
            nearest[zones[asked[i]]] = Math.Min(nearest[zones[asked[i]]], found[i]);
        return nearest;
    }

    /// <summary>What stands round a tooth; sought once and kept with it.</summary>
    internal static Surroundings Of(PresentTooth present, Arch arch) => present.Made.Get(arch, () => Sought(present, arch));

    /// <summary>How near the antagonists come to each zone, given the numbers of the vertices' zones.</summary>
    internal double[] RoomBefore(PresentTooth present, int[] zones, int count) =>
        present.Made.Get(zones, () => Nearest([.. present.Surface.Positions.ToArray().Select(p => (Vec3)p)], zones, count));

    private static Surroundings Sought(PresentTooth present, Arch arch)
    {
        var code =
            present.Form.Tooth.Jaw == Jaw.Upper
                ? ToothCode.Of(1, present.Form.Tooth.Position)
                : ToothCode.Of(4, present.Form.Tooth.Position);
        var average = arch.Of(code);
        var pose = arch.Pose(code);
        var mesial = Touching(In(code.MesialNeighbour), 1);
        var distal = code.DistalNeighbour is { } behind ? Touching(In(behind), -1) : null;
        var reach = present.Surface.Box.Grown(0.5);
        var opposite = Enumerable
            .Range(Math.Max(1, code.Position - 2), 8)
            .Where(position => position <= Math.Min(8, code.Position + 2))
            .Select(position => In(ToothCode.Of(code.Quadrant == 1 ? 4 : 1, position)))
            .Where(near => Meets(near.Surface.Box, reach))
            .ToArray();
        return new Surroundings(distal is null ? [mesial] : [mesial, distal], Resting(opposite));

        NearTooth In(ToothCode other)
        {
            var own = arch.Pose(other);
            var surface = arch.Of(other).Present.Surface;
            return new NearTooth(other, surface.Mapped(p => pose.ToOwn(own.ToMouth(p)), own.Mirrors != pose.Mirrors));
        }

        NearTooth Touching(NearTooth near, int side)
        {
            if (ReferenceEquals(average.Present, present))
                return near;
            // From clear of each other until they touch: the way left is never shorter than their distance.
            var clear =
                side > 0 ? present.Surface.Box.High.X - near.Surface.Box.Low.X : near.Surface.Box.High.X - present.Surface.Box.Low.X;
            var surface = near.Surface.Moved(Rigid.Moved(new Vec3(side * clear, 0, 0)));
            for (var pass = 0; pass < 12; pass++)
            {
                var gap = present.Tree.Distances(surface.Positions.ToArray()).Min();
                if (gap < 0.01)
                    break;
                surface = surface.Moved(Rigid.Moved(new Vec3(-side * gap, 0, 0)));
            }
            return near with { Surface = surface };
        }

        NearTooth[] Resting(NearTooth[] near)
        {
            if (ReferenceEquals(average.Present, present))
                return near;
            var row = new OpposingRow([.. near.Select(tooth => tooth.Surface)], lower: false);
            var gap = present.Surface.Positions.ToArray().Min(p => row.Gap(p));
            return [.. near.Select(tooth => tooth with { Surface = tooth.Surface.Moved(Rigid.Moved(new Vec3(0, 0, -gap))) })];
        }
    }

    private static bool Meets(Box3 a, Box3 b) => a.Low.X < b.High.X && b.Low.X < a.High.X && a.Low.Y < b.High.Y && b.Low.Y < a.High.Y;
}

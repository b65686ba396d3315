using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>
/// The restoration's own surface in a section: the present outline where it covers the tooth, moved by the build-out of each
/// zone; of a tooth that is not there the whole of it above the gum.
/// </summary>
internal static class RestoredOutline
{
    /// <summary>
    /// Where two zones meet the surface goes over from the one's build-out to the other's within so many steps on either side.
    /// </summary>
    private const int Blend = 14;

    /// <summary>A direction is taken over so many steps: one facet's is none.</summary>
    private const int Over = 4;

    /// <summary>How much of a surface's direction points to the bite where it is no wall.</summary>
    internal const double FacesBite = 0.35;

    /// <summary>Nothing is cut where the outlines lie nearer than this.</summary>
    private const double Cut = 0.06;

    public static IReadOnlyList<IReadOnlyList<Vec2>> In(
        Plan plan,
        ToothSection section,
        IReadOnlyList<Mm?> builtOut,
        IReadOnlyList<Vec2> prepared
    )
    {
        var (outline, count) = (section.Outline, section.Outline.Count);
        var covers = Covered(plan, section, prepared);
        if (!covers.Contains(true))
            return [];
        var moves = Enumerable.Range(0, count).Select(i => Direction(i) * (builtOut[i]?.Value ?? 0)).ToArray();
        var moved = outline.Zip(Curves.Evened(moves, Blend), (point, by) => point + by).ToArray();
        return [.. Curves.Runs(covers).Select(run => (IReadOnlyList<Vec2>)[.. run.Select(i => moved[i])])];

        // What faces the bite is raised toward it, a wall moves outward: a cusp built out along its slopes would swell.
        Vec2 Direction(int i)
        {
            // Outlines run counter-clockwise.
            var outward = ((outline[(i + Over) % count] - outline[(i + count - Over) % count]).Turned * -1).Unit;
            return outward.Y > FacesBite ? new Vec2(0, 1) : new Vec2(Math.Sign(outward.X), 0);
        }
    }

    private static bool[] Covered(Plan plan, ToothSection section, IReadOnlyList<Vec2> prepared)
    {
        var gum = (section.Neck.Near + section.Neck.Far) / 2;
        if (!plan.Rules().IsCut)
            return [.. section.Outline.Select(point => point.Y > gum)];
        if (prepared.Count == 0)
            return new bool[section.Outline.Count];
        return Array.ConvertAll(new Polygon(prepared).Near(section.Outline, Cut), isLeft => !isLeft);
    }
}

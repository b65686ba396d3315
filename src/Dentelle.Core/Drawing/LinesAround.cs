using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>Lines of the neighbours and antagonists of an average arch in the sections of a tooth.</summary>
internal static class LinesAround
{
    /// <summary>Only what comes this near to the tooth's own outline is drawn.</summary>
    private const double Close = 1.7;

    /// <summary>A shorter stretch is no line of a tooth but a scrap.</summary>
    private const double Shortest = 2.4;

    /// <summary>For each of the tooth's sections; made once and kept with the tooth.</summary>
    public static IReadOnlyList<IReadOnlyList<IReadOnlyList<Vec2>>> Of(PresentTooth tooth, Estimates estimates, Arch arch) =>
        tooth.Made.Get<IReadOnlyList<IReadOnlyList<IReadOnlyList<Vec2>>>>((estimates, arch), () =>
            [.. ToothSection.All(tooth, estimates).Select(section => In(section, Surroundings.Of(tooth, arch)))]
        );

    private static IReadOnlyList<IReadOnlyList<Vec2>> In(ToothSection section, Surroundings around)
    {
        var outline = new Polygon(section.Outline);
        return
        [
            .. around
                .Neighbours.Concat(around.Antagonists)
                .SelectMany(tooth => Runs(section.Cut.Flat(section.Cut.Outline(tooth.Surface)), outline))
                .Where(line => LengthOf(line) > Shortest),
        ];
    }

    private static double LengthOf(IReadOnlyList<Vec2> line) => line.Zip(line.Skip(1), (a, b) => (b - a).Length).Sum();

    /// <summary>The parts of a closed line that run near a tooth's outline.</summary>
    private static IEnumerable<IReadOnlyList<Vec2>> Runs(IReadOnlyList<Vec2> line, Polygon outline) =>
        Curves.Runs(outline.Near(line, Close)).Select(run => (IReadOnlyList<Vec2>)[.. run.Select(i => line[i])]);
}

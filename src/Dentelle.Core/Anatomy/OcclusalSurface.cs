using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Anatomy;

/// <summary>
/// The occlusal surface of a back tooth as a height over the plan: ridges as roofs, valleys where roofs meet, grooves
/// carved last.
/// </summary>
internal sealed class OcclusalSurface
{
    private const double Cell = 0.08;
    private readonly Grid heights;

    /// <param name="form">Shape parameters.</param>
    /// <param name="size">Size of the crown.</param>
    /// <param name="defaults">What the parameters need not say.</param>
    /// <param name="rim">The closed crest of the table.</param>
    /// <param name="pole">Its middle in plan.</param>
    /// <param name="place">Takes the parameters' fractions to millimetres in plan.</param>
    public OcclusalSurface(FormParameters form, CrownSize size, FormDefaults defaults, Vec3[] rim, Vec2 pole, Func<double[], Vec2> place)
    {
        var (reachX, reachY) = ((0.56 * size.Mesiodistal) + 0.4, (0.56 * size.Faciolingual) + 0.4);
        heights = new Grid(form.Offset[0] - reachX, form.Offset[1] - reachY, 2 * reachX, 2 * reachY, Cell);
        Pole = pole;
        var about = AngleTable.Of(
            [.. rim.Select(p => (double[])[p.X - pole.X, p.Y - pole.Y, p.Z])],
            p => Math.Sqrt((p[0] * p[0]) + (p[1] * p[1])),
            p => p[2]
        );
        (RimReach, RimHeight) = (about[0], about[1]);
        var rimK = form.RimK ?? defaults.RimK;
        var rimRoof = new Roof([.. rim.Where((_, i) => i % 4 == 0)], form.RimA ?? defaults.RimA, closed: true);
        var roofs = form.Ridges!.Select(r =>
                (
                    Roof: new Roof(
                        [.. r.Pts.Select(p => place(p) is var at ? new Vec3(at.X, at.Y, p[2] * size.Length) : default)],
                        r.A,
                        closed: false
                    ),
                    r.K
                )
            )
            .ToArray();
        var floor = form.Floor!.Value * size.Length;
        var blend = defaults.RidgeBlend;
        var capIn = form.CapIn ?? defaults.CapIn;
        heights.Each(
            (x, y, at) =>
            {
                var (outside, rimZ) = OverRim(x, y);
                var height = Blend.Max(floor, rimRoof.Height(x, y, outside > 0 ? rimK[1] : rimK[0]), blend);
                foreach (var (roof, k) in roofs)
                    height = Blend.Max(height, roof.Height(x, y, k), blend);
                heights[at] = Blend.Min(height, rimZ + 0.02 - ((outside > 0 ? 0.3 : capIn) * outside), 0.25);
            }
        );
        heights.Blur(defaults.Blur);
        MainGrooves = [.. form.Grooves!.Select(g => new Groove(g, place))];
        Groove[] furrows =
        [
            .. MainGrooves,
            .. form.Ridges!.Where(r => r.Nosupp == 0).SelectMany(r => Beside([.. r.Pts.Select(place)], form.Supp ?? defaults.Supp)),
        ];
        var pits = (form.Pits ?? []).Select(p => (At: place(p), Depth: p[2], Radius: p[3])).ToArray();
        heights.Each(
            (x, y, at) =>
            {
                var carved = 0.0;
                // Where grooves meet they are no deeper than the deepest of them.
                foreach (var furrow in furrows)
                    carved = Math.Max(carved, furrow.Depth(x, y));
                foreach (var pit in pits)
                    carved += Pit((new Vec2(x, y) - pit.At).Length / pit.Radius) * pit.Depth;
                heights[at] -= carved;
            }
        );
    }

    /// <summary>Middle of the table in plan.</summary>
    public Vec2 Pole { get; }

    /// <summary>The rim round the pole: how far out, how high.</summary>
    public AngleTable RimReach { get; }

    public AngleTable RimHeight { get; }

    /// <summary>The grooves of the parameters, without the fine ones beside ridges: what the planner calls the groove zone.</summary>
    public Groove[] MainGrooves { get; }

    /// <summary>How far a place in plan lies outside the rim (negative inside), and the rim's height in its direction.</summary>
    public (double Outside, double RimHeight) OverRim(double x, double y)
    {
        var (dx, dy) = (x - Pole.X, y - Pole.Y);
        var angle = Math.Atan2(dy, dx);
        return (Math.Sqrt((dx * dx) + (dy * dy)) - RimReach.At(angle), RimHeight.At(angle));
    }

    public double Height(double x, double y) => heights.At(x, y);

    /// <summary>What is left of a pit's depth so many radii from its middle; nothing where it is under a hundred-thousandth.</summary>
    private static double Pit(double radii) => radii > 5.8 ? 0 : Math.Exp(-Math.Pow(radii, 1.4));

    /// <summary>Fine grooves on both sides of a triangular ridge; they draw nearer to each other toward the pit.</summary>
    private static IEnumerable<Groove> Beside(Vec2[] ridge, double[] cut)
    {
        var along = (ridge[^1] - ridge[0]).Unit;
        foreach (var side in (double[])[-1, 1])
        {
            var (from, to) = (
                ridge[0] + (along * 0.35) + (along.Turned * (0.95 * side)),
                ridge[^1] - (along * 0.1) + (along.Turned * (0.4 * side))
            );
            yield return new Groove([from, (from + to) * 0.5, to], [0.2, 1, 0.6], cut[0], cut[1]);
        }
    }
}

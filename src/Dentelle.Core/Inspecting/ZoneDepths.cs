using System.Numerics;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;

namespace Dentelle.Core.Inspecting;

/// <summary>What was cut from one zone, millimetres.</summary>
/// <param name="Usual">The plan's own usual depth less what is missing at the middle of all places seen: what a scan didn't see, and where
/// a zone's border was drawn, don't count then. For a zone of which the plan has no place, the median.</param>
/// <param name="Median">Of the depths as they are.</param>
/// <param name="Least">Twentieth part from below; the very least of many noisy depths says nothing.</param>
/// <param name="Most">Twentieth part from above.</param>
/// <param name="Doubt">Of the usual depth.</param>
/// <param name="LeastPlace">Where the least lies, in the tooth's own frame.</param>
/// <param name="MostPlace">Where the most lies.</param>
/// <param name="Area">How much of the surface was seen, square millimetres.</param>
public sealed record MeasuredDepth(
    Zone Zone,
    double Mean,
    double Usual,
    double Median,
    double Least,
    double Most,
    DepthDoubt Doubt,
    Vec3 LeastPlace,
    Vec3 MostPlace,
    double Area
)
{
    /// <summary>Standard deviation of the usual depth.</summary>
    public double Sigma => Doubt.Together;

    /// <summary>The part that is off most, of a square millimetre at least; null where none stands out.</summary>
    public OffPatch? Patch { get; init; }

    /// <summary>The shallowest place once noise is evened out; still shallower by what is left of it.</summary>
    public double Shallowest { get; init; }
}

/// <summary>What a depth's doubt comes from, as standard deviations, millimetres.</summary>
/// <param name="Surface">The scan's noise and the size of its triangles.</param>
/// <param name="Fit">How firmly the two scans are laid onto each other there.</param>
/// <param name="Frame">How firmly it is known where the zone ends.</param>
public readonly record struct DepthDoubt(double Surface, double Fit, double Frame)
{
    public double Together => Math.Sqrt((Surface * Surface) + (Fit * Fit) + (Frame * Frame));
}

/// <param name="Off">What is missing, negative where too much is gone.</param>
public sealed record OffPatch(double Off, Vec3 Place);

internal static class ZoneDepths
{
    /// <summary>As far over the finish line the shelf's own width is what is cut; the plan counts from there too.</summary>
    private const double OverShelf = 0.8;

    /// <summary>A scan's noise goes on over about so much, millimetres.</summary>
    private const double NoiseLength = 0.2;

    /// <summary>A closest point on a rough surface lies nearer than on a smooth one, by this share of the depth.</summary>
    private const double Shortened = 0.004;

    private const double Disc = 0.5;

    /// <summary>What triangles of a sixth of a millimetre cut off, and borders of zones move (set on simulated scans).</summary>
    private const double Triangles = 0.006;

    /// <summary>As much of a tooth's departure from the average form goes into its depths (set on simulated individual teeth).</summary>
    private const double Individual = 1.05;

    /// <summary>Of each vertex the number of its zone in the plan; −1 where none counts.</summary>
    public static int[] Labels(SiteSurface site, Preparation preparation, FinishLine? line, Vec3 turn)
    {
        var present = preparation.Present;
        var labels = new int[site.InCut.Length];
        var turned = turn == default ? Rigid.Rest : Rigid.FromTurnVector(turn, default);
        var walled = preparation.Walled is not null;
        Array.Fill(labels, -1);
        Parallel.For(0, (labels.Length + 511) / 512, run =>
        {
            var search = present.Tree.Search();
            for (var i = run * 512; i < Math.Min(labels.Length, (run + 1) * 512); i++)
            {
                if (!site.InCut[i] || !site.Seen[i])
                    continue;
                Vec3 place = site.Mesh.Positions[i];
                if (walled && line is not null)
                {
                    if (line.Over(place, preparation.Plan.Path) < OverShelf)
                        continue;
                }
                else if (preparation.Body!.IsShelf(place))
                    continue;
                var over = search.Closest(site.Frame.OnForm(turned.Apply(site.Old[i])));
                labels[i] = preparation.Labels[present.Surface.Corners[3 * over.Triangle]];
            }
        });
        return labels;
    }

    public static IReadOnlyList<MeasuredDepth> Of(
        SiteSurface site,
        Preparation preparation,
        FinishLine? line,
        int[] labels,
        Registration registration,
        double[] lacking,
        double frameDegrees
    )
    {
        var depths = Evened(site, registration.Noise);
        var zones = preparation.Plan.Zones;
        var found = zones.Select((zone, at) => Zone(zone, labels, at)).ToArray();
        if (frameDegrees > 0)
        {
            var turn = double.DegreesToRadians(frameDegrees);
            foreach (var axis in (ReadOnlySpan<Vec3>)[Vec3.UnitX, Vec3.UnitY, Vec3.UnitZ])
            {
                var other = Labels(site, preparation, line, axis * turn);
                for (var at = 0; at < found.Length; at++)
                {
                    if (found[at] is { } one && Zone(zones[at], other, at) is { } moved)
                        found[at] = one with
                        {
                            Doubt = one.Doubt with
                            {
                                Frame = Math.Sqrt((one.Doubt.Frame * one.Doubt.Frame) + Math.Pow(moved.Usual - one.Usual, 2)),
                            },
                        };
                }
            }
        }
        return [.. found.OfType<MeasuredDepth>()];

        MeasuredDepth? Zone(ZonePlan zone, int[] labels, int at)
        {
            const double leastArea = 0.15;
            int[] own = [.. Enumerable.Range(0, labels.Length).Where(i => labels[i] == at)];
            var area = own.Sum(i => site.Areas[i]);
            if (area < leastArea || own.Length < 4)
                return null;
            int[] sorted = [.. own.OrderBy(i => depths[i])];
            var mean = own.Sum(i => depths[i] * site.Areas[i]) / area;
            var (least, usual, most) = (Share(0.05), Share(0.5), Share(0.95));
            var outcome = preparation.Outcomes.First(one => one.Zone == zone.Zone);
            double[] missing = [.. own.Select(i => lacking[i]).Where(value => !double.IsNaN(value))];
            return new MeasuredDepth(
                zone.Zone,
                mean,
                outcome.IsMeasured && missing.Length > 0 ? outcome.Usual.Value - Ranks.Middle(missing) : depths[usual],
                depths[usual],
                depths[least],
                depths[most],
                Doubt(own, area),
                site.Mesh.Positions[least],
                site.Mesh.Positions[most],
                area
            )
            {
                Patch = PatchOf(own, lacking),
                Shallowest = depths[sorted[0]],
            };

            int Share(double share) => Ranks.AtShare(sorted, i => site.Areas[i], share);
        }

        OffPatch? PatchOf(int[] own, double[] lacking)
        {
            const double large = 1.0,
                off = 0.12;
            OffPatch? worst = null;
            foreach (var way in (int[])[1, -1])
            {
                int[] standing = [.. own.Where(i => !double.IsNaN(lacking[i]) && way * lacking[i] > off)];
                if (standing.Sum(i => site.Areas[i]) < large)
                    continue;
                var middle = standing.Aggregate(default(Vec3), (sum, i) => sum + site.Mesh.Positions[i]) / standing.Length;
                // Scattered places are no patch.
                var close = standing.Where(i => (site.Mesh.Positions[i] - middle).LengthSquared < 1.5).ToArray();
                if (close.Sum(i => site.Areas[i]) < large)
                    continue;
                var amount = Ranks.Middle(close.Select(i => lacking[i]));
                if (worst is null || Math.Abs(amount) > Math.Abs(worst.Off))
                    worst = new OffPatch(amount, site.Mesh.Positions[close.MinBy(i => (site.Mesh.Positions[i] - middle).LengthSquared)]);
            }
            return worst;
        }

        DepthDoubt Doubt(int[] own, double area)
        {
            if (registration.Noise == 0)
                return new DepthDoubt(0.002, 0, 0);
            var patch = 2 * Math.PI * NoiseLength * NoiseLength;
            // Residuals nearer to each other than the noise's length say the same.
            var together = 2.5;
            var step = Math.Max(1, own.Length / 200);
            var fit = registration.Fit?.Variance(
                own.Where((_, k) => k % step == 0)
                    .Select(i => (site.Frame.Scan(site.Mesh.Positions[i]), site.Frame.ScanDirection(site.OldNormals[i])))
            )
                ?? 0;
            var noise = 1.5 * registration.Noise * registration.Noise * Math.Min(1, patch / area);
            // What the form is off by is the tooth's own shape, but for the noise of one scan.
            var shape = Math.Max(0, (site.Frame.Rms * site.Frame.Rms) - (registration.Noise * registration.Noise / 2));
            return new DepthDoubt(Math.Sqrt(noise + (Triangles * Triangles)), Math.Sqrt(together * fit), Individual * Math.Sqrt(shape));
        }
    }

    /// <summary>Of a floor's depth under the surface before: many places of both are seen.</summary>
    public static DepthDoubt Down(SiteSurface site) =>
        site.Noise == 0
            ? new DepthDoubt(0.01, 0, 0)
            : new DepthDoubt(Math.Sqrt((site.Noise * site.Noise / 4) + (Triangles * Triangles)), 0.01, Individual * site.Frame.Rms);

    /// <summary>Depths as means over a disc: the shallowest of many noisy ones would be the noise's.</summary>
    public static double[] Evened(SiteSurface site, double noise)
    {
        if (noise < CutSite.Threshold(0) / 10)
            return site.Depths;
        var cells = new Cells(site.Mesh.Positions.ToArray(), (float)Disc);
        var normals = site.Mesh.Normals.ToArray();
        var evened = (double[])site.Depths.Clone();
        Parallel.For(0, evened.Length, i =>
        {
            if (!site.InCut[i] || !site.Seen[i])
                return;
            var (sum, weight) = (0.0, 0.0);
            foreach (var (near, _) in cells.Within(site.Mesh.Positions[i], (float)Disc))
            {
                if (!site.InCut[near] || !site.Seen[near] || Vector3.Dot(normals[near], normals[i]) < 0.7f)
                    continue;
                sum += site.Depths[near] * site.Areas[near];
                weight += site.Areas[near];
            }
            if (weight > 0)
                evened[i] = sum / weight * (1 + Shortened);
        });
        return evened;
    }
}

using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>The wall of one side.</summary>
/// <param name="Lean">Degrees inward from the path; null where no straight wall stands.</param>
/// <param name="Sigma">Its standard deviation, degrees.</param>
/// <param name="Height">How far up its straight run reaches over the finish line, millimetres.</param>
/// <param name="Share">Share of the side along which it stands.</param>
/// <param name="Place">A place in its middle, in the tooth's own frame.</param>
public sealed record MeasuredWall(WallSide Side, double? Lean, double Sigma, double Height, double Share, Vec3 Place)
{
    /// <summary>Where less of a side stands straight than this, it has no wall.</summary>
    private const double LeastShare = 0.6;

    internal static IReadOnlyList<MeasuredWall> All(WallRuns runs, Vec3 path) =>
        [.. Enum.GetValues<WallSide>().Select(side => Of(side, runs, path)).OfType<MeasuredWall>()];

    private static MeasuredWall? Of(WallSide side, WallRuns runs, Vec3 path)
    {
        var (sin, cos) = Math.SinCos(WallSlot.Angle(side));
        var toward = new Vec3(cos, sin, 0);
        toward = (toward - (path * toward.Dot(path))).Unit;
        int[] own = [.. Enumerable.Range(0, runs.Runs.Length).Where(i => -runs.Line.Stations[i].Inward.Dot(toward) > Math.Sqrt(0.5))];
        if (own.Length < 6)
            return null;
        int[] held = [.. own.Where(i => runs.Runs[i] is not null)];
        var share = (double)held.Length / own.Length;
        var middle = own.MaxBy(i => -runs.Line.Stations[i].Inward.Dot(toward));
        if (share < LeastShare)
            return new MeasuredWall(side, null, 0, 0, share, runs.Line.Stations[middle].Place);
        var leans = held.Select(i => (runs.Runs[i]!.Value.Lean, Weight: Math.Pow(runs.Runs[i]!.Value.Length, 3)))
            .OrderBy(one => one.Lean)
            .ToArray();
        var lean = At(0.5);
        // A quarter either way is 0.67 of a standard deviation; neighbours over a millimetre say the same.
        var spread = (At(0.75) - At(0.25)) / 1.35;
        var height = Ranks.Middle(held.Select(i => runs.Runs[i]!.Value.To));
        var nearest = held.MinBy(i => Math.Abs(i - middle));
        var run = runs.Runs[nearest]!.Value;
        var half = (run.From + run.To) / 2;
        var place =
            runs.Line.Stations[nearest].Place
            + (path * half)
            + (runs.Line.Stations[nearest].Inward * (run.Foot + (half * Math.Tan(double.DegreesToRadians(run.Lean)))));
        return new MeasuredWall(side, lean, spread / Math.Sqrt(Math.Max(1, held.Length / 6.0)), height, share, place);

        double At(double share) => Ranks.AtShare(leans, one => one.Weight, share).Lean;
    }

    /// <summary>The walls of a pair.</summary>
    internal static (WallSide One, WallSide Other) Sides(WallPairKind pair) =>
        pair == WallPairKind.Mesiodistal ? (WallSide.Mesial, WallSide.Distal) : (WallSide.Facial, WallSide.Lingual);

    /// <summary>Convergence of two opposite walls; null where one of them doesn't stand.</summary>
    public static (double Degrees, double Sigma)? Convergence(IReadOnlyList<MeasuredWall> walls, WallPairKind pair)
    {
        var (one, other) = Sides(pair);
        var (a, b) = (walls.FirstOrDefault(wall => wall.Side == one), walls.FirstOrDefault(wall => wall.Side == other));
        return a?.Lean is { } first && b?.Lean is { } second
            ? (first + second, Math.Sqrt((a.Sigma * a.Sigma) + (b.Sigma * b.Sigma)))
            : null;
    }
}

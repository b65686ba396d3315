using System.Globalization;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Inspecting;

/// <summary>What is wrong with walls: tipped as a whole, or one of them too far in or out.</summary>
internal static class WallFindings
{
    public static IEnumerable<ScanFinding> Of(MeasuredTooth tooth, InspectionLimits limits)
    {
        var (plan, walls) = (tooth.Preparation.Plan, tooth.Walls);
        var range = plan.Convergence.Value;
        var off = limits.LeanOffMostDeg.Value;
        var planned = new Measured(0, range.Target.PerWall.Degrees, range.Least.PerWall.Degrees, range.Most.PerWall.Degrees);
        var tipped = new List<WallSide>();
        foreach (var pair in Enum.GetValues<WallPairKind>())
        {
            var (one, other) = MeasuredWall.Sides(pair);
            if (Lean(one) is not { } a || Lean(other) is not { } b)
                continue;
            // A wall that leans in more than it should while its opposite leans in less: the whole is tipped.
            var tip = (a.Lean!.Value - b.Lean!.Value) / 2;
            var rest = Math.Min(
                Math.Abs(a.Lean.Value - range.Target.PerWall.Degrees),
                Math.Abs(b.Lean.Value - range.Target.PerWall.Degrees)
            );
            // Another mouth's tooth tells its own path less surely than the walls stand to each other.
            if (Math.Abs(tip) <= off + tooth.Frame.LeanSigma || rest < Math.Abs(tip) / 2)
                continue;
            tipped.AddRange([one, other]);
            var toward = tip > 0 ? other : one;
            var inward = tip > 0 ? a : b;
            yield return new ScanFinding(
                ScanFindingKind.Tipped,
                Verdict.Critical,
                "All walls",
                null,
                Math.Abs(tip),
                Math.Sqrt((a.Sigma * a.Sigma) + (b.Sigma * b.Sigma)) / 2,
                $"Tipped {Degrees(Math.Abs(tip))}° to the {Kebab.Of(toward)}",
                $"Both walls follow another path than the plan's {Degrees(range.Target.Degrees)}° round its own. "
                    + "Hold the bur along the path; where a bridge or a neighbour asks for it, cut the wall that leans out.",
                inward.Place,
                8 + (2 * Math.Abs(tip) / off)
            );
        }
        foreach (var wall in walls)
        {
            if (wall.Lean is not { } lean || tipped.Contains(wall.Side))
                continue;
            var doubt = ScanJudge.Sure * wall.Sigma;
            if (lean - doubt > range.Most.PerWall.Degrees + off / 2)
                yield return Found(
                    wall,
                    Verdict.Over,
                    lean - range.Target.PerWall.Degrees,
                    $"{Degrees(lean)}° in, planned {Degrees(range.Target.PerWall.Degrees)}",
                    "A wall that leans in so far holds little: make the lower part steeper where the shelf gives room, or add a "
                        + "groove; it can't be put back.",
                    off
                ) with
                {
                    Beside = planned with { Value = lean },
                };
            else if (lean + doubt < range.Least.PerWall.Degrees - off / 2)
                yield return Found(
                    wall,
                    Verdict.Under,
                    range.Target.PerWall.Degrees - lean,
                    lean < 0 ? $"{Degrees(-lean)}° out" : $"Only {Degrees(lean)}° in, planned {Degrees(range.Target.PerWall.Degrees)}",
                    "It may bind or not be seen by the scanner: lean the bur in by the difference.",
                    off
                ) with
                {
                    Beside = planned with { Value = lean },
                };
        }

        MeasuredWall? Lean(WallSide side) => walls.FirstOrDefault(wall => wall.Side == side && wall.Lean is not null);
    }

    private static ScanFinding Found(MeasuredWall wall, Verdict verdict, double by, string headline, string instruction, double off) =>
        new(
            ScanFindingKind.Wall,
            verdict,
            $"{Kebab.Words(wall.Side).UpperFirst()} wall",
            null,
            by,
            wall.Sigma,
            headline,
            instruction,
            wall.Place,
            2 + (3 * by / off)
        );

    private static string Degrees(double angle) => Math.Round(angle).ToString(CultureInfo.InvariantCulture);
}

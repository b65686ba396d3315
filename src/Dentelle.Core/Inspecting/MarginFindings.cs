using Dentelle.Core.Judging;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>What is wrong with the finish line.</summary>
internal static class MarginFindings
{
    public static IEnumerable<ScanFinding> Of(MeasuredTooth tooth, InspectionLimits limits, Mm tolerance)
    {
        if (tooth.Margin is not { } margin)
            yield break;
        var plan = tooth.Preparation.Plan;
        // A level is as sure as the gum that it is counted from.
        foreach (var segment in margin.Segments)
        {
            var place = PlaceOf(margin, segment.Segment);
            var where = $"{Kebab.Words(segment.Segment).UpperFirst()} margin";
            if (segment.Width is { } width && segment.PlannedWidth is { } asked && plan.Margin.Has(segment.Segment))
            {
                var range = plan.Margin.At(segment.Segment).Width.Value;
                var (least, most) = (Math.Min(range.Least.Value, asked), Math.Max(range.Most.Value, asked));
                if (width < least - tolerance.Value || width > most + tolerance.Value)
                    yield return Found(
                        ScanFindingKind.MarginWidth,
                        width < asked ? Verdict.Under : Verdict.Over,
                        where,
                        Math.Abs(width - asked),
                        $"{ScanJudge.Told(Math.Abs(width - asked))} {(width < asked ? "narrow" : "wide")}",
                        width < asked
                            ? $"{ScanJudge.Told(width)} wide of {ScanJudge.Told(asked)}: the edge comes out thin or bulging. Widen "
                                + "the shelf, keep the line."
                            : $"{ScanJudge.Told(width)} wide of {ScanJudge.Told(asked)}: leave it; look what is left of the wall.",
                        place,
                        1.2 * Math.Abs(width - asked) / tolerance.Value
                    ) with
                    {
                        Beside = new Measured(width, asked, least, most),
                    };
            }
            if (segment.Lip > limits.LipMostMm.Value)
                yield return Found(
                    ScanFindingKind.Lip,
                    Verdict.Critical,
                    where,
                    segment.Lip,
                    $"{ScanJudge.Told(segment.Lip)} lip",
                    "A thin rim of tooth stands at the edge and breaks in the die: take it off with the side of the bur, no deeper "
                        + "than the shelf.",
                    place,
                    4 + (3 * segment.Lip / limits.LipMostMm.Value)
                );
            if (segment.PlannedLevel is { } level && Math.Abs(segment.Level - level) > LevelMost(segment))
                yield return Found(
                    ScanFindingKind.MarginLevel,
                    segment.Level > level ? Verdict.Under : Verdict.Over,
                    where,
                    Math.Abs(segment.Level - level),
                    $"{ScanJudge.Told(Math.Abs(segment.Level - level))} {(segment.Level > level ? "high" : "low")}",
                    segment.Level > level
                        ? "Bring the line down, or leave it where it can be cleaned and isn't seen."
                        : "It can't be brought up: see how far it is into the sulcus before an impression is taken.",
                    place,
                    1.5 * Math.Abs(segment.Level - level) / limits.LevelOffMostMm.Value
                ) with
                {
                    Sigma = segment.LevelSigma,
                    Beside = new Measured(segment.Level, level, level - limits.LevelOffMostMm.Value, level + limits.LevelOffMostMm.Value),
                };
            if (
                margin.Rough.TryGetValue(segment.Segment, out var rough)
                && rough > limits.RoughMostMm.Value
                && !Steps(segment.Segment)
                && !Lipped(segment.Segment)
            )
                yield return Found(
                    ScanFindingKind.MarginRough,
                    Verdict.Under,
                    where,
                    rough,
                    $"Ragged by {ScanJudge.Told(2 * rough)}",
                    "Smooth the line with a fine bur at low speed; a ragged edge can't be waxed, milled or scanned.",
                    place,
                    3 + (2 * rough / limits.RoughMostMm.Value)
                );
        }
        MeasuredSegment[] all = [.. margin.Segments.Where(segment => segment.PlannedLevel is not null)];
        if (all.Length == 8 && (all.MaxBy(Off), all.MinBy(Off)) is ({ } highest, { } lowest))
        {
            var spread = Off(highest) - Off(lowest);
            if (spread > Math.Max(LevelMost(highest), LevelMost(lowest)) && Turns(Array.ConvertAll(all, Off)) >= 4)
                yield return Found(
                    ScanFindingKind.MarginLevel,
                    Verdict.Under,
                    "Margin all round",
                    spread,
                    $"Wanders by {ScanJudge.Told(spread)}",
                    "The line goes up and down: level it to its lowest stretch in short strokes, looking along it.",
                    PlaceOf(margin, all.MaxBy(segment => Math.Abs(Off(segment)))!.Segment),
                    4 + (3 * spread / limits.LevelOffMostMm.Value)
                );
        }
        // Where a rim stands the line is found now on it, now inside it: that is no step.
        foreach (var step in margin.Steps.Where(step => step.Height > limits.StepMostMm.Value && !Lipped(step.Segment)))
            yield return Found(
                ScanFindingKind.MarginStep,
                Verdict.Critical,
                $"{Kebab.Words(step.Segment).UpperFirst()} margin",
                step.Height,
                $"{ScanJudge.Told(step.Height)} step",
                "The line jumps: run the higher side down into the lower one over two or three millimetres.",
                step.Place,
                4 + (3 * step.Height / limits.StepMostMm.Value)
            );

        static double Off(MeasuredSegment segment) => segment.Level - segment.PlannedLevel!.Value;

        double LevelMost(MeasuredSegment segment) => limits.LevelOffMostMm.Value + (ScanJudge.Sure * segment.LevelSigma);

        bool Lipped(Segment segment) =>
            margin.Segments.Any(one =>
                one.Lip > limits.LipMostMm.Value && (Math.Abs(one.Segment - segment) <= 1 || Math.Abs(one.Segment - segment) == 7)
            );

        bool Steps(Segment segment) => margin.Steps.Any(step => step.Segment == segment && step.Height > limits.StepMostMm.Value);

        ScanFinding Found(
            ScanFindingKind kind,
            Verdict verdict,
            string where,
            double amount,
            string headline,
            string instruction,
            Vec3 place,
            double weight
        ) =>
            new(
                kind,
                verdict,
                where,
                null,
                amount,
                kind == ScanFindingKind.MarginLevel ? margin.Gum.Doubt : tooth.Registration.Noise,
                headline,
                instruction,
                place,
                weight
            );
    }

    /// <summary>How often a closed row of values turns from rising to falling or back.</summary>
    private static int Turns(double[] values)
    {
        var rises = Enumerable
            .Range(0, values.Length)
            .Select(i => values[(i + 1) % values.Length] - values[i])
            .Where(rise => Math.Abs(rise) > 0.05)
            .ToArray();
        return Enumerable.Range(0, rises.Length).Count(i => rises[i] > 0 != rises[(i + 1) % rises.Length] > 0);
    }

    private static Vec3 PlaceOf(MarginMeasure margin, Segment segment)
    {
        var own = margin.Places.Where(place => place.Segment == segment).ToArray();
        return own[own.Length / 2].Place;
    }
}

using CsCheck;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Tests;

/// <summary>What must hold of every judgement, whatever was read.</summary>
public class JudgeLaws
{
    private const string Cusp = "functional-cusp-mesiofacial"; // zirconia: 1.0, at least 0.6, at most 1.5

    private static readonly Plan Zirconia = Shipped.Plan("36 crown zirconia");
    private static readonly MmRange Depth = Zirconia.Zone(Cusp)!.Depth.Value;
    private static readonly double[] Limits = [Depth.Least.Value, Depth.Target.Value - Shipped.Protocol.Tolerance.Value, Depth.Most.Value];

    private static readonly double[] Sizes =
    [
        .. Shipped.Protocol.Gauges.SelectMany(gauge => gauge.SizesMm ?? []),
        .. Shipped.Protocol.BursInHand.Select(bur => bur.TipMm),
    ];

    private static Finding Of(Interval interval) =>
        Shipped.Need(Judge.Of(new Reading(Cusp, ReadingKind.IndexGap, interval, "thickness-gauges"), Zirconia, Shipped.Protocol));

    private static Interval Passing(double passed, double stopped) => Interval.Passing(new Mm(passed), new Mm(stopped));

    [Fact(
        DisplayName = "The gauge that settles lies inside the reading and tells whichever way it goes; no other at hand tells more, or "
            + "as much nearer to the limit in doubt; where none is named, none would"
    )]
    public void Settling() =>
        (from passed in Gen.Int[0, 16] from span in Gen.Int[1, 12] select (passed / 10.0, (passed + span) / 10.0)).Sample(
            bounds =>
            {
                var (passed, stopped) = bounds;
                var finding = Of(Passing(passed, stopped));
                if (finding is { IsProbable: false, Verdict: not Verdict.CantTell })
                {
                    Assert.Null(finding.SettlingGauge);
                    return;
                }
                var straddled = Limits.Where(limit => limit >= passed - 1e-9 && limit <= stopped + 1e-9).ToArray();
                double Off(double size) => straddled.Min(limit => Math.Abs(limit - size));
                int? Tells(double size)
                {
                    Finding[] answers = [Of(Passing(passed, size)), Of(Passing(size, stopped))];
                    return answers.Any(answer => answer.Verdict == Verdict.CantTell) ? null : answers.Count(answer => !answer.IsProbable);
                }
                var useful = Sizes.Where(size => size > passed + 1e-9 && size < stopped - 1e-9 && Tells(size) is not null).ToArray();
                Assert.Equal(useful.Length > 0, finding.SettlingGauge is not null);
                if (finding.SettlingGauge is not { } settling)
                {
                    Assert.Contains("No gauge of the set would settle it", finding.Instruction);
                    return;
                }
                Assert.Equal(useful.Max(Tells), Tells(settling.Value));
                Assert.Equal(useful.Where(size => Tells(size) == Tells(settling.Value)).Min(Off), Off(settling.Value), 9);
                Assert.Contains($"The {settling} of the ", finding.Instruction);
            },
            iter: 400
        );

    [Fact(DisplayName = "A correction ends at the target: the most brings the deepest doubt there, the least is surely missing")]
    public void Corrections() =>
        (from passed in Gen.Double[0, 2] from span in Gen.Double[0, 1] select (passed, span)).Sample(
            sample =>
            {
                var finding = Of(Interval.Between(new Mm(sample.passed), new Mm(sample.passed + sample.span), true));
                var target = Depth.Target.Value;
                Assert.Equal(Math.Max(target, sample.passed), sample.passed + finding.CorrectionMost.Value, 9);
                Assert.Equal(Math.Max(target, sample.passed + sample.span), sample.passed + sample.span + finding.CorrectionLeast.Value, 9);
            },
            iter: 200
        );

    [Fact(DisplayName = "An open reading may be deep enough already, so nothing of it is surely missing")]
    public void Open()
    {
        var finding = Of(Interval.Passing(new Mm(0.75), null));
        Assert.Equal((Verdict.CantTell, 0.0, 0.25), (finding.Verdict, finding.CorrectionLeast.Value, finding.CorrectionMost.Value));
    }

    [Theory(DisplayName = "Each verdict is told by its amount, its remedy and, below the least, the danger")]
    [InlineData(0.5, 0.5, "0.5 short", "0.5 more: half the width of a 1.0 tip.", true)]
    [InlineData(0.7, 0.7, "0.3 short", "0.3 more: half the width of a 0.6 tip.", false)]
    [InlineData(0.3, 0.5, "0.6 short", "0.6 more: the whole width of a 0.6 tip.", true)] // read to two tenths: one number
    [InlineData(0.3, 0.58, "0.42 to 0.7 short", "0.42 more first: ", true)]
    [InlineData(0.25, 0.5, "0.5 to 0.75 short", "0.5 more first: half the width of a 1.0 tip, then read again", true)] // a quarter
    [InlineData(1.2, 1.2, "Within", "1.2 against 1.0 [0.6–1.5]. Nothing to correct.", false)]
    [InlineData(1.7, 1.7, "0.7 over", "This can't be cut back", false)]
    public void Words(double from, double to, string headline, string instruction, bool breaks)
    {
        var finding = Of(Interval.Between(new Mm(from), new Mm(to), true));
        Assert.Equal(headline, finding.Headline);
        Assert.Contains(instruction, finding.Instruction);
        Assert.Equal(breaks, finding.Instruction.Contains("too thin and may break", StringComparison.Ordinal));
    }

    [Theory(DisplayName = "A limit itself is on the good side, floating-point dust too; a hundredth beyond is not")]
    [InlineData(0.6, Verdict.Under, 0.59, Verdict.Critical)]
    [InlineData(0.9, Verdict.Within, 0.89, Verdict.Under)]
    [InlineData(1.5, Verdict.Within, 1.51, Verdict.Over)]
    public void Limits_belong(double at, Verdict there, double beyond, Verdict past)
    {
        var sign = Math.Sign(beyond - at);
        Assert.Equal(
            [there, there, past],
            new[] { at, at + (sign * 1e-9), beyond }.Select(value => Of(Interval.Read(new Mm(value), Mm.Zero)).Verdict)
        );
        // A gauge that stopped at the limit leaves all below it; a scale that may have read it does not.
        if (sign < 0)
            Assert.Equal(past, Of(Passing(beyond, at)).Verdict);
    }
}

using CsCheck;
using Dentelle.Core.Burs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Tests;

public class JudgeTests
{
    private const string Cusp = "functional-cusp-mesiofacial"; // zirconia: 1.0, at least 0.6, at most 1.5

    private static readonly Plan Zirconia = Shipped.Plan("36 crown zirconia");

    private static Finding Of(
        Interval interval,
        Plan? plan = null,
        string zone = Cusp,
        ReadingKind kind = ReadingKind.IndexGap,
        Mm? tip = null
    ) => Shipped.Need(Judge.Of(new Reading(zone, kind, interval, "thickness-gauges"), plan ?? Zirconia, Shipped.Protocol, tip));

    private static Interval Passing(double passed, double? stopped) =>
        Interval.Passing(new Mm(passed), stopped is { } size ? new Mm(size) : null);

    private static Interval Exactly(double value) => Interval.Read(new Mm(value), Mm.Zero);

    [Theory(DisplayName = "Bands: below the least critical, below target − 0.1 under, above the most over")]
    [InlineData(0.59, Verdict.Critical)]
    [InlineData(0.6, Verdict.Under)]
    [InlineData(0.89, Verdict.Under)]
    [InlineData(0.9, Verdict.Within)]
    [InlineData(1.5, Verdict.Within)]
    [InlineData(1.51, Verdict.Over)]
    public void Bands(double read, Verdict verdict) => Assert.Equal(verdict, Of(Exactly(read)).Verdict);

    [Theory(DisplayName = "A gauge reading is an interval: the one passes and the next does not")]
    [InlineData(1.0, 1.5, Verdict.Within)] // 1.0 ≤ gap < 1.5, all of it within
    [InlineData(0.75, 1.0, Verdict.CantTell)] // 0.75 is short, 0.95 is not
    [InlineData(0.4, 0.75, Verdict.CantTell)] // 0.5 is critical, 0.7 only short
    [InlineData(0.0, 0.4, Verdict.Critical)]
    [InlineData(1.5, null, Verdict.CantTell)] // nothing larger was tried
    public void Gauge_intervals(double passed, double? stopped, Verdict verdict) =>
        Assert.Equal(verdict, Of(Passing(passed, stopped)).Verdict);

    [Fact(DisplayName = "“Can't tell” names a gauge that lies inside the reading and splits it at the limit")]
    public void Settling_gauge()
    {
        var finding = Of(Passing(0.75, 1.0));
        Assert.Equal(new Mm(0.9), finding.SettlingGauge); // the 0.9 bur, at target − tolerance
        Assert.NotEqual(Of(Passing(0.75, 0.9)).Verdict, Of(Passing(0.9, 1.0)).Verdict);
    }

    [Fact(DisplayName = "An interval gets a verdict exactly when every value in it gets that verdict")]
    public void Intervals_agree_with_their_values() =>
        (from passed in Gen.Double[0, 2] from span in Gen.Double[0.05, 1] select (passed, span)).Sample(
            sample =>
            {
                var stopped = sample.passed + sample.span;
                var inside = Enumerable
                    .Range(0, 200)
                    .Select(i => Of(Exactly(sample.passed + (sample.span * i / 200))).Verdict)
                    .Distinct()
                    .ToArray();
                var verdict = Of(Passing(sample.passed, stopped)).Verdict;
                if (inside.Length > 1)
                    Assert.Equal(Verdict.CantTell, verdict);
                else if (verdict != Verdict.CantTell)
                    Assert.Equal(inside[0], verdict);
                // Two hundred values can miss a limit that lies within the last two hundredth of the span.
                else
                    Assert.NotEqual(inside[0], Of(Exactly(stopped - 1e-5)).Verdict);
            },
            iter: 300
        );

    [Fact(DisplayName = "The correction goes to the target: 0.5 lacking is half the width of a 1.0 bur (common practice)")]
    public void Correction_in_bur_widths()
    {
        var finding = Of(Exactly(0.5), tip: new Mm(1.0));
        Assert.Equal(Verdict.Critical, finding.Verdict);
        Assert.Equal("0.5 short", finding.Headline);
        Assert.Contains("0.5 more: half the width of a 1.0 tip", finding.Instruction);
        Assert.Equal([0.5, 0.5], [finding.CorrectionLeast.Rounded, finding.CorrectionMost.Rounded]);

        var coarse = Of(Passing(0, 0.4));
        Assert.Equal([0.6, 1.0], [coarse.CorrectionLeast.Rounded, coarse.CorrectionMost.Rounded]);
        Assert.StartsWith("0.6 more first: the whole width of a 0.6 tip", coarse.Instruction);

        // When perhaps nothing is missing, nothing is told to be cut outright.
        var ridge = Of(Passing(0.75, 1.0), Shipped.Plan("31 crown metal-ceramic facial"), "facial-incisal-third");
        Assert.Equal("can't tell", ridge.Headline.ToLowerInvariant());
        var edge = Of(Passing(1.0, 1.5), Shipped.Plan("26 crown lithium disilicate"), "functional-cusp-mesiolingual");
        Assert.Equal((Verdict.Critical, "up to 0.5 short"), (edge.Verdict, edge.Headline));
        Assert.StartsWith("Shave and read again", edge.Instruction);

        Assert.DoesNotContain("more", Of(Exactly(1.7)).Instruction);
    }

    [Fact(DisplayName = "Each kind of reading has its own expected value")]
    public void Expected_by_kind()
    {
        var plan = Shipped.Plan("36 crown zirconia", inputs => inputs with { RoomBeforeMm = new Dictionary<string, double>
                {
                    ["functional-cusp"] = 0.4,
                }, BuildOutMm = new Dictionary<string, double> { ["functional-cusp"] = 0.3 } });
        // Cut 0.7 (1.0 − 0.3); clearance 0.4 + 0.7; the wax-up's index shows the whole thickness.
        Assert.Equal(0.7, Of(Exactly(0.7), plan).Expected.Target.Rounded);
        Assert.Equal(0.7, Of(Exactly(0.7), plan, kind: ReadingKind.HeightDifference).Expected.Target.Rounded);
        Assert.Equal(1.1, Of(Exactly(1.1), plan, kind: ReadingKind.Clearance).Expected.Target.Rounded);
        Assert.Equal(1.0, Of(Exactly(1.0), plan, kind: ReadingKind.WaxUpIndexGap).Expected.Target.Rounded);

        var noAntagonist = Judge.Of(new Reading("lingual", ReadingKind.Clearance, Exactly(1), "probe"), Zirconia, Shipped.Protocol);
        Assert.Equal("reading-kind", noAntagonist.Problem!.Code);
    }

    [Fact(DisplayName = "Readings are entered as the gauge gives them; a 7.0 tall tooth measured 5.0 after has lost 2.0 (common practice)")]
    public void Entering_readings()
    {
        var set = Shipped.Protocol.Gauges.First(gauge => gauge.Id == "thickness-gauges");
        var caliper = Shipped.Protocol.Gauges.First(gauge => gauge.Id == "caliper");
        var plausible = Shipped.Protocol.Plausible.ReadingMm;

        var next = Shipped.Need(GaugeReadings.Passing(set, Cusp, ReadingKind.IndexGap, 1.0, null)).Interval;
        Assert.Equal((new Mm(1.0), new Mm(1.5)), (next.From, next.Below));
        Assert.True(Shipped.Need(GaugeReadings.Passing(set, Cusp, ReadingKind.IndexGap, 1.5, null)).Interval.IsOpen);
        Assert.Equal("gauge-size", GaugeReadings.Passing(set, Cusp, ReadingKind.IndexGap, 1.2, null).Problem!.Code);
        Assert.Equal("gauge-order", GaugeReadings.Passing(set, Cusp, ReadingKind.IndexGap, 1.0, 0.4).Problem!.Code);
        Assert.Equal("implausible", GaugeReadings.Read(caliper, Cusp, ReadingKind.IndexGap, 40, plausible).Problem!.Code);

        var lost = Shipped.Need(GaugeReadings.Heights(caliper, Cusp, 7.0, 5.0, plausible)).Interval;
        Assert.Equal(2.0, (lost.From.Value + lost.Below.Value) / 2, 9);
        Assert.Equal(0.2, lost.Below.Value - lost.From.Value, 9); // both measurements are good to 0.05
        Assert.Equal("height-order", GaugeReadings.Heights(caliper, Cusp, 5.0, 7.0, plausible).Problem!.Code);
    }

    [Theory(DisplayName = "Half of a tip is a chamfer, a whole tip and a little more a shoulder (common practice)")]
    [InlineData(1.0, 0.5)]
    [InlineData(0.9, 0.45)]
    [InlineData(0.6, 0.3)]
    public void Half_tips(double tip, double half)
    {
        Assert.Equal(half, BurWidths.HalfTip(new Mm(tip)).Rounded);
        Assert.Equal($"half the width of a {new Mm(tip)} tip", BurWidths.Words(new Mm(half), new Mm(tip)));
        Assert.Equal(1.2, BurWidths.WholeTipAnd(new Mm(1.0), new Mm(0.2)).Rounded);
    }
}

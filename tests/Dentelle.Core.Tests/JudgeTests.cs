using CsCheck;
using Dentelle.Core.Burs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

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
    ) =>
        Shipped.Need(
            Judge.Of(
                new Reading(zone, kind, interval, "thickness-gauges"),
                plan ?? Zirconia,
                Shipped.Protocol,
                tip is { } inHand ? length => BurWidths.Of(length, inHand) : null
            )
        );

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
    [InlineData(1.0, 1.5, Verdict.Within, false)] // 1.0 ≤ gap < 1.5, all of it within
    [InlineData(0.75, 1.0, Verdict.CantTell, false)] // 0.75 is short, 0.95 is not, and it is three to two
    [InlineData(0.4, 0.75, Verdict.Critical, true)] // short for certain; 0.5 is critical, 0.7 is not
    [InlineData(0.4, 1.0, Verdict.Under, true)] // five parts of six are short
    [InlineData(0.0, 0.4, Verdict.Critical, false)]
    [InlineData(1.0, 1.7, Verdict.Within, true)]
    [InlineData(1.0, null, Verdict.Within, true)] // the target is reached, nothing larger was tried
    [InlineData(0.75, null, Verdict.CantTell, false)]
    [InlineData(1.6, null, Verdict.Over, false)]
    public void Gauge_intervals(double passed, double? stopped, Verdict verdict, bool isProbable)
    {
        var finding = Of(Passing(passed, stopped));
        Assert.Equal((verdict, isProbable), (finding.Verdict, finding.IsProbable));
        Assert.Equal(isProbable, finding.Headline.StartsWith("Probably ", StringComparison.Ordinal));
    }

    [Fact(DisplayName = "The gauges at hand on a target of 1.5 (1.4 to 1.6): the 1.5 passes is deep enough, the 1.0 alone is short")]
    public void Ordinary_gauges()
    {
        var plan = Shipped.Plan("36 crown lithium disilicate");
        Finding At(double passed, double? stopped) => Of(Passing(passed, stopped), plan, "non-functional-cusp-mesiolingual");
        var reached = At(1.5, null);
        Assert.Equal(("Probably within", true), (reached.Headline, reached.IsProbable));
        Assert.StartsWith("Nothing larger was tried: more than 1.6 is not ruled out.", reached.Instruction, StringComparison.Ordinal);
        var lacking = At(1.0, 1.5);
        Assert.Equal((Verdict.Critical, "Probably up to 0.5 short"), (lacking.Verdict, lacking.Headline));
        Assert.Contains("Shave and read again", lacking.Instruction, StringComparison.Ordinal);
    }

    [Fact(DisplayName = "“Can't tell” names a gauge that lies inside the reading and splits it at the limit")]
    public void Settling_gauge()
    {
        var finding = Of(Passing(0.75, 1.0));
        Assert.Equal(new Mm(0.9), finding.SettlingGauge); // the 0.9 bur, at target − tolerance
        Assert.NotEqual(Of(Passing(0.75, 0.9)).Verdict, Of(Passing(0.9, 1.0)).Verdict);
    }

    [Fact(
        DisplayName = "An interval gets a verdict for certain when every value in it gets that verdict, and probably when two of "
            + "three do; short is short whether critical or not; who reached the target cut no farther"
    )]
    public void Intervals_agree_with_their_values() =>
        (from passed in Gen.Double[0, 2] from span in Gen.Double[0.05, 1] select (passed, span)).Sample(
            sample =>
            {
                const int count = 1000;
                var inside = Enumerable
                    .Range(0, count)
                    .Select(i => Of(Exactly(sample.passed + (sample.span * (i + 0.5) / count))).Verdict)
                    .ToArray();
                double Share(Verdict verdict) => inside.Count(each => each == verdict) / (double)count;
                var isShort = Share(Verdict.Critical) + Share(Verdict.Under);
                var finding = Of(Passing(sample.passed, sample.passed + sample.span));
                // A limit in the outermost thousandth is not seen from here.
                var share = finding.Verdict switch
                {
                    Verdict.CantTell => 1 - new[] { isShort, Share(Verdict.Within), Share(Verdict.Over) }.Max(),
                    Verdict.Critical or Verdict.Under when finding.IsProbable => isShort,
                    var verdict => Share(verdict),
                };
                var reached = Of(Exactly(sample.passed)).Verdict == Verdict.Within;
                Assert.True(
                    reached && inside[^1] != Verdict.Within ? (finding.Verdict, finding.IsProbable) == (Verdict.Within, true)
                        : finding.Verdict == Verdict.CantTell ? share > (1.0 / 3) - 0.002
                        : finding.IsProbable ? share >= (2.0 / 3) - 0.002 && inside.Distinct().Count() <= 4
                        : share > 0.998,
                    $"{finding.Verdict} {finding.IsProbable} {share}"
                );
                if (inside.Distinct().Count() > 1)
                    Assert.True(finding.IsProbable || finding.Verdict == Verdict.CantTell);
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

    /// <summary>Facts of the trade: what is cut does not grow again, cutting only adds room, a pulp that was reached bleeds.</summary>
    [Fact(
        DisplayName = "A reading that contradicts an earlier one, the room that was there or the pulp is asked again; one that "
            + "agrees is not"
    )]
    public void Doubts()
    {
        Reading Read(ReadingKind kind, double value) => new("groove", kind, Interval.Read(new(value), new(0.1)), "caliper");
        string? Doubt(Reading reading, Reading? before = null, double? room = null, double? pulp = null) =>
            ReadingDoubts.Of(
                reading,
                Zirconia.Zone("groove")! with
                {
                    RoomBefore = room is { } there ? new Mm(there) : null,
                },
                before is null ? [] : [before],
                Shipped.Protocol.Tolerance,
                pulp is { } under ? new Mm(under) : null
            );
        var cut = Read(ReadingKind.IndexGap, 1.0);
        Assert.Contains("does not grow again", Doubt(Read(ReadingKind.IndexGap, 0.7), cut));
        Assert.Null(Doubt(Read(ReadingKind.IndexGap, 0.9), cut));
        Assert.Null(Doubt(Read(ReadingKind.IndexGap, 1.4), cut));
        Assert.Contains("only adds room", Doubt(Read(ReadingKind.Clearance, 0.5), room: 0.9));
        Assert.Null(Doubt(Read(ReadingKind.Clearance, 1.9), cut, room: 0.9));
        // 1.0 is gone by the index: less room than that can't be, more than 0.9 and 1.0 neither.
        Assert.Contains("does not go with", Doubt(Read(ReadingKind.Clearance, 0.6), cut));
        Assert.Contains("is more than", Doubt(Read(ReadingKind.Clearance, 2.4), cut, room: 0.9));
        Assert.Contains("pulp", Doubt(Read(ReadingKind.IndexGap, 3.6), pulp: 3.4));
        Assert.Null(Doubt(Read(ReadingKind.IndexGap, 3.0), pulp: 3.4));
        // Where an old crown came off no index of the uncut tooth exists.
        var stump = Shipped.Plan("36 crown zirconia", inputs => inputs with { Findings = new() { Stump = true } });
        Assert.Equal("reading-kind", Judge.Of(cut, stump, Shipped.Protocol).Problem!.Code);
        Assert.Null(Judge.Of(Read(ReadingKind.Clearance, 1.0), stump, Shipped.Protocol).Problem);
    }

    [Fact(DisplayName = "The bur in hand at a place is the one that last took it down on the run sheet")]
    public void In_hand()
    {
        var tooth = new VisitTooth(Shipped.Unit("36 crown zirconia").Plan, Shipped.Protocol);
        var sheets = Shipped.Handbook.Sheets;
        var burs = BursInHand.Of(tooth, null, sheets, new(Shipped.Handbook.Drawer.Burs));
        var steps = MadeSheets.Sheet("36 crown zirconia").Steps.Select(timed => timed.Step).ToArray();
        foreach (var zone in tooth.Plan.Zones)
        {
            var last = steps.Last(step => step.Entry.Cut == StepCut.Bulk && step.Cuts.Any(cut => cut.Zone == zone.Zone));
            Assert.Equal(last.Bur!.Chosen, burs[zone.Zone.Name]);
        }
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

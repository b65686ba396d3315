using CsCheck;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Tests;

/// <summary>What holds for every run sheet, whatever teeth, settings, school and drawer; and for every ledger.</summary>
public class RunSheetLaws
{
    private static readonly string[] Lines =
    [
        "11 crown mc",
        "13 crown lithium disilicate",
        "23 crown all-ceramic deep",
        "31 crown mc",
        "14 crown mc",
        "24 crown zirconia",
        "35 crown metal",
        "36 crown zirconia",
        "47 crown mc full",
        "17 crown metal grooves",
        "11 veneer butt +0.5",
        "22 veneer facial",
        "43 veneer wrap dark",
        "16 onlay",
        "46 onlay gold",
        "25 inlay",
        "37 inlay gold box distal",
        "24 partial metal",
        "45x47 bridge metal-ceramic",
        "13xx16 bridge zirconia",
    ];

    /// <summary>The shipped protocol with sides taken at random in every question it keeps itself.</summary>
    private static readonly Gen<Protocol> AnySides = Gen.Int[0, 5]
        .Array[Shipped.Protocol.Disagreements.Count]
        .Select(picks =>
            Shipped.Protocol with
            {
                Disagreements =
                [
                    .. Shipped.Protocol.Disagreements.Select(
                        (entry, i) => entry.Chosen is null ? entry : entry with { Chosen = entry.Sides[picks[i] % entry.Sides.Count].Value }
                    ),
                ],
            }
        );

    private static readonly Gen<(string[] Lines, Protocol Protocol, int School, double Allowance, bool[] Kept, bool Caries)> Any =
        from count in Gen.Int[1, 3]
        from lines in Gen.Int[0, Lines.Length - 1].Array[count]
        from protocol in AnySides
        from school in Gen.Int[-1, 10]
        from allowance in Gen.Int[0, 3]
        from kept in Gen.Int[0, 9].Array[Shipped.Handbook.Drawer.Burs.Count]
        from caries in Gen.Bool
        select (
            lines.Distinct().Select(i => Lines[i]).DistinctBy(line => line[..2]).ToArray(),
            protocol,
            school,
            allowance / 10.0,
            kept.Select(pick => pick > 1).ToArray(),
            caries
        );

    [Fact(
        DisplayName = "Any teeth, settings, school and drawer: every precedence kept, every zone cut to its depth and none "
            + "deeper, no lip or makeshift unsaid, hands never in two places"
    )]
    public void Sheets() =>
        Any.Sample(
            given =>
            {
                var handbook = Shipped.Handbook with { Protocol = given.Protocol };
                var plans = given
                    .Lines.SelectMany(line =>
                    {
                        var units = Shipped
                            .Need(QuickLineReader.Read(line, ToothNotation.Iso, given.Protocol))
                            .Units.Select(unit =>
                                unit with
                                {
                                    Inputs = unit.Inputs with
                                    {
                                        FinishingAllowanceMm = given.Allowance,
                                        Findings = (unit.Inputs.Findings ?? new()) with { Caries = given.Caries },
                                    },
                                }
                            );
                        return Shipped.Need(PlannedLine.JoinedPlans([.. units], handbook));
                    })
                    .DistinctBy(plan => plan.Tooth)
                    .ToArray();
                Bur[] burs = [.. Shipped.Handbook.Drawer.Burs.Where((_, i) => given.Kept[i])];
                CuttingSchool? school = given.School < 0 ? null : (CuttingSchool)given.School;
                if (!RunSheet.Make(plans, new(burs, school), given.Protocol, handbook.Sheets).Is(out var sheet, out var problem))
                {
                    Assert.Equal("school", problem.Code);
                    Assert.NotEmpty(problem.Suggestions);
                    return;
                }
                var places = sheet.Steps.ToDictionary(step => step.Step.Key, step => step.Order);
                Assert.Equal(sheet.Visit.Steps.Count, places.Count);
                Assert.All(sheet.Visit.Order, edge => Assert.True(places[edge.First] < places[edge.Then], edge.Because));
                Assert.True(
                    sheet.LowerBound <= sheet.BurChanges && (sheet.ToothByTooth is not { } single || sheet.BurChanges <= single.BurChanges)
                );
                foreach (var plan in plans.Where(plan => plan.Restoration != Restoration.Pontic))
                {
                    foreach (var zone in plan.Zones)
                    {
                        ZoneCut[] cuts =
                        [
                            .. sheet
                                .Steps.Where(step => step.Step.Tooth == plan.Tooth)
                                .SelectMany(step => step.Step.Cuts)
                                .Where(cut => cut.Zone == zone.Zone),
                        ];
                        Assert.Equal(zone.Depth.Value.Target.Value, cuts.Sum(cut => cut.Removes.Value * cut.Share), 1e-9);
                        Assert.All(cuts, cut =>
                            Assert.True(cut.Remaining.Value >= -1e-9 && (cut.Sink ?? Mm.Zero).Value <= zone.Depth.Value.Target.Value + 1e-9)
                        );
                    }
                }
                foreach (var step in sheet.Steps.Select(timed => timed.Step))
                {
                    Assert.All(step.Cuts.Where(cut => cut.Sink > Mm.Zero), cut => Shown(cut, step));
                    if (step.Bur is null)
                        continue;
                    // A bur of the drawer, or what is missing and what to do.
                    Assert.True(step.Bur.Chosen is { } bur ? burs.Contains(bur) : step.Bur.Missing is not null, step.Key);
                    if (step.Bur.Missing is not null)
                        Assert.False(string.IsNullOrEmpty(step.Bur.Instead));
                    if (step.LipMm > Mm.Zero)
                        Assert.Contains(step.Cautions, caution => caution.Contains("a lip of", StringComparison.Ordinal));
                }
                foreach (var (before, after) in sheet.Steps.Zip(sheet.Steps.Skip(1)))
                    Assert.True(after.Start >= before.End - 0.011, $"{before.Step.Key} {after.Step.Key}");
                foreach (var edge in sheet.Visit.Order.Where(edge => edge.Waits))
                {
                    var (first, then) = (sheet.Steps[places[edge.First] - 1], sheet.Steps[places[edge.Then] - 1]);
                    Assert.True(then.Start >= first.End + (first.Step.Entry.WaitMinutes ?? 0) - 0.011);
                }
            },
            iter: 150
        );

    /// <summary>
    /// A depth shown for a step holds for every zone that is named with it, or stands beside its own place: nobody cuts a groove by the
    /// depth of a cusp.
    /// </summary>
    private static void Shown(ZoneCut cut, SheetStep step)
    {
        // Walls over a finish line follow from where the tip goes there.
        if (step.LineWidth is not null && ToothToCut.StandsOnLine(cut.Zone.Kind))
        {
            Assert.Contains(step.Depths, depth => depth.Sink == step.LineWidth);
            return;
        }
        var (own, kind) = (cut.Zone.Words.LowerFirst(), new Zone(cut.Zone.Kind).Words.LowerFirst());
        var shown = step.Depths.Where(depth =>
            depth.Place is not { } place
            || (
                cut.Zone.Kind.IsBox()
                    ? place.StartsWith(cut.Zone.Kind.IsBoxFloor() ? "floor" : "axial", StringComparison.Ordinal)
                    : Names(place)
            )
        );
        var said = Assert.Single(shown).Sink.Value;
        Assert.InRange(said, cut.Sink!.Value.Value - Shipped.Protocol.Tolerance.Value - 0.026, cut.Sink.Value.Value + 0.026);

        bool Names(string place) => $", {place},".Contains($", {own},", StringComparison.Ordinal) || place.Split(", ").Contains(kind);
    }

    [Fact(DisplayName = "A ledger's preparations left are as many as can be cut, one after the other, before every piece is spent")]
    public void Ledgers() =>
        Gen.Select(Gen.Int[1, 8], Gen.Int[0, 4], Gen.Int[0, 7], Gen.Int[0, 4])
            .Sample(
                (most, pieces, onTeeth, onDryPlastic) =>
                {
                    const double dry = 3;
                    var bur = Shipped.Handbook.Drawer.Burs[0] with { UsesMost = most };
                    var used = Enumerable
                        .Repeat(new BurUsed(UsedOn.Tooth, true), onTeeth)
                        .Concat(Enumerable.Repeat(new BurUsed(UsedOn.Plastic, false), onDryPlastic))
                        .ToArray();
                    var ledger = new BurLedger(bur, pieces, used, 0, false);
                    // Cut on and on: take a new piece as soon as the one in use is spent.
                    var cut = 0;
                    for (var (left, uses) = (pieces, used.ToList()); left > 0; )
                    {
                        uses.Add(new(UsedOn.Tooth, true));
                        if (new BurLedger(bur, left, uses, 0, false).Spent(dry) > 1 + 1e-9)
                            (left, uses) = (left - 1, []);
                        else
                            cut++;
                    }
                    Assert.Equal(cut, ledger.Left(dry));
                    // The forecast names the first case that has to do without.
                    var cases = Enumerable
                        .Range(1, 12)
                        .Select(i => ($"Case {i}", (IReadOnlyDictionary<string, int>)new Dictionary<string, int> { [bur.Id] = 1 }))
                        .ToArray();
                    var shortage = Forecast.Of([ledger], cases, dry).SingleOrDefault();
                    Assert.Equal(cut < 12 ? $"Case {cut + 1}" : null, shortage?.FirstWithout);
                    if (pieces > 0)
                        Assert.Equal(1, new BurLedger(bur, pieces, used, 0, true).Spent(dry));
                }
            );
}

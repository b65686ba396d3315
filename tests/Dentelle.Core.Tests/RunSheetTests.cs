using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;
using static Dentelle.Core.Tests.MadeSheets;

namespace Dentelle.Core.Tests;

/// <summary>Whole run sheets against the plans they are made from.</summary>
public class RunSheetTests
{
    [Fact(
        DisplayName = "Every step of every school together takes exactly the planned depth from every zone, and none leaves a lip "
            + "without saying so"
    )]
    public void Depths_reached()
    {
        foreach (var (line, chosen) in Cases)
        {
            var schools = chosen is null
                ? (CuttingSchool?[])[null]
                : [.. Shipped.Handbook.Sheets.For(Shipped.Plans(line)[0]).Select(entry => (CuttingSchool?)entry.School)];
            foreach (var school in schools)
            {
                if (
                    !RunSheet
                        .Make(Shipped.Plans(line), new(Shipped.Handbook.Drawer.Burs, school), Shipped.Protocol, Shipped.Handbook.Sheets)
                        .Is(out var sheet, out _)
                )
                    continue;
                foreach (var plan in Shipped.Plans(line).Where(plan => plan.Restoration != Restoration.Pontic))
                {
                    var steps = sheet.Steps.Select(timed => timed.Step).Where(step => step.Tooth == plan.Tooth).ToArray();
                    foreach (var zone in plan.Zones)
                    {
                        ZoneCut[] cuts = [.. steps.SelectMany(step => step.Cuts).Where(cut => cut.Zone == zone.Zone)];
                        Assert.True(
                            Math.Abs(zone.Depth.Value.Target.Value - cuts.Sum(cut => cut.Removes.Value * cut.Share)) < 1e-9,
                            $"{line} {school} {zone.Zone.Name}: {zone.Depth.Value.Target} planned, "
                                + $"{cuts.Sum(cut => cut.Removes.Value * cut.Share)} cut"
                        );
                        if (cuts.Length > 0)
                            Assert.Equal(0, cuts[^1].Remaining.Value, 9);
                        // Guides stop short of the final depth where a fine pass follows.
                        Assert.All(
                            steps
                                .Where(step => step.Entry.Cut == StepCut.Guide)
                                .SelectMany(step => step.Cuts)
                                .Where(cut => cut.Zone == zone.Zone),
                            cut => Assert.True(cut.Sink!.Value.Value <= zone.RoughCut.Value + 1e-9)
                        );
                    }
                    foreach (
                        var step in steps.Where(step =>
                            step.LineWidth is not null
                            && step.Entry.Cut is StepCut.Line or StepCut.Bulk
                            && step.Bur?.Chosen is { } bur
                            && bur.Family.HasRoundedTip()
                        )
                    )
                        Assert.Equal(
                            step.LineWidth > BurSums.LipLimit(step.Bur!.Chosen!),
                            step.Cautions.Any(caution => caution.Contains($"a lip of {step.LipMm}", StringComparison.Ordinal))
                        );
                    // A stop or a neck lets no cutter in deeper.
                    Assert.All(steps.Where(step => step.Bur?.Chosen is { GuideMm: not null }), step =>
                        Assert.True(step.Sink <= BurSums.SelfLimitedDepth(step.Bur!.Chosen!)!.Value)
                    );
                }
                foreach (var edge in sheet.Visit.Order)
                    Assert.True(Order(edge.First) < Order(edge.Then), $"{line} {school}: {edge.Because}");
                int Order(string key) => sheet.Steps.Single(step => step.Step.Key == key).Order;
            }
        }
    }

    [Fact(DisplayName = "Two abutments cut together take fewer bur changes than one after the other, and no order takes fewer")]
    public void Bridge()
    {
        var sheet = Sheet("45x47 bridge metal-ceramic");
        Assert.True(sheet.Proven);
        Assert.True(sheet.BurChanges < sheet.ToothByTooth!.Value.BurChanges, $"{sheet.BurChanges} {sheet.ToothByTooth}");
        Assert.Equal(sheet.BurChanges, sheet.LowerBound);
        Assert.DoesNotContain(sheet.Steps, step => step.Step.Tooth?.Iso == "46");
        // Toward the missing 46 there is no contact to open: 47 is separated distally, 45 mesially.
        Assert.Equal(
            [("45", ZoneKind.Mesial), ("47", ZoneKind.Distal)],
            sheet
                .Steps.Where(step => step.Step.Code == "separation")
                .Select(step => (step.Step.Tooth!.Value.Iso, step.Step.Cuts.Single().Zone.Kind))
                .Order()
        );
        // The tilt gives the wall its half of the convergence: the bur's own angle and what it is tipped by.
        foreach (var step in sheet.Steps.Select(timed => timed.Step).Where(step => step.Code == "shoulder-parts"))
            Assert.Equal(6, BurProfile.Of(step.Bur!.Chosen!).HalfAngleDeg + step.TiltDeg!.Value, 0.06);
    }

    [Fact(
        DisplayName = "What the drawer lacks is said with what to do instead: a shoulder of 1.2 with a 1.0 tip is the tip plus "
            + "0.2; canines get no football"
    )]
    public void Gaps()
    {
        var without = Shipped
            .Handbook.Drawer.Burs.Where(bur =>
                bur.Family is not (BurFamily.TaperFlat or BurFamily.CylinderFlat or BurFamily.EndCutting)
                || bur.Id == "taper-flat-1.0-medium"
            )
            .ToArray();
        SheetStep Shoulder(IReadOnlyList<Bur> drawer, double allowance) =>
            Shipped
                .Need(
                    RunSheet.Make(
                        [Shipped.Plan("11 crown all-ceramic deep", inputs => inputs with { FinishingAllowanceMm = allowance })],
                        new(drawer),
                        Shipped.Protocol,
                        Shipped.Handbook.Sheets
                    )
                )
                .Steps.First(step => step.Step.Code == "margin-shoulder")
                .Step;
        Assert.Equal(
            ("taper-flat-1.0-medium", "the whole tip and 0.2 more"),
            (Shoulder(without, 0).Bur!.Chosen!.Id, Shoulder(without, 0).Bur!.Mark)
        );
        // With a fine pass to come it is just the whole tip, and the 0.2 stay.
        Assert.Equal(("the whole tip", 0.2), (Shoulder(without, 0.2).Bur!.Mark, Shoulder(without, 0.2).Remaining!.Value.Rounded));
        // Nothing with a flat end: a rounded one cuts the 1.2 past its half, with its lip told, and what is wanted named.
        var makeshift = Shoulder([.. without.Where(bur => bur.Family != BurFamily.TaperFlat)], 0);
        Assert.Equal("flat-end taper, tip 1.2, medium", makeshift.Bur!.Missing);
        Assert.True(makeshift.LipMm > Mm.Zero || makeshift.Bur.Chosen!.TipMm >= 2.4);
        Assert.Equal(BurFamily.Football, Sheet("11 crown mc").Steps.First(step => step.Step.Code == "fossa").Step.Bur!.Chosen!.Family);
        Assert.NotEqual(BurFamily.Football, Sheet("13 crown mc").Steps.First(step => step.Step.Code == "fossa").Step.Bur!.Chosen!.Family);
        Assert.All(Sheet("36 crown zirconia", request: new([])).Steps.Where(step => step.Step.Bur is not null), step =>
            Assert.NotNull(step.Step.Bur!.Missing)
        );
    }

    [Fact(DisplayName = "A step that is dragged goes where its school lets it, and what can't move says why")]
    public void Own_order()
    {
        var best = Sheet("36 crown zirconia", CuttingSchool.EdgeFirst);
        var keys = best.Steps.Select(step => step.Step.Key).ToList();
        var (a, b) = (keys.IndexOf("36/functional-guides"), keys.IndexOf("36/other-guides"));
        (keys[a], keys[b]) = (keys[b], keys[a]);
        var own = Sheet("36 crown zirconia", request: new(Shipped.Handbook.Drawer.Burs, CuttingSchool.EdgeFirst, wanted: keys));
        Assert.Equal(keys, own.Steps.Select(step => step.Step.Key));
        Assert.True(own.BurChanges >= best.BurChanges);
        keys.Remove("36/bevel");
        keys.Add("36/bevel");
        var refused = RunSheet
            .Make(
                Shipped.Plans("36 crown zirconia"),
                new(Shipped.Handbook.Drawer.Burs, CuttingSchool.EdgeFirst, wanted: keys),
                Shipped.Protocol,
                Shipped.Handbook.Sheets
            )
            .Problem!;
        Assert.Contains("can’t go there", refused.Sentence, StringComparison.Ordinal);
        Assert.Contains("functional bevel", refused.Sentence, StringComparison.OrdinalIgnoreCase);
    }

    [Fact(
        DisplayName = "Waits run beside the work, recorded times replace assumed ones by their median once there are three, and "
            + "one long day does not move them"
    )]
    public void Times()
    {
        var sheet = Sheet("36 crown zirconia");
        var anaesthesia = sheet.Steps[0];
        Assert.Equal("anaesthesia", anaesthesia.Step.Code);
        // Shade and index are done while it begins to work; the first cut waits for the rest of its five minutes.
        Assert.Equal(anaesthesia.End, sheet.Steps[1].Start, 6);
        var first = sheet.Steps.First(step => step.Step.Tooth is not null);
        Assert.True(first.Start >= anaesthesia.End + 5 - 1e-9);
        foreach (var (before, after) in sheet.Steps.Zip(sheet.Steps.Skip(1)))
            Assert.True(after.Start >= before.End - 1e-9);
        LearnedTimes Learned(params double[] minutes) =>
            new(new Dictionary<(string, ToothKind?), IReadOnlyList<double>> { [("bevel", ToothKind.Molar)] = minutes });
        TimedStep Bevel(LearnedTimes times) =>
            Sheet("36 crown zirconia", request: new(Shipped.Handbook.Drawer.Burs, times: times))
                .Steps.First(step => step.Step.Code == "bevel");
        Assert.Equal((1, false), (Bevel(Learned(3, 3)).Minutes, Bevel(Learned(3, 3)).Learned));
        Assert.Equal((3, true), (Bevel(Learned(3, 2, 40)).Minutes, Bevel(Learned(3, 2, 40)).Learned));
        // Half a step is timed by itself: what the whole took says nothing of it.
        var halves = new LearnedTimes(
            new Dictionary<(string, ToothKind?), IReadOnlyList<double>>
            {
                [("functional-occlusal", ToothKind.Molar)] = [9, 9, 9],
                [("functional-occlusal/half", ToothKind.Molar)] = [4, 5, 6],
            }
        );
        var half = Sheet(
            "36 crown zirconia",
            protocol: Shipped.Taking(("halves", "half")),
            request: new(Shipped.Handbook.Drawer.Burs, CuttingSchool.EdgeFirst, halves)
        )
            .Steps.Where(step => step.Step.Code == "functional-occlusal");
        Assert.Equal([5, 5], half.Select(step => step.Minutes));
    }

    [Fact(DisplayName = "Every tooth of a jaw is put in order at once, proven; every tooth of the mouth is refused in a sentence")]
    public void Many()
    {
        Assert.True(Sheet("17 16 15 14 13 12 11 21 22 23 24 25 26 27 crown zirconia").Proven);
        var all = string.Join(
            ' ',
            Enumerable.Range(1, 4).SelectMany(quadrant => Enumerable.Range(1, 8).Select(position => $"{quadrant}{position}"))
        );
        Assert.Equal(
            "too-many-steps",
            RunSheet
                .Make(Shipped.Plans($"{all} crown zirconia"), new(Shipped.Handbook.Drawer.Burs), Shipped.Protocol, Shipped.Handbook.Sheets)
                .Problem!.Code
        );
    }

    [Fact(DisplayName = "The tray holds each bur once a case, cords by tooth and region, and what the steps are checked with")]
    public void Tray()
    {
        var sheets = new[] { ("Case 1", Sheet("11 crown mc")), ("Case 2", Sheet("45x47 bridge metal-ceramic")) };
        var tray = Shipped.Tray(sheets);
        foreach (
            var bur in sheets
                .SelectMany(entry => entry.Item2.Steps.Select(step => step.Step.Bur?.Chosen?.Id).OfType<string>().Distinct())
                .GroupBy(id => id)
        )
            Assert.Equal(bur.Count(), tray.Single(item => item.BurId == bur.Key).Count);
        // Upper front: 00 and 2, the first always plain (common practice).
        Assert.Contains(tray, item => item is { Group: "Cords", Name: "00, plain" });
        Assert.Contains(tray, item => item is { Group: "Cords", Name: "2" });
        Assert.Contains(tray, item => item is { Group: "Materials", Name: "Anaesthetic", Count: 2 });
        Assert.Contains(tray, item => item is { Group: "Gauges", Name: "Thickness gauges" });
    }
}

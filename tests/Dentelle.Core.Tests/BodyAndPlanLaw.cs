using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Tests;

/// <summary>Plan, body, reading and verdict speak of the same amounts.</summary>
public class BodyAndPlanLaw
{
    public static TheoryData<Restoration> Kinds =>
        [.. Shipped.Protocol.Restorations.Select(entry => entry.Restoration).Where(kind => kind != Restoration.Pontic).Distinct()];

    [Theory(DisplayName = "A reading taken off the planned body is within, for every tooth, restoration and material")]
    [MemberData(nameof(Kinds))]
    public void Readings_off_the_body_are_within(Restoration restoration)
    {
        var off = new List<string>();
        foreach (var tooth in ToothCode.All.Where(tooth => tooth.IsRight))
        foreach (var material in Shipped.Protocol.On(tooth, restoration).Select(offer => offer.Material).Distinct())
        {
            var inputs = new PlanInputs { Restoration = restoration, Material = material };
            var unit = Shipped.Need(PlannedUnit.Make(tooth, inputs, Shipped.Handbook));
            foreach (var outcome in unit.Preparation.Outcomes.Where(outcome => outcome.IsMeasured && outcome.Planned > Mm.Zero))
            {
                var reading = new Reading(outcome.Zone.Name, ReadingKind.IndexGap, Interval.Read(outcome.Usual.Told, Mm.Zero), "probe");
                var finding = Shipped.Need(Judge.Of(reading, unit.Plan, Shipped.Protocol));
                if (finding.Verdict != Verdict.Within)
                    off.Add($"{tooth.Iso} {material} {outcome.Zone.Name}: {outcome.Usual} {finding.Headline} of {finding.Expected}");
            }
        }
        Assert.Empty(off);
    }
}

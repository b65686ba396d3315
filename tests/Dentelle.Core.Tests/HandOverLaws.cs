using CsCheck;
using Dentelle.Core.Exchange;
using Dentelle.Core.HandingOver;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Tests;

/// <summary>What must hold of every hand-over, whatever was read at the chair.</summary>
public class HandOverLaws
{
    private static readonly Plan[] Plans =
    [
        Shipped.Plan("36 crown zirconia"),
        Shipped.Plan("11 crown lithium disilicate"),
        Shipped.Plan("46 onlay lithium disilicate"),
        Shipped.Plan("26 crown metal"),
    ];

    private static HandOverDocument Sent(HandOverUnit unit) =>
        new()
        {
            Format = HandOverDocument.FormatName,
            Version = HandOverDocument.CurrentVersion,
            Id = Guid.NewGuid(),
            Case = "0001",
            At = "2026-11-27T08:00:00Z",
            By = "Nora Vance",
            Wishes = "",
            Units = [unit],
            Files = [],
        };

    private static LaboratoryAnswer Asked(HandOverUnit unit) =>
        LaboratoryStandIn.Answer(
            Sent(unit),
            path => throw new InvalidOperationException($"{path} is not in the bundle."),
            Shipped.Protocol,
            "2026-11-27T09:00:00Z"
        );

    /// <summary>A gauge that passes and the next that does not, in tenths, or no reading; by the zones of a plan.</summary>
    private static Gen<(Plan Plan, (int Passed, int Span)?[] Read)> Afternoons =>
        from plan in Gen.OneOf(Plans)
        from read in Gen.Select(Gen.Int[0, 25], Gen.Int[1, 6], Gen.Int[0, 3])
            .Select((passed, span, skipped) => skipped == 0 ? ((int, int)?)null : (passed, span))
            .Array[plan.Zones.Count]
        select (plan, read);

    [Fact(
        DisplayName = "Room is short at the laboratory where the judge at the chair finds it certainly below the least, and nowhere else; "
            + "it is asked once a tooth, the worst first, every short zone named"
    )]
    public void One_truth() =>
        Afternoons.Sample(
            (plan, read) =>
            {
                var readings = plan
                    .Zones.Zip(read, (zone, value) => (zone.Zone.Name, value))
                    .Where(one => one.value is not null)
                    .Select(one => new Reading(
                        one.Name,
                        ReadingKind.IndexGap,
                        Interval.Passing(
                            new Mm(one.value!.Value.Passed / 10.0),
                            new Mm((one.value.Value.Passed + one.value.Value.Span) / 10.0)
                        ),
                        "thickness-gauges"
                    ))
                    .ToArray();
                var unit = HandOver.Of(
                    new HandedTooth
                    {
                        Plan = plan,
                        MaterialName = "Ceramic",
                        Readings = [.. readings.Select(reading => new TakenReading(reading, "thickness gauges", AfterScan: true))],
                        Shade = "2",
                    },
                    Shipped.Protocol
                );

                var judged = readings.ToDictionary(
                    reading => reading.Zone,
                    reading => Shipped.Need(Judge.Of(reading, plan, Shipped.Protocol))
                );
                foreach (var room in unit.Rooms)
                {
                    var certain = judged.GetValueOrDefault(room.Zone) is { Verdict: Verdict.Critical, IsProbable: false };
                    Assert.Equal((room.Zone, certain), (room.Zone, room.Standing == RoomStanding.Short));
                    Assert.Equal(!judged.ContainsKey(room.Zone), room.Standing == RoomStanding.NotMeasured);
                }

                var low = unit.Rooms.Where(room => room.Standing == RoomStanding.Short).ToArray();
                Assert.Equal(low.Length, unit.Warnings.Count);
                var asked = Asked(unit).Queries;
                if (low.Length == 0)
                {
                    Assert.Empty(asked);
                    return;
                }
                var query = Assert.Single(asked);
                Assert.Equal((plan.Tooth.Iso, QueryKind.Room), (query.Tooth, query.Kind));
                Assert.All(low, room => Assert.Contains($"({room.Words.LowerFirst()})", query.Text));
                Assert.All(unit.Rooms.Except(low), room => Assert.DoesNotContain($"({room.Words.LowerFirst()})", query.Text));
                Assert.Equal(low.Max(room => room.LeastMm - room.UpToMm ?? 0), query.NeededMm!.Value - query.FoundMm!.Value, 9);
            },
            iter: 300
        );

    [Fact(
        DisplayName = "A shade belongs to what has the colour of a tooth and to nothing else; without a scan the margin is said to be "
            + "unseen"
    )]
    public void Shades() => Assert.All(Plans, plan =>
        {
            var unit = HandOver.Of(new HandedTooth { Plan = plan, MaterialName = "As planned" }, Shipped.Protocol);
            var answer = Asked(unit);
            Assert.Equal(plan.Material.Value != Material.Metal, answer.Queries.Any(query => query.Kind == QueryKind.Shade));
            Assert.All(answer.Queries, query => Assert.Equal(QueryKind.Shade, query.Kind));
            Assert.Contains("no scan", Assert.Single(answer.Unseen));
            Assert.True(answer.Simulated);
        });
}

using CsCheck;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;

namespace Dentelle.Core.Tests;

/// <summary>
/// Laws of planning for every kind of restoration with whatever was found; the planner's own numbers are never the measure.
/// </summary>
public class PlanningLaws
{
    private static readonly string[] Lines =
    [
        "36 crown zirconia",
        "11 crown lithium disilicate",
        "14 crown mc",
        "37 crown metal",
        "13 crown mc full",
        "21 veneer butt porcelain",
        "12 veneer facial porcelain",
        "22 veneer wrap porcelain",
        "16 onlay lithium disilicate",
        "46 onlay metal",
        "25 inlay gold",
        "26 inlay lithium disilicate",
        "24 partial metal",
        "45 partial metal grooves",
    ];

    private static readonly Gen<Findings> AnyFindings =
        from tilt in Gen.Double[-20, 20]
        from turn in Gen.Double[-30, 30]
        from wear in Gen.Double[0, 1.5]
        from gap in Gen.Double[0, 1.5]
        from shade in Gen.Int[0, 3]
        from recession in Gen.Double[0, 3]
        from crest in Gen.Double[1.5, 5]
        from bits in Gen.Int[0, 255]
        select new Findings
        {
            TiltDeg = tilt,
            RotationDeg = turn,
            Gap = new Dictionary<ProximalSide, Mm> { [ProximalSide.Distal] = new(gap) },
            ShadeSteps = shade,
            Recession = new(recession),
            Crest = new(crest),
            Wear = (bits & 1) == 0 ? ByZone.Empty : ByZone.Of(("top", wear)),
            RootTreated = (bits & 2) > 0,
            Caries = (bits & 4) > 0,
            HeavyGrinding = (bits & 8) > 0,
            DarkTriangles = (bits & 16) > 0 ? [ProximalSide.Mesial] : [],
            Fillings = (bits & 32) > 0 ? [new(FilledSurface.Mesial) { EndsAboveGum = new(-0.5) }] : [],
            LingualBulge = (bits & 64) > 0 ? new(1.6) : null,
            LostRidges = (bits & 128) > 0 ? [ProximalSide.Distal] : [],
        };

    [Fact(
        DisplayName = "Whatever is found, every depth, level and width is in order and its reasons add up; every question has a "
            + "number or a source behind each reason"
    )]
    public void Reasons_add_up() =>
        (from line in Gen.Int[0, Lines.Length - 1] from found in AnyFindings select (line, found)).Sample(
            sample =>
            {
                var plan = Plan(Lines[sample.line], sample.found);
                foreach (var zone in plan.Zones)
                {
                    var depth = zone.Depth.Value;
                    Assert.True(
                        Mm.Zero <= depth.Least && depth.Least <= depth.Target && depth.Target <= depth.Most,
                        $"{Lines[sample.line]} {zone.Zone.Name}"
                    );
                    Assert.Equal(depth.Target.Value, zone.Depth.Reasons.Sum(reason => reason.Effect ?? 0), 1e-4);
                }
                foreach (var piece in plan.Margin.Pieces)
                {
                    Assert.Equal(piece.Level.Value.Value, piece.Level.Reasons.Sum(reason => reason.Effect ?? 0), 1e-4);
                    Assert.Equal(piece.Width.Value.Target.Value, piece.Width.Reasons.Sum(reason => reason.Effect ?? 0), 1e-4);
                }
                var sources = Shipped.Handbook.Sources.Sources.Select(source => source.Id).ToHashSet();
                var said = Advisor
                    .On(plan, [], Shipped.Protocol)
                    .SelectMany(advice => advice.Alternatives)
                    .SelectMany(alternative => alternative.For.Concat(alternative.Against));
                Assert.All(said, reason =>
                    Assert.True(reason.Text.Length > 5 && reason.Source.Split(", ").All(sources.Contains), reason.Text)
                );
            },
            iter: 400
        );

    [Fact(DisplayName = "The same findings give the same plan, and what is written is read again as it was")]
    public void Pure() =>
        (from line in Gen.Int[0, Lines.Length - 1] from found in AnyFindings select (line, found)).Sample(
            sample =>
            {
                var (tooth, inputs) = Read(Lines[sample.line], sample.found);
                string Written(PlanInputs from) =>
                    JsonDocuments.Write(
                        new PlanDocument([UnitDocument.From(Shipped.Need(PlannedUnit.PlanOnly(tooth, from, Shipped.Handbook)), [])])
                    );
                Assert.Equal(Written(inputs), Written(Shipped.Need(JsonDocuments.ReadInputs("inputs", JsonDocuments.Write(inputs)))));
            },
            iter: 100
        );

    [Fact(DisplayName = "By the room: more room before never cuts more, and never leaves the restoration thinner than the material needs")]
    public void More_room_never_cuts_more() =>
        (from line in Gen.Int[0, 4] from less in Gen.Double[0, 2] from more in Gen.Double[0, 2] select (line, less, more)).Sample(
            sample =>
            {
                Plan With(double room) =>
                    Plan(Lines[sample.line], new(), inputs =>
                        inputs with
                        {
                            BuildOutSchool = BuildOutSchool.RoomDriven,
                            RoomBeforeMm = Zones
                                .Of(Tooth(Lines[sample.line]), false)
                                .Where(zone => zone.Occludes)
                                .ToDictionary(zone => zone.Name, _ => room),
                        }
                    );
                foreach (var (before, after) in With(sample.less).Zones.Zip(With(sample.less + sample.more).Zones))
                {
                    Assert.True(after.Depth.Value.Target.Value <= before.Depth.Value.Target.Value + 1e-9, before.Zone.Name);
                    if (before.Zone.Occludes)
                        Assert.True(after.ExpectedClearance.Target.Value >= after.Thickness.Target.Value - 1e-9, after.Zone.Name);
                }
            },
            iter: 60
        );

    [Fact(
        DisplayName = "Thicker never cuts less: raising any thickness of the protocol deepens or keeps every zone, and nothing else moves"
    )]
    public void Thicker_never_cuts_less()
    {
        var schema = new NamedText("protocol.schema.json", Shipped.Text("protocol.schema.json"));
        var original = new ProtocolText(new("shipped.json", Shipped.Text("shipped.json")), schema);
        ProtocolLine[] depths =
        [
            .. original.Lines.Where(line => line.Fields.Any(field => field.Path.Contains("/depths/", StringComparison.Ordinal))),
        ];
        (
            from row in Gen.Int[0, depths.Length - 1]
            from thicker in Gen.Double[0.05, 0.4]
            from line in Gen.Int[0, Lines.Length - 1]
            select (row, thicker, line)
        ).Sample(
            sample =>
            {
                // Least, target and most together, so that they stay in order.
                ProtocolEdit[] edits =
                [
                    .. depths[sample.row]
                        .Fields.Select(field => new ProtocolEdit(field.Path, Number: Math.Round(field.Number!.Value + sample.thicker, 2))),
                ];
                var house = Shipped.Handbook with
                {
                    Protocol = Shipped.Need(
                        ProtocolFile.Read(
                            Shipped.Need(original.With(edits, "house", 1, "House", original)).File,
                            schema,
                            Shipped.Handbook.Sources
                        )
                    ),
                };
                var (tooth, inputs) = Read(Lines[sample.line], new());
                var (now, then) = (
                    Shipped.Need(PlannedUnit.PlanOnly(tooth, inputs, Shipped.Handbook)),
                    Shipped.Need(PlannedUnit.PlanOnly(tooth, inputs, house))
                );
                foreach (var (before, after) in now.Zones.Zip(then.Zones))
                    Assert.True(
                        after.Depth.Value.Target.Value >= before.Depth.Value.Target.Value - 1e-9,
                        $"{Lines[sample.line]} {before.Zone.Name}"
                    );
                Assert.Equal(
                    now.Margin.Pieces.Select(piece => piece.Width.Value.Target),
                    then.Margin.Pieces.Select(piece => piece.Width.Value.Target)
                );
            },
            iter: 40
        );
    }

    private static ToothCode Tooth(string line) => Read(line, new()).Tooth;

    private static (ToothCode Tooth, PlanInputs Inputs) Read(string line, Findings found)
    {
        var (tooth, inputs) = Shipped.Need(QuickLineReader.Read(line, ToothNotation.Iso, Shipped.Protocol)).Units[0];
        // Worn is what the tooth has: its edge or its groove.
        var worn = new ByZone(found.Wear.Entries.ToDictionary(_ => tooth.IsFront ? "edge" : "groove", entry => entry.Value));
        return (tooth, inputs with { Findings = found with { Wear = worn } });
    }

    private static Plan Plan(string line, Findings found, Func<PlanInputs, PlanInputs>? with = null)
    {
        var (tooth, inputs) = Read(line, found);
        return Shipped.Need(PlannedUnit.PlanOnly(tooth, with is null ? inputs : with(inputs), Shipped.Handbook));
    }
}

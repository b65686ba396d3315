using System.Runtime.CompilerServices;
using Dentelle.Core.Burs;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Core.Sequencing;
using Dentelle.Data;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;

namespace Dentelle.Web.Units;

/// <summary>Puts together what is shown of a unit from what is kept of it.</summary>
public sealed class UnitViews(CaseStore store, DrawerStore drawer, ProtocolShelf shelf)
{
    private static readonly ConditionalWeakTable<PlanRow, PlanInputs> Parsed = [];

    /// <summary>The unit planned anew from its kept inputs: planning is pure, so this is what was saved, drawn again.</summary>
    public Answer<PlannedUnit> Planned(UnitRow unit) => Planned(unit, InputsOf(unit), shelf.Of(unit));

    /// <summary>The unit as it would be with other inputs or another protocol. The newest are kept: they are looked at again.</summary>
    public Answer<PlannedUnit> Planned(UnitRow unit, PlanInputs inputs, KeptProtocol protocol) =>
        shelf.Planned.Get(KeyOf(unit, inputs, protocol), () =>
            PlanOf(unit, inputs, protocol).Is(out var plan, out var problem) ? PlannedUnit.Drawn(plan, protocol.Handbook) : problem
        );

    /// <summary>
    /// The plan with the depths that its own body takes; kept, since making a body takes longer than planning and lists and sheets
    /// ask again and again.
    /// </summary>
    public Answer<Plan> PlanOf(UnitRow unit) => SettledBy(unit, shelf.Of(unit));

    private Answer<Plan> SettledBy(UnitRow unit, KeptProtocol protocol)
    {
        var inputs = InputsOf(unit);
        var key = KeyOf(unit, inputs, protocol);
        if (shelf.Planned.Find<Answer<PlannedUnit>>(key) is { } known)
            return known.Is(out var planned, out var fault) ? planned.Plan : fault;
        return shelf.Settled.Get(key, () =>
            PlanOf(unit, inputs, protocol).Is(out var asked, out var problem) ? PlannedUnit.Settled(asked, protocol.Handbook) : problem
        );
    }

    /// <summary>All that a unit follows from: itself, and the others of a bridge, which share its path.</summary>
    public string KeyOf(UnitRow unit) => KeyOf(unit, InputsOf(unit));

    /// <summary>The same with other inputs.</summary>
    public string KeyOf(UnitRow unit, PlanInputs inputs) => KeyOf(unit, inputs, shelf.Of(unit));

    private static string KeyOf(UnitRow unit, PlanInputs inputs, KeptProtocol protocol)
    {
        var partners = unit.Case?.Units.Where(row => row.Id != unit.Id && InputsOf(row).Bridge is not null) ?? [];
        return string.Join(
            '\n',
            [protocol.Key, unit.Tooth, JsonDocuments.Write(inputs), .. partners.Select(row => $"{row.Tooth} {row.NewestPlan()!.Id}")]
        );
    }

    /// <summary>The plan as it was asked for, which needs no body: to cut one, or to compare with another protocol's.</summary>
    public Answer<Plan> AskedOf(UnitRow unit) => PlanOf(unit, InputsOf(unit), shelf.Of(unit));

    private Answer<Plan> PlanOf(UnitRow unit, PlanInputs inputs, KeptProtocol protocol)
    {
        var others = unit.Case?.Units.Where(row => row.Id != unit.Id) ?? [];
        return PlannedLine.One(
            new LineUnit(ToothOf(unit), inputs),
            protocol.Handbook,
            others.Select(row => (new LineUnit(ToothOf(row), InputsOf(row)), shelf.Of(row).Handbook))
        );
    }

    public async Task<UnitView> ViewAsync(UnitRow unit, PlannedUnit planned, CancellationToken stop)
    {
        var settings = await store.SettingsAsync(stop);
        var kept = shelf.Of(unit);
        var handbook = kept.Handbook;
        return new UnitView
        {
            Id = unit.Id,
            Version = unit.Version,
            Case = CaseOf(unit.Case!, settings.Notation),
            Written = planned.Plan.Tooth.Write(settings.Notation),
            Inputs = InputsOf(unit),
            Plan = UnitDocument.Prepared(planned, handbook.Protocol),
            Drawing = DrawingView.From(planned, Draughtsman.Around(planned.Preparation, handbook.Protocol, handbook.Forms)),
            Choices = ChoicesOf(planned.Plan, handbook.Protocol),
            Readings = Readings(
                unit,
                planned.Plan,
                await WidthsAsync(unit, planned.Plan, unit.Readings.Count > 0, stop),
                planned.Preparation.Pulp
            ),
            Finished = unit.FinishedAt is not null,
            Protocol = WordsOf(unit, kept),
            Traits = UnitTraits.Of(planned.Plan),
            OtherProtocol = OtherOf(unit),
            KeptOtherwise = KeptOf(unit, planned.Plan),
            Bridge = planned.Plan.Bridge is { } bridge ? BridgeDocument.From(bridge) : null,
        };
    }

    /// <summary>How corrections are told in widths of a bur, by zone.</summary>
    /// <param name="wanted">Whether there is anything to correct: else the drawer need not be looked through.</param>
    public async Task<Func<string, Func<Mm, InWidths>?>> WidthsAsync(UnitRow unit, Plan plan, bool wanted, CancellationToken stop)
    {
        // A bur that the practice always corrects with comes first, then the one of the zone's own step.
        if ((await store.SettingsAsync(stop)).BurTipMm is { } tip)
            return _ => length => BurWidths.Of(length, new Mm(tip));
        var inHand = wanted ? InHand(unit, plan, await drawer.LedgersAsync(stop)) : new Dictionary<string, Bur>();
        return zone => inHand.TryGetValue(zone, out var bur) ? length => OfThisStep(BurWidths.Of(length, bur), bur) : null;

        static InWidths OfThisStep(InWidths told, Bur bur) =>
            told with
            {
                Words = $"{told.Words}, the {bur.Family.Words().LowerFirst()} of this step",
            };
    }

    /// <summary>The protocol's name; where the one that the plan was made with can't be read any more, that too.</summary>
    private static string WordsOf(UnitRow unit, KeptProtocol shown) =>
        unit.NewestPlan() is { } plan && !shown.Is(plan.ProtocolId, plan.ProtocolVersion)
            ? $"{plan.ProtocolId}, version {plan.ProtocolVersion}, which this program can't read any more; shown by {shown.Words}"
            : shown.Words;

    /// <summary>The plan as it was kept, where today's program makes another of the same inputs: neither is passed over.</summary>
    private static KeptPlanView? KeptOf(UnitRow unit, Plan today)
    {
        var kept = unit.NewestPlan()!;
        return KeptPlan.Against(kept.Result!.Document, today) is { Count: > 0 } changes ? new(kept.Version, kept.MadeAt, changes) : null;
    }

    /// <summary>What the protocol in use would do differently, where the unit was planned with another.</summary>
    private OtherProtocolView? OtherOf(UnitRow unit)
    {
        if (shelf.Of(unit) == shelf.InUse || PlanOf(unit).Value is not { } plan)
            return null;
        // Both as their own bodies settle them: what is asked of a wall is less than what is cut.
        return SettledBy(unit, shelf.InUse).Is(out var then, out var problem)
            ? new(shelf.InUse.Words, PlanChanges.Between((plan, shelf.Of(unit).Protocol), (then, shelf.InUse.Protocol)), null)
            : new(shelf.InUse.Words, [], problem.Sentence);
    }

    /// <summary>What the unit gets and of what: "Veneer, incisal butt, porcelain".</summary>
    public string WhatOf(UnitRow unit) => InputsOf(unit).Restoration.Words();

    /// <summary>Standing readings, newest first, each with what it means against today's plan.</summary>
    /// <param name="widths">How a zone's corrections are told in widths of a bur; null where only verdicts are asked.</param>
    /// <param name="pulp">What stays over the pulp; null where only verdicts are asked.</param>
    public IReadOnlyList<ReadingView> Readings(
        UnitRow unit,
        Plan plan,
        Func<string, Func<Mm, InWidths>?>? widths = null,
        IReadOnlyList<PulpDistance>? pulp = null
    )
    {
        var protocol = shelf.Of(unit).Protocol;
        var latest = new HashSet<string>(StringComparer.Ordinal);
        ReadingRow[] standing = [.. unit.Readings.Where(row => row.TakenBackAt is null).OrderByDescending(row => row.Entry)];
        return [.. standing.Select((row, at) => ViewOf(row, latest.Add(row.Zone), standing.Skip(at + 1)))];

        ReadingView ViewOf(ReadingRow row, bool isLatest, IEnumerable<ReadingRow> before)
        {
            var reading = row.ToReading();
            var gauge = protocol.Gauges.FirstOrDefault(known => known.Id == row.GaugeId)?.Name.ToLowerInvariant() ?? row.GaugeId;
            var finding = Judge.Of(reading, plan, protocol, widths?.Invoke(reading.Zone)).Value;
            return new()
            {
                Id = row.Id,
                Zone = row.Zone,
                Kind = row.Kind,
                FromMm = row.FromMm,
                BelowMm = row.BelowMm,
                Said = $"{reading.Interval}, {gauge}",
                TakenAt = row.TakenAt,
                IsLatest = isLatest,
                Finding = finding is null ? null : FindingView.From(finding, DoubtOf(reading, before)),
            };
        }

        string? DoubtOf(Reading reading, IEnumerable<ReadingRow> before)
        {
            if (plan.Zone(reading.Zone) is not { } zone)
                return null;
            var left = pulp?.FirstOrDefault(one => one.Zone == reading.Zone);
            return ReadingDoubts.Of(
                reading,
                zone,
                before.Where(row => row.Zone == reading.Zone).Select(row => row.ToReading()),
                protocol.Tolerance,
                left is null ? null : new Mm(left.LeftMm) + zone.Depth.Value.Target
            );
        }
    }

    private IReadOnlyDictionary<string, Bur> InHand(UnitRow unit, Plan plan, IReadOnlyList<BurLedger> ledgers)
    {
        var table = shelf.Shipped.Handbook.Sheets;
        var rack = BurRack.Of(ledgers, unit.CaseId.ToString(), table.Limits.DryPlasticUses.Value);
        return BursInHand.Of(new VisitTooth(plan, shelf.Of(unit).Protocol), unit.Case?.SheetSchool, table, rack);
    }

    public static ToothCode ToothOf(UnitRow unit) =>
        ToothCode.FromIso(unit.Tooth) ?? throw new InvalidDataException($"The database names a tooth “{unit.Tooth}” that does not exist.");

    /// <summary>What the newest plan was made from; read once for each row.</summary>
    public static PlanInputs InputsOf(UnitRow unit) =>
        Parsed.GetValue(unit.NewestPlan()!, row =>
            JsonDocuments.ReadInputs("database", row.Inputs).Value
            ?? throw new InvalidDataException($"The inputs of unit {row.UnitId} can't be read.")
        );

    public string MaterialNameOf(UnitRow unit)
    {
        var (tooth, inputs, protocol) = (ToothOf(unit), InputsOf(unit), shelf.Of(unit).Protocol);
        var material = inputs.Material ?? protocol.Defaults.MaterialsOf(inputs.Restoration).For(tooth);
        return inputs.Restoration.Rules().NamedByMaterial
            ? protocol.Entry(inputs.Restoration, material)?.Name ?? Kebab.Of(material)
            : Named(material);
    }

    private UnitCase CaseOf(CaseRow row, ToothNotation notation) =>
        new(
            row.Id,
            row.Number.ToString("0000"),
            row.Patient,
            row.VisitAt,
            [
                .. row
                    .Units.OrderBy(unit => unit.Order)
                    .Select(unit => new UnitLink(
                        unit.Id,
                        unit.Tooth,
                        ToothOf(unit).Write(notation),
                        WhatOf(unit),
                        MaterialNameOf(unit),
                        InputsOf(unit).Bridge?.Teeth ?? []
                    )),
            ],
            Writing.Unprintable(row.Patient)
        );

    private static UnitChoices ChoicesOf(Plan plan, Protocol protocol)
    {
        var entry = protocol.Entry(plan.Restoration, plan.Material.Value)!;
        var facial = entry.Margin.FirstOrDefault(row => row.Segments is MarginSide.All or MarginSide.Facial);
        var schools = protocol.Defaults.Schools;
        return new(
            [.. Enum.GetValues<Restoration>().Where(kind => protocol.On(plan.Tooth, kind).Any())],
            [.. protocol.On(plan.Tooth, plan.Rules().EntryOf).Select(Choice)],
            plan.Coverage is not null,
            facial is null ? [] : [facial.Design, .. facial.Alternatives?.Select(other => other.Design) ?? []],
            [
                .. new[] { schools.For(plan.Tooth, plan.Restoration, plan.Material.Value) }
                    .Concat(
                        schools
                            .Offered.Where(offer => offer.Material == plan.Material.Value && offer.At.Includes(plan.Tooth))
                            .Select(offer => offer.School)
                    )
                    .Append(plan.School)
                    .Distinct(),
            ]
        );

        static MaterialChoice Choice((Material Material, RestorationEntry Entry) offer) =>
            new(
                offer.Material,
                offer.Entry.Restoration.Rules().NamedByMaterial ? offer.Entry.Name : Named(offer.Material),
                offer.Entry.Note
            );
    }

    /// <summary>Entries of restorations that are not crowns are named after the restoration; the material then speaks for itself.</summary>
    private static string Named(Material material) => Kebab.Words(material).UpperFirst();
}

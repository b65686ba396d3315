using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.Units;

/// <summary>What can be done to a unit. Every answer shows the unit as it is afterwards.</summary>
public sealed class UnitWork(CaseStore store, UnitViews views, ProtocolShelf shelf)
{
    private static readonly Problem NoUnit = Problems.Missing("unit");

    /// <summary>A version as an entity tag.</summary>
    public static string Tag(int version) => $"\"{version}\"";

    public async Task<Answer<UnitView>> ShowAsync(Guid id, CancellationToken stop) =>
        await store.UnitAsync(id, stop) is { } unit ? await ShownAsync(unit, stop) : NoUnit;

    public async Task<Answer<CostView>> CostAsync(Guid id, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return NoUnit;
        return views.Planned(unit).Is(out var planned, out var problem) ? new CostView(unit.Version, planned.Preparation.Cost) : problem;
    }

    /// <param name="since">The version against which it is told what moved; null for the one that is changed.</param>
    public async Task<Answer<UnitView>> ReplanAsync(
        Guid id,
        PlanInputs inputs,
        string? ifMatch,
        int? since,
        string by,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return NoUnit;
        var before = since is { } version && version < unit.Version ? await store.InputsOfAsync(id, version, stop) : null;
        return await ReplannedAsync(unit, inputs, shelf.Of(unit), ifMatch, by, stop, before);
    }

    public async Task<Answer<UnitView>> TakeProtocolAsync(Guid id, string? ifMatch, string by, CancellationToken stop) =>
        await store.UnitAsync(id, stop) is { } unit
            ? await ReplannedAsync(unit, UnitViews.InputsOf(unit), shelf.InUse, ifMatch, by, stop)
            : NoUnit;

    public async Task<Answer<UnitView>> AddReadingAsync(Guid id, ReadingEntry entry, string by, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return NoUnit;
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return problem;
        var protocol = shelf.Of(unit).Protocol;
        if (!ReadingOf(entry, protocol).Is(out var reading, out problem))
            return problem;
        // A reading that can't be judged is a slip: the zone is not there, or meets no antagonist.
        if (!Judge.Of(reading, planned.Plan, protocol).Is(out _, out problem))
            return problem;
        await store.AddReadingsAsync(unit, [reading], by, stop, entry.Id);
        return await views.ViewAsync(unit, planned, stop);
    }

    public async Task<Answer<UnitView>> TakeBackAsync(Guid id, Guid reading, bool takenBack, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return NoUnit;
        return await store.SetTakenBackAsync(id, reading, takenBack, stop) ? await ShownAsync(unit, stop) : Problems.Missing("reading");
    }

    public async Task<Answer<UnitView>> FinishAsync(Guid id, FinishedEntry entry, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return NoUnit;
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return problem;
        if (entry.Finished && Unanswered(planned) is { } open)
            return new Problem("unanswered", $"Not finished yet: “{open.Text}” wants a reason first.");
        if (entry is { Finished: true, AllTheSame: false } && Unchecked(unit, planned) is { } missing)
            return new Problem("unread", missing);
        await store.SetFinishedAsync(unit, entry.Finished, stop);
        return await views.ViewAsync(unit, planned, stop);
    }

    public static Answer<Reading> ReadingOf(ReadingEntry entry, Protocol protocol)
    {
        var gauge = protocol.Gauges.FirstOrDefault(known => known.Id == entry.Gauge);
        if (gauge is null)
            return new Problem("gauge", $"There is no gauge “{entry.Gauge}”.", [.. protocol.Gauges.Select(known => known.Id)]);
        return entry switch
        {
            { BeforeMm: { } before, AfterMm: { } after } => GaugeReadings.Heights(
                gauge,
                entry.Zone,
                before,
                after,
                protocol.Plausible.ReadingMm
            ),
            { ValueMm: { } value } => GaugeReadings.Read(gauge, entry.Zone, entry.Kind, value, protocol.Plausible.ReadingMm),
            { Passed: { } passed } => GaugeReadings.Passing(gauge, entry.Zone, entry.Kind, passed, entry.Stopped),
            _ => new Problem("reading", "Say which gauge passed, or give the value that was read."),
        };
    }

    private async Task<Answer<UnitView>> ReplannedAsync(
        UnitRow unit,
        PlanInputs inputs,
        KeptProtocol protocol,
        string? ifMatch,
        string by,
        CancellationToken stop,
        PlanInputs? since = null
    )
    {
        if (ifMatch is null)
            return new Problem("if-match", "Name the version you are changing in If-Match.");
        if (ifMatch != Tag(unit.Version))
            return Problems.ChangedMeanwhile;
        if (unit.FinishedAt is not null)
            return new Problem("finished", $"{unit.Tooth} is finished: what was cut is not planned anew. Open it again first.");
        if (!views.Planned(unit, inputs, protocol).Is(out var planned, out var problem))
            return problem;
        var before = since is null ? views.PlanOf(unit).Value : views.Planned(unit, since, protocol).Value?.Plan;
        if (!await store.SavePlanAsync(unit, planned, inputs, protocol.Protocol, by, stop))
            return Problems.ChangedMeanwhile;
        var view = await views.ViewAsync(unit, planned, stop);
        return before is null ? view : view with { Moved = PlanChanges.Moved(before, planned.Plan) };
    }

    private async Task<Answer<UnitView>> ShownAsync(UnitRow unit, CancellationToken stop) =>
        views.Planned(unit).Is(out var planned, out var problem) ? await views.ViewAsync(unit, planned, stop) : problem;

    /// <summary>What the five points have not looked at, or found too thin: that is not passed over in silence.</summary>
    private string? Unchecked(UnitRow unit, PlannedUnit planned)
    {
        var latest = views.Readings(unit, planned.Plan).Where(reading => reading.IsLatest).ToDictionary(reading => reading.Zone);
        var cut = planned.Plan.Zones.Where(zone => zone.Depth.Value.Target > Mm.Zero).ToArray();
        var unread = cut.Count(zone => !latest.ContainsKey(zone.Zone.Name));
        var critical = cut.Where(zone => latest.GetValueOrDefault(zone.Zone.Name)?.Finding?.Verdict == Verdict.Critical).ToArray();
        string[] said =
        [
            .. unread > 0 ? [$"{unread} of {cut.Length} zones are unread"] : (string[])[],
            .. critical.Select(zone => $"{zone.Zone.Words.LowerFirst()} is critical"),
        ];
        return said.Length == 0 ? null : $"{string.Join(", ", said).UpperFirst()}.";
    }

    /// <summary>A caution that wants a reason and has none.</summary>
    public static Caution? Unanswered(PlannedUnit planned) =>
        planned.Preparation.Cautions.FirstOrDefault(caution => caution is { MustBeAnswered: true, Because: null });
}

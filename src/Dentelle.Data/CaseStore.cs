using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Measuring;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps cases, plans and readings. Plans and readings are only ever added.</summary>
public sealed class CaseStore(DentelleDb db, VisitStore visits, TimeProvider clock)
{
    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <param name="results">Whether what was shown of its plans is read along.</param>
    public async Task<CaseRow?> CaseAsync(Guid id, CancellationToken stop, bool results = false)
    {
        var plans = db.NewestPlans(db.Units.Where(unit => unit.CaseId == id));
        await (results ? plans.Include(plan => plan.Result) : plans).LoadAsync(stop);
        return await db.WholeCases().FirstOrDefaultAsync(row => row.Id == id, stop);
    }

    /// <summary>A unit with what was shown of it, its case and the plans of all units in it: those of a bridge share a path.</summary>
    public async Task<UnitRow?> UnitAsync(Guid id, CancellationToken stop)
    {
        if (await db.Units.Where(row => row.Id == id).Select(row => (Guid?)row.CaseId).FirstOrDefaultAsync(stop) is not { } whole)
            return null;
        await db.NewestPlans(db.Units.Where(unit => unit.Id == id)).Include(plan => plan.Result).LoadAsync(stop);
        await db.NewestPlans(db.Units.Where(unit => unit.CaseId == whole && unit.Id != id)).LoadAsync(stop);
        await db.Units.Where(row => row.CaseId == whole).Include(row => row.Case).LoadAsync(stop);
        return await db.Units.Include(row => row.Readings).FirstOrDefaultAsync(row => row.Id == id, stop);
    }

    /// <summary>A case that a file names; null when this practice has none such outside its bin.</summary>
    public async Task<CaseRow?> OfFileAsync(Guid fileId, CancellationToken stop) =>
        await db.Cases.AsNoTracking().FirstOrDefaultAsync(row => row.FileId == fileId, stop);

    /// <param name="fileId">What its file calls it; null for one that is new to the world.</param>
    /// <param name="patientId">Whose it is; null for one that is only named.</param>
    public async Task<CaseRow> AddCaseAsync(
        string patient,
        DateTime? visitAt,
        string note,
        CancellationToken stop,
        Guid? fileId = null,
        Guid? patientId = null
    ) =>
        // Its number follows from what is there: nobody else may write between looking and adding.
        await db.GuardedAsync(
            async () =>
            {
                var settings = await db.OnlySettingsAsync(stop);
                settings.LastNumber++;
                var added = new CaseRow
                {
                    Id = Guid.CreateVersion7(),
                    FileId = fileId ?? Guid.CreateVersion7(),
                    Number = settings.LastNumber,
                    Patient = patient,
                    PatientId = patientId,
                    Note = note,
                    CreatedAt = Now,
                };
                db.Cases.Add(added);
                await db.SaveChangesAsync(stop);
                if (visitAt is not null)
                    await visits.AgreeAsync(added, visitAt, stop);
                return added;
            },
            stop
        );

    /// <param name="patient">Another patient's case; null leaves it to whom it belongs.</param>
    public Task ChangeCaseAsync(
        CaseRow row,
        (string Name, Guid? Id)? patient,
        DateTime? visitAt,
        bool noVisit,
        string? note,
        CancellationToken stop
    ) =>
        db.GuardedAsync(
            async () =>
            {
                if (patient is { } other)
                    (row.Patient, row.PatientId) = other;
                row.Note = note ?? row.Note;
                await db.SaveChangesAsync(stop);
                if (noVisit || visitAt is not null)
                    await visits.AgreeAsync(row, noVisit ? null : visitAt, stop);
            },
            stop
        );

    /// <summary>Everything until the commit is kept together or not at all.</summary>
    public Task<Together> BeginAsync(CancellationToken stop) => Together.BeginAsync(db, stop);

    /// <summary>
    /// Adds a tooth to a case. A case has each tooth once: one that is there goes into the bin when it is to be replaced.
    /// </summary>
    public Task<Answer<UnitRow>> AddUnitAsync(
        Guid caseId,
        PlannedUnit planned,
        PlanInputs inputs,
        Protocol protocol,
        string by,
        bool replace,
        CancellationToken stop
    ) =>
        db.GuardedAsync<Answer<UnitRow>>(
            async () =>
            {
                var tooth = planned.Plan.Tooth.Iso;
                foreach (var there in await db.Units.Where(row => row.CaseId == caseId && row.Tooth == tooth).ToListAsync(stop))
                {
                    if (!replace)
                        return ToothIsThere(there);
                    there.RemovedAt = Now;
                }
                var added = new UnitRow
                {
                    Id = Guid.CreateVersion7(),
                    CaseId = caseId,
                    Tooth = tooth,
                    Order = (await db.Units.Where(row => row.CaseId == caseId).MaxAsync(row => (int?)row.Order, stop) ?? -1) + 1,
                    Version = 1,
                    Restoration = planned.Plan.Restoration,
                    Material = planned.Plan.Material.Value,
                };
                added.Plans.Add(PlanOf(added, planned, inputs, protocol, by));
                db.Units.Add(added);
                return added;
            },
            stop
        );

    /// <summary>Every version of every plan of a case's teeth, the first one first; without what was shown.</summary>
    public async Task<IReadOnlyList<PlanRow>> PlansAsync(Guid caseId, CancellationToken stop) =>
        await db
            .Plans.AsNoTracking()
            .Where(plan => db.Units.Any(unit => unit.Id == plan.UnitId && unit.CaseId == caseId))
            .OrderBy(plan => plan.MadeAt)
            .ThenBy(plan => plan.Version)
            .ToListAsync(stop);

    /// <returns>What an earlier plan of a unit was made from; null when it has no such plan.</returns>
    public async Task<PlanInputs?> InputsOfAsync(Guid unitId, int version, CancellationToken stop) =>
        await db.Plans.Where(plan => plan.UnitId == unitId && plan.Version == version).Select(plan => plan.Inputs).FirstOrDefaultAsync(stop)
            is { } kept
            ? JsonDocuments.ReadInputs("database", kept).Value
            : null;

    /// <summary>Moves teeth of one case into another, behind those that are there.</summary>
    /// <returns>What stands against it; null when they are moved.</returns>
    public Task<Problem?> MoveAsync(IReadOnlyList<Guid> unitIds, Guid toCase, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var there = await db.Units.Where(row => row.CaseId == toCase).ToListAsync(stop);
                var moved = await db
                    .Units.Where(row => unitIds.Contains(row.Id) && row.CaseId != toCase)
                    .OrderBy(row => row.Order)
                    .ToListAsync(stop);
                if (there.Find(row => moved.Exists(unit => unit.Tooth == row.Tooth)) is { } twice)
                    return ToothIsThere(twice);
                // Scans go with their teeth; those of a tooth that stays, stay.
                var (from, teeth) = (moved.Select(unit => unit.CaseId).ToHashSet(), moved.Select(unit => unit.Tooth).ToHashSet());
                foreach (var set in await db.ScanSets.IgnoreQueryFilters().Where(row => from.Contains(row.CaseId)).ToListAsync(stop))
                {
                    if (set.ToothCodes.All(teeth.Contains))
                        set.CaseId = toCase;
                }
                var place = there.Select(row => row.Order).DefaultIfEmpty(-1).Max();
                foreach (var unit in moved)
                    (unit.CaseId, unit.Order) = (toCase, ++place);
                return null;
            },
            stop
        );

    /// <returns>Which of these teeth a case has already; null when none, or when no case is named.</returns>
    public async Task<string?> StandsThereAsync(Guid? caseId, IReadOnlyList<string> teeth, CancellationToken stop) =>
        caseId is { } id
        && await db.Units.AsNoTracking().FirstOrDefaultAsync(row => row.CaseId == id && teeth.Contains(row.Tooth), stop) is { } there
            ? ToothIsThere(there).Sentence
            : null;

    private static Problem ToothIsThere(UnitRow there) =>
        new(
            "tooth-there",
            $"This case has {there.Tooth} already: {there.Restoration.Words().LowerFirst()}, {Kebab.Words(there.Material)}. "
                + "Replace it, or begin a new case."
        );

    /// <returns>False when someone else saved a newer version meanwhile; nothing is written then.</returns>
    public async Task<bool> SavePlanAsync(
        UnitRow unit,
        PlannedUnit planned,
        PlanInputs inputs,
        Protocol protocol,
        string by,
        CancellationToken stop
    )
    {
        unit.Version++;
        (unit.Restoration, unit.Material) = (planned.Plan.Restoration, planned.Plan.Material.Value);
        db.Plans.Add(PlanOf(unit, planned, inputs, protocol, by));
        try
        {
            await db.SaveChangesAsync(stop);
            return true;
        }
        catch (DbUpdateException failed) when (failed.WasTaken())
        {
            // Either the version moved on under us or the same version was inserted first: both mean a newer plan exists.
            return false;
        }
    }

    /// <summary>Adds readings, the newest last.</summary>
    /// <param name="firstId">The first one's id, where whoever sent it made one: sent again, it is there already.</param>
    public Task AddReadingsAsync(UnitRow unit, IReadOnlyList<Reading> readings, string by, CancellationToken stop, Guid? firstId = null) =>
        db.GuardedAsync(
            async () =>
            {
                if (firstId is { } id && await db.Readings.AnyAsync(row => row.Id == id, stop))
                    return;
                var next = await db.Readings.Select(row => row.Entry).NextEntryAsync(stop);
                db.Readings.AddRange(readings.Select((reading, i) => RowOf(i == 0 ? firstId : null, unit.Id, reading, next + i, by)));
            },
            stop
        );

    /// <summary>Takes a reading back, or takes the taking back back.</summary>
    /// <returns>False when the unit has no such reading.</returns>
    public async Task<bool> SetTakenBackAsync(Guid unitId, Guid readingId, bool takenBack, CancellationToken stop)
    {
        var row = await db.Readings.FirstOrDefaultAsync(reading => reading.UnitId == unitId && reading.Id == readingId, stop);
        if (row is null)
            return false;
        row.TakenBackAt = takenBack ? Now : null;
        await db.SaveChangesAsync(stop);
        return true;
    }

    public async Task SetFinishedAsync(UnitRow unit, bool finished, CancellationToken stop)
    {
        unit.FinishedAt = finished ? Now : null;
        await db.SaveChangesAsync(stop);
    }

    public async Task<SettingsRow> SettingsAsync(CancellationToken stop) =>
        await db.Settings.AsNoTracking().SingleOrDefaultAsync(row => row.Id == SettingsRow.OnlyId, stop) ?? new SettingsRow();

    public Task SaveSettingsAsync(Action<SettingsRow> change, CancellationToken stop) =>
        db.GuardedAsync(async () => change(await db.OnlySettingsAsync(stop)), stop);

    private ReadingRow RowOf(Guid? id, Guid unitId, Reading reading, long entry, string by) =>
        new()
        {
            Id = id ?? Guid.CreateVersion7(),
            UnitId = unitId,
            Zone = reading.Zone,
            Kind = reading.Kind,
            GaugeId = reading.GaugeId,
            FromMm = reading.Interval.From.Value,
            BelowMm = reading.Interval.IsOpen ? null : reading.Interval.Below.Value,
            IncludesEnd = reading.Interval.IncludesEnd,
            Entry = entry,
            TakenAt = Now,
            TakenBy = by,
        };

    private PlanRow PlanOf(UnitRow unit, PlannedUnit planned, PlanInputs inputs, Protocol protocol, string by)
    {
        var id = Guid.CreateVersion7();
        return new()
        {
            Id = id,
            UnitId = unit.Id,
            Version = unit.Version,
            Inputs = JsonDocuments.Write(inputs),
            ProtocolId = protocol.Id,
            ProtocolVersion = protocol.Version,
            Result = new()
            {
                Id = id,
                Document = JsonDocuments.Write(new PlanDocument([UnitDocument.From(planned.Plan, planned.Preparation.Cautions)])),
            },
            MadeAt = Now,
            MadeBy = by,
        };
    }
}

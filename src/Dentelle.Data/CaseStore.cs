using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Measuring;
using Dentelle.Core.Protocols;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps cases, plans and readings. Plans and readings are only ever added.</summary>
public sealed class CaseStore(DentelleDb db, TimeProvider clock)
{
    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>All cases, next visit first; those without a visit last.</summary>
    public async Task<IReadOnlyList<CaseRow>> AllAsync(CancellationToken stop)
    {
        await NewestPlans(db.Units).LoadAsync(stop);
        return await Whole().OrderBy(row => row.VisitAt == null).ThenBy(row => row.VisitAt).ThenBy(row => row.Number).ToListAsync(stop);
    }

    public async Task<CaseRow?> CaseAsync(Guid id, CancellationToken stop)
    {
        await NewestPlans(db.Units.Where(unit => unit.CaseId == id)).LoadAsync(stop);
        return await Whole().FirstOrDefaultAsync(row => row.Id == id, stop);
    }

    /// <summary>A unit with its case and the plans of all units in it: those of a bridge share a path.</summary>
    public async Task<UnitRow?> UnitAsync(Guid id, CancellationToken stop)
    {
        if (await db.Units.Where(row => row.Id == id).Select(row => (Guid?)row.CaseId).FirstOrDefaultAsync(stop) is not { } whole)
            return null;
        await NewestPlans(db.Units.Where(unit => unit.CaseId == whole)).LoadAsync(stop);
        await db.Units.Where(row => row.CaseId == whole).Include(row => row.Case).LoadAsync(stop);
        return await db.Units.Include(row => row.Readings).FirstOrDefaultAsync(row => row.Id == id, stop);
    }

    public async Task<CaseRow> AddCaseAsync(string patient, DateTime? visitAt, string note, CancellationToken stop)
    {
        // Its number follows from what is there: nobody else may write between looking and adding.
        await using var all = await BeginAsync(stop);
        var last = await db.Cases.MaxAsync(row => (int?)row.Number, stop) ?? 0;
        var added = new CaseRow
        {
            Id = Guid.CreateVersion7(),
            Number = last + 1,
            Patient = patient,
            VisitAt = visitAt,
            Note = note,
            CreatedAt = Now,
        };
        db.Cases.Add(added);
        await db.SaveChangesAsync(stop);
        await all.CommitAsync(stop);
        return added;
    }

    public async Task ChangeCaseAsync(CaseRow row, string? patient, DateTime? visitAt, bool noVisit, string? note, CancellationToken stop)
    {
        row.Patient = patient ?? row.Patient;
        row.VisitAt = noVisit ? null : visitAt ?? row.VisitAt;
        row.Note = note ?? row.Note;
        await db.SaveChangesAsync(stop);
    }

    /// <summary>Everything until the commit is kept together or not at all.</summary>
    public Task<Together> BeginAsync(CancellationToken stop) => Together.BeginAsync(db, stop);

    public async Task<UnitRow> AddUnitAsync(
        Guid caseId,
        PlannedUnit planned,
        PlanInputs inputs,
        Protocol protocol,
        string by,
        CancellationToken stop
    )
    {
        var place = await db.Units.CountAsync(row => row.CaseId == caseId, stop);
        var added = new UnitRow
        {
            Id = Guid.CreateVersion7(),
            CaseId = caseId,
            Tooth = planned.Plan.Tooth.Iso,
            Order = place,
            Version = 1,
        };
        added.Plans.Add(PlanOf(added, planned, inputs, protocol, by));
        db.Units.Add(added);
        await db.SaveChangesAsync(stop);
        return added;
    }

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

    public async Task AddReadingAsync(UnitRow unit, Reading reading, string by, CancellationToken stop)
    {
        db.Readings.Add(RowOf(unit.Id, reading, by));
        await db.SaveChangesAsync(stop);
    }

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
        await db.Settings.SingleOrDefaultAsync(row => row.Id == SettingsRow.OnlyId, stop) ?? new SettingsRow();

    public async Task SaveSettingsAsync(ToothNotation notation, double? burTipMm, CancellationToken stop)
    {
        var row = await db.Settings.SingleOrDefaultAsync(row => row.Id == SettingsRow.OnlyId, stop);
        if (row is null)
            db.Settings.Add(row = new SettingsRow());
        (row.Notation, row.BurTipMm) = (notation, burTipMm);
        await db.SaveChangesAsync(stop);
    }

    private ReadingRow RowOf(Guid unitId, Reading reading, string by) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            UnitId = unitId,
            Zone = reading.Zone,
            Kind = reading.Kind,
            GaugeId = reading.GaugeId,
            FromMm = reading.Interval.From.Value,
            BelowMm = reading.Interval.IsOpen ? null : reading.Interval.Below.Value,
            IncludesEnd = reading.Interval.IncludesEnd,
            TakenAt = Now,
            TakenBy = by,
        };

    private PlanRow PlanOf(UnitRow unit, PlannedUnit planned, PlanInputs inputs, Protocol protocol, string by) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            UnitId = unit.Id,
            Version = unit.Version,
            Inputs = JsonDocuments.Write(inputs),
            ProtocolId = protocol.Id,
            ProtocolVersion = protocol.Version,
            Result = JsonDocuments.Write(new PlanDocument([UnitDocument.From(planned.Plan, planned.Preparation.Cautions)])),
            MadeAt = Now,
            MadeBy = by,
        };

    private IQueryable<CaseRow> Whole() =>
        db.Cases.AsSplitQuery().Include(row => row.Units.OrderBy(unit => unit.Order)).ThenInclude(unit => unit.Readings);

    // A unit's version is its newest plan's, so each is found by the index however many came before; loaded here, EF hangs
    // them into their units.
    private IQueryable<PlanRow> NewestPlans(IQueryable<UnitRow> units) =>
        from unit in units
        join plan in db.Plans on new { UnitId = unit.Id, unit.Version } equals new { plan.UnitId, plan.Version }
        select plan;
}

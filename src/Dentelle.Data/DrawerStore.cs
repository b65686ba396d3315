using System.Text.Json;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps the practice's burs and what was cut with them.</summary>
public sealed class DrawerStore(DentelleDb db, TimeProvider clock)
{
    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>The drawer with its ledger, in the drawer's order.</summary>
    public async Task<IReadOnlyList<BurLedger>> LedgersAsync(CancellationToken stop)
    {
        var rows = await db.DrawerBurs.AsNoTracking().OrderBy(row => row.Order).ToListAsync(stop);
        var current =
            from use in db.BurUses
            join row in db.DrawerBurs on use.BurId equals row.BurId
            where use.Entry > row.UsedBefore
            select use;
        var uses = (await current.AsNoTracking().ToListAsync(stop)).ToLookup(use => use.BurId);
        return
        [
            .. rows.Select(row => new BurLedger(
                JsonDocuments.ReadBur(row.Text),
                row.Pieces,
                [.. uses[row.BurId].Select(use => new BurUsed(use.On, use.Wet, use.CaseId?.ToString()))],
                row.Sterilised,
                row.Worn
            )),
        ];
    }

    public async Task<Guid?> IdOfAsync(string burId, CancellationToken stop) =>
        await db.DrawerBurs.Where(row => row.BurId == burId).Select(row => (Guid?)row.Id).FirstOrDefaultAsync(stop);

    /// <summary>A practice begins with the starter drawer.</summary>
    public async Task BeginWithAsync(IReadOnlyList<Bur> burs, int pieces, CancellationToken stop)
    {
        if (await All().AnyAsync(stop))
            return;
        for (var i = 0; i < burs.Count; i++)
            db.DrawerBurs.Add(RowOf(burs[i], pieces, i));
        await db.SaveChangesAsync(stop);
    }

    /// <returns>False when the drawer has this bur already. One that lies in the bin comes back with what was cut with it.</returns>
    public Task<bool> AddAsync(Bur bur, int pieces, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (await All().FirstOrDefaultAsync(row => row.BurId == bur.Id, stop) is not { } there)
                {
                    db.DrawerBurs.Add(RowOf(bur, pieces, (await All().MaxAsync(row => (int?)row.Order, stop) ?? 0) + 1));
                    return true;
                }
                if (there.RemovedAt is null)
                    return false;
                (there.RemovedAt, there.Pieces, there.Text) = (null, pieces, JsonDocuments.Write(bur));
                return true;
            },
            stop
        );

    /// <summary>
    /// Notes a preparation; for one tooth of a case only once, however many steps the bur is used for. A new piece taken
    /// half-way counts anew.
    /// </summary>
    /// <returns>False when the drawer has no such bur.</returns>
    public Task<bool> UseAsync(string burId, UsedOn on, bool wet, Guid? caseId, string? tooth, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (await db.DrawerBurs.FirstOrDefaultAsync(row => row.BurId == burId, stop) is not { } bur)
                    return false;
                if (
                    caseId is not null
                    && await db.BurUses.AnyAsync(
                        use => use.BurId == burId && use.CaseId == caseId && use.Tooth == tooth && use.Entry > bur.UsedBefore,
                        stop
                    )
                )
                    return true;
                db.BurUses.Add(
                    new BurUseRow
                    {
                        Id = Guid.CreateVersion7(),
                        BurId = burId,
                        On = on,
                        Wet = wet,
                        CaseId = caseId,
                        Tooth = tooth,
                        Entry = await LastUseAsync(stop) + 1,
                        At = Now,
                    }
                );
                if (caseId is null)
                    bur.Before = ByHand;
                return true;
            },
            stop
        );

    /// <summary>Takes back the use that a step noted, unless another step of the same tooth was done with the bur too.</summary>
    public Task TakeBackAsync(StepTickRow taken, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var others = await db
                    .StepTicks.AsNoTracking()
                    .Where(row => row.CaseId == taken.CaseId && row.BurId == taken.BurId && row.EndedAt != null)
                    .ToListAsync(stop);
                if (others.Exists(row => row.Tooth == taken.Tooth))
                    return;
                var uses = db.BurUses.Where(use => use.BurId == taken.BurId && use.CaseId == taken.CaseId && use.Tooth == taken.Tooth);
                foreach (var use in await uses.ToListAsync(stop))
                    use.TakenBackAt = Now;
            },
            stop
        );

    /// <summary>Changes what is kept of a bur.</summary>
    /// <param name="change">Gets the row, now, and the number of the last use that was entered.</param>
    /// <returns>False when the drawer has no such bur.</returns>
    public Task<bool> ChangeAsync(string burId, Action<DrawerBurRow, DateTime, long> change, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (await db.DrawerBurs.FirstOrDefaultAsync(row => row.BurId == burId, stop) is not { } row)
                    return false;
                row.Before = JsonSerializer.Serialize(StandOf(row));
                change(row, Now, await LastUseAsync(stop));
                return true;
            },
            stop
        );

    /// <summary>Takes back what was changed by hand last: a use that was noted, or whatever else.</summary>
    /// <returns>False when there is nothing to take back.</returns>
    public Task<bool> UndoAsync(string burId, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (await db.DrawerBurs.FirstOrDefaultAsync(row => row.BurId == burId, stop) is not { Before: { } before } row)
                    return false;
                row.Before = null;
                if (before != ByHand)
                {
                    var stand = JsonSerializer.Deserialize<Stand>(before)!;
                    (row.Text, row.Pieces, row.Sterilised, row.Worn) = (stand.Text, stand.Pieces, stand.Sterilised, stand.Worn);
                    (row.NewSince, row.UsedBefore) = (stand.NewSince, stand.UsedBefore);
                    return true;
                }
                var uses = db.BurUses.Where(use => use.BurId == burId && use.CaseId == null).OrderByDescending(use => use.Entry);
                if (await uses.FirstOrDefaultAsync(stop) is { } last)
                    last.TakenBackAt = Now;
                return true;
            },
            stop
        );

    /// <summary>Stands in the place of what was before where a use was noted by hand.</summary>
    private const string ByHand = "use";

    /// <summary>What changes by hand of a bur.</summary>
    private sealed record Stand(string Text, int Pieces, int Sterilised, bool Worn, DateTime NewSince, long UsedBefore);

    private static Stand StandOf(DrawerBurRow row) => new(row.Text, row.Pieces, row.Sterilised, row.Worn, row.NewSince, row.UsedBefore);

    private async Task<long> LastUseAsync(CancellationToken stop) =>
        await db.BurUses.IgnoreQueryFilters().MaxAsync(use => (long?)use.Entry, stop) ?? 0;

    private IQueryable<DrawerBurRow> All() => db.DrawerBurs.IgnoreQueryFilters();

    private DrawerBurRow RowOf(Bur bur, int pieces, int order) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            BurId = bur.Id,
            Text = JsonDocuments.Write(bur),
            Order = order,
            Pieces = pieces,
            NewSince = Now,
        };
}

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
            where use.At >= row.NewSince
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

    /// <summary>A practice begins with the starter drawer.</summary>
    public async Task BeginWithAsync(IReadOnlyList<Bur> burs, int pieces, CancellationToken stop)
    {
        if (await db.DrawerBurs.AnyAsync(stop))
            return;
        for (var i = 0; i < burs.Count; i++)
            db.DrawerBurs.Add(RowOf(burs[i], pieces, i));
        await db.SaveChangesAsync(stop);
    }

    /// <returns>False when the drawer has this bur already.</returns>
    public async Task<bool> AddAsync(Bur bur, int pieces, CancellationToken stop)
    {
        if (await db.DrawerBurs.AnyAsync(row => row.BurId == bur.Id, stop))
            return false;
        db.DrawerBurs.Add(RowOf(bur, pieces, (await db.DrawerBurs.MaxAsync(row => (int?)row.Order, stop) ?? 0) + 1));
        await db.SaveChangesAsync(stop);
        return true;
    }

    /// <summary>
    /// Notes a preparation; for one tooth of a case only once, however many steps the bur is used for. A new piece taken
    /// half-way counts anew.
    /// </summary>
    /// <returns>False when the drawer has no such bur.</returns>
    public async Task<bool> UseAsync(string burId, UsedOn on, bool wet, Guid? caseId, string? tooth, CancellationToken stop)
    {
        if (await db.DrawerBurs.AsNoTracking().FirstOrDefaultAsync(row => row.BurId == burId, stop) is not { } bur)
            return false;
        if (
            caseId is not null
            && await db.BurUses.AnyAsync(
                use => use.BurId == burId && use.CaseId == caseId && use.Tooth == tooth && use.At >= bur.NewSince,
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
                At = Now,
            }
        );
        await db.SaveChangesAsync(stop);
        return true;
    }

    /// <summary>Takes back the use that a step noted, unless another step of the same tooth was done with the bur too.</summary>
    public async Task TakeBackAsync(StepTickRow taken, CancellationToken stop)
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
        await db.SaveChangesAsync(stop);
    }

    /// <summary>Changes what is kept of a bur.</summary>
    /// <returns>False when the drawer has no such bur.</returns>
    public async Task<bool> ChangeAsync(string burId, Action<DrawerBurRow, DateTime> change, CancellationToken stop)
    {
        if (await db.DrawerBurs.FirstOrDefaultAsync(row => row.BurId == burId, stop) is not { } row)
            return false;
        change(row, Now);
        await db.SaveChangesAsync(stop);
        return true;
    }

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

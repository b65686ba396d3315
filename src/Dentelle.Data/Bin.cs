using System.Text.Json.Serialization;
using Dentelle.Core.Exchange;
using Dentelle.Core.Restorations;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What can be put into the bin.</summary>
[JsonConverter(typeof(KebabCase<Binned>))]
public enum Binned
{
    Case,
    Unit,
    Bur,
    Protocol,
}

/// <summary>Something in the bin.</summary>
/// <param name="Name">How it was called: "0007, Ines Calder", "0007, 36 crown".</param>
public sealed record InBin(Guid Id, Binned What, string Name, DateTime RemovedAt);

/// <summary>
/// Takes away what is not wanted any more. It lies in the bin for a while, from where it comes back as it was; then it is gone.
/// </summary>
public sealed class Bin(DentelleDb db, TimeProvider clock)
{
    /// <summary>How long something can be brought back.</summary>
    public static readonly TimeSpan Keeps = TimeSpan.FromDays(30);

    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>What was put there last comes first.</summary>
    public async Task<IReadOnlyList<InBin>> ListAsync(CancellationToken stop)
    {
        var cases = await Removed(db.Cases)
            .Select(row => new
            {
                row.Id,
                row.Number,
                row.Patient,
                row.RemovedAt,
            })
            .ToListAsync(stop);
        var units = await (
            from unit in Removed(db.Units)
            join whole in db.Cases on unit.CaseId equals whole.Id
            select new
            {
                unit.Id,
                whole.Number,
                unit.Tooth,
                unit.Restoration,
                unit.RemovedAt,
            }
        ).ToListAsync(stop);
        var burs = await Removed(db.DrawerBurs).ToListAsync(stop);
        var protocols = await Removed(db.Protocols)
            .Select(row => new
            {
                row.Id,
                row.Name,
                row.Version,
                row.RemovedAt,
            })
            .ToListAsync(stop);
        InBin[] all =
        [
            .. cases.Select(row => new InBin(row.Id, Binned.Case, $"{row.Number:0000}, {row.Patient}", row.RemovedAt!.Value)),
            .. units.Select(row => new InBin(
                row.Id,
                Binned.Unit,
                $"{row.Number:0000}, {row.Tooth} {row.Restoration.Words().LowerFirst()}",
                row.RemovedAt!.Value
            )),
            .. burs.Select(row => new InBin(row.Id, Binned.Bur, JsonDocuments.ReadBur(row.Text).Name, row.RemovedAt!.Value)),
            .. protocols.Select(row => new InBin(row.Id, Binned.Protocol, $"{row.Name}, version {row.Version}", row.RemovedAt!.Value)),
        ];
        return [.. all.OrderByDescending(entry => entry.RemovedAt)];
    }

    /// <summary>What was signed or went to the laboratory is a record and no draft: it stays, and its teeth with it.</summary>
    /// <returns>Why it stays; null where it may go.</returns>
    private async Task<Problem?> StaysAsync(Binned what, Guid id, CancellationToken stop)
    {
        var whole = what switch
        {
            Binned.Case => id,
            Binned.Unit => await db.Units.Where(row => row.Id == id).Select(row => row.CaseId).FirstOrDefaultAsync(stop),
            _ => Guid.Empty,
        };
        var kept = Kept().Where(row => row.Id == whole);
        return whole != Guid.Empty && await kept.Select(row => (int?)row.Number).FirstOrDefaultAsync(stop) is { } number
            ? new Problem("record-kept", $"Case {number:0000} was signed or handed over: it belongs to the record and stays.")
            : null;
    }

    private IQueryable<CaseRow> Kept() =>
        db
            .Cases.IgnoreQueryFilters()
            .Where(row =>
                db.HandOvers.Any(sent => sent.CaseId == row.Id)
                || db.Record.Any(entry => entry.CaseId == row.Id && (entry.Kind == "signed" || entry.Kind == "narrative"))
            );

    /// <returns>What stands against it; null when it lies there.</returns>
    public Task<Problem?> PutAsync(Binned what, Guid id, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
                await StaysAsync(what, id, stop) is { } stays ? stays
                : await MarkAsync(what, id, Now, stop) ? null
                : new Problem("not-found", $"There is no such {Kebab.Words(what)}."),
            stop
        );

    /// <summary>Brings it back as it was.</summary>
    /// <returns>What stands against it; null when it is back.</returns>
    public Task<Problem?> BringBackAsync(Binned what, Guid id, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                if (
                    what == Binned.Unit
                    && await db.Units.IgnoreQueryFilters([DentelleDb.Removed]).FirstOrDefaultAsync(row => row.Id == id, stop) is { } unit
                    && await db.Units.FirstOrDefaultAsync(row => row.CaseId == unit.CaseId && row.Tooth == unit.Tooth, stop) is { } there
                )
                    return new Problem(
                        "tooth-there",
                        $"This case has another {there.Tooth} now. Put that one into the bin first, then bring this one back."
                    );
                return await MarkAsync(what, id, null, stop) ? null : new Problem("not-found", "This does not lie in the bin any more.");
            },
            stop
        );

    /// <summary>Removes for good what has lain there long enough, or all of it.</summary>
    public Task<int> EmptyAsync(bool all, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var before = all ? DateTime.MaxValue : Now - Keeps;
                var kept = Kept();
                var cases = Removed(db.Cases).Where(row => row.RemovedAt <= before && !kept.Any(whole => whole.Id == row.Id));
                var units = db
                    .Units.IgnoreQueryFilters()
                    .Where(row =>
                        (row.RemovedAt <= before && !kept.Any(whole => whole.Id == row.CaseId))
                        || cases.Any(whole => whole.Id == row.CaseId)
                    );
                // EF removes no rows that two types share.
                foreach (var unit in await units.Select(row => row.Id).ToListAsync(stop))
                    await db.Database.ExecuteSqlAsync($"""DELETE FROM "Plans" WHERE "UnitId" = {unit}""", stop);
                await db.Readings.Where(row => units.Any(unit => unit.Id == row.UnitId)).ExecuteDeleteAsync(stop);
                await db.ScanSets.IgnoreQueryFilters().Where(row => cases.Any(whole => whole.Id == row.CaseId)).ExecuteDeleteAsync(stop);
                // A file goes with the last that names it; the store is cleared of it afterwards (ScanStore).
                await db
                    .ScanFiles.Where(file =>
                        !db
                            .ScanSets.IgnoreQueryFilters()
                            .Any(row => row.Before == file.Sha256 || row.After == file.Sha256 || row.Antagonist == file.Sha256)
                        && file.At <= before
                    )
                    .ExecuteDeleteAsync(stop);
                await db.StepTicks.IgnoreQueryFilters().Where(row => cases.Any(whole => whole.Id == row.CaseId)).ExecuteDeleteAsync(stop);
                var gone = await units.Where(row => row.RemovedAt != null).CountAsync(stop);
                await units.ExecuteDeleteAsync(stop);
                gone += await cases.ExecuteDeleteAsync(stop);
                gone += await Removed(db.DrawerBurs).Where(row => row.RemovedAt <= before).ExecuteDeleteAsync(stop);
                return gone
                    + await Removed(db.Protocols)
                        .Where(row => row.RemovedAt <= before)
                        .Where(row => !db.Plans.Any(plan => plan.ProtocolId == row.ProtocolId && plan.ProtocolVersion == row.Version))
                        .ExecuteDeleteAsync(stop);
            },
            stop
        );

    private Task<bool> MarkAsync(Binned what, Guid id, DateTime? at, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var moved = what switch
                {
                    Binned.Case => await Marked(db.Cases),
                    Binned.Unit => await Marked(db.Units),
                    Binned.Bur => await Marked(db.DrawerBurs),
                    _ => await Marked(db.Protocols),
                };
                return moved > 0;

                Task<int> Marked<T>(IQueryable<T> rows)
                    where T : class, IRemovable =>
                    rows.IgnoreQueryFilters([DentelleDb.Removed])
                        .Where(row => row.Id == id && (row.RemovedAt == null) == (at != null))
                        .ExecuteUpdateAsync(set => set.SetProperty(row => row.RemovedAt, at), stop);
            },
            stop
        );

    private static IQueryable<T> Removed<T>(IQueryable<T> rows)
        where T : class, IRemovable => rows.IgnoreQueryFilters([DentelleDb.Removed]).Where(row => row.RemovedAt != null);
}

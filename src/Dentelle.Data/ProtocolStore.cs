using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>Keeps protocols. Each version is added once and stays as it is.</summary>
public sealed class ProtocolStore(DentelleDb db, TimeProvider clock)
{
    /// <summary>Everything until the commit is kept together or not at all.</summary>
    public Task<Together> BeginAsync(CancellationToken stop) => Together.BeginAsync(db, stop);

    /// <summary>All of them, oldest first.</summary>
    public async Task<IReadOnlyList<ProtocolRow>> AllAsync(CancellationToken stop) =>
        await db.Protocols.AsNoTracking().OrderBy(row => row.KeptAt).ThenBy(row => row.Version).ToListAsync(stop);

    /// <returns>The row; null when this version was kept meanwhile by someone else. One in the bin keeps its number too.</returns>
    public async Task<ProtocolRow?> AddAsync(
        string protocolId,
        int version,
        string name,
        string text,
        string note,
        string by,
        CancellationToken stop
    )
    {
        var row = new ProtocolRow
        {
            Id = Guid.CreateVersion7(),
            ProtocolId = protocolId,
            Version = version,
            Name = name,
            Text = text,
            Note = note,
            KeptAt = clock.GetUtcNow().UtcDateTime,
            KeptBy = by,
        };
        db.Protocols.Add(row);
        try
        {
            await db.SaveChangesAsync(stop);
            return row;
        }
        catch (DbUpdateException failed) when (failed.WasTaken())
        {
            return null;
        }
    }

    /// <summary>Every id and version that is taken, those in the bin too.</summary>
    public async Task<IReadOnlyList<(string Id, int Version)>> TakenAsync(CancellationToken stop) =>
        [
            .. (await db.Protocols.IgnoreQueryFilters().Select(row => new { row.ProtocolId, row.Version }).ToListAsync(stop)).Select(row =>
                (row.ProtocolId, row.Version)
            ),
        ];

    public async Task<Guid?> RowIdAsync(string protocolId, int version, CancellationToken stop) =>
        await db
            .Protocols.Where(row => row.ProtocolId == protocolId && row.Version == version)
            .Select(row => (Guid?)row.Id)
            .FirstOrDefaultAsync(stop);

    /// <summary>How many units stand planned with each protocol.</summary>
    public async Task<IReadOnlyDictionary<(string Id, int Version), int>> UnitsAsync(CancellationToken stop)
    {
        var counts = await (
            from unit in db.Units
            join plan in db.Plans on new { UnitId = unit.Id, unit.Version } equals new { plan.UnitId, plan.Version }
            group plan by new { plan.ProtocolId, plan.ProtocolVersion } into made
            select new
            {
                made.Key.ProtocolId,
                made.Key.ProtocolVersion,
                Count = made.Count(),
            }
        ).ToListAsync(stop);
        return counts.ToDictionary(row => (row.ProtocolId, row.ProtocolVersion), row => row.Count);
    }

    /// <summary>The protocol new units are planned with; nulls for the shipped one.</summary>
    public async Task<(string? Id, int? Version)> InUseAsync(CancellationToken stop) =>
        await db.Settings.AsNoTracking().SingleOrDefaultAsync(row => row.Id == SettingsRow.OnlyId, stop) is { } row
            ? (row.ProtocolId, row.ProtocolVersion)
            : (null, null);

    public Task UseAsync(string? id, int? version, CancellationToken stop) =>
        db.GuardedAsync(
            async () =>
            {
                var row = await db.OnlySettingsAsync(stop);
                (row.ProtocolId, row.ProtocolVersion) = (id, version);
            },
            stop
        );
}

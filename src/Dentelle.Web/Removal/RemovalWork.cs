using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.Removal;

/// <summary>What may be taken away and what stands against it.</summary>
public sealed class RemovalWork(Bin bin, DrawerStore drawer, ProtocolStore protocols, ProtocolShelf shelf)
{
    public async Task<Answer<BinnedView>> PutAsync(Binned what, Guid id, CancellationToken stop)
    {
        if (await bin.PutAsync(what, id, stop) is { } refused)
            return refused;
        var entry = (await bin.ListAsync(stop)).First(entry => entry.Id == id && entry.What == what);
        return new BinnedView(entry.Id, entry.What, entry.Name, entry.RemovedAt, entry.RemovedAt + Bin.Keeps);
    }

    public async Task<Answer<BinnedView>> PutBurAsync(string burId, CancellationToken stop) =>
        await drawer.IdOfAsync(burId, stop) is { } id ? await PutAsync(Binned.Bur, id, stop) : Problems.Missing("bur in the drawer");

    /// <summary>A protocol with which something stands planned, or will be, stays.</summary>
    public async Task<Answer<BinnedView>> PutProtocolAsync(string id, int version, CancellationToken stop)
    {
        if (shelf.Find(id, version) is not { } kept)
            return Problems.Missing("protocol");
        if (kept == shelf.Shipped)
            return new Problem("in-use", "The shipped protocol stays: others are compared with it.");
        if (kept == shelf.InUse)
            return new Problem("in-use", $"{kept.Words}, is in use. Put another one in use first.");
        if ((await protocols.UnitsAsync(stop)).GetValueOrDefault((id, version)) is > 0 and var units)
            return new Problem(
                "in-use",
                $"{units} {(units == 1 ? "tooth is" : "teeth are")} planned with {kept.Words}. Without it they could not be shown."
            );
        if (await protocols.RowIdAsync(id, version, stop) is not { } row)
            return Problems.Missing("protocol");
        var answer = await PutAsync(Binned.Protocol, row, stop);
        if (answer.Value is not null)
            shelf.TakeAway(kept);
        return answer;
    }

    /// <returns>What stands against it; null when it is back.</returns>
    public async Task<Problem?> BringBackAsync(Binned what, Guid id, CancellationToken stop)
    {
        if (await bin.BringBackAsync(what, id, stop) is { } problem)
            return problem;
        if (what == Binned.Protocol)
            await shelf.OpenAsync(protocols, stop);
        return null;
    }
}

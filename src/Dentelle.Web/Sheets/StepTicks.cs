using Dentelle.Data;

namespace Dentelle.Web.Sheets;

/// <summary>Begins, ends and takes back steps; what ends with it is noted in the drawer's ledger.</summary>
public sealed class StepTicks(SheetStore ticks, DrawerStore drawer)
{
    /// <param name="at">When, UTC; null for now.</param>
    public async Task BeginAsync(CaseRow row, TickedStep step, CancellationToken stop, DateTime? at = null) =>
        await NoteAsync(row, await ticks.StartAsync(row.Id, step.Key, step.TimedAs, step.Kind, step.BurId, stop, at), stop);

    /// <returns>False when it was not begun.</returns>
    public async Task<bool> EndAsync(CaseRow row, string key, CancellationToken stop, DateTime? at = null)
    {
        if (await ticks.EndAsync(row.Id, key, stop, at) is not { } done)
            return false;
        await NoteAsync(row, [done], stop);
        return true;
    }

    public async Task TakeBackAsync(CaseRow row, string key, CancellationToken stop)
    {
        foreach (var taken in await ticks.TakeBackAsync(row.Id, key, stop))
            await drawer.TakeBackAsync(taken, stop);
    }

    public Task<IReadOnlyList<StepTickRow>> OfAsync(CaseRow row, CancellationToken stop) => ticks.TicksAsync(row.Id, stop);

    private async Task NoteAsync(CaseRow row, IReadOnlyList<StepTickRow> ended, CancellationToken stop)
    {
        foreach (var done in ended.Where(done => done.BurId is not null))
            await drawer.UseAsync(done.BurId!, CaseSheets.CutOn(row, done.Tooth), wet: true, row.Id, done.Tooth, stop);
    }
}

/// <param name="Key">The step's key within its sheet.</param>
/// <param name="TimedAs">What its time is recorded under.</param>
/// <param name="BurId">The bur it is done with; null where none is used.</param>
public sealed record TickedStep(string Key, string TimedAs, ToothKind? Kind, string? BurId);

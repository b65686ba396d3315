using System.Collections.Concurrent;
using System.Threading.Channels;
using Dentelle.Web.Logging;

namespace Dentelle.Web.Sheets;

/// <summary>Reckons the coming visits while nobody waits for them: at the start, and whenever a screen had to leave some out.</summary>
public sealed class SumsAhead(IServiceScopeFactory scopes, ILogger<SumsAhead> log) : BackgroundService
{
    private const int Most = 2000;
    private readonly ConcurrentDictionary<string, VisitSum?> sums = new(StringComparer.Ordinal);
    private readonly Channel<bool> calls = Channel.CreateBounded<bool>(
        new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropWrite }
    );

    /// <param name="sum">Null for a visit whose sheet can't be made.</param>
    internal bool Find(string key, out VisitSum? sum) => sums.TryGetValue(key, out sum);

    internal void Know(string key, VisitSum? sum)
    {
        // They lie in the database as well: those that are wanted come back from there.
        if (sums.Count >= Most)
            sums.Clear();
        sums[key] = sum;
    }

    internal void Wake() => calls.Writer.TryWrite(true);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await foreach (var _ in calls.Reader.ReadAllAsync(stoppingToken))
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                await scope.ServiceProvider.GetRequiredService<Trays>().ReckonAsync(stoppingToken);
            }
            catch (Exception failed) when (failed is not OperationCanceledException)
            {
                // A screen that asks again calls again.
                log.SumsNotMade(failed);
            }
        }
    }
}

using Dentelle.Data;
using Dentelle.Web.Logging;

namespace Dentelle.Web.Removal;

/// <summary>Empties the bin of what has lain there long enough: at the start and then every day.</summary>
internal sealed class BinKeeper(IServiceScopeFactory scopes, TimeProvider clock, ILogger<BinKeeper> log) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromDays(1), clock);
        do
        {
            try
            {
                await using var scope = scopes.CreateAsyncScope();
                if (await scope.ServiceProvider.GetRequiredService<Bin>().EmptyAsync(all: false, stoppingToken) is > 0 and var gone)
                    log.BinEmptied(gone);
                await scope.ServiceProvider.GetRequiredService<SumStore>().ForgetAsync(stoppingToken);
                await scope.ServiceProvider.GetRequiredService<ScanStore>().ClearAsync(stoppingToken);
            }
            catch (Exception failed) when (StoreFaults.Of(failed) is not null)
            {
                log.BinNotEmptied(failed);
            }
        } while (await timer.WaitForNextTickAsync(stoppingToken));
    }
}

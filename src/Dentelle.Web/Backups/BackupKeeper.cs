using Dentelle.Data;
using Dentelle.Web.Logging;

namespace Dentelle.Web.Backups;

/// <summary>Makes a backup when the last one is old enough, and keeps as many as it is told; each is checked as it is made.</summary>
public sealed class BackupKeeper(PracticeFiles files, TimeProvider clock, ILogger<BackupKeeper> log) : BackgroundService
{
    private static readonly TimeSpan Looks = TimeSpan.FromMinutes(10);
    private readonly SemaphoreSlim one = new(1);

    /// <summary>Why the last one failed; null when it did not.</summary>
    public Problem? Failed { get; private set; }

    public PracticeFolder Practice => new(files.Data, files.FilesFolder);

    /// <summary>One at a time; whoever comes second waits for the first.</summary>
    public async Task<Answer<BackupFound>> MakeAsync(CancellationToken stop)
    {
        await one.WaitAsync(stop);
        try
        {
            var made = await Task.Run(() => Backup.Make(Practice, files.BackupFolder, clock.GetUtcNow().UtcDateTime, stop), stop);
            Failed = made.Problem;
            if (made.Problem is { } problem)
                log.BackupFailed(problem.Sentence);
            else
                Backup.Prune(files.BackupFolder, files.BackupsKept);
            return made;
        }
        finally
        {
            one.Release();
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (files.BackupHours <= 0)
            return;
        using var timer = new PeriodicTimer(Looks, clock);
        // Not while it starts: whoever opens it in the morning wants the day first.
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            var made = Backup.List(files.BackupFolder);
            if (made.Count == 0 || clock.GetUtcNow().UtcDateTime - made[0].At >= TimeSpan.FromHours(files.BackupHours))
                await MakeAsync(stoppingToken);
        }
    }
}

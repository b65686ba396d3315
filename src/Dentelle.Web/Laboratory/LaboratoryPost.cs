using Dentelle.Core.Exchange;
using Dentelle.Core.HandingOver;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Live;
using Dentelle.Web.Logging;

namespace Dentelle.Web.Laboratory;

/// <summary>Looks into the laboratory's folder every other moment: takes answers in, and lets the stand-in write some where it may.</summary>
internal sealed class LaboratoryPost(
    IServiceScopeFactory scopes,
    LaboratoryFolder folder,
    ProtocolShelf shelf,
    PracticeFiles files,
    LiveNews news,
    TimeProvider clock,
    ILogger<LaboratoryPost> log
) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(1);

    /// <summary>Larger answers are none.</summary>
    private const long MostBytes = 1_000_000;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                if (files.AnswersForLaboratory)
                    await StandInAsync(stoppingToken);
                foreach (var path in folder.Arrived())
                    await TakeAsync(path, stoppingToken);
            }
            catch (Exception failed) when (failed is IOException or UnauthorizedAccessException || StoreFaults.Of(failed) is not null)
            {
                // It lies there still: the next look finds it.
                log.LaboratoryNotRead(failed);
            }
        }
    }

    private async Task TakeAsync(string path, CancellationToken stop)
    {
        var problem =
            new FileInfo(path).Length > MostBytes ? new Problem("document", "The answer is larger than any.")
            : JsonDocuments
                .ReadLaboratoryAnswer(Path.GetFileName(path), await File.ReadAllTextAsync(path, stop))
                .Is(out var answer, out var wrong)
                ? await KeepAsync(answer, stop)
            : wrong;
        folder.LayAside(path, problem?.Sentence);
        if (problem is not null)
            log.AnswerRefused(Path.GetFileName(path), problem.Sentence);
    }

    private async Task<Problem?> KeepAsync(LaboratoryAnswer answer, CancellationToken stop)
    {
        await using var scope = scopes.CreateAsyncScope();
        var actor = scope.ServiceProvider.GetRequiredService<Actor>();
        actor.Name = answer.By;
        var problem = await scope.ServiceProvider.GetRequiredService<HandOverStore>().TakeAsync(answer, stop);
        await news.TellAsync(actor.Touched);
        return problem;
    }

    private async Task StandInAsync(CancellationToken stop)
    {
        foreach (var (name, path) in folder.Unanswered())
        {
            await using var zip = File.OpenRead(path);
            if (!HandOverBundle.Open(zip).Is(out var bundle, out var problem))
            {
                // A laboratory would call; this one says so once.
                log.AnswerRefused(Path.GetFileName(path), problem.Sentence);
                File.Move(path, path + ".unreadable", overwrite: true);
                continue;
            }
            using (bundle)
            {
                var answer = await Task.Run(
                    () =>
                        LaboratoryStandIn.Answer(
                            bundle.Document,
                            bundle.OpenPart,
                            shelf.Shipped.Protocol,
                            RecordRow.Text(clock.GetUtcNow().UtcDateTime)
                        ),
                    stop
                );
                await folder.AnswerAsync(name, JsonDocuments.Write(answer), stop);
            }
        }
    }
}

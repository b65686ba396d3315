using System.Runtime.CompilerServices;
using Dentelle.Core.Dentition;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;

namespace Dentelle.Web.Scans;

/// <summary>A finished inspection with what is drawn of its teeth, each made when first looked at.</summary>
public sealed class KeptInspection(Inspection inspection)
{
    private readonly Dictionary<MeasuredTooth, InspectedBodies> bodies = inspection.Teeth.ToDictionary(tooth => tooth, inspection.BodiesOf);
    private readonly Shelf figures = new(2 * inspection.Teeth.Count);

    public Inspection Inspection => inspection;

    public MeasuredTooth? Tooth(string iso) => inspection.Teeth.FirstOrDefault(tooth => tooth.Preparation.Plan.Tooth.Iso == iso);

    public InspectedBodies BodiesOf(MeasuredTooth tooth) => bodies[tooth];

    /// <summary>Room while the teeth slide; none where the other jaw wasn't scanned.</summary>
    public IReadOnlyList<SlidingRoom> SlidingOf(MeasuredTooth tooth, Handbook handbook) =>
        inspection.Antagonist is not { } other
            ? []
            : figures.Get((tooth, "sliding"), () => Sliding.Of(tooth, other, Arch.Of(handbook.Forms), handbook.Protocol.Articulator));

    /// <summary>Not under the first asker's patience: others wait for the same.</summary>
    public InspectedFigure FigureOf(MeasuredTooth tooth) => figures.Get(tooth, () => InspectedFigure.Of(tooth, bodies[tooth]));
}

/// <summary>
/// Inspections under way and the newest finished ones, by all they follow from. Whoever asks for the same watches the same work; it
/// ends when nobody watches any more.
/// </summary>
public sealed class Inspections
{
    /// <summary>Each holds two scans with their trees: some sixty megabytes.</summary>
    private const int MostKept = 3,
        MostScans = 4;
    private readonly Dictionary<string, Run> running = [];
    private readonly Lock gate = new();
    private readonly Shelf kept = new(MostKept);

    /// <summary>Files as they were read, by digest.</summary>
    public Shelf Scans { get; } = new(MostScans);

    /// <summary>Scans as they are shown by themselves, by digest.</summary>
    public Shelf Standing { get; } = new(MostScans);

    /// <summary>The news of an inspection from its beginning, the last one its outcome.</summary>
    /// <param name="key">All that it follows from.</param>
    /// <param name="work">Does it, where nobody is at it yet.</param>
    /// <param name="stop">Watches no longer.</param>
    public async IAsyncEnumerable<Step> WatchAsync(
        string key,
        Func<IProgress<InspectionNews>, CancellationToken, Task<Answer<Inspection>>> work,
        [EnumeratorCancellation] CancellationToken stop
    )
    {
        if (kept.Find<KeptInspection>(key) is { } known)
        {
            foreach (var tooth in known.Inspection.Teeth)
                yield return new Step(new(InspectionStage.Measuring, tooth.Preparation.Plan.Tooth, tooth), null);
            yield return new Step(null, known);
            yield break;
        }
        var run = Join(key, work);
        try
        {
            for (var told = 0; ; )
            {
                var (news, more) = run.Since(told);
                foreach (var step in news)
                {
                    yield return step;
                    if (step.IsLast)
                        yield break;
                }
                told += news.Count;
                await more.WaitAsync(stop);
            }
        }
        finally
        {
            Leave(key, run);
        }
    }

    /// <summary>The same, waited for.</summary>
    public async Task<Answer<KeptInspection>> NeedAsync(
        string key,
        Func<IProgress<InspectionNews>, CancellationToken, Task<Answer<Inspection>>> work,
        CancellationToken stop
    )
    {
        await foreach (var step in WatchAsync(key, work, stop))
        {
            if (step.Done is { } done)
                return done;
            if (step.Problem is { } problem)
                return problem;
        }
        throw new OperationCanceledException(stop);
    }

    private Run Join(string key, Func<IProgress<InspectionNews>, CancellationToken, Task<Answer<Inspection>>> work)
    {
        lock (gate)
        {
            // One that nobody watched any more is ending: it has no outcome to wait for.
            if (!running.TryGetValue(key, out var run) || run.Stop.IsCancellationRequested)
            {
                running[key] = run = new Run();
                var begun = run;
                _ = Task.Run(() => DoAsync(key, begun, work));
            }
            run.Watchers++;
            return run;
        }
    }

    private async Task DoAsync(string key, Run run, Func<IProgress<InspectionNews>, CancellationToken, Task<Answer<Inspection>>> work)
    {
        try
        {
            var answer = await work(run, run.Stop.Token);
            if (answer.Is(out var inspection, out var problem))
                run.Tell(new Step(null, kept.Get(key, () => new KeptInspection(inspection))));
            else
                run.Tell(new Step(null, null, problem));
        }
        catch (OperationCanceledException) when (run.Stop.IsCancellationRequested)
        {
            run.Tell(new Step(null, null, new Problem("cancelled", "The measuring was stopped; nothing of it is kept.")));
        }
        catch (Exception failed)
        {
            run.Tell(new Step(null, null, null, failed));
        }
        finally
        {
            lock (gate)
            {
                if (running.GetValueOrDefault(key) == run)
                    running.Remove(key);
            }
        }
    }

    private void Leave(string key, Run run)
    {
        lock (gate)
        {
            if (--run.Watchers > 0)
                return;
            run.Stop.Cancel();
            if (running.GetValueOrDefault(key) == run)
                running.Remove(key);
        }
    }

    /// <summary>News, or the outcome: an inspection, a problem, or what went wrong.</summary>
    public sealed record Step(InspectionNews? News, KeptInspection? Done, Problem? Problem = null, Exception? Failed = null)
    {
        public bool IsLast => News is null;
    }

    private sealed class Run : IProgress<InspectionNews>
    {
        private readonly List<Step> all = [];
        private readonly Lock gate = new();
        private TaskCompletionSource more = new(TaskCreationOptions.RunContinuationsAsynchronously);

        public CancellationTokenSource Stop { get; } = new();

        public int Watchers { get; set; }

        public void Report(InspectionNews value) => Tell(new Step(value, null));

        public void Tell(Step step)
        {
            TaskCompletionSource waiting;
            lock (gate)
            {
                all.Add(step);
                (waiting, more) = (more, new(TaskCreationOptions.RunContinuationsAsynchronously));
            }
            waiting.SetResult();
        }

        public (IReadOnlyList<Step> News, Task More) Since(int told)
        {
            lock (gate)
                return ([.. all.Skip(told)], more.Task);
        }
    }
}

using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;

namespace Dentelle.Mutation;

/// <summary>Runs the tests: once each to learn which faults they meet and how long they take, then those that meet a fault with it awake.</summary>
internal sealed class Trials(string tests, TimeSpan slowest)
{
    private static readonly TimeSpan StartUp = TimeSpan.FromSeconds(20);

    private readonly ConcurrentDictionary<string, (TimeSpan Takes, HashSet<int> Meets)> known = new(StringComparer.Ordinal);

    /// <summary>Tests left out: they fail in the copy without any fault awake, or take longer than wished.</summary>
    public ConcurrentBag<string> LeftOut { get; } = [];

    /// <summary>Every test method in a process of its own: what a shared cache would hide from the second test is met too.</summary>
    public async Task Learn()
    {
        var (_, methods) = await Run(["-list", "methods"], null, null, TimeSpan.FromMinutes(1));
        await Parallel.ForEachAsync(
            methods.Split('\n').Select(line => line.Trim()).Where(line => line.Contains('.', StringComparison.Ordinal)),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            async (method, _) =>
            {
                var met = Path.GetTempFileName();
                var watch = Stopwatch.StartNew();
                var (code, _) = await Run(["-method", method], null, met, slowest);
                if (code == 0)
                    known[method] = (watch.Elapsed, [.. (await File.ReadAllLinesAsync(met, CancellationToken.None)).Select(Number)]);
                else
                    LeftOut.Add(method);
                File.Delete(met);
            }
        );
    }

    public async Task<Fate> Of(Mutant mutant)
    {
        var quickestFirst = known.Where(test => test.Value.Meets.Contains(mutant.Number)).OrderBy(test => test.Value.Takes).ToList();
        if (quickestFirst.Count == 0)
            return Fate.Unreached;
        // A dozen quick tests kill most; then rather many short goes than one in which the slowest may come first.
        foreach (var go in quickestFirst.Take(12).Chunk(12).Concat(quickestFirst.Skip(12).Chunk(8)))
        {
            var limit = StartUp + (3 * TimeSpan.FromSeconds(go.Sum(test => test.Value.Takes.TotalSeconds)));
            var (code, _) = await Run(["-stopOnFail", .. go.SelectMany(test => new[] { "-method", test.Key })], mutant.Number, null, limit);
            if (code != 0)
                return code == TimedOut ? Fate.TimedOut : Fate.Killed;
        }
        return Fate.Survived;
    }

    private const int TimedOut = -1;

    private async Task<(int Code, string Output)> Run(string[] arguments, int? awake, string? met, TimeSpan limit)
    {
        var start = new ProcessStartInfo("dotnet", [tests, "-noColor", "-noLogo", "-maxThreads", "1", .. arguments])
        {
            WorkingDirectory = Path.GetDirectoryName(tests)!,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            UseShellExecute = false,
        };
        if (awake is { } number)
            start.Environment["DENTELLE_MUTANT"] = $"{number}";
        if (met is not null)
            start.Environment["DENTELLE_MUTANTS_MET"] = met;
        using var process = Process.Start(start)!;
        using var timeout = new CancellationTokenSource(limit);
        var errors = process.StandardError.ReadToEndAsync(CancellationToken.None);
        var output = process.StandardOutput.ReadToEndAsync(CancellationToken.None);
        try
        {
            await process.WaitForExitAsync(timeout.Token);
        }
        catch (OperationCanceledException)
        {
            process.Kill(entireProcessTree: true);
            return (TimedOut, "");
        }
        return (process.ExitCode, await output + await errors);
    }

    private static int Number(string line) => int.Parse(line, CultureInfo.InvariantCulture);
}

using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;

namespace Dentelle.Mutation;

/// <summary>
/// Runs the tests: once each to learn which faults they meet and how long they take, then those that meet a fault with it
/// awake.
/// </summary>
internal sealed class Trials(string tests, TimeSpan slowest)
{
    private static readonly TimeSpan StartUp = TimeSpan.FromSeconds(20);

    private readonly ConcurrentDictionary<string, (TimeSpan Takes, HashSet<int> Meets)> known = new(StringComparer.Ordinal);

    /// <summary>Tests left out, and why: they take longer than wished, or fail in the copy without any fault awake.</summary>
    public ConcurrentDictionary<string, string> LeftOut { get; } = [];

    /// <summary>Every test method in a process of its own: what a shared cache would hide from the second test is met too.</summary>
    public async Task Learn()
    {
        var (_, methods) = await Run(TimeSpan.FromMinutes(1), ["-list", "methods"]);
        await Parallel.ForEachAsync(
            methods.Split('\n').Select(line => line.Trim()).Where(line => line.Contains('.', StringComparison.Ordinal)),
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            async (method, _) =>
            {
                var met = Path.GetTempFileName();
                var watch = Stopwatch.StartNew();
                var (code, _) = await Run(slowest, ["-method", method], (Workshop.Met, met));
                if (code == 0)
                    known[method] = (watch.Elapsed, [.. (await File.ReadAllLinesAsync(met, CancellationToken.None)).Select(Number)]);
                else
                    LeftOut[method] = code == Child.TimedOut ? $"slower than {slowest.TotalSeconds} s" : "fails without a fault";
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
            string[] named = [.. go.SelectMany(test => new[] { "-method", test.Key })];
            var (code, _) = await Run(limit, ["-stopOnFail", .. named], (Workshop.Awake, $"{mutant.Number}"));
            if (code != 0)
                return code == Child.TimedOut ? Fate.TimedOut : Fate.Killed;
        }
        return Fate.Survived;
    }

    private Task<(int Code, string Output)> Run(TimeSpan limit, string[] arguments, params (string Name, string Value)[] environment) =>
        Child.Run(
            "dotnet",
            [tests, "-noColor", "-noLogo", "-maxThreads", "1", .. arguments],
            Path.GetDirectoryName(tests)!,
            limit,
            environment
        );

    private static int Number(string line) => int.Parse(line, CultureInfo.InvariantCulture);
}

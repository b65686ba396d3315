using System.Collections.Concurrent;
using System.Globalization;
using Dentelle.Mutation;

// script/mutate ROOM... [--sample N] [--seed N] [--slowest SECONDS]: sows faults in rooms of Core and says which its tests let live.
var rooms = args.TakeWhile(arg => !arg.StartsWith("--", StringComparison.Ordinal)).ToList();
var root = Directory.GetCurrentDirectory();
if (rooms.Count == 0 || rooms.Any(room => !Directory.Exists(Path.Combine(root, "src/Dentelle.Core", room))))
{
    Console.Error.WriteLine(
        "script/mutate ROOM... [--sample N] [--seed N] [--slowest SECONDS], where a room is a folder of src/Dentelle.Core."
    );
    return 2;
}
var sample = Option("--sample", int.MaxValue);
var seed = Option("--seed", 1);
var slowest = TimeSpan.FromSeconds(Option("--slowest", 30));

var copy = Directory.CreateTempSubdirectory("mutants-").FullName;
try
{
    var workshop = new Workshop(root, copy);
    var sown = await workshop.Sow(rooms);
    var trials = new Trials(workshop.Tests, slowest);
    await trials.Learn();
    Console.WriteLine($"{sown.Count} faults sown; {trials.LeftOut.Count} tests left out{(trials.LeftOut.IsEmpty ? "" : ":")}");
    foreach (var (test, why) in trials.LeftOut.OrderBy(test => test.Key, StringComparer.Ordinal))
        Console.WriteLine($"  {test}: {why}");
    foreach (var room in rooms)
        await Report(room, Drawn([.. sown.Where(mutant => mutant.Room == room)]), trials);
    return 0;
}
finally
{
    Directory.Delete(copy, recursive: true);
}

// The same sample for a seed, so that before and after can be compared where the code stayed; another one tells what tests written
// after the first are worth.
List<Mutant> Drawn(List<Mutant> mutants)
{
    var picked = mutants.ToArray();
    new Random(seed).Shuffle(picked);
    return [.. picked.Take(sample).OrderBy(mutant => mutant.Number)];
}

static async Task Report(string room, List<Mutant> mutants, Trials trials)
{
    var fates = new ConcurrentDictionary<Mutant, Fate>();
    await Parallel.ForEachAsync(mutants, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, async (mutant, _) =>
        fates[mutant] = await trials.Of(mutant)
    );
    int Count(Fate fate) => fates.Values.Count(each => each == fate);
    var caught = Count(Fate.Killed) + Count(Fate.TimedOut);
    Console.WriteLine();
    Console.WriteLine(
        $"{room}: {caught} of {mutants.Count} killed ({100.0 * caught / mutants.Count:0} %), {Count(Fate.TimedOut)} of them by time; "
            + $"{Count(Fate.Survived)} survived, {Count(Fate.Unreached)} unreached"
    );
    foreach (var mutant in mutants.Where(mutant => fates[mutant] is Fate.Survived or Fate.Unreached))
        Console.WriteLine($"  {fates[mutant].ToString().ToLowerInvariant(), -9} {mutant}");
}

int Option(string name, int otherwise)
{
    var at = Array.IndexOf(args, name);
    return at < 0 || at + 1 >= args.Length ? otherwise : int.Parse(args[at + 1], CultureInfo.InvariantCulture);
}

using System.Globalization;
using System.Text.RegularExpressions;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;

namespace Dentelle.Mutation;

/// <summary>A copy of the tree in which the faults of some rooms of Core are sown and built together with its tests.</summary>
internal sealed partial class Workshop(string root, string copy)
{
    private const int MostBuilds = 15;

    /// <summary>Variables of a process: the number of the fault that is awake, and the file in which to leave those met.</summary>
    public const string Awake = "DENTELLE_MUTANT",
        Met = "DENTELLE_MUTANTS_MET";

    // Known to Core only in the copy: which fault is awake in this process, and which were met.
    private const string Switch = $$"""
        namespace Dentelle;

        public static class Mutants
        {
            private static readonly int Awake = int.Parse(System.Environment.GetEnvironmentVariable("{{Awake}}") ?? "-1");
            private static readonly bool[]? Met = Trace();

            public static bool On(int number)
            {
                if (Met is not null)
                    Met[number] = true;
                return number == Awake;
            }

            private static bool[]? Trace()
            {
                if (System.Environment.GetEnvironmentVariable("{{Met}}") is not { } file)
                    return null;
                var met = new bool[200_000];
                var numbers = System.Linq.Enumerable.Range(0, met.Length);
                System.AppDomain.CurrentDomain.ProcessExit += (_, _) =>
                    System.IO.File.WriteAllLines(file, numbers.Where(at => met[at]).Select(at => $"{at}"));
                return met;
            }
        }
        """;

    public string Tests => Path.Combine(copy, "tests/Dentelle.Core.Tests/bin/Release/net10.0/Dentelle.Core.Tests.dll");

    /// <summary>Sows and builds; faults that do not compile are barred and it is built again.</summary>
    public async Task<List<Mutant>> Sow(IReadOnlyList<string> rooms)
    {
        await CopyTree();
        File.WriteAllText(Path.Combine(copy, "src/Dentelle.Core/Mutants.cs"), Switch);
        var barred = new HashSet<string>(StringComparer.Ordinal);
        for (var build = 1; build <= MostBuilds; build++)
        {
            var mutants = new List<Mutant>();
            var rewritten = new Dictionary<string, SyntaxNode>(StringComparer.Ordinal);
            foreach (var (room, file) in rooms.SelectMany(room => Files(room).Select(file => (room, file))))
            {
                var sower = new Sower(room, file, () => mutants.Count, barred, mutants.Add);
                rewritten[file] = sower.Visit(CSharpSyntaxTree.ParseText(File.ReadAllText(Path.Combine(root, file))).GetRoot())!;
                File.WriteAllText(Path.Combine(copy, file), rewritten[file].ToFullString());
            }
            var errors = await Build();
            if (errors.Count == 0)
                return mutants;
            var before = barred.Count;
            foreach (var error in errors)
                Bar(error, rewritten, mutants, barred);
            Console.Error.WriteLine(
                $"build {build}: {mutants.Count} faults, {barred.Count - before} of them do not compile and are left out"
            );
            if (barred.Count == before)
                throw new InvalidOperationException($"The copy does not build: {string.Join("; ", errors.Take(3))}");
        }
        throw new InvalidOperationException($"The copy does not build after {MostBuilds} rounds.");
    }

    private IEnumerable<string> Files(string room) =>
        Directory
            .EnumerateFiles(Path.Combine(root, "src/Dentelle.Core", room), "*.cs", SearchOption.AllDirectories)
            .Select(file => Path.GetRelativePath(root, file))
            .Order(StringComparer.Ordinal);

    private static void Bar(BuildError error, Dictionary<string, SyntaxNode> rewritten, List<Mutant> mutants, HashSet<string> barred)
    {
        var file = rewritten.Keys.FirstOrDefault(known => error.File.EndsWith(known, StringComparison.Ordinal));
        if (file is null)
            return;
        var text = rewritten[file].GetText();
        var position = text.Lines[error.Line - 1].Start + error.Column - 1;
        var innermost = Sower.At(rewritten[file], position).Select(number => (int?)number).FirstOrDefault();
        // Where no fault stands, a constant is wanted: the one of this name keeps its value.
        barred.Add(innermost is { } number ? mutants[number].Place : rewritten[file].FindToken(position).ValueText);
    }

    private async Task CopyTree()
    {
        var skipped = new[] { "--exclude=bin", "--exclude=obj", "--exclude=node_modules", "--exclude=.git", "--exclude=wwwroot" };
        Directory.CreateDirectory(copy);
        var pipe = $"tar -C '{root}' {string.Join(' ', skipped)} -cf - . | tar -C '{copy}' -xf -";
        var (code, output) = await Child.Run("sh", ["-c", pipe], root);
        if (code != 0)
            throw new InvalidOperationException(output);
    }

    private async Task<List<BuildError>> Build()
    {
        string[] quick =
        [
            "-p:TreatWarningsAsErrors=false",
            "-p:RunAnalyzers=false",
            "-p:EnforceCodeStyleInBuild=false",
            "-p:NuGetAudit=false",
        ];
        string[] arguments = ["build", "tests/Dentelle.Core.Tests", "-c", "Release", "-v", "quiet", "--nologo", "-clp:NoSummary", .. quick];
        var (code, output) = await Child.Run("dotnet", arguments, copy);
        if (code == 0)
            return [];
        var errors = ErrorLine()
            .Matches(output)
            .Select(match => new BuildError(
                match.Groups["file"].Value,
                Number(match.Groups["line"]),
                Number(match.Groups["column"]),
                match.Groups["message"].Value
            ))
            .Distinct()
            .ToList();
        return errors.Count > 0 ? errors : throw new InvalidOperationException(output);
    }

    private static int Number(Group group) => int.Parse(group.Value, CultureInfo.InvariantCulture);

    private sealed record BuildError(string File, int Line, int Column, string Message);

    [GeneratedRegex(
        @"^\s*(?<file>[^(\n]+)\((?<line>\d+),(?<column>\d+)\): error (?<message>[^\n]*)$",
        RegexOptions.Multiline | RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: 10_000
    )]
    private static partial Regex ErrorLine();
}

using Dentelle.Core;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Teeth;

namespace Dentelle.Cli;

/// <summary>
/// The commands behind script/dentelle. Answers go to the output, one sentence to the error stream; 0 when it worked, 2
/// for wrong input.
/// </summary>
public static class CommandLine
{
    public const int Ok = 0;
    public const int WrongInput = 2;

    private const string Usage = """
        dentelle plan "36 crown zirconia" [--json] [--assessment FILE] [--protocol FILE]

        Two bare digits are ISO 3950, # is universal (#19), letters are a quadrant (LL6).
        Planning aid for licensed clinicians; the material maker's instructions, local rules and
        the clinician's judgement come first.
        """;

    /// <param name="args">Command and options.</param>
    /// <param name="output">Receives the answer and nothing else.</param>
    /// <param name="error">Receives one sentence when something is wrong.</param>
    /// <param name="home">Folder that holds the protocols folder.</param>
    public static int Run(string[] args, TextWriter output, TextWriter error, string home)
    {
        if (args is ["help" or "--help" or "-h", ..])
        {
            output.WriteLine(Usage);
            return Ok;
        }

        if (!Answer(args, home).Is(out var answer, out var problem))
        {
            var meant = problem.Suggestions.Count > 0 ? $" Could be meant: {string.Join(" · ", problem.Suggestions)}." : "";
            error.WriteLine(problem.Sentence + meant);
            return WrongInput;
        }

        output.WriteLine(answer);
        return Ok;
    }

    private static Answer<string> Answer(string[] args, string home)
    {
        if (args is not ["plan", ..]) return new Problem("usage", args.Length == 0 ? "Name a command: plan or help." : $"There is no command “{args[0]}”; there are plan and help.");
        if (!PlanOptions.Parse(args[1..]).Is(out var options, out var problem)) return problem;

        NamedText? protocolFile = null;
        if (options.ProtocolFile is { } path)
        {
            if (!TextOf(path).Is(out var text, out problem)) return problem;
            protocolFile = new(path, text);
        }

        if (!Handbook.Read(name => File.ReadAllText(Path.Combine(home, "protocols", name)), protocolFile, CheckedFiles.In(home)).Is(out var handbook, out problem)) return problem;
        if (!QuickLineReader.Read(options.Line, ToothNotation.Iso, handbook.Protocol).Is(out var line, out problem)) return problem;
        if (!InputsFor(line, options.AssessmentFile).Is(out var inputs, out problem)) return problem;
        if (!PlannedUnit.Make(line.Tooth, inputs, handbook).Is(out var unit, out problem)) return problem;
        var document = UnitDocument.From(unit.Plan);
        return options.Json ? JsonDocuments.Write(new PlanDocument([document])) : PlanTable.Write(document);
    }

    // What the line says wins over the file: it is the nearer word.
    private static Answer<PlanInputs> InputsFor(UnderstoodLine line, string? file)
    {
        if (file is null) return line.Inputs;
        if (!TextOf(file).Is(out var json, out var problem)) return problem;
        if (!JsonDocuments.ReadInputs(file, json).Is(out var inputs, out problem)) return problem;
        return inputs with
        {
            Material = line.Inputs.Material ?? inputs.Material,
            BuildOutSchool = line.Inputs.BuildOutSchool ?? inputs.BuildOutSchool,
            School = line.Inputs.School ?? inputs.School,
            Crossbite = line.Inputs.Crossbite || inputs.Crossbite,
        };
    }

    private static Answer<string> TextOf(string path)
    {
        try
        {
            return File.ReadAllText(path);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or ArgumentException or NotSupportedException)
        {
            return new Problem("file", $"“{path}” can't be read: {(File.Exists(path) ? "access is denied" : "there is no such file")}.");
        }
    }
}

/// <summary>Options of the plan command.</summary>
internal sealed record PlanOptions(string Line, bool Json, string? AssessmentFile, string? ProtocolFile)
{
    public static Answer<PlanOptions> Parse(string[] args)
    {
        var words = new List<string>();
        var (json, assessment, protocol) = (false, (string?)null, (string?)null);
        for (var i = 0; i < args.Length; i++)
        {
            switch (args[i])
            {
                case "--json":
                    json = true;
                    break;
                case "--assessment" or "--protocol" when i + 1 == args.Length:
                    return new Problem("usage", $"{args[i]} needs a file behind it.");
                case "--assessment":
                    assessment = args[++i];
                    break;
                case "--protocol":
                    protocol = args[++i];
                    break;
                case ['-', '-', ..]:
                    return new Problem("usage", $"There is no option {args[i]}; there are --json, --assessment FILE and --protocol FILE.");
                default:
                    words.Add(args[i]);
                    break;
            }
        }

        return new PlanOptions(string.Join(' ', words), json, assessment, protocol);
    }
}

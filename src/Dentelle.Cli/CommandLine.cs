using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Restorations;

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
        dentelle plan "36 crown zirconia" [--json] [--assessment FILE] [--option "crown metal"]… [--protocol FILE]
        dentelle form --tooth 16 --out DIR [--json]
        dentelle prepare "16 crown zirconia" --out DIR [--json] [--assessment FILE] [--protocol FILE]
        dentelle protocol FILE [--json]
        dentelle runsheet "45x47 bridge metal-ceramic" [--school axial-first] [--drawer FILE] [--assessment FILE] [--protocol FILE] [--json]
        dentelle bur 806314001524016 [--json]
        dentelle schema plan|inputs|runsheet|measure|handover|answer
        dentelle scan "36 crown zirconia" [--fault undercut:distal:0.2]… [--seed 7] [--reach teeth|quadrant|arch] [--out DIR] [--json]
        dentelle measure --before FILE --after FILE --tooth 36 [--plan LINE] [--opposing FILE] [--pick X,Y,Z=X,Y,Z]…
                [--aligned] [--framed] [--json]
        dentelle path --tooth 35=FILE --tooth 37=FILE [--up x,y,z] [--lean 2] [--json]
        dentelle laboratory BUNDLE.zip [--json]
        dentelle verify-record [--data DIR] [--json]
        dentelle backup [--data DIR] [--to DIR]
        dentelle check-backup BACKUP
        dentelle restore BACKUP --into DIR

        plan also takes "11 21 veneer butt +1.0 dark", "16 onlay lithium disilicate gap distal 1.2",
        "35x37 bridge metal-ceramic" (each x a pontic) and "34x36 bridge 34:metal-ceramic-full 36:metal".

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

    private static readonly Dictionary<string, string> PlanValues = new() { ["--assessment"] = "FILE", ["--protocol"] = "FILE" };

    private static Answer<string> Answer(string[] args, string home) =>
        args switch
        {
            ["plan", .. var rest] => Plan(rest, home),
            ["form", .. var rest] => Form(rest, home),
            ["prepare", .. var rest] => Prepare(rest, home),
            ["measure", .. var rest] => Measure(rest, home),
            ["scan", .. var rest] => ScanCommands.Scan(rest, home),
            ["path", .. var rest] => ScanCommands.CommonPath(rest),
            ["runsheet", .. var rest] => SheetCommands.RunSheet(rest, home),
            ["bur", .. var rest] => SheetCommands.Bur(rest, home),
            ["protocol", .. var rest] => ProtocolCommand.Compare(rest, home),
            ["verify-record", .. var rest] => RecordCommand.Verify(rest),
            ["backup", .. var rest] => BackupCommands.Make(rest),
            ["check-backup", .. var rest] => BackupCommands.Check(rest),
            ["restore", .. var rest] => BackupCommands.Restore(rest),
            ["laboratory", .. var rest] => LaboratoryCommand.Look(rest, home),
            ["schema", .. var rest] => Schema(rest),
            _ => new Problem(
                "usage",
                args.Length == 0
                    ? "Name a command: plan, form, prepare, scan, measure, path, runsheet, bur, protocol, laboratory, verify-record, backup, check-backup, restore, schema or help."
                    : $"There is no command “{args[0]}”; there are "
                        + "plan, form, prepare, scan, measure, path, runsheet, bur, protocol, laboratory, verify-record, backup, check-backup, restore, schema and help."
            ),
        };

    private static Answer<string> Plan(string[] args, string home)
    {
        if (
            !CommandOptions
                .Parse(args, new Dictionary<string, string>(PlanValues) { ["--option"] = "OPTION" }, ["--json"])
                .Is(out var options, out var problem)
        )
            return problem;
        if (!HandbookOf(options.Value("--protocol"), home).Is(out var handbook, out problem))
            return problem;
        if (!Lined(options.Words, options, handbook).Is(out var planned, out problem))
            return problem;
        var compared = new List<(string, PlannedUnit)>();
        foreach (var option in options.All("--option"))
        {
            var tooth = planned.Units[0].Plan.Tooth.Iso;
            // An option may name its tooth again or leave it out.
            var line = option.TrimStart().StartsWith(tooth, StringComparison.Ordinal) ? option : $"{tooth} {option}";
            if (!Lined(line, options, handbook).Is(out var other, out problem))
                return problem with { Sentence = $"Option “{option}”: {problem.Sentence}" };
            compared.Add((option, other.Units[0]));
        }
        var document = planned.Document(handbook, compared);
        return options.Has("--json") ? JsonDocuments.Write(document) : PlanTable.Write(document);
    }

    private static Answer<string> Form(string[] args, string home)
    {
        if (
            !CommandOptions
                .Parse(args, new Dictionary<string, string> { ["--tooth"] = "TOOTH", ["--out"] = "DIR" }, ["--json"])
                .Is(out var options, out var problem)
        )
            return problem;
        if (options.Value("--tooth") is not { } text || ToothCode.FromIso(text) is not { } tooth)
            return new Problem("usage", "form needs --tooth with an ISO 3950 code, such as 16.");
        if (options.Value("--out") is not { } folder)
            return new Problem("usage", "form needs --out with a folder to write to.");
        return HandbookOf(null, home).Is(out var handbook, out problem)
            ? BodyCommands.Form(tooth, folder, options.Has("--json"), handbook)
            : problem;
    }

    private static Answer<string> Prepare(string[] args, string home)
    {
        var values = new Dictionary<string, string>(PlanValues) { ["--out"] = "DIR" };
        if (!CommandOptions.Parse(args, values, ["--json"]).Is(out var options, out var problem))
            return problem;
        if (options.Value("--out") is not { } folder)
            return new Problem("usage", "prepare needs --out with a folder to write to.");
        if (!HandbookOf(options.Value("--protocol"), home).Is(out var handbook, out problem))
            return problem;
        if (!Lined(options.Words, options, handbook).Is(out var planned, out problem))
            return problem;
        return planned.Units.Count == 1
            ? BodyCommands.Prepare(planned.Units[0], folder, options.Has("--json"))
            : new Problem("usage", "prepare writes the bodies of one tooth at a time.");
    }

    private static Answer<string> Measure(string[] args, string home)
    {
        var values = new Dictionary<string, string>
        {
            ["--before"] = "FILE",
            ["--after"] = "FILE",
            ["--tooth"] = "TOOTH",
            ["--path"] = "X,Y,Z",
            ["--plan"] = "LINE",
            ["--opposing"] = "FILE",
            ["--pick"] = "AFTER=BEFORE",
            ["--assessment"] = "FILE",
            ["--protocol"] = "FILE",
        };
        return CommandOptions.Parse(args, values, ["--aligned", "--framed", "--json"]).Is(out var options, out var problem)
            ? BodyCommands.Measure(options, home)
            : problem;
    }

    private static Answer<string> Schema(string[] args) =>
        args switch
        {
            ["plan"] => JsonDocuments.PlanSchema(),
            ["inputs"] => JsonDocuments.InputSchema(),
            ["runsheet"] => JsonDocuments.RunSheetSchema(),
            ["measure"] => JsonDocuments.MeasureSchema(),
            ["handover"] => JsonDocuments.HandOverSchema(),
            ["answer"] => JsonDocuments.AnswerSchema(),
            _ => new Problem(
                "usage",
                "schema needs plan (what the answer holds), inputs (what --assessment takes), runsheet, measure, handover or answer."
            ),
        };

    internal static Answer<PlannedLine> Lined(string words, CommandOptions options, Handbook handbook) =>
        UnitsOf(words, options, handbook).Is(out var units, out var problem) ? PlannedLine.Make(units, handbook) : problem;

    /// <summary>What a line says over what the assessment file says.</summary>
    internal static Answer<LineUnit[]> UnitsOf(string words, CommandOptions options, Handbook handbook) =>
        QuickLineReader.Read(words, ToothNotation.Iso, handbook.Protocol).Is(out var line, out var problem)
            ? Over(line.Units, options.Value("--assessment"))
            : problem;

    /// <param name="sheets">Whether run sheets and burs are asked for too.</param>
    internal static Answer<Handbook> HandbookOf(string? protocolPath, string home, bool sheets = false)
    {
        NamedText? protocolFile = null;
        if (protocolPath is { } path)
        {
            if (!TextOf(path).Is(out var text, out var problem))
                return problem;
            protocolFile = new(path, text);
        }

        var memory = CheckedFiles.In(home);
        return sheets ? Handbook.Read(Text, protocolFile, memory) : Handbook.ForPlans(Text, protocolFile, memory);

        string Text(string name) => File.ReadAllText(Path.Combine(home, "protocols", name));
    }

    /// <summary>The file's inputs under each unit's own: what the line says wins, it is the nearer word.</summary>
    private static Answer<LineUnit[]> Over(IReadOnlyList<LineUnit> units, string? file)
    {
        if (file is null)
            return units.ToArray();
        if (!TextOf(file).Is(out var json, out var problem))
            return problem;
        if (!JsonDocuments.ReadAssessment(file, json).Is(out var found, out problem))
            return problem;
        if (found.Teeth.Keys.FirstOrDefault(tooth => units.All(unit => unit.Tooth.Iso != tooth)) is { } stranger)
            return new Problem("inputs-file", $"{file}: teeth: “{stranger}” is none of the teeth of this line.");
        // Of two restorations none is passed over; a pontic is named by the bridge alone.
        foreach (var (tooth, inputs) in units.Where(unit => unit.Inputs.Restoration.Rules().IsCut))
        {
            if (found.RestorationFor(tooth) is { } named && named != inputs.Restoration)
                return new Problem(
                    "inputs-file",
                    $"{file} names “{named.Words()}” for {tooth.Iso}, the line “{inputs.Restoration.Words()}”. "
                        + "Make them agree, or leave it out of the file."
                );
        }
        return units.Select(unit => unit with { Inputs = unit.Inputs.Over(found.For(unit.Tooth)) }).ToArray();
    }

    internal static Answer<string> TextOf(string path)
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

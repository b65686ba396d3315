using System.Globalization;
using System.Text;
using Dentelle.Core.Dentition;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Scanning;

namespace Dentelle.Cli;

/// <summary>Commands about scans: simulating them, measuring from them, a path for several teeth.</summary>
internal static class ScanCommands
{
    /// <summary>Where a scanner's export lands when no other folder is named.</summary>
    private const string ScannerFolder = "data/scanner";

    public static Answer<string> Scan(string[] args, string home)
    {
        var values = new Dictionary<string, string>
        {
            ["--fault"] = "FAULT",
            ["--seed"] = "NUMBER",
            ["--out"] = "DIR",
            ["--reach"] = "REACH",
            ["--noise"] = "MM",
            ["--bend"] = "MM",
            ["--assessment"] = "FILE",
            ["--protocol"] = "FILE",
        };
        if (!CommandOptions.Parse(args, values, ["--json", "--individual"]).Is(out var options, out var problem))
            return problem;
        var faults = new List<Fault>();
        foreach (var text in options.All("--fault"))
        {
            if (!Fault.Parse(text).Is(out var fault, out problem))
                return problem;
            faults.Add(fault);
        }
        if (!Wanted(options).Is(out var wanted, out problem))
            return problem;
        if (!CommandLine.HandbookOf(options.Value("--protocol"), home).Is(out var handbook, out problem))
            return problem;
        if (!CommandLine.Lined(options.Words, options, handbook).Is(out var planned, out problem))
            return problem;
        var preparations = planned.Units.Select(unit => unit.Preparation).ToArray();
        if (!StandInScanner.Make(preparations, faults, wanted, handbook.Protocol, handbook.Forms).Is(out var scan, out problem))
            return problem;
        var folder = options.Value("--out") ?? ScannerFolder;
        return BodyCommands.Written(folder, () =>
        {
            var files = new List<string>();
            foreach (var file in StandInFiles.Of(scan))
            {
                files.Add(Path.Combine(folder, file.Name));
                using var stream = File.Create(files[^1]);
                file.Write(stream);
            }
            return options.Has("--json")
                ? StandInFiles.Truth(scan)
                : string.Join(
                    '\n',
                    (string[])
                        [
                            $"Simulated, no mouth: {scan.Before.TriangleCount:N0} triangles before, {scan.After.TriangleCount:N0} after.",
                            .. files,
                        ]
                );
        });
    }

    private static Answer<ScanOptions> Wanted(CommandOptions options)
    {
        var reach = ScanReach.Arch;
        if (options.Value("--reach") is { } text && !Kebab.TryParse(text, out reach))
            return new Problem(
                "usage",
                $"--reach is {string.Join(", ", Enum.GetValues<ScanReach>().Select(Kebab.Of))}; “{text}” is none of them."
            );
        var seed = 1;
        if (options.Value("--seed") is { } number && !int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out seed))
            return new Problem("usage", $"--seed is a whole number; “{number}” is none.");
        var (noise, bend) = (0.015, 0.0);
        if ((Length("--noise", ref noise) ?? Length("--bend", ref bend)) is { } problem)
            return problem;
        return new ScanOptions(seed, reach, Noise: noise) { IsIndividual = options.Has("--individual"), Bend = bend };

        Problem? Length(string name, ref double length) =>
            options.Value(name) is { } given
            && (!double.TryParse(given, NumberStyles.Float, CultureInfo.InvariantCulture, out length) || length is not (>= 0 and <= 0.1))
                ? new Problem("usage", $"{name} is a length of 0 to 0.1 mm; “{given}” is none.")
                : null;
    }

    /// <summary>Measures from two scans in any frames, against a plan where one is named.</summary>
    public static Answer<string> Measure(CommandOptions options, string tooth, string home)
    {
        if (!CommandLine.HandbookOf(options.Value("--protocol"), home).Is(out var handbook, out var problem))
            return problem;
        // Zones and the path to look along are those of a crown when nobody says what was planned.
        var line = options.Value("--plan") ?? $"{tooth} crown zirconia";
        if (!CommandLine.Lined(line, options, handbook).Is(out var planned, out problem))
            return problem;
        var preparations = planned.Units.Select(unit => unit.Preparation).ToArray();
        var at = Array.FindIndex([.. preparations.Where(one => one.Body is not null)], one => one.Plan.Tooth.Iso == tooth);
        if (at < 0)
            return new Problem("usage", $"The plan “{line}” cuts nothing on {tooth}.");
        if (!Read(options.Value("--before")!, "The scan before").Is(out var before, out problem))
            return problem;
        if (!Read(options.Value("--after")!, "The scan after").Is(out var after, out problem))
            return problem;
        Scan? antagonist = null;
        if (options.Value("--opposing") is { } opposing && !Read(opposing, "The antagonist").Is(out antagonist, out problem))
            return problem;
        if (!Picked(options.All("--pick")).Is(out var picked, out problem))
            return problem;
        var scans = new InspectedScans(before, after, antagonist)
        {
            Picked = picked.Length == 0 ? null : picked,
            AreAligned = options.Has("--aligned"),
            AreFramed = options.Has("--framed"),
        };
        if (!Inspector.Measure(scans, preparations, handbook.Protocol).Is(out var inspection, out problem))
            return problem;
        var measured = inspection.Teeth[at];
        var findings = options.Value("--plan") is null ? null : ScanJudge.Of(measured, handbook.Protocol);
        string[] told =
        [
            .. inspection.Told,
            .. findings is null
                ? ["No plan was named: zones are those of a crown, and nothing is judged. Name one with --plan."]
                : Array.Empty<string>(),
        ];
        var sliding = inspection.Antagonist is { } other
            ? Sliding.Of(measured, other, Arch.Of(handbook.Forms), handbook.Protocol.Articulator)
            : null;
        var document = MeasureDocument.From(measured, handbook.Protocol, told, findings, sliding);
        return options.Has("--json") ? JsonDocuments.Write(document) : ScanTable.Write(document);
    }

    /// <summary>Places that both scans show, where their shapes alone don't tell how they lie.</summary>
    private static Answer<(Geometry.Vec3 After, Geometry.Vec3 Before)[]> Picked(IReadOnlyList<string> pairs)
    {
        var picked = new List<(Geometry.Vec3, Geometry.Vec3)>();
        foreach (var pair in pairs)
        {
            if (
                pair.Split('=') is not [var after, var before]
                || BodyCommands.Three(after) is not { } there
                || BodyCommands.Three(before) is not { } here
            )
                return new Problem("usage", $"“{pair}” is no place of the scan after and of the scan before, such as 1,2,3=4,5,6.");
            picked.Add((there, here));
        }
        return picked.Count is 0 or >= 3
            ? picked.ToArray()
            : new Problem("usage", $"Three picked places are needed at least; there are {picked.Count}.");
    }

    /// <summary>A common path for prepared teeth whose files lie in one frame.</summary>
    public static Answer<string> CommonPath(string[] args)
    {
        var values = new Dictionary<string, string>
        {
            ["--tooth"] = "TOOTH=FILE",
            ["--up"] = "X,Y,Z",
            ["--lean"] = "DEGREES",
        };
        if (!CommandOptions.Parse(args, values, ["--json"]).Is(out var options, out var problem))
            return problem;
        if (options.All("--tooth").Count == 0)
            return new Problem("usage", "path needs --tooth TOOTH=FILE for every abutment, such as --tooth 35=a.stl --tooth 37=b.stl.");
        if (!BodyCommands.Path(options.Value("--up")).Is(out var up, out problem))
            return problem with { Sentence = problem.Sentence.Replace("--path", "--up", StringComparison.Ordinal) };
        var lean = 2.0;
        if (
            options.Value("--lean") is { } text
            && (!double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out lean) || lean is not (>= 0 and <= 20))
        )
            return new Problem("usage", $"--lean is how far every wall has to lean, 0 to 20 degrees; “{text}” is none.");
        var (teeth, planes, told) = (new List<string>(), new List<WallPlanes>(), new List<string>());
        foreach (var pair in options.All("--tooth"))
        {
            var parts = pair.Split('=', 2);
            if (parts.Length != 2 || ToothCode.FromIso(parts[0]) is null)
                return new Problem("usage", $"“{pair}” is no TOOTH=FILE with an ISO 3950 code, such as 35=a.stl.");
            if (!Read(parts[1], parts[0]).Is(out var scan, out problem))
                return problem;
            teeth.Add(parts[0]);
            planes.Add(new WallPlanes(scan.Surface, up.Direction));
            told.AddRange(scan.Told);
        }
        var path = WallPlanes.Best(planes);
        var document = PathDocument.From(path, WallPlanes.LeastRelief(planes, path.Direction, lean), teeth, told);
        return options.Has("--json") ? JsonDocuments.Write(document) : Table(document);
    }

    private static Answer<Scan> Read(string file, string name) =>
        BodyCommands.Read(file).Is(out var mesh, out var problem) ? Core.Measuring.Scan.Of(mesh, name) : problem;

    private static string Table(PathDocument document)
    {
        var text = new StringBuilder();
        foreach (var sentence in document.Told)
            text.AppendLine(sentence);
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"best common path {ScanTable.Three(document.Direction)}: "
                + $"worst wall {document.MinWallDeg:0.0}°, free to turn {document.FreedomDeg:0.0}°"
        );
        foreach (var tooth in document.Teeth)
            text.AppendLine(CultureInfo.InvariantCulture, $"{tooth.Tooth}: its worst wall {tooth.MinWallDeg:0.0}°");
        if (document.Relief.Count == 0)
            text.Append(CultureInfo.InvariantCulture, $"nothing more has to be cut for walls of {document.LeanAskedDeg:0.#}°");
        else
        {
            text.Append(
                CultureInfo.InvariantCulture,
                $"least cutting for walls of {document.LeanAskedDeg:0.#}°, along {ScanTable.Three(document.ReliefPath)}:"
            );
            foreach (var wall in document.Relief)
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"\n{wall.Tooth}, wall facing {ScanTable.Three(wall.Outward)}: "
                        + $"{wall.DepthMm:0.00} mm at its upper end, {wall.VolumeMm3:0.0} mm³"
                );
        }
        return text.ToString();
    }
}

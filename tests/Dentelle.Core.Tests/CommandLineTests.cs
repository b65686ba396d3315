using System.Text.Json.Nodes;
using Dentelle.Cli;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Tests;

/// <summary>The command line's contract as docs/formats.md states it.</summary>
public class CommandLineTests
{
    private static (int Code, string Output, string Error) Run(params string[] args)
    {
        using var output = new StringWriter();
        using var error = new StringWriter();
        return (CommandLine.Run(args, output, error, AppContext.BaseDirectory), output.ToString(), error.ToString());
    }

    [Fact(DisplayName = "plan --json prints the unit with the published names")]
    public void Json()
    {
        var (code, output, error) = Run("plan", "36 crown zirconia", "--json");
        Assert.Equal((0, ""), (code, error));
        var unit = JsonNode.Parse(output)!["units"]![0]!;
        Assert.Equal("36 crown zirconia-monolithic", $"{unit["tooth"]} {unit["restoration"]} {unit["material"]}");
        var cusp = unit["zones"]!.AsArray().First(zone => (string)zone!["zone"]! == "functional-cusp-mesiofacial")!;
        Assert.Equal(
            [1.0, 0.6, 1.5, 0.8],
            [
                (double)cusp["depthMm"]!["target"]!,
                (double)cusp["depthMm"]!["min"]!,
                (double)cusp["depthMm"]!["max"]!,
                (double)cusp["roughCutMm"]!,
            ]
        );
        Assert.Equal("P common-practice", $"{cusp["reasons"]![0]!["source"]} {cusp["reasons"]![0]!["standing"]}");
        var margin = unit["margin"]![0]!;
        Assert.Equal("facial chamfer 0.5 0.5", $"{margin["segment"]} {margin["design"]} {margin["widthMm"]} {margin["levelMm"]}");
        Assert.Equal(12, (double)unit["tocDeg"]!["target"]!);
        Assert.All(unit["cautions"]!.AsArray(), caution => Assert.NotNull((string?)caution!["code"]));
    }

    [Fact(DisplayName = "An assessment file changes the plan; what the line says wins over it")]
    public void Assessment_file()
    {
        var file = Path.GetTempFileName();
        File.WriteAllText(
            file,
            """
            { "crossbite": true, "material": "metal", "buildOutMm": { "groove": 0.5 },
              "roomBeforeMm": { "functional-cusp": 0.3 }, "marginLevelMm": { "facial": -0.5 } }
            """
        );
        var unit = JsonNode.Parse(Run("plan", "36 crown zirconia", "--json", "--assessment", file).Output)!["units"]![0]!;
        Assert.Equal("zirconia-monolithic", (string)unit["material"]!);
        Assert.Equal("functional-cusp-mesiolingual", (string)unit["zones"]![0]!["zone"]!);
        Assert.Equal(1.3, (double)unit["zones"]![0]!["expectedClearanceMm"]!["target"]!);
        Assert.Equal(0.5, (double)unit["zones"]!.AsArray().First(zone => (string)zone!["zone"]! == "groove")!["depthMm"]!["target"]!);
        Assert.Equal(-0.5, (double)unit["margin"]![0]!["levelMm"]!);

        File.WriteAllText(file, """{ "buildOut": { "groove": 0.5 } }""");
        Assert.Contains("buildOut", Run("plan", "36 crown zirconia", "--assessment", file).Error);
        File.WriteAllText(file, """{ "buildOutMm": null }""");
        Assert.Equal(2, Run("plan", "36 crown zirconia", "--assessment", file).Code);
        File.WriteAllText(file, """{ "material": "cheese" }""");
        Assert.Contains("material", Run("plan", "36 crown", "--assessment", file).Error);
    }

    [Fact(DisplayName = "A file may say something of all teeth of a line and more of single ones")]
    public void Assessment_by_tooth()
    {
        var file = Path.GetTempFileName();
        File.WriteAllText(
            file,
            """
            { "findings": { "heavyGrinding": true },
              "teeth": { "37": { "findings": { "tiltDeg": 12 }, "roomBeforeMm": { "groove": 0.3 } } } }
            """
        );
        var plan = JsonNode.Parse(Run("plan", "35x37 bridge metal", "--json", "--assessment", file).Output)!;
        // Only 37 leans: the path stands 6° from both.
        Assert.Equal([0.0, -12.0], plan["bridges"]![0]!["abutments"]!.AsArray().Select(abutment => (double)abutment!["tiltDeg"]!));
        Assert.Equal(
            [Math.Sin(Math.PI / 30), 0, -Math.Sin(Math.PI / 30)],
            plan["units"]!.AsArray().Select(unit => (double)unit!["path"]![0]!),
            (a, b) => Math.Abs(a - b) < 1e-5
        );
        var room = plan["units"]!
            .AsArray()
            .Select(unit => (double?)unit!["zones"]!.AsArray().FirstOrDefault(zone => (string)zone!["zone"]! == "groove")?["roomBeforeMm"]);
        Assert.Equal([null, null, 0.3], room);
        // A restoration that the line contradicts is not passed over.
        File.WriteAllText(file, """{ "restoration": "onlay" }""");
        var torn = Run("plan", "36 crown metal", "--assessment", file);
        Assert.Equal(2, torn.Code);
        Assert.Contains("names “onlay” for 36, the line “crown”", torn.Error);
        Assert.Equal(0, Run("plan", "36 onlay metal", "--assessment", file).Code);
        // As it was: the file of the bridge's teeth, of which this line has none but 36.
        File.WriteAllText(file, """{ "teeth": { "37": {} } }""");
        Assert.Contains("none of the teeth", Run("plan", "36 crown metal", "--assessment", file).Error);
        File.WriteAllText(file, """{ "teeth": { "36": { "colour": 1 } } }""");
        Assert.Contains("teeth 36: colour", Run("plan", "36 crown metal", "--assessment", file).Error);
        // The rules of every other door hold at this one.
        File.WriteAllText(file, """{ "material": "metal", "material": "zirconia-monolithic" }""");
        Assert.Contains("material: this stands there twice", Run("plan", "36 crown metal", "--assessment", file).Error);
        // What the line says wins, boxes included.
        File.WriteAllText(file, """{ "boxes": [ "mesial" ] }""");
        var boxes = JsonNode.Parse(Run("plan", "25 inlay gold box distal", "--json", "--assessment", file).Output)!["units"]![0]![
            "intracoronal"
        ]!["boxes"]!.AsArray();
        Assert.Equal("distal", (string)Assert.Single(boxes)!["side"]!);
        // Next to nothing is a file too.
        File.WriteAllText(file, "{}");
        Assert.Equal(Run("plan", "36 crown metal").Output, Run("plan", "36 crown metal", "--assessment", file).Output);
    }

    [Fact(DisplayName = "Every kind of answer holds against the published JSON Schema, and the published schemas are the program's")]
    public void Published_schemas()
    {
        foreach (var name in new[] { "plan", "inputs", "runsheet", "measure", "handover", "answer" })
            Assert.Equal(Run("schema", name).Output.ReplaceLineEndings("\n").TrimEnd(), Doc($"{name}.schema.json"));
        foreach (
            var line in new[]
            {
                "36 crown zirconia grooves",
                "11 veneer butt +1.0 dark triangle mesial",
                "16 onlay lithium disilicate gap distal 1.2",
                "25 inlay gold",
                "14 partial metal",
                "35x37 bridge metal-ceramic tilt 37 mesial 14",
            }
        )
        {
            var (code, output, error) = Run(
                "plan",
                line,
                "--json",
                "--option",
                line.Contains("veneer") ? "crown lithium disilicate" : "crown metal"
            );
            Assert.Equal((0, ""), (code, error));
            Assert.Null(Complaint(output, "plan"));
        }
        Assert.NotNull(Complaint("""{ "units": [{ "tooth": 36 }] }""", "plan"));
    }

    private static string Doc(string name) =>
        File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "docs", name)).ReplaceLineEndings("\n").TrimEnd();

    /// <summary>What an evaluator that knows nothing of this program has against an answer (JSON Schema 2020-12, JsonSchema.Net).</summary>
    private static Problem? Complaint(string answer, string kind) =>
        SchemaCheck.Complaint(
            new("answer", answer),
            new(kind, Doc($"{kind}.schema.json")),
            System.Text.Json.JsonDocument.Parse(answer).RootElement,
            null
        );

    [Fact(DisplayName = "Every code a step can be told by is listed in the formats, every school too, and none that there is not")]
    public void Listed_codes()
    {
        var formats = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "docs", "formats.md"));
        // Every second piece between backticks is one.
        string[] Listed(string from, string to) =>
            [
                .. formats[(formats.IndexOf(from, StringComparison.Ordinal) + from.Length)..]
                    .Split(to)[0]
                    .Split('`')
                    .Where((_, i) => i % 2 == 1)
                    .Order(StringComparer.Ordinal),
            ];
        Assert.Equal(
            Shipped.Handbook.Sheets.Steps.Select(step => step.As ?? step.Code).Distinct().Order(StringComparer.Ordinal),
            Listed("\nCodes: ", "Phases:")
        );
        Assert.Equal(
            Shipped.Handbook.Sheets.Schools.Select(school => Kebab.Of(school.School)).Order(StringComparer.Ordinal),
            Listed("Schools: ", ".")
        );
    }

    [Fact(
        DisplayName = "runsheet answers steps with codes, burs, depths and totals by its schema; --school and --drawer change it; "
            + "bur decodes a number with its sums"
    )]
    public void Run_sheets()
    {
        var (code, output, error) = Run("runsheet", "45x47 bridge metal-ceramic", "--school", "axial-first", "--json");
        Assert.Equal((0, ""), (code, error));
        Assert.Null(Complaint(output, "runsheet"));
        var sheet = JsonNode.Parse(output)!;
        var steps = sheet["steps"]!.AsArray();
        Assert.True((int)sheet["totals"]!["burChanges"]! < (int)sheet["totals"]!["toothByToothBurChanges"]!);
        Assert.Equal((int)sheet["totals"]!["lowerBound"]!, (int)sheet["totals"]!["burChanges"]!);
        var groove = steps.First(step => (string)step!["key"]! == "47/functional-guides")!;
        Assert.Equal("depth-grooves", (string)groove["code"]!);
        // 1.5 of metal less the 0.2 for the fine pass.
        Assert.Equal((1.3, 0.2), ((double)groove["sinkMm"]!, (double)groove["remainingMm"]!));
        Assert.Matches("^806314[0-9]{9}$", (string)groove["bur"]!);
        var file = Path.GetTempFileName();
        File.WriteAllText(
            file,
            """
            { "name": "One bur", "burs": [ { "id": "only", "family": "taper-round", "material": "diamond", "grit": "medium",
                                             "tipMm": 1.0, "largestMm": 1.6, "lengthMm": 8 } ] }
            """
        );
        var poor = JsonNode.Parse(Run("runsheet", "36 crown zirconia", "--drawer", file, "--json").Output)!;
        Assert.True(poor["missing"]!.AsArray().Count >= 2);
        Assert.Contains("round-end taper", Run("bur", "806314198524016").Output);
        var ball = JsonNode.Parse(Run("bur", "806314001524016", "--json").Output)!;
        Assert.Equal(("round", "medium", 1.6), ((string)ball["family"]!, (string)ball["grit"]!, (double)ball["sizeMm"]!));
        Assert.Contains(ball["sums"]!.AsArray(), sum => (string)sum!["words"]! == "half of the ball" && (double)sum["value"]! == 0.8);
    }

    [Fact(DisplayName = "protocol checks a file and tells every value that departs from the shipped one")]
    public void Protocol_file()
    {
        var file = Path.GetTempFileName();
        File.WriteAllText(
            file,
            Shipped
                .Text("shipped.json")
                .Replace("\"toolDiameterMm\": { \"value\": 1.0", "\"toolDiameterMm\": { \"value\": 1.2", StringComparison.Ordinal)
        );
        var difference = Assert.Single(JsonNode.Parse(Run("protocol", file, "--json").Output)!["differences"]!.AsArray())!;
        Assert.Equal("Milling tool: 1.0 mm → 1.2 mm", $"{difference["words"]}: {difference["before"]} → {difference["after"]}");
        File.WriteAllText(
            file,
            Shipped
                .Text("shipped.json")
                .Replace("\"toolDiameterMm\": { \"value\": 1.0", "\"toolDiameterMm\": { \"value\": -1", StringComparison.Ordinal)
        );
        Assert.Contains("/milling/toolDiameterMm/value", Run("protocol", file).Error);
    }

    [Theory(DisplayName = "Wrong input ends with code 2, one sentence, and nothing on the output")]
    [InlineData("plan", "19 crown zirconia")]
    [InlineData("plan", "36 crown cheese")]
    [InlineData("plan", "36 crown zirconia", "--assessment", "/no/such/file")]
    [InlineData("plan", "36 crown zirconia", "--assessment")]
    [InlineData("plan", "36 crown zirconia", "--jsn")]
    [InlineData("plan", "36 crown zirconia", "--protocol", "/no/such/file")]
    [InlineData("plam")]
    [InlineData("protocol")]
    [InlineData("schema", "everything")]
    [InlineData("bur", "806314001524")]
    [InlineData("bur")]
    [InlineData("runsheet", "36 crown zirconia", "--school", "backwards")]
    [InlineData("runsheet", "36 crown zirconia", "--school", "veneer")]
    [InlineData("runsheet", "36 crown zirconia", "--drawer", "/no/such/file")]
    public void Wrong_input(params string[] args)
    {
        var (code, output, error) = Run(args);
        Assert.Equal((2, ""), (code, output));
        Assert.Matches(@"^[^\n]+\.\n$", error);
    }

    [Fact(DisplayName = "Without --json a table shows every zone with its reasons and their standing")]
    public void Table()
    {
        var (code, output, _) = Run("plan", "11 crown metal");
        Assert.Equal(0, code);
        foreach (var words in new[] { "Incisal edge", "Lingual fossa", "from-memory", "chamfer" })
            Assert.Contains(words, output);
    }
}

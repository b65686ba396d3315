using System.Text.Json;
using CsCheck;
using Dentelle.Cli;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Tests;

/// <summary>
/// Whatever is typed. Lines are drawn from the words the program knows, in orders nobody would think of; each is answered by its
/// published schema or refused in one line, and never anything else.
/// </summary>
public class AnyLineTests
{
    private static readonly Gen<string> Tooth = Gen.Select(Gen.Int[1, 4], Gen.Int[1, 8], (quadrant, position) => $"{quadrant}{position}");

    private static readonly Gen<string> Teeth = Gen.OneOf(
        Tooth,
        Tooth,
        Gen.Select(Tooth, Tooth, (a, b) => $"{a} {b}"),
        Gen.Select(Tooth, Tooth, (a, b) => $"{a}x{b}"),
        Gen.Select(Tooth, Tooth, Tooth, (a, b, c) => $"{a} {b} {c}"),
        Gen.OneOf("19", "#19", "LL6", "99", "x", "")
    );

    private static readonly Gen<string> Made = Gen.OneOf(
        "crown",
        "crown",
        "crown",
        "veneer facial",
        "veneer butt",
        "veneer wrap",
        "veneer",
        "onlay",
        "inlay",
        "partial",
        "bridge",
        "bridge",
        "pontic",
        "crwon"
    );

    private static readonly Gen<string> Of = Gen.OneOf(
        "zirconia",
        "zirconia-layered",
        "lithium disilicate",
        "porcelain",
        "all-ceramic deep",
        "metal",
        "gold",
        "metal-ceramic",
        "mc facial",
        "mc full",
        "metal-ceramic-porcelain-margin",
        "",
        "cheese"
    );

    private static readonly Gen<string> Word = Gen.OneOf(
        "crossbite",
        "uniform",
        "room-driven",
        "dark",
        "root-treated",
        "grinding",
        "no-antagonist",
        "plastic",
        "grooves",
        "box distal",
        "box",
        "axial-first",
        "edge-first",
        "margin-first",
        "facial-first",
        "three-bur",
        "parallel-pair",
        "veneer",
        "alone distal",
        "alone",
        "triangle mesial",
        "mesial",
        "option",
        "--json",
        "--",
        "’",
        "\0",
        "１１"
    );

    private static readonly Gen<string> Finding = Gen.Select(
        Gen.OneOf(
            "+",
            "-",
            "gap mesial ",
            "gap distal ",
            "tilt mesial ",
            "tilt distal ",
            "rotated mesial ",
            "worn ",
            "recession ",
            "bulge ",
            "crest ",
            "isthmus ",
            "enamel ",
            "gap "
        ),
        Gen.OneOf("0", "0.2", "0.5", "1.0", "1.2", "2", "5", "12", "40", "1e9", "-3", "0,5", "mm", ""),
        (what, value) => what + value
    );

    private static readonly Gen<string> Line = Gen.Select(Teeth, Made, Of, Gen.OneOf(Word, Finding).Array[0, 4])
        .Select((teeth, made, of, more) => string.Join(' ', [teeth, made, of, .. more]));

    private static readonly NamedText PlanSchema = SchemaOf("plan"),
        SheetSchema = SchemaOf("runsheet");

    private static NamedText SchemaOf(string kind) => new($"{kind}.schema.json", Dentelle("schema", kind).Output);

    private static (int Code, string Output, string Error) Dentelle(params string[] args)
    {
        using var output = new StringWriter();
        using var error = new StringWriter();
        return (CommandLine.Run(args, output, error, AppContext.BaseDirectory), output.ToString(), error.ToString());
    }

    [Fact(DisplayName = "Any line to plan: an answer by its schema, or one line of refusal")]
    public void Plan() => Line.Sample(line => Holds(PlanSchema, "plan", line, "--json"), iter: 400, print: Quoted);

    [Fact(DisplayName = "Any line to cut by, in any school: an answer by its schema, or one line of refusal")]
    public void Sheet() =>
        Gen.Select(
                Line,
                Gen.OneOf("", "", "edge-first", "axial-first", "margin-first", "parallel-pair", "veneer", "onlay-planes", "upside-down")
            )
            .Sample(
                (line, school) =>
                    Holds(SheetSchema, ["runsheet", line, .. school.Length > 0 ? (string[])["--school", school] : [], "--json"]),
                iter: 100,
                print: entry => $"{Quoted(entry.Item1)} {entry.Item2}"
            );

    [Fact(DisplayName = "Any number to decode: what it says, or which of its groups is wrong")]
    public void Number() =>
        Gen.Select(Gen.OneOf("806314", "500204", "806104", "999314", "8o6314", ""), Gen.Char["0123456789 .x-"].Array[0, 12])
            .Sample((start, rest) => Holds(null, "bur", start + new string(rest), "--json"), iter: 500);

    private static void Holds(NamedText? schema, params string[] args)
    {
        var (code, output, error) = Dentelle(args);
        if (code == 0)
        {
            Assert.Equal("", error);
            using var answer = JsonDocument.Parse(output);
            if (schema is not null)
                Assert.Null(SchemaCheck.Complaint(new("answer", output), schema, answer.RootElement, null));
            return;
        }
        Assert.Equal((2, ""), (code, output));
        Assert.Matches(@"\A[^\r\n]+[.?]\n\z", error);
    }

    private static string Quoted(string line) => JsonSerializer.Serialize(line);
}

using System.Runtime.CompilerServices;
using System.Text;
using Dentelle.Cli;

namespace Dentelle.Core.Tests;

/// <summary>
/// Whole plans and run sheets as the command line says them. Each file of examples/ is a session: a line that begins with
/// "$" is what is typed, what follows is what is answered. They say what the program says, not that it is right (laws,
/// tables and oracles do that): no change of a word, a number or an order goes unseen. Whoever means one writes them anew
/// with DENTELLE_EXAMPLES=write and reads the difference.
/// </summary>
public class WorkedExamples
{
    [Fact(DisplayName = "Bridges")]
    public void Bridges() => Session("bridges");

    [Fact(DisplayName = "Front crowns")]
    public void Front_crowns() => Session("front-crowns");

    [Fact(DisplayName = "Inlays")]
    public void Inlays() => Session("inlays");

    [Fact(DisplayName = "Molar crowns")]
    public void Molar_crowns() => Session("molar-crowns");

    [Fact(DisplayName = "Old work")]
    public void Old_work() => Session("old-work");

    [Fact(DisplayName = "Onlays")]
    public void Onlays() => Session("onlays");

    [Fact(DisplayName = "Partial crowns")]
    public void Partial_crowns() => Session("partial-crowns");

    [Fact(DisplayName = "Premolar crowns")]
    public void Premolar_crowns() => Session("premolar-crowns");

    [Fact(DisplayName = "Thin drawer")]
    public void Thin_drawer() => Session("thin-drawer");

    [Fact(DisplayName = "Veneers")]
    public void Veneers() => Session("veneers");

    private static void Session(string name)
    {
        var file = Path.Combine(Folder(), $"{name}.txt");
        var kept = File.ReadAllText(file);
        var said = new StringBuilder();
        foreach (var line in kept.Split('\n').Where(line => line.StartsWith("$ ", StringComparison.Ordinal)))
            said.Append(line).Append('\n').Append(Answer(line[2..])).Append('\n');
        if (Environment.GetEnvironmentVariable("DENTELLE_EXAMPLES") == "write")
            File.WriteAllText(file, said.ToString());
        else
            Assert.Equal(kept, said.ToString());
    }

    private static string Answer(string typed)
    {
        using var output = new StringWriter { NewLine = "\n" };
        var code = CommandLine.Run([.. Words(typed)], output, output, AppContext.BaseDirectory);
        return code == 0 ? output.ToString() : $"{output}({code})\n";
    }

    // What stands in quotes is one word; files lie beside the example.
    private static IEnumerable<string> Words(string typed) =>
        typed
            .Split('"')
            .SelectMany((part, i) => i % 2 == 1 ? [part] : part.Split(' ', StringSplitOptions.RemoveEmptyEntries))
            .Select(word => word.EndsWith(".json", StringComparison.Ordinal) ? Path.Combine(Folder(), word) : word);

    private static string Folder([CallerFilePath] string here = "") => Path.Combine(Path.GetDirectoryName(here)!, "examples");
}

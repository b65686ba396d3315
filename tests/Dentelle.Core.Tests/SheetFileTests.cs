using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;

namespace Dentelle.Core.Tests;

/// <summary>run-sheet.json: every name in it is known, and what an entry says stands on the sheet.</summary>
public class SheetFileTests
{
    [Theory(DisplayName = "A step, school or setting that does not exist is refused with its place, wherever it is named")]
    [InlineData("/arrangements/2/step", "there is no step nowhere")]
    [InlineData("/arrangements/2/before/1", "there is no step nowhere")]
    [InlineData("/arrangements/0/swap/1", "there is no step nowhere")]
    [InlineData("/arrangements/1/stage", "there is no step nowhere")]
    public void Unknown_steps(string path, string complaint)
    {
        var parts = path.Split('/')[1..];
        var root = JsonNode.Parse(Shipped.Text("run-sheet.json"))!;
        var node = root;
        foreach (var part in parts[..^1])
            node = int.TryParse(part, out var at) ? node[at]! : node[part]!;
        if (int.TryParse(parts[^1], out var last))
            node.AsArray()[last] = "nowhere";
        else
            node.AsObject()[parts[^1]] = "nowhere";
        var problem = Handbook.Read(name => name == "run-sheet.json" ? root.ToJsonString() : Shipped.Text(name)).Problem!;
        Assert.StartsWith($"run-sheet.json: /arrangements/{parts[1]}", problem.Sentence, StringComparison.Ordinal);
        Assert.Contains(complaint, problem.Sentence, StringComparison.Ordinal);
    }

    [Fact(DisplayName = "What an entry warns of stands with its step on every sheet that has it")]
    public void Cautions_of_entries()
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (line, school) in MadeSheets.Cases)
        {
            foreach (
                var step in MadeSheets.Sheet(line, school).Steps.Select(timed => timed.Step).Where(step => step.Entry.Caution is not null)
            )
            {
                Assert.Contains(step.Entry.Caution!, step.Cautions);
                seen.Add(step.Code);
            }
        }
        Assert.True(seen.Count >= 3, string.Join(", ", seen));
    }

    [Fact(DisplayName = "Time is free only behind a step that waits, and no visit is shorter than its work and what is free together")]
    public void Waits()
    {
        foreach (var (line, school) in MadeSheets.Cases)
        {
            var sheet = MadeSheets.Sheet(line, school);
            var waiting = sheet.Steps.Where(timed => timed.Step.Entry.WaitMinutes > 0).Select(timed => timed.Step.Key).ToHashSet();
            Assert.All(sheet.Free, free => Assert.Contains(free.After, waiting));
            var idle = sheet.Free.Sum(free => free.End - free.Start);
            var work = sheet.Steps.Sum(timed => timed.Step.Minutes);
            Assert.True(sheet.Minutes >= work + idle - 1e-6, $"{line}: {sheet.Minutes} {work} {idle}");
        }
    }
}

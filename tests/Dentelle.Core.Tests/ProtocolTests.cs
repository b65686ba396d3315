using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Tests;

public class ProtocolTests
{
    private static readonly NamedText Schema = new("protocol.schema.json", Shipped.Text("protocol.schema.json"));

    [Theory(DisplayName = "A wrong protocol file gives an error that names the file, the path in it and what is wrong")]
    [InlineData("/restorations/0/depths/1/targetMm", "\"deep\"", "/restorations/0/depths/1/targetMm")]
    [InlineData("/restorations/0/depths/1/targetMm", "-1", "/restorations/0/depths/1/targetMm")]
    [InlineData("/restorations/0/depths/0/leastMm", "1.6", "/restorations/0/depths/0")] // least above target
    [InlineData("/restorations/0/depths/0/source", "\"S99\"", "/restorations/0/depths/0/source")]
    [InlineData("/restorations/0/depths/3/zones", "[\"groove\"]", "/restorations/0/depths")] // ridges are left without a number
    [InlineData("/restorations/3/materials", "[\"metal\"]", "/restorations/3/materials")]
    [InlineData("/restorations/0/colour", "\"grey\"", "/restorations/0")]
    [InlineData("/defaults/toleranceMm/standing", "\"certain\"", "/defaults/toleranceMm/standing")]
    [InlineData("/convergence/0/leastDeg", "15", "/convergence/0")]
    [InlineData("/intracoronal/0/depthMm/from", "2.5", "/intracoronal/0/depthMm")] // ends before it begins
    [InlineData("/disagreements/1/chosen", "\"both\"", "/disagreements/1/chosen")]
    public void Wrong_files(string at, string value, string complaint)
    {
        var document = JsonNode.Parse(Shipped.Text("shipped.json"))!;
        var steps = at.Split('/')[1..];
        var node = steps[..^1].Aggregate(document, (parent, step) => int.TryParse(step, out var index) ? parent[index]! : parent[step]!);
        node[steps[^1]] = JsonNode.Parse(value);
        Assert.False(
            ProtocolFile
                .Read(new NamedText("house.json", document.ToJsonString()), Schema, Shipped.Handbook.Sources)
                .Is(out _, out var problem)
        );
        Assert.StartsWith($"house.json: {complaint}", problem.Sentence);
        Assert.True(problem.Sentence.Length > $"house.json: {complaint}: ".Length + 8, problem.Sentence);
    }

    [Theory(DisplayName = "A file that is no JSON, or lacks a part, is refused too")]
    [InlineData("{ \"id\": ", "line 1")]
    [InlineData("[]", "/")]
    [InlineData("{}", "restorations")]
    public void Broken_files(string text, string complaint)
    {
        Assert.False(ProtocolFile.Read(new NamedText("house.json", text), Schema, Shipped.Handbook.Sources).Is(out _, out var problem));
        Assert.StartsWith("house.json: ", problem.Sentence);
        Assert.Contains(complaint, problem.Sentence);
    }

    [Fact(DisplayName = "What is remembered as valid is not checked again, and only that very text is")]
    public void Schema_memory()
    {
        var known = new HashSet<string>(StringComparer.Ordinal);
        var memory = new SchemaMemory(known.Contains, digest => known.Add(digest));
        Assert.NotNull(Handbook.Read(Shipped.Text, memory: memory).Value);
        Assert.Equal(7, known.Count);
        var wrong = new NamedText(
            "house.json",
            Shipped.Text("shipped.json").Replace("\"version\": ", "\"version\": -", StringComparison.Ordinal)
        );
        Assert.StartsWith("house.json: /version", Handbook.Read(Shipped.Text, wrong, memory).Problem!.Sentence);
        Assert.Equal(7, known.Count);
    }

    [Fact(DisplayName = "docs/sources.md lists every source of the table, and says that they were recalled from memory")]
    public void Sources_page()
    {
        var page = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "docs", "sources.md"));
        Assert.Contains(Shipped.Handbook.Sources.Remark, page);
        foreach (var source in Shipped.Handbook.Sources.Sources)
            Assert.Contains($"| {source.Id} | {source.Citation} |", page);
    }
}

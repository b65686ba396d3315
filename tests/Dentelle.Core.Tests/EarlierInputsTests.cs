using System.Text.Json;
using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Tests;

/// <summary>
/// What was decided of a tooth, as the database and case files of every earlier version keep it. Whoever changes a name or
/// a shape adds a file here and a migration that carries kept inputs over.
/// </summary>
public class EarlierInputsTests
{
    public static TheoryData<string> Files =>
        [.. Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "earlier"), "inputs-*.json").Select(file => Path.GetFileName(file)!)];

    [Theory(DisplayName = "Inputs that were kept are read whole: what is written again says every word and number of theirs")]
    [MemberData(nameof(Files))]
    public void Every_file(string name)
    {
        var kept = Read(name);
        var inputs = Shipped.Need(JsonDocuments.ReadInputs(name, kept.ToJsonString()));
        var again = JsonNode.Parse(JsonDocuments.Write(inputs))!;
        foreach (var (path, value) in Leaves(kept, ""))
            Assert.Equal((path, value), (path, Leaves(again, "").GetValueOrDefault(path)));
    }

    [Fact(DisplayName = "The newest file says every field there is, so that none can be renamed unseen")]
    public void All_fields()
    {
        var newest = Read(Files.Select(row => row.Data).Order(StringComparer.Ordinal).Last());
        Assert.Equal(Names(typeof(PlanInputs)), newest.AsObject().Select(member => member.Key).Order(StringComparer.Ordinal));
        Assert.Equal(Names(typeof(Findings)), newest["findings"]!.AsObject().Select(member => member.Key).Order(StringComparer.Ordinal));
    }

    private static IEnumerable<string> Names(Type type) =>
        JsonSerializerOptions
            .Web.GetTypeInfo(type)
            .Properties.Where(property => property.Set is not null)
            .Select(property => property.Name)
            .Order(StringComparer.Ordinal);

    private static JsonNode Read(string name) => JsonNode.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "earlier", name)))!;

    private static Dictionary<string, string> Leaves(JsonNode node, string path) =>
        node switch
        {
            JsonObject named => named.SelectMany(member => Leaves(member.Value!, $"{path}/{member.Key}")).ToDictionary(),
            JsonArray list => list.SelectMany((item, i) => Leaves(item!, $"{path}/{i}")).ToDictionary(),
            _ => new() { [path] = node.ToJsonString() },
        };
}

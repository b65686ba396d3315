using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Tests;

/// <summary>Files of every earlier format, as they were shipped then, stay readable with their own numbers.</summary>
public class EarlierProtocolTests
{
    private static readonly NamedText Schema = new("protocol.schema.json", Shipped.Text("protocol.schema.json"));
    private static readonly NamedText Today = new("shipped.json", Shipped.Text("shipped.json"));

    [Theory(DisplayName = "A protocol file of an earlier format is brought up to today's and keeps every number it had")]
    [InlineData(1, 2)] // one kind of molar became two
    [InlineData(2, 3)] // the groove's depth moved, too
    [InlineData(3, 2)]
    [InlineData(4, 2)]
    [InlineData(5, 3)] // and the format, which it names
    [InlineData(6, 1)]
    [InlineData(7, 1)]
    [InlineData(8, 1)]
    public void Every_format(int format, int moved)
    {
        var old = Text($"protocol-{format}.json");
        var file = EarlierProtocols.BringUp(old, Today);
        Assert.True(ProtocolFile.Read(file, Schema, Shipped.Handbook.Sources).Is(out var protocol, out var problem), problem?.Sentence);
        Assert.Equal((int)JsonNode.Parse(old.Text)!["version"]!, protocol.Version);
        Assert.Equal(file.Text, EarlierProtocols.BringUp(file, Today).Text);
        var now = Figures(JsonNode.Parse(file.Text)!, "").ToDictionary();
        var lost = Figures(JsonNode.Parse(old.Text)!, "")
            .Where(figure => !figure.Key.StartsWith("/crowns", StringComparison.Ordinal))
            .Where(figure => !now.TryGetValue(figure.Key, out var same) || same != figure.Value);
        Assert.Equal(moved, lost.Count());
        if (format == 2)
            Assert.Equal(
                (double)JsonNode.Parse(old.Text)!["resistance"]!["grooveDepthMm"]!["value"]!,
                protocol.Features.GrooveDepthMm.Value
            );
    }

    [Fact(DisplayName = "A house's own number in a file of the first format is the one that is planned with")]
    public void House_of_the_first_format()
    {
        var house = JsonNode.Parse(Text("protocol-1.json").Text)!;
        (house["id"], house["version"]) = ("house", 7);
        var crown = house["crowns"]!.AsArray().First(entry => (string)entry!["material"]! == "zirconia-monolithic")!;
        var row = crown["depths"]!.AsArray().First(depth => depth!["zones"]!.AsArray().Any(zone => (string)zone! == "groove"))!;
        row["targetMm"] = 1.23;
        house["defaults"]!["material"]!["back"] = "metal";
        var file = EarlierProtocols.BringUp(new("house.json", house.ToJsonString()), Today);
        var protocol = Shipped.Need(ProtocolFile.Read(file, Schema, Shipped.Handbook.Sources));
        var tooth = ToothCode.Of(3, 6);
        var plan = Shipped.Need(Planner.Make(Assessment.Of(tooth), Decision.Crown(Material.ZirconiaMonolithic), protocol));
        Assert.Equal(1.23, plan.Zones.Single(zone => zone.Zone.Kind == ZoneKind.Groove).Depth.Value.Target.Value, 9);
        Assert.Equal(Material.Metal, Shipped.Need(Planner.Make(Assessment.Of(tooth), Decision.Crown(null), protocol)).Material.Value);
        Assert.NotEmpty(protocol.On(ToothCode.Of(1, 1), Restoration.VeneerButt));
    }

    [Fact(DisplayName = "A file that is broken, or of a later format, is left as it is and refused by the reader")]
    public void Not_ours()
    {
        foreach (
            var text in (string[])
                [
                    "{",
                    "[]",
                    Today.Text.Replace(
                        $"\"format\": {EarlierProtocols.Format}",
                        $"\"format\": {EarlierProtocols.Format + 1}",
                        StringComparison.Ordinal
                    ),
                ]
        )
        {
            var file = EarlierProtocols.BringUp(new("house.json", text), Today);
            Assert.Equal(text, file.Text);
            Assert.False(ProtocolFile.Read(file, Schema, Shipped.Handbook.Sources).Is(out _, out _));
        }
    }

    private static NamedText Text(string name) => new(name, File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "earlier", name)));

    private static IEnumerable<KeyValuePair<string, double>> Figures(JsonNode node, string path) =>
        node switch
        {
            JsonObject named => named.SelectMany(member => Figures(member.Value!, $"{path}/{member.Key}")),
            JsonArray list => list.SelectMany((item, i) => Figures(item!, $"{path}/{i}")),
            JsonValue value when value.TryGetValue(out double figure) => [new(path, figure)],
            _ => [],
        };
}

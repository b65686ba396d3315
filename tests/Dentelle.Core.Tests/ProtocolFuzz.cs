using System.Text.Json.Nodes;
using CsCheck;
using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Core.Sequencing;

namespace Dentelle.Core.Tests;

/// <summary>Damages the shipped protocol at any place: it must be refused by name, or still be planned with.</summary>
public class ProtocolFuzz
{
    private static readonly NamedText Schema = new("protocol.schema.json", Shipped.Text("protocol.schema.json"));
    private static readonly string Whole = Shipped.Text("shipped.json");
    private static readonly string[] Places = [.. PlacesIn(JsonNode.Parse(Whole)!, "")];

    /// <summary>One restoration of each kind of body, drawn and sequenced, so that what only these look at is read too.</summary>
    private static readonly (string Tooth, Restoration Restoration)[] Sample =
    [
        ("16", Restoration.Crown),
        ("21", Restoration.Crown),
        ("35", Restoration.Onlay),
        ("46", Restoration.Inlay),
        ("14", Restoration.PartialCrown),
        ("11", Restoration.VeneerButt),
    ];

    private enum Damage
    {
        Delete,
        Rename,
        Retype,
        Move,
        Halve,
        Tenfold,
        Twice,
    }

    private static readonly Gen<(string Place, Damage Damage, string Other)> Damages = Gen.Select(
        Gen.Int[0, Places.Length - 1].Select(i => Places[i]),
        Gen.Enum<Damage>(),
        Gen.Int[0, Places.Length - 1].Select(i => Places[i])
    );

    [Fact(DisplayName = "A protocol file damaged anywhere is planned with, or refused with its name, the place and what is wrong")]
    public void Damaged() =>
        Damages.Sample(
            damage =>
            {
                var document = JsonNode.Parse(Whole)!;
                if (!Done(document, damage.Place, damage.Damage, damage.Other))
                    return;
                var file = new NamedText("house.json", document.ToJsonString());
                if (ProtocolFile.Read(file, Schema, Shipped.Handbook.Sources).Is(out var protocol, out var problem))
                    Plan(protocol);
                else
                    Assert.Matches(@"^house\.json: /\S*: \S.+\.$", problem.Sentence);
            },
            iter: Iterations
        );

    private static int Iterations => int.TryParse(Environment.GetEnvironmentVariable("DENTELLE_FUZZ"), out var more) ? more : 60;

    private static void Plan(Protocol protocol)
    {
        foreach (var (code, kind) in Sample)
        {
            var tooth = ToothCode.FromIso(code)!.Value;
            if (!protocol.On(tooth, kind).Any())
                continue;
            if (!Planner.Make(Assessment.Of(tooth), Decision.For(kind, null), protocol).Is(out var plan, out _))
                continue;
            if (!Preparer.Make(plan, protocol, Shipped.Handbook.Forms).Is(out _, out var problem))
                Assert.EndsWith(".", problem.Sentence);
            _ = VisitSteps.Of([new(plan, protocol)], null, Shipped.Handbook.Sheets, new(Shipped.Handbook.Drawer.Burs)).Value;
        }
    }

    /// <summary>False where the damage does nothing to such a node.</summary>
    private static bool Done(JsonNode document, string place, Damage damage, string other)
    {
        var steps = place.Split('/')[1..];
        var parent = steps[..^1].Aggregate(document, Below);
        var (last, node) = (steps[^1], Below(parent, steps[^1]));
        switch (damage)
        {
            case Damage.Delete:
                Remove(parent, last);
                return true;
            case Damage.Rename when parent is JsonObject named:
                Remove(parent, last);
                named[$"{last}s"] = node.DeepClone();
                return true;
            case Damage.Rename when node is JsonValue text && text.TryGetValue(out string? word):
                Put(parent, last, JsonValue.Create($"{word}s"));
                return true;
            case Damage.Retype:
                Put(parent, last, node is JsonValue ? new JsonObject() : JsonValue.Create("grey"));
                return true;
            case Damage.Move:
                var moved = other.Split('/')[1..].Aggregate(document, Below).DeepClone();
                Put(parent, last, moved);
                return true;
            case Damage.Halve or Damage.Tenfold when node is JsonValue figure && figure.TryGetValue(out double value):
                Put(parent, last, JsonValue.Create(value * (damage == Damage.Halve ? 0.5 : 10)));
                return true;
            case Damage.Twice when parent is JsonArray list:
                list.Add(node.DeepClone());
                return true;
            default:
                return false;
        }
    }

    private static JsonNode Below(JsonNode parent, string step) => parent is JsonArray list ? list[int.Parse(step)]! : parent[step]!;

    private static void Put(JsonNode parent, string step, JsonNode node)
    {
        if (parent is JsonArray list)
            list[int.Parse(step)] = node;
        else
            parent[step] = node;
    }

    private static void Remove(JsonNode parent, string step)
    {
        if (parent is JsonArray list)
            list.RemoveAt(int.Parse(step));
        else
            ((JsonObject)parent).Remove(step);
    }

    private static IEnumerable<string> PlacesIn(JsonNode node, string path) =>
        node switch
        {
            JsonObject named => named.SelectMany(member => PlacesIn(member.Value!, $"{path}/{member.Key}").Prepend($"{path}/{member.Key}")),
            JsonArray list => list.SelectMany((item, i) => PlacesIn(item!, $"{path}/{i}").Prepend($"{path}/{i}")),
            _ => [],
        };
}

using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;

namespace Dentelle.Cli;

/// <summary>Checks a protocol file and tells every value in which it departs from the shipped one.</summary>
internal static class ProtocolCommand
{
    public static Answer<string> Compare(string[] args, string home)
    {
        if (!CommandOptions.Parse(args, new Dictionary<string, string>(), ["--json"]).Is(out var options, out var problem))
            return problem;
        if (options.Words.Length == 0)
            return new Problem("usage", "protocol needs a file to check.");
        if (!CommandLine.TextOf(options.Words).Is(out var text, out problem))
            return problem;
        string Own(string name) => File.ReadAllText(Path.Combine(home, "protocols", name));
        var file = new NamedText(options.Words, text);
        if (!Handbook.ForPlans(Own, file, CheckedFiles.In(home)).Is(out var house, out problem))
            return problem;
        var schema = new NamedText("protocol.schema.json", Own("protocol.schema.json"));
        var differences = new ProtocolText(file, schema).From(new ProtocolText(new("shipped.json", Own("shipped.json")), schema));
        if (options.Has("--json"))
            return JsonDocuments.Write(new ProtocolDocument(house.Protocol.Id, house.Protocol.Version, house.Protocol.Name, differences));
        var lines = differences.Select(one => $"  {one.Words}: {one.Before ?? "none"} → {one.After ?? "none"}");
        var head =
            differences.Count == 0
                ? "has the shipped values throughout"
                : $"departs from the shipped protocol in {differences.Count} {(differences.Count == 1 ? "value" : "values")}";
        return string.Join('\n', lines.Prepend($"{house.Protocol.Name}, version {house.Protocol.Version}: {head}"));
    }
}

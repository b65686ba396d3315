using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Json.Schema;

namespace Dentelle.Core.Protocols;

/// <summary>
/// What is already known to hold against its schema, by a digest of both texts. Checking takes a quarter of a second,
/// which a command line should pay once for a file and not with every call.
/// </summary>
public sealed record SchemaMemory(Func<string, bool> Knows, Action<string> Remember);

/// <summary>Holds a document against its JSON Schema.</summary>
internal static class SchemaCheck
{
    public static Problem? Complaint(NamedText file, NamedText schema, JsonElement document, SchemaMemory? memory)
    {
        var digest = memory is null ? "" : Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes($"{schema.Text}\0{file.Text}")));
        if (memory?.Knows(digest) == true) return null;
        if (Evaluate(file, schema, document) is { } complaint) return complaint;
        memory?.Remember(digest);
        return null;
    }

    private static Problem? Evaluate(NamedText file, NamedText schema, JsonElement document)
    {
        var result = JsonSchema.FromText(schema.Text).Evaluate(document, new EvaluationOptions { OutputFormat = OutputFormat.List });
        if (result.IsValid) return null;

        // The deepest failing place is the one the author has to mend; its parents only fail because of it.
        var failing = (result.Details ?? [])
            .Where(detail => !detail.IsValid && detail.Errors is { Count: > 0 })
            .MaxBy(detail => detail.InstanceLocation.ToString().Count(character => character == '/'))!;
        var path = failing.InstanceLocation.ToString();
        return ProtocolReader.Wrong(file.Name, path.Length == 0 ? "/" : path, string.Join("; ", failing.Errors!.Values.Select(error => error.TrimEnd('.'))));
    }
}

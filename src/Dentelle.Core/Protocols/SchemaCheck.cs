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
        var digest = memory is null ? "" : TextDigest.Of($"{schema.Text}\0{file.Text}");
        if (memory?.Knows(digest) == true)
            return null;
        if (Evaluate(file, schema, document) is { } complaint)
            return complaint;
        memory?.Remember(digest);
        return null;
    }

    /// <summary>The library keeps every schema it reads in one table that two threads must not write at once.</summary>
    private static readonly Lock OneAtATime = new();

    private static Problem? Evaluate(NamedText file, NamedText schema, JsonElement document)
    {
        EvaluationResults result;
        lock (OneAtATime)
            result = JsonSchema
                .FromText(schema.Text)
                .Evaluate(document, new EvaluationOptions { OutputFormat = OutputFormat.Hierarchical });
        if (result.IsValid)
            return null;
        var failing = Deepest(result);
        var path = failing.InstanceLocation.ToString();
        var what = failing.Errors is { Count: > 0 } errors
            ? string.Join("; ", errors.Values.Select(error => error.TrimEnd('.')))
            : "does not hold";
        return DataFile.Wrong(file.Name, path.Length == 0 ? "/" : path, what);
    }

    // The deepest failing place is the one the author has to mend; its parents only fail because of it. What failed inside
    // a part that holds as a whole (one of several alternatives) is no fault.
    private static EvaluationResults Deepest(EvaluationResults failing)
    {
        var below = (failing.Details ?? []).Where(detail => !detail.IsValid).Select(Deepest).ToArray();
        return below.Length == 0 ? failing : below.MaxBy(Depth)!;

        static int Depth(EvaluationResults result) =>
            (2 * result.InstanceLocation.ToString().Count(character => character == '/')) + (result.Errors is { Count: > 0 } ? 1 : 0);
    }
}

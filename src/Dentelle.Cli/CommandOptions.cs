namespace Dentelle.Cli;

/// <summary>A command's words and options. Options that take a value need one behind them; unknown ones are refused by name.</summary>
internal sealed record CommandOptions(string Words, IReadOnlyDictionary<string, IReadOnlyList<string>> Values, IReadOnlySet<string> Flags)
{
    public string? Value(string option) => All(option) is [.., var last] ? last : null;

    /// <summary>Every value of an option that may be repeated.</summary>
    public IReadOnlyList<string> All(string option) => Values.GetValueOrDefault(option) ?? [];

    public bool Has(string flag) => Flags.Contains(flag);

    /// <param name="args">What stands behind the command.</param>
    /// <param name="valued">Options with a value, and what to call it: "--protocol" → "FILE".</param>
    /// <param name="flags">Options without.</param>
    public static Answer<CommandOptions> Parse(string[] args, IReadOnlyDictionary<string, string> valued, IReadOnlyList<string> flags)
    {
        var words = new List<string>();
        var (values, set) = (new Dictionary<string, List<string>>(), new HashSet<string>());
        for (var i = 0; i < args.Length; i++)
        {
            if (valued.TryGetValue(args[i], out var kind))
            {
                if (i + 1 == args.Length)
                    return new Problem("usage", $"{args[i]} needs a {kind.ToLowerInvariant()} behind it.");
                if (!values.TryGetValue(args[i], out var given))
                    values[args[i]] = given = [];
                given.Add(args[++i]);
            }
            else if (flags.Contains(args[i]))
            {
                set.Add(args[i]);
            }
            else if (args[i].StartsWith("--", StringComparison.Ordinal))
            {
                return new Problem(
                    "usage",
                    $"There is no option {args[i]}; there are "
                        + $"{string.Join(", ", [.. flags, .. valued.Select(option => $"{option.Key} {option.Value}")])}."
                );
            }
            else
            {
                words.Add(args[i]);
            }
        }
        return new CommandOptions(
            string.Join(' ', words),
            values.ToDictionary(entry => entry.Key, entry => (IReadOnlyList<string>)entry.Value),
            set
        );
    }
}

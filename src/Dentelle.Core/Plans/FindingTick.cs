using System.Reflection;
using System.Text.Json;

namespace Dentelle.Core.Plans;

/// <summary>Marks a finding that is there or not. Screens offer it by these words, and a line says it by the others.</summary>
/// <param name="words">As a screen says it: "Plastic tooth".</param>
/// <param name="said">As the quick line says it; none where it can't.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class TickAttribute(string words, params string[] said) : Attribute
{
    public string Words => words;

    public IReadOnlyList<string> Said => said;
}

/// <summary>A finding that is there or not, as it is offered and said.</summary>
/// <param name="Key">Its name in files and in the API.</param>
public sealed record FindingTick(string Key, string Words, IReadOnlyList<string> Said)
{
    /// <summary>All of them, in the order of the findings.</summary>
    public static IReadOnlyList<FindingTick> All { get; } =
    [
        .. typeof(Findings)
            .GetProperties()
            .Select(property => (Property: property, Tick: property.GetCustomAttribute<TickAttribute>()))
            .Where(entry => entry.Tick is not null)
            .Select(entry => new FindingTick(
                JsonNamingPolicy.CamelCase.ConvertName(entry.Property.Name),
                entry.Tick!.Words,
                entry.Tick.Said
            )
            {
                Property = entry.Property,
            }),
    ];

    private PropertyInfo? Property { get; init; }

    public static FindingTick? SaidAs(string word) => All.FirstOrDefault(tick => tick.Said.Contains(word));

    /// <summary>The findings with this one there.</summary>
    public Findings On(Findings found)
    {
        var ticked = found with { };
        Property!.SetValue(ticked, true);
        return ticked;
    }
}

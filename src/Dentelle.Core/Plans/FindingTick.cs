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
public sealed class FindingTick
{
    private readonly PropertyInfo property;
    private readonly TickAttribute tick;

    private FindingTick(PropertyInfo property, TickAttribute tick) => (this.property, this.tick) = (property, tick);

    /// <summary>All of them, in the order of the findings.</summary>
    public static IReadOnlyList<FindingTick> All { get; } =
    [
        .. typeof(Findings)
            .GetProperties()
            .SelectMany(property => property.GetCustomAttributes<TickAttribute>().Select(tick => new FindingTick(property, tick))),
    ];

    /// <summary>Its name in files and in the API.</summary>
    public string Key => JsonNamingPolicy.CamelCase.ConvertName(property.Name);

    public string Words => tick.Words;

    public static FindingTick? SaidAs(string word) => All.FirstOrDefault(one => one.tick.Said.Contains(word));

    /// <summary>The findings with this one there.</summary>
    public Findings On(Findings found)
    {
        var ticked = found with { };
        property.SetValue(ticked, true);
        return ticked;
    }
}

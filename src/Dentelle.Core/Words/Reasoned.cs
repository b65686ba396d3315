using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>How far a number may be trusted.</summary>
[JsonConverter(typeof(KebabCase<Standing>))]
public enum Standing
{
    /// <summary>What the trade commonly does; no published source stands behind it.</summary>
    CommonPractice,

    /// <summary>Published, but written down from memory and not yet checked against the page.</summary>
    FromMemory,

    /// <summary>Chosen by this program for want of a figure, or given by the user for this case.</summary>
    Assumed,

    /// <summary>The practice's own value, put in place of the shipped one.</summary>
    House,
}

/// <summary>One link of the chain that leads to a number.</summary>
/// <param name="Text">A short sentence for the dentist.</param>
/// <param name="Effect">What this link sets (the first one) or adds, in the number's own unit; none where it only explains.</param>
/// <param name="Source">Source ids of the sources table, "P" for common practice.</param>
/// <param name="Standing">How far it may be trusted.</param>
public sealed record Reason(string Text, double? Effect, string Source, Standing Standing);

/// <summary>A number with its story: what set it, what moved it and where that comes from.</summary>
public sealed record Reasoned<T>(T Value, IReadOnlyList<Reason> Reasons)
{
    /// <summary>The next value of the chain, with the reason for the step.</summary>
    public Reasoned<T> Then(T value, Reason because) => new(value, [.. Reasons, because]);

    /// <summary>The same value, explained further.</summary>
    public Reasoned<T> Noting(Reason because) => Then(Value, because);
}

public static class Reasoned
{
    public static Reasoned<T> From<T>(T value, params IReadOnlyList<Reason> reasons) => new(value, reasons);
}

using System.Diagnostics.CodeAnalysis;

namespace Dentelle.Core.Words;

/// <summary>What is wrong with an input, for a person to read.</summary>
/// <param name="Code">Stable name of the kind of problem, kebab-case.</param>
/// <param name="Sentence">One sentence that says what is wrong and, where possible, what would be right.</param>
/// <param name="Suggestions">Inputs that could have been meant, ready to be used as they stand.</param>
public sealed record Problem(string Code, string Sentence, params IReadOnlyList<string> Suggestions)
{
    /// <summary>Whether it is done all the same when a reason is given under its code.</summary>
    public bool YieldsToReason { get; init; }
}

/// <summary>Either a value or the problem that prevented it.</summary>
public sealed class Answer<T>
    where T : class
{
    private Answer(T? value, Problem? problem) => (Value, Problem) = (value, problem);

    public T? Value { get; }

    public Problem? Problem { get; }

    public static implicit operator Answer<T>(T value) => new(value, null);

    public static implicit operator Answer<T>(Problem problem) => new(null, problem);

    public bool Is([NotNullWhen(true)] out T? value, [NotNullWhen(false)] out Problem? problem)
    {
        (value, problem) = (Value, Problem);
        return value is not null;
    }
}

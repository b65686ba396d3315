namespace Dentelle.Mutation;

/// <summary>One fault sown: at which line of which file, and what stands there instead.</summary>
internal sealed record Mutant(int Number, string Room, string File, int Line, string Was, string Becomes)
{
    /// <summary>What names the fault from build to build.</summary>
    public required string Place { get; init; }

    public override string ToString() => $"{File}:{Line}: {Was} -> {Becomes}";
}

/// <summary>What the tests made of a mutant.</summary>
internal enum Fate
{
    Killed,
    TimedOut,
    Survived,

    /// <summary>No test reaches the place.</summary>
    Unreached,
}

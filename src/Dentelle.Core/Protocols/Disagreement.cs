namespace Dentelle.Core.Protocols;

/// <summary>A question on which good practitioners differ, with what each side says for itself.</summary>
/// <param name="At">JSON pointer to the setting that holds the choice; null where <paramref name="Chosen"/> does.</param>
/// <param name="Chosen">The side taken here; null where the choice stands elsewhere.</param>
public sealed record Disagreement(
    string Id,
    string Question,
    IReadOnlyList<DisagreementSide> Sides,
    string Source,
    Standing Standing,
    string? At = null,
    string? Chosen = null
)
{
    /// <summary>Where the choice stands in a protocol's JSON, when this is entry <paramref name="index"/> of it.</summary>
    public string Pointer(int index) => At ?? $"/disagreements/{index}/chosen";
}

/// <param name="Because">What its followers say for it.</param>
public sealed record DisagreementSide(string Value, string Name, string Because);

namespace Dentelle.Core.Inputs;

/// <summary>The bridge a unit belongs to: all its teeth in the order of the arch, and which of them are pontics.</summary>
public sealed record BridgeInput(IReadOnlyList<string> Teeth, IReadOnlyList<string> Pontics);

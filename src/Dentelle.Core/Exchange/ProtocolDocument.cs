using Dentelle.Core.Protocols;

namespace Dentelle.Core.Exchange;

/// <summary>A protocol file held against the shipped one.</summary>
public sealed record ProtocolDocument(string Id, int Version, string Name, IReadOnlyList<ProtocolDifference> Differences);

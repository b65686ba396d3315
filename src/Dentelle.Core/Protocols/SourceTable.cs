namespace Dentelle.Core.Protocols;

/// <summary>Where the numbers come from.</summary>
public sealed record SourceTable(string Remark, IReadOnlyList<SourceEntry> Sources);

public sealed record SourceEntry(string Id, string Citation, Standing Standing);

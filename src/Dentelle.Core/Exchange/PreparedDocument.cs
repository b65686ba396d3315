using Dentelle.Core.Forms;

namespace Dentelle.Core.Exchange;

/// <summary>What a planned body takes from its tooth, and the files it was written to.</summary>
public sealed record PreparedDocument(string Tooth, double PresentVolumeMm3, double PreparedVolumeMm3, IReadOnlyList<PreparedZone> Zones, IReadOnlyList<string> Files)
{
    public static PreparedDocument From(string tooth, double present, double prepared, IReadOnlyList<ZoneOutcome> outcomes, IReadOnlyList<string> files) =>
        new(tooth, Math.Round(present, 2), Math.Round(prepared, 2), [.. outcomes.Select(PreparedZone.From)], files);
}

/// <summary>One zone: what was planned, and the least, usual and most that the body takes there.</summary>
/// <param name="Why">Why it differs; absent when it doesn't.</param>
public sealed record PreparedZone(string Zone, double PlannedMm, double LeastMm, double UsualMm, double MostMm, string? Why)
{
    public static PreparedZone From(ZoneOutcome outcome) => new(
        outcome.Zone.Name, outcome.Planned.Rounded, Math.Round(outcome.Least.Value, 2), Math.Round(outcome.Usual.Value, 2), Math.Round(outcome.Most.Value, 2), outcome.Why);
}

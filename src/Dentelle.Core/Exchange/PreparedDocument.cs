using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Exchange;

/// <summary>What a planned body takes from its tooth, and the files it was written to.</summary>
public sealed record PreparedDocument(
    string Tooth,
    double PresentVolumeMm3,
    double PreparedVolumeMm3,
    IReadOnlyList<PreparedZone> Zones,
    IReadOnlyList<string> Files
)
{
    public static PreparedDocument From(
        string tooth,
        double present,
        double prepared,
        IReadOnlyList<ZoneOutcome> outcomes,
        IReadOnlyList<string> files
    ) => new(tooth, Math.Round(present, 2), Math.Round(prepared, 2), [.. outcomes.Select(PreparedZone.From)], files);
}

/// <summary>One zone: what was planned, and the least, usual and most that the body takes there.</summary>
/// <param name="Why">Why it differs; absent when it doesn't.</param>
public sealed record PreparedZone(string Zone, double PlannedMm, double LeastMm, double UsualMm, double MostMm, string? Why)
{
    public static PreparedZone From(ZoneOutcome outcome) =>
        new(
            outcome.Zone.Name,
            outcome.Planned.Rounded,
            Math.Round(outcome.Least.Value, 2),
            Math.Round(outcome.Usual.Value, 2),
            Math.Round(outcome.Most.Value, 2),
            outcome.Why
        );
}

/// <summary>A tooth's form: size of its body, its named places, the line of the gum round it, and the files it was written to.</summary>
public sealed record FormDocument(
    string Tooth,
    int Triangles,
    double VolumeMm3,
    IReadOnlyList<NamedPlace> Landmarks,
    IReadOnlyList<double[]> GumLine,
    IReadOnlyList<string> Files
)
{
    public static double[] Three(Vec3 place) => [Math.Round(place.X, 3) + 0.0, Math.Round(place.Y, 3) + 0.0, Math.Round(place.Z, 3) + 0.0];
}

public sealed record NamedPlace(string Name, double[] Place);

using System.Text.Json.Serialization;

namespace Dentelle.Core.Protocols;

[JsonConverter(typeof(KebabCase<GaugeKind>))]
public enum GaugeKind
{
    /// <summary>A set of thicknesses: one passes, the next does not.</summary>
    Pass,

    /// <summary>A scale that is read, to a resolution.</summary>
    Read,
}

/// <summary>A measuring instrument of the practice.</summary>
public sealed record Gauge(
    string Id,
    string Name,
    GaugeKind Kind,
    string Source,
    Standing Standing,
    IReadOnlyList<double>? SizesMm = null,
    double? ResolutionMm = null
);

/// <summary>A bur the corrections are told in.</summary>
public sealed record BurInHand(string Id, string Name, double TipMm);

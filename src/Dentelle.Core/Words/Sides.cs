using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

[JsonConverter(typeof(KebabCase<ProximalSide>))]
public enum ProximalSide
{
    Mesial,
    Distal,
}

public static class ProximalSides
{
    /// <summary>The piece of the margin in its middle.</summary>
    public static Segment Middle(this ProximalSide side) => side == ProximalSide.Mesial ? Segment.Mesial : Segment.Distal;

    public static ZoneKind Ridge(this ProximalSide side) => side == ProximalSide.Mesial ? ZoneKind.MesialRidge : ZoneKind.DistalRidge;

    /// <summary>Which way it lies along a tooth's own x: 1 to the mesial, −1 to the distal.</summary>
    public static int Way(this ProximalSide side) => side == ProximalSide.Mesial ? 1 : -1;
}

[JsonConverter(typeof(KebabCase<FilledSurface>))]
public enum FilledSurface
{
    Facial,
    Lingual,
    Mesial,
    Distal,
    Occlusal,
}

[JsonConverter(typeof(KebabCase<WallSide>))]
public enum WallSide
{
    Mesial,
    Distal,
    Facial,
    Lingual,
}

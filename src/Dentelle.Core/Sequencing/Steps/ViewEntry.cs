using System.Text.Json.Serialization;

namespace Dentelle.Core.Sequencing.Steps;

[JsonConverter(typeof(KebabCase<MouthSide>))]
public enum MouthSide
{
    Right,
    Front,
    Left,
}

[JsonConverter(typeof(KebabCase<ViewSurface>))]
public enum ViewSurface
{
    Facial,
    Lingual,
    Mesial,
    Distal,
    Occlusal,
}

[JsonConverter(typeof(KebabCase<Sight>))]
public enum Sight
{
    Direct,
    Mirror,
}

/// <summary>Where operator and head are for a surface, how it is seen, what the assistant does.</summary>
public sealed record ViewEntry(Jaw Jaw, MouthSide Side, ViewSurface Surface, string Position, string Head, Sight Sight, string Assistant);

/// <param name="ThinSecond">The second cord where the gum is thin.</param>
public sealed record CordEntry(string Region, string First, string Second, string? ThinSecond = null);

using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>What is cut into a wall so that it holds better.</summary>
[JsonConverter(typeof(KebabCase<FeatureKind>))]
public enum FeatureKind
{
    Groove,
    Box,
}

/// <summary>A groove or box that is asked for.</summary>
public sealed record FeatureWish(FeatureKind Kind, WallSide Side);

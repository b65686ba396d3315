using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

[JsonConverter(typeof(KebabCase<ProximalSide>))]
public enum ProximalSide
{
    Mesial,
    Distal,
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

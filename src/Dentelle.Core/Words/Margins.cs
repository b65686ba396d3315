using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

[JsonConverter(typeof(KebabCase<MarginSide>))]
public enum MarginSide
{
    All,
    Facial,
    Lingual,

    /// <summary>The side of the functional cusps.</summary>
    Functional,

    /// <summary>The side of the others.</summary>
    NonFunctional,
}

[JsonConverter(typeof(KebabCase<MarginDesign>))]
public enum MarginDesign
{
    Chamfer,
    HeavyChamfer,
    Shoulder,
    RoundedShoulder,
    ShoulderBevel,
    Butt,
    FeatherEdge,
}

/// <summary>How far the facial margin design is carried round the side before it changes into the lingual one.</summary>
[JsonConverter(typeof(KebabCase<TransitionPlace>))]
public enum TransitionPlace
{
    FacialOfContact,
    MidContact,
    LingualOfContact,
}

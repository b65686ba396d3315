using System.Text.Json.Serialization;

namespace Dentelle.Core.Planning;

[JsonConverter(typeof(KebabCase<Restoration>))]
public enum Restoration
{
    Crown,
}

[JsonConverter(typeof(KebabCase<Material>))]
public enum Material
{
    Metal,
    MetalCeramicFacial,
    MetalCeramicFull,
    MetalCeramicPorcelainMargin,
    Porcelain,
    AllCeramicDeep,
    LithiumDisilicate,
    ZirconiaMonolithic,
    ZirconiaLayered,
}

[JsonConverter(typeof(KebabCase<MaterialClass>))]
public enum MaterialClass
{
    Metal,
    MetalCeramic,
    AllCeramic,
}

/// <summary>How much of a metal-ceramic crown gets ceramic, where the material leaves the choice.</summary>
[JsonConverter(typeof(KebabCase<CeramicCoverage>))]
public enum CeramicCoverage
{
    /// <summary>The facial wall.</summary>
    Wall,

    /// <summary>The facial wall and the facial cusps.</summary>
    FacialCusp,

    /// <summary>The facial wall and the whole occlusal surface.</summary>
    Occlusal,
}

/// <summary>What the antagonist or the eye meets at a zone of the finished crown.</summary>
[JsonConverter(typeof(KebabCase<Surface>))]
public enum Surface
{
    Metal,
    Ceramic,
}

[JsonConverter(typeof(KebabCase<BuildOutSchool>))]
public enum BuildOutSchool
{
    /// <summary>The restoration repeats the present outer surface, also where there was room before.</summary>
    Uniform,

    /// <summary>Room that is already there is used: the restoration fills it and less is cut.</summary>
    RoomDriven,
}

/// <summary>Order in which the steps are cut.</summary>
[JsonConverter(typeof(KebabCase<CuttingSchool>))]
public enum CuttingSchool
{
    EdgeFirst,
    FacialFirst,
    MarginFirst,
    AxialFirst,
    ParallelPair,
    ThreeBur,
    OnlayPlanes,
    Veneer,
    ProximalFirst,
    CeramicFacing,
    FacialWithMargin,
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

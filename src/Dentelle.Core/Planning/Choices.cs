using System.Text.Json.Serialization;

namespace Dentelle.Core.Planning;

[JsonConverter(typeof(KebabCase<Restoration>))]
public enum Restoration
{
    Crown,
    VeneerFacial,
    VeneerButt,
    VeneerWrap,
    Onlay,
    Inlay,
    PartialCrown,

    /// <summary>A tooth of a bridge that is not there: nothing is cut.</summary>
    Pontic,
}

public static class Restorations
{
    public static bool IsVeneer(this Restoration restoration) =>
        restoration is Restoration.VeneerFacial or Restoration.VeneerButt or Restoration.VeneerWrap;

    /// <summary>Whether it stands inside the crown: boxes, an isthmus, a floor.</summary>
    public static bool IsIntracoronal(this Restoration restoration) => restoration is Restoration.Onlay or Restoration.Inlay;

    /// <summary>"veneer, incisal butt".</summary>
    public static string Words(this Restoration restoration) =>
        restoration switch
        {
            Restoration.VeneerFacial => "veneer, facial only",
            Restoration.VeneerButt => "veneer, incisal butt",
            Restoration.VeneerWrap => "veneer, lingual wrap",
            Restoration.PartialCrown => "partial-coverage crown",
            _ => Kebab.Of(restoration),
        };
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

using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

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

public static class Materials
{
    extension(Material material)
    {
        /// <summary>Glass-ceramics, which acid roughens so that they are bonded.</summary>
        public bool IsEtched => material is Material.LithiumDisilicate or Material.Porcelain;
    }
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

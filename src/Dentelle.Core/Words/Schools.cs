using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

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

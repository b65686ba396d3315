using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>Where a cusp stands on a back tooth.</summary>
[JsonConverter(typeof(KebabCase<Cusp>))]
public enum Cusp
{
    Facial,
    Mesiofacial,
    Distofacial,

    /// <summary>The fifth, smallest cusp of lower molars; it belongs to the facial row.</summary>
    Distal,
    Lingual,
    Mesiolingual,
    Distolingual,
}

public static class Cusps
{
    /// <summary>Cusps of a tooth, facial row first, mesial to distal; none for front teeth.</summary>
    public static IReadOnlyList<Cusp> Of(ToothCode tooth) =>
        (tooth.Jaw, tooth.Position) switch
        {
            (_, <= 3) => [],
            (Jaw.Upper, 4 or 5) or (Jaw.Lower, 4) => [Cusp.Facial, Cusp.Lingual],
            (Jaw.Lower, 5) => [Cusp.Facial, Cusp.Mesiolingual, Cusp.Distolingual],
            (Jaw.Upper, 8) => [Cusp.Mesiofacial, Cusp.Distofacial, Cusp.Lingual],
            (Jaw.Lower, 6 or 8) => [Cusp.Mesiofacial, Cusp.Distofacial, Cusp.Distal, Cusp.Mesiolingual, Cusp.Distolingual],
            _ => [Cusp.Mesiofacial, Cusp.Distofacial, Cusp.Mesiolingual, Cusp.Distolingual],
        };

    public static bool IsFacial(this Cusp cusp) => cusp <= Cusp.Distal;

    /// <summary>
    /// Whether the cusp carries the bite: lingual (palatal) cusps in the upper jaw, facial ones in the lower, the other
    /// way round in a crossbite.
    /// </summary>
    public static bool IsFunctional(this Cusp cusp, ToothCode tooth, bool crossbite) =>
        cusp.IsFacial() == (tooth.Jaw == Jaw.Lower) != crossbite;
}

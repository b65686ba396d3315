using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>A kind of place on a tooth that has a depth of its own.</summary>
[JsonConverter(typeof(KebabCase<ZoneKind>))]
public enum ZoneKind
{
    Edge,
    FacialIncisalThird,
    FacialMiddleThird,
    FacialGingivalThird,
    LingualFossa,
    LingualWall,
    FunctionalCusp,
    FunctionalCuspBevel,
    NonFunctionalCusp,
    Groove,
    MesialRidge,
    DistalRidge,
    FacialOcclusalHalf,

    /// <summary>The groove between the facial cusps of a molar, over the rim: read apart from the slopes beside it.</summary>
    FacialGroove,
    FacialGingivalHalf,
    Lingual,
    Mesial,
    Distal,

    /// <summary>The floor of an inlay's or onlay's box, straight down from the marginal ridge.</summary>
    MesialBoxFloor,
    DistalBoxFloor,

    /// <summary>The axial wall of a box, from the outermost place of its side.</summary>
    MesialBoxWall,
    DistalBoxWall,
}

/// <summary>A place on one tooth: a kind, for cusps which one, and on the facial of a turned tooth which half.</summary>
public sealed record Zone(ZoneKind Kind, Cusp? Cusp = null, ProximalSide? Half = null)
{
    /// <summary>"functional-cusp-mesiofacial", "facial-middle-third-distal", "groove".</summary>
    public string Name =>
        Cusp is { } cusp ? $"{Kebab.Of(Kind)}-{Kebab.Of(cusp)}"
        : Half is { } half ? $"{Kebab.Of(Kind)}-{Kebab.Of(half)}"
        : Kebab.Of(Kind);

    /// <summary>Whether the antagonist comes near it, so that room can be measured there.</summary>
    public bool Occludes =>
        Kind
            is ZoneKind.Edge
                or ZoneKind.LingualFossa
                or ZoneKind.FunctionalCusp
                or ZoneKind.FunctionalCuspBevel
                or ZoneKind.NonFunctionalCusp
                or ZoneKind.Groove
                or ZoneKind.MesialRidge
                or ZoneKind.DistalRidge;

    /// <summary>The segment whose margin is decided where this zone is looked at; null where none lies beside it.</summary>
    public Segment? Beside =>
        Kind switch
        {
            ZoneKind.Mesial or ZoneKind.MesialBoxFloor => Segment.Mesial,
            ZoneKind.Distal or ZoneKind.DistalBoxFloor => Segment.Distal,
            ZoneKind.FacialGingivalThird or ZoneKind.FacialGingivalHalf => Segment.Facial,
            ZoneKind.Lingual or ZoneKind.LingualWall => Segment.Lingual,
            _ => null,
        };

    /// <summary>"Functional cusp, mesiofacial".</summary>
    public string Words
    {
        get
        {
            var kind = Kind switch
            {
                ZoneKind.Edge => "Incisal edge",
                ZoneKind.NonFunctionalCusp => "Non-functional cusp",
                ZoneKind.FunctionalCuspBevel => "Outer bevel",
                ZoneKind.Groove => "Central groove",
                ZoneKind.MesialRidge => "Mesial marginal ridge",
                ZoneKind.DistalRidge => "Distal marginal ridge",
                ZoneKind.Lingual => "Lingual wall",
                ZoneKind.Mesial => "Mesial wall",
                ZoneKind.Distal => "Distal wall",
                ZoneKind.MesialBoxFloor => "Mesial box, floor",
                ZoneKind.DistalBoxFloor => "Distal box, floor",
                ZoneKind.MesialBoxWall => "Mesial box, axial wall",
                ZoneKind.DistalBoxWall => "Distal box, axial wall",
                _ => Kebab.Words(Kind).UpperFirst(),
            };
            return Cusp is { } cusp ? $"{kind}, {Kebab.Of(cusp)}"
                : Half is { } half ? $"{kind}, {Kebab.Of(half)} half"
                : kind;
        }
    }

    public override string ToString() => Name;
}

public static class Zones
{
    /// <summary>Whether a zone is a part of a box.</summary>
    public static bool IsBox(this ZoneKind kind) => kind.IsBoxFloor() || kind is ZoneKind.MesialBoxWall or ZoneKind.DistalBoxWall;

    public static bool IsBoxFloor(this ZoneKind kind) => kind is ZoneKind.MesialBoxFloor or ZoneKind.DistalBoxFloor;

    /// <summary>Floor and axial wall of a side's box.</summary>
    public static IReadOnlyList<Zone> OfBox(ProximalSide side) =>
        side == ProximalSide.Mesial
            ? [new(ZoneKind.MesialBoxFloor), new(ZoneKind.MesialBoxWall)]
            : [new(ZoneKind.DistalBoxFloor), new(ZoneKind.DistalBoxWall)];

    /// <summary>What of a box takes a zone's place on the tooth; null for zones that no box touches.</summary>
    public static Zone? BoxInPlaceOf(Zone zone) =>
        zone.Kind switch
        {
            ZoneKind.MesialRidge => new(ZoneKind.MesialBoxFloor),
            ZoneKind.DistalRidge => new(ZoneKind.DistalBoxFloor),
            ZoneKind.Mesial => new(ZoneKind.MesialBoxWall),
            ZoneKind.Distal => new(ZoneKind.DistalBoxWall),
            _ => null,
        };

    /// <summary>Whether a zone is part of the facial surface.</summary>
    public static bool IsFacial(this ZoneKind kind) =>
        kind
            is ZoneKind.FacialIncisalThird
                or ZoneKind.FacialMiddleThird
                or ZoneKind.FacialGingivalThird
                or ZoneKind.FacialOcclusalHalf
                or ZoneKind.FacialGroove
                or ZoneKind.FacialGingivalHalf;

    private static readonly ZoneKind[] Front =
    [
        ZoneKind.Edge,
        ZoneKind.FacialIncisalThird,
        ZoneKind.FacialMiddleThird,
        ZoneKind.FacialGingivalThird,
        ZoneKind.LingualFossa,
        ZoneKind.LingualWall,
        ZoneKind.Mesial,
        ZoneKind.Distal,
    ];

    private static readonly ZoneKind[] Back =
    [
        ZoneKind.Groove,
        ZoneKind.MesialRidge,
        ZoneKind.DistalRidge,
        ZoneKind.FacialOcclusalHalf,
        ZoneKind.FacialGroove,
        ZoneKind.FacialGingivalHalf,
        ZoneKind.Lingual,
        ZoneKind.Mesial,
        ZoneKind.Distal,
    ];

    /// <summary>
    /// Zones of a tooth in the order in which they are stepped through. Back teeth: each functional cusp, its outer
    /// bevel, each non-functional cusp, then the rest.
    /// </summary>
    /// <param name="turned">
    /// Whether it stands turned about its axis: its facial zones then have two halves, one standing out, one gone in.
    /// </param>
    public static IReadOnlyList<Zone> Of(ToothCode tooth, bool crossbite, bool turned = false)
    {
        if (turned)
            return
            [
                .. Of(tooth, crossbite)
                    .SelectMany(zone =>
                        zone.Kind.IsFacial() && zone.Kind != ZoneKind.FacialGroove
                            ? Enum.GetValues<ProximalSide>().Select(half => zone with { Half = half })
                            : [zone]
                    ),
            ];
        if (tooth.IsFront)
            return [.. Front.Select(kind => new Zone(kind))];
        var cusps = Cusps.Of(tooth).ToLookup(cusp => cusp.IsFunctional(tooth, crossbite));
        return
        [
            .. cusps[true].Select(cusp => new Zone(ZoneKind.FunctionalCusp, cusp)),
            .. cusps[true].Select(cusp => new Zone(ZoneKind.FunctionalCuspBevel, cusp)),
            .. cusps[false].Select(cusp => new Zone(ZoneKind.NonFunctionalCusp, cusp)),
            .. Back.Where(kind => kind != ZoneKind.FacialGroove || tooth.Kind == ToothKind.Molar).Select(kind => new Zone(kind)),
        ];
    }
}

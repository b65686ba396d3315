using System.Text.Json.Serialization;

namespace Dentelle.Core.Burs;

[JsonConverter(typeof(KebabCase<BurFamily>))]
public enum BurFamily
{
    Round,
    CylinderFlat,
    CylinderRound,
    TaperFlat,
    TaperRound,
    Torpedo,
    TaperTorpedo,
    Needle,
    Flame,
    Football,
    Pear,
    Wheel,
    Interproximal,
    EndCutting,
    DepthRing,
    NeckBall,
}

public static class BurFamilies
{
    public static string Words(this BurFamily family) =>
        family switch
        {
            BurFamily.CylinderFlat => "flat-end cylinder",
            BurFamily.CylinderRound => "round-end cylinder",
            BurFamily.TaperFlat => "flat-end taper",
            BurFamily.TaperRound => "round-end taper",
            BurFamily.TaperTorpedo => "tapered torpedo",
            BurFamily.Football => "football",
            BurFamily.Interproximal => "thin interproximal taper",
            BurFamily.EndCutting => "end-cutting cylinder",
            BurFamily.DepthRing => "depth-ring cutter",
            BurFamily.NeckBall => "ball with a neck",
            _ => Kebab.Words(family),
        };

    /// <summary>Whether its tip is a half ball, so that sunk sideways past its radius it leaves a lip.</summary>
    public static bool HasRoundedTip(this BurFamily family) =>
        family is BurFamily.CylinderRound or BurFamily.TaperRound or BurFamily.Torpedo or BurFamily.TaperTorpedo or BurFamily.Round;

    /// <summary>Whether its sides stand straight enough to give a wall its angle.</summary>
    public static bool CutsWalls(this BurFamily family) =>
        family
            is BurFamily.CylinderFlat
                or BurFamily.CylinderRound
                or BurFamily.TaperFlat
                or BurFamily.TaperRound
                or BurFamily.Torpedo
                or BurFamily.TaperTorpedo
                or BurFamily.Needle
                or BurFamily.Interproximal;
}

/// <summary>A rotary instrument by its shape and sizes, millimetres; generic, no maker's.</summary>
public sealed record Bur
{
    /// <summary>Stable name.</summary>
    public required string Id { get; init; }

    public required BurFamily Family { get; init; }

    public required BurMaterial Material { get; init; }

    public required Grit Grit { get; init; }

    /// <summary>Diameter at the tip: of the half ball, or of the flat end.</summary>
    public required double TipMm { get; init; }

    /// <summary>Largest diameter of the working part.</summary>
    public required double LargestMm { get; init; }

    /// <summary>Length of the working part.</summary>
    public required double LengthMm { get; init; }

    /// <summary>Group of its shank; friction grip where a file says none.</summary>
    public string Shank
    {
        get => field ?? "314";
        init;
    }

    /// <summary>ISO 6360 number; null where the number of its shape is not known here.</summary>
    public string? Code { get; init; }

    /// <summary>Radius of a flat end's corner.</summary>
    public double CornerMm { get; init; }

    /// <summary>Diameter of the smooth part that stops it: between the rings, or the neck of a ball.</summary>
    public double? GuideMm { get; init; }

    public int? Blades { get; init; }

    /// <summary>After so many preparations it is worn; 1 for single use; null when nothing is known.</summary>
    public int? UsesMost { get; init; }

    [JsonIgnore]
    public Mm Tip => new(TipMm);

    /// <summary>Whether its tip is what is sunk and measured by; a point, a ball or a wheel goes by its belly.</summary>
    [JsonIgnore]
    public bool HasTip => TipMm >= 0.5 && Family is not (BurFamily.Round or BurFamily.Wheel);

    [JsonIgnore]
    public ShankKind ShankKind => ShankKind.Of(Shank)!;

    /// <summary>"Round-end taper, tip 1.0, medium".</summary>
    [JsonIgnore]
    public string Name
    {
        get
        {
            var size = Family switch
            {
                BurFamily.Round or BurFamily.Football or BurFamily.Flame or BurFamily.Pear or BurFamily.Wheel => $"{new Mm(LargestMm)}",
                BurFamily.DepthRing or BurFamily.NeckBall => $"{BurSums.SelfLimitedDepth(this)!.Value} deep",
                _ => $"tip {Tip}",
            };
            return $"{Family.Words().UpperFirst()}, {size}, "
                + $"{(Material == BurMaterial.Carbide ? Blades is { } blades ? $"{blades}-blade carbide" : "carbide" : Kebab.Words(Grit))}";
        }
    }
}

using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Exchange;

/// <summary>A bur's number decoded, and what can be worked out with such a bur.</summary>
public sealed record BurDocument
{
    public required string Code { get; init; }

    public required string Words { get; init; }

    public required BurMaterial Material { get; init; }

    public required string Shank { get; init; }

    public required double ShankMm { get; init; }

    public BurFamily? Family { get; init; }

    public required string ShapeGroup { get; init; }

    public Grit? Grit { get; init; }

    public required double SizeMm { get; init; }

    public required IReadOnlyList<BurSum> Sums { get; init; }

    public required string Remark { get; init; }

    private const string FromMemory =
        "Numbers of shape groups and cuts are recalled from memory; a nominal size says nothing about tip and length.";

    public static BurDocument From(IsoCode code, RunSheetTable table, Drawer drawer)
    {
        var family = table.Shapes.Of(code.Shape);
        // The drawer knows tip and length of such a bur; of a ball the size says all.
        var known = drawer.Burs.FirstOrDefault(bur => bur.Code == code.ToString())
            ?? (
                family == BurFamily.Round
                    ? new Bur
                    {
                        Id = "",
                        Family = BurFamily.Round,
                        Material = code.Material,
                        Grit = code.Grit ?? Burs.Grit.Medium,
                        TipMm = code.Size.Value,
                        LargestMm = code.Size.Value,
                        LengthMm = code.Size.Value,
                        Shank = code.Shank.Group,
                    }
                    : null
            );
        return new()
        {
            Code = code.ToString(),
            Words = code.Words(table.Shapes),
            Material = code.Material,
            Shank = code.Shank.Words,
            ShankMm = code.Shank.DiameterMm,
            Family = family,
            ShapeGroup = code.Shape,
            Grit = code.Grit,
            SizeMm = code.Size.Rounded,
            Sums = known is null ? [] : SumsOf(known),
            Remark = FromMemory,
        };
    }

    public static IReadOnlyList<BurSum> SumsOf(Bur bur)
    {
        var profile = BurProfile.Of(bur);
        // A stop holds the bur up on the surface; every other depth is seen on the bur itself, that far from its tip.
        var sums = BurSums
            .Marks(bur)
            .Select(mark => new BurSum("depth", mark.Words, mark.Depth.Rounded, "mm", bur.GuideMm is null ? mark.Depth.Value : null))
            .ToList();
        if (bur.Family.HasRoundedTip())
            sums.Add(new("lip-limit", "deepest finish line without a lip", BurSums.LipLimit(bur).Rounded, "mm"));
        if (bur.Family.CutsWalls())
        {
            sums.Add(new("half-angle", "inclination of its side", Math.Round(profile.HalfAngleDeg, 2), "deg"));
            foreach (var (share, words) in Heights)
                sums.Add(
                    new(
                        "diameter",
                        $"diameter {words}",
                        Math.Round(profile.DiameterAt(bur.LengthMm * share), 2),
                        "mm",
                        Math.Round(bur.LengthMm * share, 2)
                    )
                );
        }
        return sums;
    }

    private static readonly (double Share, string Words)[] Heights =
    [
        (1.0 / 3, "a third of the way up"),
        (2.0 / 3, "two thirds of the way up"),
        (1, "at its base"),
    ];
}

/// <param name="Kind">"depth", "lip-limit", "half-angle", "diameter".</param>
/// <param name="AtMm">How far from the tip it is read on the bur; null where it has no place.</param>
public sealed record BurSum(string Kind, string Words, double Value, string Unit, double? AtMm = null);

using System.Globalization;
using System.Text.Json.Serialization;

namespace Dentelle.Core.Burs;

/// <summary>What the working part is made of.</summary>
[JsonConverter(typeof(KebabCase<BurMaterial>))]
public enum BurMaterial
{
    Diamond,
    Carbide,
}

/// <summary>How coarse: the standard's grit bands for diamonds, and how finely a carbide is bladed.</summary>
[JsonConverter(typeof(KebabCase<Grit>))]
public enum Grit
{
    UltraFine,
    ExtraFine,
    Fine,
    Medium,
    Coarse,
    SuperCoarse,
}

/// <summary>A rotary instrument's number by ISO 6360: five groups of three digits.</summary>
/// <param name="Material">First group.</param>
/// <param name="Shank">Second group: fit and diameter of the shank.</param>
/// <param name="Shape">Third group as it stands; <see cref="ShapeGroups"/> knows the words of some.</param>
/// <param name="Type">Fourth group as it stands: grit of diamonds, cut of carbides.</param>
/// <param name="SizeTenths">Fifth group: nominal size, the largest diameter of the working part in tenths of a millimetre.</param>
public sealed record IsoCode(BurMaterial Material, ShankKind Shank, string Shape, string Type, int SizeTenths)
{
    private static readonly (string Group, BurMaterial Material)[] Materials = [("806", BurMaterial.Diamond), ("500", BurMaterial.Carbide)];

    private static readonly (string Group, BurMaterial On, Grit Grit)[] Types =
    [
        ("494", BurMaterial.Diamond, Burs.Grit.UltraFine),
        ("504", BurMaterial.Diamond, Burs.Grit.ExtraFine),
        ("514", BurMaterial.Diamond, Burs.Grit.Fine),
        ("524", BurMaterial.Diamond, Burs.Grit.Medium),
        ("534", BurMaterial.Diamond, Burs.Grit.Coarse),
        ("544", BurMaterial.Diamond, Burs.Grit.SuperCoarse),
        ("006", BurMaterial.Carbide, Burs.Grit.Coarse),
        ("071", BurMaterial.Carbide, Burs.Grit.Fine),
        ("072", BurMaterial.Carbide, Burs.Grit.UltraFine),
    ];

    public Mm Size => new(SizeTenths / 10.0);

    /// <summary>Null for a carbide cut that this table doesn't have.</summary>
    public Grit? Grit => Types.Where(row => row.On == Material && row.Group == Type).Select(row => (Grit?)row.Grit).FirstOrDefault();

    /// <summary>Reads a code with or without spaces between its groups; the problem says which group is wrong.</summary>
    public static Answer<IsoCode> Parse(string text)
    {
        var digits = string.Concat(text.Where(c => !char.IsWhiteSpace(c)));
        if (digits.Any(c => !char.IsAsciiDigit(c)))
            return Wrong($"“{text}” is no bur number: it has other signs than digits.");
        if (digits.Length != 15)
            return Wrong($"“{text}” has {digits.Length} digits; a bur number has 15, in five groups of three.");
        var groups = Enumerable.Range(0, 5).Select(i => digits.Substring(3 * i, 3)).ToArray();
        var material = Materials.Where(row => row.Group == groups[0]).Select(row => (BurMaterial?)row.Material).FirstOrDefault();
        if (material is not { } made)
            return Wrong(
                $"The first group, {groups[0]}, is no working material known here: "
                    + $"{Listed(Materials.Select(row => $"{row.Group} {Kebab.Of(row.Material)}"))}."
            );
        if (ShankKind.Of(groups[1]) is not { } shank)
            return Wrong(
                $"The second group, {groups[1]}, is no shank known here: "
                    + $"{Listed(ShankKind.All.Select(kind => $"{kind.Group} {kind.Words}"))}."
            );
        if (groups[2] == "000")
            return Wrong("The third group, 000, names no shape.");
        if (made == BurMaterial.Diamond && !Types.Any(row => row.On == made && row.Group == groups[3]))
            return Wrong(
                $"The fourth group, {groups[3]}, is no grit of a diamond: "
                    + $"{Listed(Types.Where(row => row.On == made).Select(row => $"{row.Group} {Kebab.Words(row.Grit)}"))}."
            );
        var size = int.Parse(groups[4], CultureInfo.InvariantCulture);
        return size == 0
            ? Wrong("The fifth group, 000, is no size: it counts tenths of a millimetre.")
            : new IsoCode(made, shank, groups[2], groups[3], size);
    }

    /// <summary>The type group of a diamond's grit.</summary>
    public static string TypeOf(Grit grit) => Types.First(row => row.On == BurMaterial.Diamond && row.Grit == grit).Group;

    /// <summary>In generic words: "diamond, friction grip, round, medium, 1.6".</summary>
    public string Words(ShapeGroups shapes)
    {
        var shape = shapes.Of(Shape) is { } family ? family.Words() : $"shape {Shape}";
        var grit =
            Grit is not { } known ? $"cut {Type}"
            : Material == BurMaterial.Diamond ? Kebab.Words(known)
            : known == Burs.Grit.Coarse ? "plain cut"
            : $"{Kebab.Words(known)} finishing";
        return $"{(Material == BurMaterial.Diamond ? "diamond" : "tungsten carbide")}, {Shank.Words}, {shape}, {grit}, {Size}";
    }

    /// <summary>The fifteen digits without spaces.</summary>
    public override string ToString() =>
        $"{Materials.First(row => row.Material == Material).Group}{Shank.Group}{Shape}{Type}{SizeTenths:000}";

    /// <summary>The same in its groups.</summary>
    public string Spaced => string.Join(' ', ToString().Chunk(3).Select(group => new string(group)));

    private static string Listed(IEnumerable<string> known) => string.Join(", ", known);

    private static Problem Wrong(string sentence) => new("bur-code", sentence);
}

/// <summary>How a bur is held.</summary>
/// <param name="Group">Second group of the code.</param>
/// <param name="DiameterMm">Of the shank.</param>
public sealed record ShankKind(string Group, string Words, double DiameterMm)
{
    public static readonly IReadOnlyList<ShankKind> All =
    [
        new("314", "friction grip", 1.6),
        new("313", "friction grip short", 1.6),
        new("204", "latch", 2.35),
        new("104", "handpiece", 2.35),
    ];

    public static ShankKind? Of(string group) => All.FirstOrDefault(kind => kind.Group == group);
}

/// <summary>Which shape families some third groups stand for; recalled from memory, and not all of them.</summary>
public sealed record ShapeGroups(IReadOnlyDictionary<string, BurFamily> Known)
{
    public BurFamily? Of(string group) => Known.TryGetValue(group, out var family) ? family : null;
}

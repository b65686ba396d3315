using Dentelle.Core.Burs;

namespace Dentelle.Core.Tests;

/// <summary>
/// Which of two or three burs is taken, what is said of it, and what the drawer lacks: one criterion a row (common practice).
/// </summary>
public class BurChoiceTables
{
    private static readonly Mm Tolerance = new(Shipped.Handbook.Sheets.Limits.ToleranceMm.Value);

    /// <summary>"taper-flat 1.0", "torpedo 1.2 fine", "taper-round 1.6>2.0 coarse": shape, tip, largest where it differs, grit.</summary>
    private static Bur Made(string words)
    {
        var parts = words.Split(' ');
        var sizes = parts[1].Split('>').Select(size => double.Parse(size, System.Globalization.CultureInfo.InvariantCulture)).ToArray();
        var family = Enum.Parse<BurFamily>(parts[0].Replace("-", "", StringComparison.Ordinal), ignoreCase: true);
        var grit = parts
            .Skip(2)
            .Select(word => Enum.TryParse<Grit>(word, ignoreCase: true, out var known) ? known : (Grit?)null)
            .FirstOrDefault(known => known is not null);
        var material = parts.Contains("carbide") ? BurMaterial.Carbide : BurMaterial.Diamond;
        double? guide = family is BurFamily.DepthRing or BurFamily.NeckBall ? 1.0 : null;
        return new()
        {
            Id = words,
            Family = family,
            Material = material,
            Grit = grit ?? Grit.Medium,
            TipMm = sizes[0],
            LargestMm = sizes[^1],
            LengthMm = 8,
            GuideMm = guide,
        };
    }

    private static BurNeed Need(string role, double? depth, double? wall = null, double? reduction = null) =>
        Need(Shipped.Handbook.Sheets.Roles[role], depth, wall, reduction);

    private static BurNeed Need(BurRole role, double? depth, double? wall = null, double? reduction = null) =>
        new(role, role.Families, depth is { } mm ? new Mm(mm) : null, wall, reduction is { } cut ? new Mm(cut) : null, 4, new Mm(0.2));

    private static BurChoice For(BurNeed need, params string[] drawer) =>
        BurChoice.For(need, new BurRack([.. drawer.Select(Made)]), Tolerance);

    [Theory(DisplayName = "The bur that suits best is taken")]
    // A shoulder is cut by an end as wide as it; else one a little narrower before one a little wider.
    [InlineData("margin-shoulder", 1.0, "taper-flat 1.0", "taper-flat 1.2", "taper-flat 0.8")]
    [InlineData("margin-shoulder", 1.0, "taper-flat 0.9", "taper-flat 1.2", "taper-flat 0.7")]
    [InlineData("margin-shoulder", 1.0, "taper-flat 1.1", "taper-flat 0.6", "taper-flat 1.6")]
    // A chamfer by half of a round tip: wider leaves none of it standing, narrower leaves a lip.
    [InlineData("margin-chamfer", 0.5, "torpedo 1.0", "torpedo 1.6", "torpedo 0.6")]
    [InlineData("margin-chamfer", 0.5, "torpedo 1.2", "torpedo 0.7", "torpedo 0.6")]
    // Among equals the shape that is named first, then the grit that is.
    [InlineData("margin-chamfer", 0.5, "taper-torpedo 1.0", "taper-round 1.0", "taper-round 1.0 fine")]
    [InlineData("margin-shoulder", 1.0, "taper-flat 1.0", "end-cutting 1.0", "taper-flat 1.0 fine")]
    [InlineData("margin-veneer", 0.3, "taper-round 0.6 fine", "taper-round 0.6", "torpedo 0.6")]
    // A depth is read on a mark: the whole of a tip, half of it, or a neck that stops it; one that goes too deep stands back.
    [InlineData("guide", 1.0, "taper-round 1.0", "taper-round 1.6", "taper-round 0.6")]
    [InlineData("guide", 0.8, "taper-round 1.6", "taper-round 1.2", "taper-round 0.5")]
    [InlineData("stop-guide", 0.8, "neck-ball 2.6", "round 1.2", "round 2.3")]
    [InlineData("rings", 0.5, "depth-ring 2.0", "neck-ball 2.6", "depth-ring 1.6")]
    // What is thinner than the role allows is not taken while one is thick enough.
    [InlineData("broad", 1.5, "taper-round 1.5>1.8 coarse", "taper-round 1.5>1.7 coarse", "taper-round 1.0 coarse")]
    // Half of the round one traces the line.
    [InlineData("trace", 0.5, "round 1.0", "round 1.6", "round 0.5")]
    public void Best(string role, double depth, string best, string second, string third)
    {
        foreach (var drawer in new[] { [best, second, third], [third, second, best], new[] { second, best, third } })
            Assert.Equal(best, For(Need(role, depth), drawer).Chosen!.Id);
        Assert.Contains(For(Need(role, depth), best, second, third).RunnerUp!.Id, new[] { second, third });
    }

    [Theory(DisplayName = "A bur that is in hand anyway takes the place of one that is hardly better, not of one that is better")]
    [InlineData("taper-flat 0.95", true)] // 0.05 narrower
    [InlineData("taper-flat 0.9", true)] // a tenth
    [InlineData("taper-flat 0.85", false)]
    [InlineData("taper-flat 1.08", true)] // five hundredths and half of what it is wider
    [InlineData("taper-flat 1.15", false)]
    public void In_hand(string inHand, bool takes)
    {
        var rack = new BurRack([Made("taper-flat 1.0"), Made(inHand)]) { InUse = new Dictionary<string, int> { [inHand] = 2 } };
        var choice = BurChoice.For(Need("wall-shoulder", 1.0), rack, Tolerance);
        Assert.Equal(takes ? inHand : "taper-flat 1.0", choice.Chosen!.Id);
        Assert.Equal(takes ? "taper-flat 1.0" : inHand, choice.RunnerUp!.Id);
    }

    [Theory(DisplayName = "A bur whose own side makes the wall goes before one that must be tipped for it")]
    [InlineData(0, "cylinder-flat 1.0")]
    [InlineData(6, "taper-flat 1.0>2.6")] // its side leans by 5.7°; six degrees of tipping count 0.15, a shape named second 0.12
    [InlineData(4, "cylinder-flat 1.0")] // four count 0.10
    public void Tipped(double wall, string best)
    {
        var role = new BurRole
        {
            Use = BurUse.Wall,
            Families = [BurFamily.CylinderFlat, BurFamily.TaperFlat],
            Grits = [Grit.Medium],
        };
        Assert.Equal(best, For(Need(role, 1.0, wall), "cylinder-flat 1.0", "taper-flat 1.0>2.6").Chosen!.Id);
    }

    [Theory(DisplayName = "What is read on a bur, in words")]
    [InlineData("taper-round 1.0", 1.0, "the whole tip")]
    [InlineData("taper-round 1.0", 0.5, "half of the tip")]
    [InlineData("taper-round 1.0", 0.55, "half of the tip")] // within the tolerance of a hand
    [InlineData("taper-round 1.0", 0.56, "half of the tip and 0.05 more")]
    [InlineData("taper-round 1.0", 0.8, "0.2 short of the whole tip")]
    [InlineData("taper-round 1.0", 0.75, "half of the tip and 0.25 more")]
    [InlineData("taper-round 1.0", 0.74, "half of the tip and 0.25 more")]
    [InlineData("taper-round 1.0", 1.2, "the whole tip and 0.2 more")]
    [InlineData("taper-round 1.0", 2.0, "the whole tip and 1.0 more")]
    [InlineData("taper-round 1.0", 2.1, "about twice the width of a 1.0 tip")]
    [InlineData("taper-round 1.0", 0.3, "0.2 short of half of the tip")]
    [InlineData("taper-round 1.0", 0.25, "0.25 short of half of the tip")]
    [InlineData("round 1.6", 1.6, "the whole ball")]
    [InlineData("round 1.6", 0.8, "half of the ball")]
    [InlineData("round 1.6", 1.2, "three quarters of the width of a 1.6 round")]
    [InlineData("football 2.0", 1.0, "half of its width")]
    [InlineData("wheel 3.0", 3.0, "its whole width")]
    [InlineData("depth-ring 2.0", 0.5, "to the smooth part between the rings")]
    [InlineData("depth-ring 2.0", 0.7, "to the smooth part between the rings: it stops 0.2 short")]
    [InlineData("neck-ball 2.6", 0.8, "neck laid along the surface")]
    [InlineData("neck-ball 2.6", 0.5, "not as far as it lets, 0.8")]
    [InlineData("needle 0.2>1.0", 0.5, "half the width of a 1.0 needle")]
    public void Depths_in_words(string bur, double depth, string words) =>
        Assert.Equal(words, BurChoice.DepthWords(Made(bur), new(depth), Tolerance));

    [Theory(DisplayName = "Where nothing at hand comes near, what is missing is named, and what to do instead")]
    [InlineData("margin-shoulder", 1.0, "taper-flat 0.75", null, null)] // a quarter off passes
    [InlineData(
        "margin-shoulder",
        1.0,
        "taper-flat 0.7",
        "flat-end taper, tip 1.0, medium",
        "Flat-end taper, tip 0.7, medium: the whole tip and 0.3 more"
    )]
    [InlineData(
        "margin-chamfer",
        0.5,
        "torpedo 0.7",
        "tapered torpedo, tip 1.0, medium",
        "Torpedo, tip 0.7, medium: half of the tip and 0.15 more; chip the lip of 0.03 away"
    )]
    [InlineData("margin-chamfer", 0.5, "torpedo 1.2", null, null)] // half of it is a tenth too wide
    [InlineData(
        "margin-chamfer",
        0.5,
        "torpedo 2.0",
        "tapered torpedo, tip 1.0, medium",
        "Torpedo, tip 2.0, medium: 0.5 short of half of the tip"
    )]
    [InlineData("guide", 1.5, "taper-round 1.0", null, null)] // a depth is read to more than half a millimetre beyond a mark
    [InlineData(
        "guide",
        1.7,
        "taper-round 1.0",
        "round-end taper that shows 1.7, medium",
        "Round-end taper, tip 1.0, medium: the whole tip and 0.7 more"
    )]
    [InlineData("bulk", 4.0, "taper-round 1.0", null, null)] // bulk is taken off in passes
    [InlineData("margin-shoulder", 1.0, "taper-flat 1.0 coarse", "flat-end taper, tip 1.0, medium", null)] // no such grit: nothing will do
    public void Missing(string role, double depth, string has, string? missing, string? instead)
    {
        var choice = For(Need(role, depth), has);
        Assert.Equal(missing, choice.Missing);
        if (instead is not null)
            Assert.Equal(instead, choice.Instead);
        Assert.Equal(missing is null, choice.Instead is null);
    }

    [Theory(DisplayName = "Without the wanted grit the nearest one serves, of the right shape before another, and is called a makeshift")]
    [InlineData("taper-flat 1.0 coarse", "taper-flat 1.0 extrafine", "taper-flat 1.0 coarse")] // one band from medium; one from fine
    [InlineData("taper-flat 1.0 supercoarse", "taper-flat 1.0 extrafine", "taper-flat 1.0 extrafine")] // two bands; one
    [InlineData("taper-flat 0.6 coarse", "taper-round 2.0", "taper-flat 0.6 coarse")]
    public void Makeshift(string one, string other, string taken)
    {
        var choice = For(Need("margin-shoulder", 1.0), one, other);
        Assert.Equal((taken, "The nearest the drawer has"), (choice.Chosen!.Id, choice.Why));
        Assert.Equal("flat-end taper, tip 1.0, medium", choice.Missing);
    }

    [Fact(DisplayName = "A needle opens a contact and nothing else; without one it is opened otherwise")]
    public void Through()
    {
        var open = Need("through", null, reduction: 0.8);
        Assert.Equal("needle 0.2>0.9 fine", For(open, "needle 0.2>0.9 fine", "needle 0.2>1.4 fine").Chosen!.Id);
        var tight = For(Need("through", null, reduction: 0.3), "needle 0.2>1.0 fine");
        Assert.StartsWith("The thinnest there is: 0.59 and a shell of 0.2 need 0.49 more", tight.Why, StringComparison.Ordinal);
        Assert.Equal("needle no wider than 0.1 at the contact, fine", tight.Missing);
        Assert.Equal("Open the contact wider facially first, or slice with a strip", tight.Instead);
        Assert.Equal(
            "needle no wider than 0.0 at the contact, fine",
            For(Need("through", null, reduction: 0.1), "needle 0.2>1.0 fine").Missing
        );
        Assert.Null(For(open, "taper-round 0.6 fine", "taper-flat 1.0").Chosen);
        Assert.Null(For(Need("margin-shoulder", 1.0), "needle 0.2>1.0").Chosen);
        Assert.Equal(
            "carbide thin interproximal taper no wider than 0.1 at the contact, coarse",
            For(Need("through-carbide", null, reduction: 0.3)).Missing
        );
    }

    [Theory(DisplayName = "Why it was taken is said in what its user can check on it")]
    [InlineData("wall-shoulder", 1.0, "taper-flat 1.0", "Its 1.0 end cuts the line of 1.0: the whole tip")]
    [InlineData("wall-chamfer", 0.5, "torpedo 1.0", "Half of its 1.0 tip is 0.5: the line of 0.5 leaves no lip")]
    [InlineData("wall-chamfer", 0.7, "torpedo 1.0", "Half of its 1.0 tip is 0.5: the line of 0.7 leaves a lip of 0.04")] // ½ − √(½² − 0.2²)
    [InlineData("trace", 0.5, "round 1.0", "Half of it is 0.5")]
    [InlineData("guide", 1.2, "taper-round 1.0", "1.2 is read on it: the whole tip and 0.2 more")]
    [InlineData("fossa", null, "football 2.3", "Its belly keeps the hollow")]
    [InlineData("fine-occlusal", null, "taper-round 0.6 fine", "Round-end taper, fine")]
    public void Why(string role, double? depth, string bur, string why) => Assert.Equal(why, For(Need(role, depth), bur).Why);
}

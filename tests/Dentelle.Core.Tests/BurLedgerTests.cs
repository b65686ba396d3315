using CsCheck;
using Dentelle.Core.Burs;
using Dentelle.Geometry;

namespace Dentelle.Core.Tests;

/// <summary>How long burs last, what runs out, and whether their silhouettes are the bodies they are called.</summary>
public class BurLedgerTests
{
    private const double DryPlasticMost = 1;

    private static Bur Lasting(int? most, string id = "bur") =>
        new()
        {
            Id = id,
            Family = BurFamily.TaperRound,
            Material = BurMaterial.Diamond,
            Grit = Grit.Medium,
            TipMm = 1,
            LargestMm = 1.4,
            LengthMm = 8,
            UsesMost = most,
        };

    private static BurLedger Ledger(int pieces, int? most, int uses, bool worn = false, string id = "bur") =>
        new(Lasting(most, id), pieces, [.. Enumerable.Repeat(new BurUsed(UsedOn.Tooth, Wet: true), uses)], 0, worn);

    [Theory(DisplayName = "What should be seen to before a bur is used")]
    [InlineData(0, 5, 0, false, "None left")]
    [InlineData(1, 5, 0, true, "Worn, and there is no other")]
    [InlineData(2, 5, 0, true, "Worn: take a new one")]
    [InlineData(1, 1, 1, false, "For single use, and there is no other")]
    [InlineData(2, 1, 1, false, "For single use: take a new one")]
    [InlineData(1, 1, 0, false, "One more preparation at most")]
    [InlineData(1, 5, 3, false, null)]
    [InlineData(1, 5, 4, false, "One more preparation at most")]
    [InlineData(1, 5, 5, false, "5 preparations: look at it before the next")]
    [InlineData(1, null, 40, false, null)]
    public void Warnings(int pieces, int? most, int uses, bool worn, string? warning) =>
        Assert.Equal(warning, Ledger(pieces, most, uses, worn).Warning(DryPlasticMost));

    [Fact(DisplayName = "Cutting with a bur until it is at its limit takes just as many preparations as it was good for")]
    public void Left() =>
        (from pieces in Gen.Int[0, 3] from most in Gen.Int[1, 9] from uses in Gen.Int[0, 12] select (pieces, most, uses)).Sample(sample =>
        {
            var (pieces, most, uses) = sample;
            // The one in use is good for what it has not yet cut, every other for all.
            var expected = pieces == 0 ? 0 : Math.Max(0, most - uses) + ((pieces - 1) * most);
            Assert.Equal(expected, Ledger(pieces, most, uses).Left(DryPlasticMost));
            Assert.Equal(pieces == 0 ? 0 : (pieces - 1) * most, Ledger(pieces, most, uses, worn: true).Left(DryPlasticMost));
        });

    [Fact(DisplayName = "Dry plastic wears a bur out at once where the files say so, wet plastic as a tooth does")]
    public void Plastic()
    {
        BurLedger Used(bool wet) => Ledger(1, 4, 0) with { Uses = [new BurUsed(UsedOn.Plastic, wet)] };
        Assert.Equal((1.0, 0.25), (Used(wet: false).Spent(1), Used(wet: true).Spent(1)));
        Assert.Equal(0.5, Used(wet: false).Spent(2));
        // It is never kinder to a bur than a tooth.
        Assert.Equal(0.25, Used(wet: false).Spent(20));
        Assert.Equal(1.0, (Used(wet: true) with { Worn = true }).Spent(1));
        Assert.Null(Ledger(1, null, 3).Spent(1));
        Assert.Null(Ledger(1, null, 3).Left(1));
    }

    [Fact(DisplayName = "The first case for which a bur will not last is named, with all that is needed of it; what lasts is not")]
    public void Shortages()
    {
        var ledgers = new[] { Ledger(1, 5, 2, id: "short"), Ledger(2, 5, 2, id: "enough"), Ledger(1, null, 9, id: "unknown") };
        IReadOnlyDictionary<string, int> Teeth(params (string Bur, int Count)[] needs) =>
            needs.ToDictionary(need => need.Bur, need => need.Count);
        var shortage = Assert.Single(
            Forecast.Of(
                ledgers,
                [
                    ("first", Teeth(("short", 2), ("enough", 2), ("unknown", 9))),
                    ("none of it", Teeth(("enough", 3))),
                    ("second", Teeth(("short", 1))),
                    ("third", Teeth(("short", 2), ("enough", 3))),
                ],
                DryPlasticMost
            )
        );
        Assert.Equal(("short", 5, 3, "third"), (shortage.Bur.Id, shortage.Needed, shortage.Left, shortage.FirstWithout));
    }

    private static Bur Shaped(BurFamily family, double tip, double largest, double length, double corner = 0) =>
        new()
        {
            Id = "shape",
            Family = family,
            Material = BurMaterial.Diamond,
            Grit = Grit.Medium,
            TipMm = tip,
            LargestMm = largest,
            LengthMm = length,
            CornerMm = corner,
        };

    private static double Volume(Bur bur)
    {
        var outline = BurProfile.Of(bur).Working;
        // Frustums between the points of the silhouette.
        return outline.Zip(outline.Skip(1), Frustum).Sum();
        static double Frustum(Vec2 a, Vec2 b) => Math.PI / 3 * (b.X - a.X) * ((a.Y * a.Y) + (a.Y * b.Y) + (b.Y * b.Y));
    }

    [Fact(DisplayName = "Silhouettes turned about the axis hold what the solids do that they are called after (solid geometry)")]
    public void Solids() =>
        (
            from largest in Gen.Double[1.0, 3.0]
            from share in Gen.Double[0.4, 1.0]
            from length in Gen.Double[4, 9]
            select (largest, share, length)
        ).Sample(
            size =>
            {
                var (largest, share, length) = size;
                double r = largest * share / 2,
                    big = largest / 2;
                double Cone(double from, double to, double height) => Math.PI / 3 * height * ((from * from) + (from * to) + (to * to));
                // A football is an ellipsoid cut off at nine tenths: ∫ of 1 − x² over −1 to 0.8.
                var football = Math.PI * big * big * length / 2 * (0.8 - (0.512 / 3) + (2.0 / 3));
                Near(football, Volume(Shaped(BurFamily.Football, largest, largest, length)), "football");
                // A flat end is a frustum, a round one a half ball with a frustum behind it, a torpedo a half spheroid.
                Near(Cone(r, big, length), Volume(Shaped(BurFamily.TaperFlat, 2 * r, largest, length)), "flat end");
                Near(
                    (2.0 / 3 * Math.PI * r * r * r) + Cone(r, big, length - r),
                    Volume(Shaped(BurFamily.TaperRound, 2 * r, largest, length)),
                    "round end"
                );
                var point = Math.Max(r, 0.9 * largest);
                Near(
                    (2.0 / 3 * Math.PI * r * r * point) + Cone(r, big, length - point),
                    Volume(Shaped(BurFamily.TaperTorpedo, 2 * r, largest, length)),
                    "torpedo"
                );
            },
            iter: 100
        );

    private static void Near(double expected, double actual, string what) =>
        Assert.True(Math.Abs(actual - expected) < 0.012 * expected, $"{what}: {actual:0.###} instead of {expected:0.###}");

    [Fact(
        DisplayName = "A rounded corner is a quarter circle between end and side, a flame is widest past its middle, a "
            + "profile is read between its points"
    )]
    public void Corners_and_flames()
    {
        var profile = BurProfile.Of(Shaped(BurFamily.CylinderFlat, 1.2, 1.2, 6, corner: 0.2));
        foreach (var point in profile.Working.Skip(1).SkipLast(1))
            Assert.Equal(0.2, new Vec2(point.X - 0.2, point.Y - 0.4).Length, 9);
        Assert.Equal((0.4, 0.6), (Math.Round(profile.Working[1].Y, 9), Math.Round(profile.Working[^2].Y, 9)));
        Assert.Equal(
            [0.0, 1.2, 1.2],
            new[] { profile.DiameterAt(-1), profile.DiameterAt(0.2), profile.DiameterAt(50) }.Select(at => Math.Round(at, 9))
        );

        var taper = BurProfile.Of(Shaped(BurFamily.TaperFlat, 1.0, 2.0, 5));
        Assert.Equal([1.0, 1.4, 2.0], new[] { 0.0, 2.0, 5.0 }.Select(at => Math.Round(taper.DiameterAt(at + 1e-12), 6)));
        Assert.Equal(2.0, taper.DistanceAt(1.4)!.Value, 6);
        Assert.Equal(5.0, taper.DistanceAt(2.0)!.Value, 6);
        Assert.Null(taper.DistanceAt(2.1));

        var flame = BurProfile.Of(Shaped(BurFamily.Flame, 1.2, 1.2, 6)).Working;
        var belly = flame.MaxBy(point => point.Y);
        Assert.Equal(0.6, belly.Y, 2);
        // sin is widest where its share is a half: 0.5^(1 / 0.8) of the length.
        Assert.Equal(6 * Math.Pow(0.5, 1.25), belly.X, 0.25);
        Assert.True(flame[^1].Y is > 0.2 and < 0.55, "it thins out towards its neck");

        // Behind the working part it thins or widens to a shank of 1.6.
        var outline = BurProfile.Of(Shaped(BurFamily.TaperRound, 1.0, 1.2, 8)).Outline;
        Assert.Equal(
            [(8.0, 0.6), (10.0, 0.6), (10.6, 0.8), (16.0, 0.8), (16.0, 0.0)],
            outline.TakeLast(5).Select(point => (Math.Round(point.X, 6), Math.Round(point.Y, 6)))
        );
        Assert.Equal(0.48, BurProfile.Of(Shaped(BurFamily.TaperRound, 0.4, 0.6, 8)).Outline[^4].Y, 6);
    }

    [Theory(DisplayName = "Bands of grit have their group each, told both ways; a carbide's cut is a cut (ISO 6360, from memory)")]
    [InlineData(Grit.UltraFine, "494")]
    [InlineData(Grit.ExtraFine, "504")]
    [InlineData(Grit.Fine, "514")]
    [InlineData(Grit.Medium, "524")]
    [InlineData(Grit.Coarse, "534")]
    [InlineData(Grit.SuperCoarse, "544")]
    public void Grits(Grit grit, string group)
    {
        Assert.Equal(group, IsoCode.TypeOf(grit));
        Assert.Equal(grit, Shipped.Need(IsoCode.Parse($"806314001{group}016")).Grit);
        Assert.Null(Shipped.Need(IsoCode.Parse($"500314001{group}016")).Grit);
    }
}

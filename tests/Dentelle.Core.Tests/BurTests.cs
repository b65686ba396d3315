using CsCheck;
using Dentelle.Core.Burs;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Tests;

/// <summary>Burs: their numbers by ISO 6360 (from memory), their silhouettes and the sums done with them at the chair.</summary>
public class BurTests
{
    private static readonly Mm Tolerance = new(Shipped.Handbook.Sheets.Limits.ToleranceMm.Value);

    private static IReadOnlyList<Bur> Burs => Shipped.Handbook.Drawer.Burs;

    private static Bur Bur(string id) => Shipped.Handbook.Drawer.Find(id)!;

    [Theory(DisplayName = "A number's groups say material, shank, shape, grit and size in tenths (ISO 6360, from memory)")]
    [InlineData("806 314 001 524 016", "diamond, friction grip, round, medium, 1.6")]
    [InlineData("806314198514014", "diamond, friction grip, round-end taper, fine, 1.4")]
    [InlineData("806 204 277 534 023", "diamond, latch, football, coarse, 2.3")]
    [InlineData("500 314 249 072 012", "tungsten carbide, friction grip, flame, ultra fine finishing, 1.2")]
    [InlineData("806 313 999 494 010", "diamond, friction grip short, shape 999, ultra fine, 1.0")]
    public void Decoded(string text, string words)
    {
        var code = Shipped.Need(IsoCode.Parse(text));
        Assert.Equal(words, code.Words(Shipped.Handbook.Sheets.Shapes));
        Assert.Equal(text.Replace(" ", "", StringComparison.Ordinal), code.ToString());
    }

    [Theory(DisplayName = "A wrong number is told by the group that is wrong")]
    [InlineData("706314001524016", "first group, 706")]
    [InlineData("806999001524016", "second group, 999")]
    [InlineData("806314000524016", "third group")]
    [InlineData("806314001999016", "fourth group, 999")]
    [InlineData("806314001524000", "fifth group")]
    [InlineData("80631400152401", "14 digits")]
    [InlineData("8063140015240x6", "other signs")]
    public void Wrong_codes(string text, string complaint) =>
        Assert.Contains(complaint, IsoCode.Parse(text).Problem!.Sentence, StringComparison.Ordinal);

    [Fact(
        DisplayName = "A number built of the standard's groups comes back as it went in, in groups too; any other text is refused "
            + "with a sentence"
    )]
    public void Round_trip()
    {
        string[] shanks = ["314", "313", "204", "104"],
            grits = ["494", "504", "514", "524", "534", "544"];
        Gen.Select(Gen.Int[0, 3], Gen.Int[1, 999], Gen.Int[0, 5], Gen.Int[1, 999])
            .Sample(
                (shank, shape, grit, size) =>
                {
                    var text = $"806{shanks[shank]}{shape:000}{grits[grit]}{size:000}";
                    var code = Shipped.Need(IsoCode.Parse(text));
                    Assert.Equal((text, size / 10.0), (code.ToString(), code.Size.Value));
                    Assert.Equal(code, Shipped.Need(IsoCode.Parse(code.Spaced)));
                }
            );
        Gen.String[Gen.Char["0123456789 8065143x-\t"], 0, 22]
            .Sample(text =>
            {
                if (!IsoCode.Parse(text).Is(out var code, out var problem))
                    Assert.EndsWith(".", problem.Sentence, StringComparison.Ordinal);
                else
                    Assert.Equal(string.Concat(text.Where(char.IsAsciiDigit)), code.ToString());
            });
    }

    [Fact(
        DisplayName = "A depth told in the bur in hand, taken at its word, is that depth: to half a twentieth where it adds, to what "
            + "a hand can tell where it is a share"
    )]
    public void Words_hold() =>
        Gen.Select(Gen.Int[5, 24], Gen.Int[5, 300])
            .Sample(
                (tenths, hundredths) =>
                {
                    var (tip, depth) = (tenths / 10.0, hundredths / 100.0);
                    var bur = new Bur
                    {
                        Id = "taper",
                        Family = BurFamily.TaperRound,
                        Material = BurMaterial.Diamond,
                        Grit = Grit.Medium,
                        TipMm = tip,
                        LargestMm = tip + 0.4,
                        LengthMm = 8,
                    };
                    var words = BurChoice.DepthWords(bur, new(depth), Tolerance);
                    var (meant, within) = Meant(words, tip);
                    Assert.True(Math.Abs(meant - depth) <= within, $"{words} with a tip of {tip} is {meant}, not {depth}");
                },
                iter: 3000
            );

    /// <summary>What somebody does who was told so, and how far off that may be.</summary>
    private static (double Depth, double Within) Meant(string words, double tip)
    {
        if (words.Split(" and ") is [var mark, var more] && more.EndsWith(" more", StringComparison.Ordinal))
            return (Whole(mark) + Number(more), 0.026);
        if (words.Split(" short of ") is [var lacking, var whole])
            return (Whole(whole) - Number(lacking), 0.026);
        if (words is "the whole tip" or "half of the tip")
            return (Whole(words), Tolerance.Value + 1e-9);
        if (words.Split(" of a ") is not [var share, var bur])
            throw new InvalidOperationException($"Nobody could do this: {words}");
        Assert.Equal(tip, Number(bur), 6);
        if (char.IsAsciiDigit(share[0]))
            return (Number(share) * tip, 0.051 * tip);
        var about = share.StartsWith("about ", StringComparison.Ordinal);
        var part = (about ? share[6..] : share) switch
        {
            "a quarter of the width" => 0.25,
            "a third of the width" => 1.0 / 3,
            "half the width" => 0.5,
            "two thirds of the width" => 2.0 / 3,
            "three quarters of the width" => 0.75,
            "the whole width" => 1,
            "one and a quarter widths" => 1.25,
            "one and a half widths" => 1.5,
            "one and three quarter widths" => 1.75,
            "twice the width" => 2,
            "two and a half widths" => 2.5,
            "three widths" => 3,
            _ => throw new InvalidOperationException($"Nobody could do this: {words}"),
        };
        return (part * tip, about ? (0.25 * tip) + 1e-9 : 0.031);

        double Whole(string of) =>
            of == "the whole tip" ? tip
            : of == "half of the tip" ? tip / 2
            : throw new InvalidOperationException($"Nobody could do this: {words}");
        double Number(string text) => double.Parse(text.Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
    }

    [Fact(DisplayName = "Whole and half tips, rings and necks give the depths the trade counts with (common practice)")]
    public void Check_sums()
    {
        // Tip 1.0: shoulder 1.0, with 0.2 more 1.2; half of it the 0.5 of a chamfer. Tip 0.9: 0.45. Tip 0.6: 0.3.
        Assert.Equal("the whole tip and 0.2 more", BurChoice.DepthWords(Bur("taper-flat-1.0-medium"), new(1.2), Tolerance));
        foreach (
            var (id, half) in ((string, double)[])
                [("taper-round-1.0-medium", 0.5), ("taper-round-0.9-medium", 0.45), ("taper-round-0.6-medium", 0.3)]
        )
        {
            Assert.Equal(half, BurSums.Sunk(Bur(id), 0.5).Value.Value, 9);
            Assert.Equal("half of the tip", BurChoice.DepthWords(Bur(id), new(half), Tolerance));
        }
        Assert.Equal(
            [0.3, 0.5],
            new[] { "depth-ring-0.3-medium", "depth-ring-0.5-medium" }.Select(id => BurSums.SelfLimitedDepth(Bur(id))!.Value.Rounded)
        );
        // (ball − neck) / 2.
        Assert.Equal((2.6 - 1.0) / 2, BurSums.SelfLimitedDepth(Bur("neck-ball-0.8-medium"))!.Value.Value, 9);
        // A 1.1 tip with a base of 1.6 reads 1.5 somewhere on its way up; its side leans by atan(0.25 / 7.45).
        var tapered = BurProfile.Of(Bur("taper-round-1.1-medium"));
        Assert.Equal(1.5, tapered.DiameterAt(tapered.DistanceAt(1.5)!.Value), 9);
        Assert.Equal(Math.Atan(0.25 / 7.45) * 180 / Math.PI, tapered.HalfAngleDeg, 6);
        // A wall of 6° with it wants the bur tipped by the rest; a cylinder by all of it.
        Assert.Equal(6 - tapered.HalfAngleDeg, BurSums.TiltFor(tapered, 6), 9);
        Assert.Equal(6, BurSums.TiltFor(BurProfile.Of(Bur("cylinder-flat-1.2-medium")), 6), 9);
        Assert.Equal(6, BurSums.WallAngle(tapered, BurSums.TiltFor(tapered, 6)), 9);
    }

    [Fact(
        DisplayName = "Ridges between grooves are machining's scallop height, and so many grooves as are said keep them low: "
            + "measured on the profile itself"
    )]
    public void Ridges() =>
        Gen.Select(Gen.Double[0.3, 1.2], Gen.Double[0.1, 3], Gen.Double[0.2, 2], Gen.Double[1, 9])
            .Sample(
                (radius, spacing, depth, width) =>
                {
                    // Two circles beside each other, their lowest at −depth: how high the lower hull of what is left stands half-way.
                    var centre = radius - depth;
                    var halfway = spacing / 2 > radius ? 0 : Math.Min(0, centre - Math.Sqrt((radius * radius) - (spacing * spacing / 4)));
                    Assert.Equal(halfway + depth, BurSums.Ridge(new(radius), new(spacing), new(depth)).Value, 6);
                    var allowed = new Mm(0.2);
                    var grooves = BurSums.GroovesFor(new(width), new(radius), allowed);
                    Assert.True(BurSums.Ridge(new(radius), new(width / grooves), new(2)).Value <= 0.2 + 1e-6);
                    if (grooves > 1)
                        Assert.True(BurSums.Ridge(new(radius), new(width / (grooves - 1)), new(2)).Value > 0.2 - 1e-6);
                }
            );

    [Fact(DisplayName = "A tilted ball sinks until its neck touches: against letting the silhouette down on the surface")]
    public void Tilted_ball() =>
        Gen.Select(Gen.Double[1.2, 3], Gen.Double[0.3, 0.8], Gen.Double[0, 60])
            .Sample(
                (ball, share, tilt) =>
                {
                    var bur = new Bur
                    {
                        Id = "ball",
                        Family = BurFamily.NeckBall,
                        Material = BurMaterial.Diamond,
                        Grit = Grit.Medium,
                        TipMm = ball,
                        LargestMm = ball,
                        LengthMm = ball * 1.5,
                        GuideMm = ball * share,
                    };
                    var (radius, neck, angle) = (ball / 2, ball * share / 2, tilt * Math.PI / 180);
                    // The neck from where it leaves the ball outwards, lower side; the axis rises by the tilt.
                    var from = Math.Sqrt((radius * radius) - (neck * neck));
                    var lowestOfNeck = Enumerable
                        .Range(0, 4001)
                        .Select(i => from + (i * 0.001))
                        .Min(along => (along * Math.Sin(angle)) - (neck * Math.Cos(angle)));
                    // Lowered until that touches the surface, the ball's lowest is so far below it; sunk whole it goes no deeper.
                    Assert.Equal(Math.Min(ball, radius + lowestOfNeck), BurSums.SelfLimitedDepth(bur, tilt)!.Value.Value, 3);
                }
            );

    [Fact(DisplayName = "A rounded tip leaves a lip only when sunk sideways past its half, as high as its arc has come back down")]
    public void Lips() =>
        Gen.Select(Gen.Double[0.6, 1.6], Gen.Double[0.05, 1.5])
            .Sample(
                (tip, sunk) =>
                {
                    var bur = new Bur
                    {
                        Id = "taper",
                        Family = BurFamily.TaperRound,
                        Material = BurMaterial.Diamond,
                        Grit = Grit.Medium,
                        TipMm = tip,
                        LargestMm = tip + 0.4,
                        LengthMm = 8,
                    };
                    // The half ball's outline at the outer surface, against its lowest point; beside the ball it cannot reach.
                    var profile = BurProfile.Of(bur);
                    var past = sunk - (tip / 2);
                    var height = past <= 0 ? 0 : profile.DistanceAt(2 * Math.Min(past, tip / 2 * 0.999999)) ?? 0;
                    Assert.Equal(Math.Min(height, tip / 2), BurSums.Lip(bur, new(sunk)).Value, 0.03);
                    Assert.Equal(Mm.Zero, BurSums.Lip(bur with { Family = BurFamily.TaperFlat }, new(sunk)));
                }
            );

    [Fact(DisplayName = "A needle passes a contact when it and a shell of enamel fit into what is cut there")]
    public void Through_contacts()
    {
        var needle = BurProfile.Of(Bur("needle-0.2-medium"));
        var fits = BurSums.ThroughContact(needle, 4, new(0.2), new(0.8));
        // From 0.2 to 1.0 over 10: about 0.51 wide four millimetres up; 0.71 with the shell.
        Assert.Equal(0.2 + (0.8 * (4 - 0.1) / 9.9), fits.Diameter.Value, 6);
        Assert.True(fits.Fits);
        Assert.Equal(fits.Diameter.Value + 0.2 - 0.6, BurSums.ThroughContact(needle, 4, new(0.2), new(0.6)).Lacking.Value, 9);
    }

    [Fact(
        DisplayName = "The starter drawer has about forty burs of every shape, with silhouettes as wide as they say, and each "
            + "shape group it knows"
    )]
    public void Starter_drawer()
    {
        Assert.InRange(Burs.Count, 35, 60);
        Assert.Equal(Enum.GetValues<BurFamily>(), Burs.Select(bur => bur.Family).Distinct().Order());
        foreach (var bur in Burs)
        {
            var profile = BurProfile.Of(bur);
            Assert.Equal(bur.LargestMm, 2 * profile.Working.Max(point => point.Y), 0.03);
            Assert.True(profile.Working.Zip(profile.Working.Skip(1)).All(pair => pair.Second.X >= pair.First.X - 1e-9), bur.Id);
            Assert.InRange(profile.Working[^1].X, 0.7 * bur.LengthMm, bur.LengthMm + 1e-9);
            if (bur.Code is { } code)
                Assert.NotNull(Shipped.Handbook.Sheets.Shapes.Of(Shipped.Need(IsoCode.Parse(code)).Shape));
        }
    }

    [Theory(DisplayName = "A drawer whose bur contradicts itself is refused with its place")]
    [InlineData("\"tipMm\": 1.6, \"largestMm\": 1.6", "\"tipMm\": 1.7, \"largestMm\": 1.6", "wider than the largest")]
    [InlineData("806314001524016", "806314001524018", "the code says 1.8")]
    [InlineData("806314001524016", "806314001514016", "the code says fine")]
    [InlineData("806314001524016", "806314198524016", "the code says round-end taper")]
    [InlineData("\"round-1.6-medium\"", "\"round-1.0-medium\"", "a second time")]
    public void Wrong_drawers(string from, string to, string complaint)
    {
        var file = new NamedText("house.json", Shipped.Text("drawer.json").Replace(from, to, StringComparison.Ordinal));
        var problem = RunSheetReader
            .ReadDrawer(file, new("drawer.schema.json", Shipped.Text("drawer.schema.json")), Shipped.Handbook.Sheets)
            .Problem!;
        Assert.StartsWith("house.json: /burs/", problem.Sentence, StringComparison.Ordinal);
        Assert.Contains(complaint, problem.Sentence, StringComparison.Ordinal);
    }
}

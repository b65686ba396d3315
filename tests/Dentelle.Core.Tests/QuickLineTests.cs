using Dentelle.Core.QuickLine;

namespace Dentelle.Core.Tests;

public class QuickLineTests
{
    private static Answer<UnderstoodLine> Read(string line, ToothNotation notation = ToothNotation.Iso) =>
        QuickLineReader.Read(line, notation, Shipped.Protocol);

    [Theory(DisplayName = "Shorthand is understood in the user's notation")]
    [InlineData("36 crown zirconia", ToothNotation.Iso, "36", Material.ZirconiaMonolithic)]
    [InlineData("11 crown lithium disilicate", ToothNotation.Iso, "11", Material.LithiumDisilicate)]
    [InlineData("#19 crown metal-ceramic facial", ToothNotation.Iso, "36", Material.MetalCeramicFacial)]
    [InlineData("19 crown metal-ceramic facial", ToothNotation.Universal, "36", Material.MetalCeramicFacial)]
    [InlineData("LL6 crown layered zirconia", ToothNotation.Iso, "36", Material.ZirconiaLayered)]
    [InlineData("⎾6 crown zirconia-monolithic", ToothNotation.Quadrant, "36", Material.ZirconiaMonolithic)]
    [InlineData("  14   CROWN  mc porcelain margin ", ToothNotation.Iso, "14", Material.MetalCeramicPorcelainMargin)]
    [InlineData("21 crown deep all-ceramic", ToothNotation.Iso, "21", Material.AllCeramicDeep)]
    public void Understood(string line, ToothNotation notation, string tooth, Material material)
    {
        var understood = Shipped.Need(Read(line, notation));
        Assert.Equal((tooth, material), (understood.Units[0].Tooth.Iso, understood.Units[0].Inputs.Material));
    }

    [Fact(DisplayName = "The line may also say crossbite, build-out school and order of steps")]
    public void Further_words()
    {
        var inputs = Shipped.Need(Read("46 crown crossbite zirconia room-driven margin-first")).Units[0].Inputs;
        Assert.Equal(
            (true, BuildOutSchool.RoomDriven, CuttingSchool.MarginFirst),
            (inputs.Crossbite, inputs.BuildOutSchool, inputs.School)
        );
        Assert.Null(Shipped.Need(Read("36 crown")).Units[0].Inputs.Material);
    }

    [Theory(DisplayName = "A bridge's retainers are written singly, partial crowns and their material too")]
    [InlineData("34x36 bridge 34:partial 36:zirconia", Restoration.PartialCrown, null)]
    [InlineData("34x36 bridge 34:partial-crown-metal mc", Restoration.PartialCrown, Material.Metal)]
    [InlineData("34x36 bridge 34:metal mc", Restoration.Crown, Material.Metal)]
    public void Retainers(string line, Restoration kind, Material? material)
    {
        var first = Shipped.Need(Read(line)).Units[0].Inputs;
        Assert.Equal((kind, material), (first.Restoration, first.Material));
    }

    [Theory(DisplayName = "What can't be read says why and what could have been meant")]
    [InlineData("", "empty", "36 crown zirconia")]
    [InlineData("19 crown zirconia", "tooth", "36 crown zirconia")] // universal 19 is the lower left first molar
    [InlineData("99 crown zirconia", "tooth", "36 crown zirconia")]
    [InlineData("36", "no-restoration", "36 crown")]
    [InlineData("36 croun zirconia", "restoration", "36 crown zirconia")]
    [InlineData("36 onlay zirconia", "material", "36 onlay lithium-disilicate")]
    [InlineData("36 veneer butt", "restoration-not-here", null)]
    [InlineData("11 veneer +1.0", "which-kind", "11 veneer butt +1.0")]
    [InlineData("11 veneer butt +x", "line-number", null)]
    [InlineData("16 onlay gap 1.2", "line-number", null)]
    [InlineData("45x48 bridge metal", "bridge-span", null)]
    [InlineData("45x bridge", "bridge-span", null)]
    [InlineData("45 bridge metal", "bridge-span", "35x37 bridge metal-ceramic")]
    [InlineData("36 36 crown metal", "tooth-twice", null)]
    [InlineData("36 filling", "restoration", "36 crown")]
    [InlineData("36 crown zirkonium", "material", null)]
    [InlineData("36 crown zirconai", "material", "36 crown zirconia-monolithic")]
    [InlineData("36 crown cheese", "material", null)]
    [InlineData("36 crown porcelain", "material-not-here", "36 crown lithium-disilicate")]
    public void Not_understood(string line, string code, string? suggestion)
    {
        Assert.False(Read(line).Is(out _, out var problem));
        Assert.Equal(code, problem.Code);
        if (suggestion is not null)
            Assert.Contains(suggestion, problem.Suggestions);
        if (line.EndsWith("cheese", StringComparison.Ordinal))
            Assert.Empty(problem.Suggestions);
        // Whatever is suggested can be understood as it stands.
        Assert.All(problem.Suggestions, next => Assert.True(Read(next).Value is not null || next == "36 crown", next));
    }

    [Fact(
        DisplayName = "Half a word is no mistake, and every line that is offered means something, whatever was typed before: letter "
            + "by letter and with slips"
    )]
    public void Typing()
    {
        string[] lines =
        [
            "36 crown zirconia",
            "36 crown crown",
            "46 krone zirkon",
            "46 crown zirkon",
            "11 21 veneer butt porcelain +1.0",
            "16 onaly lithium disilicate",
            "26 partial gold",
            "45x47 bridge mc",
            "11 foo bar baz",
        ];
        foreach (var typed in lines.SelectMany(line => Enumerable.Range(1, line.Length).Select(length => line[..length])))
        {
            if (QuickLineReader.Read(typed, ToothNotation.Iso, Shipped.Protocol).Problem is not { } problem)
                continue;
            foreach (var offered in problem.Suggestions)
            {
                var again = QuickLineReader.Read(offered, ToothNotation.Iso, Shipped.Protocol).Problem;
                Assert.True(again is null or { Code: "which-kind" }, $"“{typed}” offers “{offered}”: {again?.Sentence}");
                Assert.NotEqual(typed, offered);
            }
        }
        foreach (var half in (string[])["36 c", "36 crow", "36 crown zirc", "36 crown lith", "16 on"])
            Assert.DoesNotContain(
                "known here",
                QuickLineReader.Read(half, ToothNotation.Iso, Shipped.Protocol).Problem!.Sentence,
                StringComparison.Ordinal
            );
    }

    [Fact(DisplayName = "Every tooth in every notation with every material that suits it is understood as written")]
    public void Everything_written_is_read()
    {
        foreach (var notation in Enum.GetValues<ToothNotation>())
        {
            foreach (var tooth in ToothCode.All)
            {
                foreach (var crown in Shipped.Crowns.Where(crown => crown.Suits(tooth)))
                {
                    var understood = Shipped.Need(Read($"{tooth.Write(notation)} crown {Kebab.Of(crown.Materials[0])}", notation));
                    Assert.Equal((tooth, crown.Materials[0]), (understood.Units[0].Tooth, understood.Units[0].Inputs.Material));
                }
            }
        }
    }
}

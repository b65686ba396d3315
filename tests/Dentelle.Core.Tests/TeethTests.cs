namespace Dentelle.Core.Tests;

public class TeethTests
{
    // Universal numbering runs round the mouth from the upper right third molar (1) to the lower right one (32): a fact of
    // the trade, written out here in ISO 3950 codes.
    private const string RoundTheMouth = "18 17 16 15 14 13 12 11 21 22 23 24 25 26 27 28 38 37 36 35 34 33 32 31 41 42 43 44 45 46 47 48";

    [Fact(DisplayName = "ISO 3950, universal and quadrant notation agree on all 32 teeth, both ways")]
    public void Notations_round_trip()
    {
        var codes = RoundTheMouth.Split(' ');
        for (var number = 1; number <= 32; number++)
        {
            var tooth = ToothCode.FromIso(codes[number - 1])!.Value;
            Assert.Equal($"#{number}", tooth.Write(ToothNotation.Universal));
            Assert.Equal(tooth, ToothNotations.Read($"#{number}", ToothNotation.Iso));
            Assert.Equal(tooth, ToothNotations.Read($"{number}", ToothNotation.Universal));
            Assert.Equal(tooth, ToothNotations.Read(tooth.Write(ToothNotation.Quadrant), ToothNotation.Iso));
            Assert.Equal(
                tooth,
                ToothNotations.Read($"{"UR UL LL LR".Split(' ')[tooth.Quadrant - 1]}{tooth.Position}", ToothNotation.Universal)
            );
        }

        Assert.Equal(32, ToothCode.All.Distinct().Count());
        foreach (var none in new[] { "19", "51", "09", "3", "366", "" })
            Assert.Null(ToothNotations.Read(none, ToothNotation.Iso));
        foreach (var none in new[] { "#0", "#33", "#", "#1.5" })
            Assert.Null(ToothNotations.Read(none, ToothNotation.Iso));
    }

    [Fact(DisplayName = "Functional cusps are palatal above and buccal below on every back tooth, and the other row in a crossbite")]
    public void Functional_cusps()
    {
        foreach (var tooth in ToothCode.All.Where(tooth => !tooth.IsFront))
        {
            foreach (var cusp in Cusps.Of(tooth))
            {
                var buccalRow = cusp is Cusp.Facial or Cusp.Mesiofacial or Cusp.Distofacial or Cusp.Distal;
                Assert.Equal(tooth.Iso[0] is '3' or '4' ? buccalRow : !buccalRow, cusp.IsFunctional(tooth, crossbite: false));
                Assert.NotEqual(cusp.IsFunctional(tooth, crossbite: false), cusp.IsFunctional(tooth, crossbite: true));
            }
        }

        Assert.All(ToothCode.All.Where(tooth => tooth.IsFront), tooth => Assert.Empty(Cusps.Of(tooth)));
    }

    [Fact(DisplayName = "Cusp counts of permanent teeth: premolars two, lower second premolar three, lower first molar five")]
    public void Cusp_counts()
    {
        // Counts of ordinary textbook anatomy (recalled from memory), also those of the shipped tooth forms.
        Assert.Equal([2, 2, 4, 4, 3], Enumerable.Range(4, 5).Select(position => Cusps.Of(ToothCode.Of(1, position)).Count));
        Assert.Equal([2, 3, 5, 4, 5], Enumerable.Range(4, 5).Select(position => Cusps.Of(ToothCode.Of(4, position)).Count));
        foreach (var tooth in ToothCode.All.Where(tooth => !tooth.IsFront))
            Assert.Equal(Cusps.Of(tooth).Select(Kebab.Of).Order(), Shipped.Handbook.Forms.For(tooth).Cusps!.Keys.Order());
    }

    [Theory(DisplayName = "Neighbours and antagonists")]
    [InlineData("36", "35", "37", "26 25")]
    [InlineData("11", "21", "12", "41 42")]
    [InlineData("41", "31", "42", "11")]
    [InlineData("28", "27", null, "38")]
    [InlineData("44", "43", "45", "14 13")]
    public void Neighbours(string code, string mesial, string? distal, string antagonists)
    {
        var tooth = ToothCode.FromIso(code)!.Value;
        Assert.Equal(mesial, tooth.MesialNeighbour.Iso);
        Assert.Equal(distal, tooth.DistalNeighbour?.Iso);
        Assert.Equal(antagonists, string.Join(' ', tooth.Antagonists));
    }

    [Fact(DisplayName = "Zones carry the published names; a crossbite moves the bevels to the other row")]
    public void Zone_names()
    {
        var molar = ToothCode.Of(3, 6);
        Assert.Equal(
            "functional-cusp-mesiofacial functional-cusp-distofacial functional-cusp-distal "
                + "functional-cusp-bevel-mesiofacial functional-cusp-bevel-distofacial "
                + "functional-cusp-bevel-distal non-functional-cusp-mesiolingual non-functional-cusp-distolingual "
                + "groove mesial-ridge distal-ridge "
                + "facial-occlusal-half facial-groove facial-gingival-half lingual mesial distal",
            string.Join(' ', Zones.Of(molar, crossbite: false))
        );
        Assert.Contains("functional-cusp-bevel-mesiolingual", Zones.Of(molar, crossbite: true).Select(zone => zone.Name));
        Assert.Equal(
            "edge facial-incisal-third facial-middle-third facial-gingival-third lingual-fossa lingual-wall mesial distal",
            string.Join(' ', Zones.Of(ToothCode.Of(1, 1), crossbite: false))
        );
    }
}

using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;
using static Dentelle.Core.Tests.MadeSheets;

namespace Dentelle.Core.Tests;

/// <summary>
/// Orders of the schools against those that practitioners teach (common practice), and what a practice's habits change in
/// them.
/// </summary>
public class SchoolOrderTests
{
    [Fact(DisplayName = "Each school keeps the order that defines it")]
    public void Schools()
    {
        InTurn(
            Sheet("11 crown mc", CuttingSchool.EdgeFirst),
            "edge-guides",
            "edge",
            "facial-guides",
            "facial-gingival",
            "proximal",
            "lingual",
            "margin-shoulder",
            "fine-walls"
        );
        InTurn(
            Sheet("11 crown all-ceramic deep", CuttingSchool.FacialFirst),
            "facial-gingival",
            "separation",
            "lingual-halves",
            "fossa",
            "edge"
        );
        Assert.Equal(
            ["mesial half", "distal half"],
            Sheet("11 crown all-ceramic deep", CuttingSchool.FacialFirst)
                .Steps.Where(step => step.Step.Code == "lingual-halves")
                .Select(step => step.Step.Part!.Name)
        );
        var margin = Sheet("36 crown zirconia", CuttingSchool.MarginFirst);
        InTurn(margin, "separation", "first-cord", "margin-trace", "functional-guides", "functional-occlusal", "margin-chamfer");
        Assert.Equal(BurMaterial.Carbide, margin.Steps.First(step => step.Step.Code == "separation").Step.Bur!.Chosen!.Material);
        Assert.Equal(BurFamily.Round, margin.Steps.First(step => step.Step.Code == "margin-trace").Step.Bur!.Chosen!.Family);
        // All shoulders of all teeth, then all chamfers, then bevel, then occlusal; nothing occlusal before the last axial
        // wall of any tooth.
        var axial = Sheet("45x47 bridge metal-ceramic", CuttingSchool.AxialFirst);
        InTurn(
            axial,
            "separation",
            "mock-margin",
            "shoulder-parts",
            "chamfer-parts",
            "bevel",
            "functional-guides",
            "functional-occlusal",
            "fine-walls",
            "round-edges",
            "flash"
        );
        Assert.True(
            Last(axial, "shoulder-parts") < At(axial, "chamfer-parts")
                && Last(axial, "chamfer-parts") < Math.Min(At(axial, "functional-guides"), At(axial, "other-occlusal"))
        );
        Assert.Single(axial.Steps.Where(step => step.Step.Code == "shoulder-parts").Select(step => step.Step.Bur!.Chosen!.Id).Distinct());
        var pair = Sheet("34 36 crown metal", CuttingSchool.ParallelPair);
        InTurn(
            pair,
            "protect-neighbour",
            "mesial-slice",
            "axial-tracers",
            "facial-gingival",
            "occlusal-tracers",
            "functional-occlusal",
            "round-edges",
            "facial-protection",
            "fine-walls",
            "finishing-carbide"
        );
        Assert.True(Last(pair, "mesial-slice") < At(pair, "axial-tracers") && Last(pair, "axial-tracers") < At(pair, "occlusal-tracers"));
        var three = Sheet("46 crown zirconia", CuttingSchool.ThreeBur);
        InTurn(
            three,
            "functional-occlusal",
            "facial-bulk",
            "separation",
            "proximal",
            "margin-chamfer",
            "facial-groove",
            "finishing-carbide"
        );
        // Three burs, whatever the margins; where the taper is wider than what is cut at a contact, a thinner one opens that.
        foreach (
            var sheet in (RunSheet[])
                [three, Sheet("36 crown mc facial", CuttingSchool.ThreeBur), Sheet("46 crown ld", CuttingSchool.ThreeBur)]
        )
            Assert.Equal(
                3,
                sheet
                    .Steps.Where(step => step.Step.Code != "separation")
                    .Select(step => step.Step.InHand)
                    .OfType<string>()
                    .Distinct()
                    .Count()
            );
        Assert.Single(
            three
                .Steps.Where(step => step.Step.Code is "functional-guides" or "functional-occlusal" or "facial-bulk" or "lingual-bulk")
                .Select(step => step.Step.Bur!.Chosen!.Id)
                .Distinct()
        );
        InTurn(
            Sheet("16 onlay lithium disilicate gap distal 1.2"),
            "other-plane",
            "functional-plane",
            "bevel",
            "boxes",
            "functional-shoulder",
            "round-edges"
        );
        InTurn(
            Sheet("11 veneer butt"),
            "edge-guides",
            "edge",
            "ring-guides",
            "joining",
            "gum-margin",
            "proximal-shoulders",
            "facio-incisal-line",
            "polish",
            "strip"
        );
        InTurn(
            Sheet("26 crown zirconia", CuttingSchool.ProximalFirst),
            "proximal",
            "functional-occlusal",
            "facial-incisal",
            "facial-gingival",
            "bevel",
            "lingual",
            "margin-chamfer"
        );
        InTurn(
            Sheet("14 crown mc", CuttingSchool.CeramicFacing),
            "functional-occlusal",
            "bevel",
            "proximal",
            "facial-gingival",
            "lingual",
            "margin-shoulder",
            "facial-cusp-ceramic"
        );
        var decayed = Shipped.Plan("21 crown lithium disilicate", inputs => inputs with { Findings = new() { Caries = true } });
        var together = Shipped.Need(
            RunSheet.Make(
                [decayed],
                new(Shipped.Handbook.Drawer.Burs, CuttingSchool.FacialWithMargin),
                Shipped.Protocol,
                Shipped.Handbook.Sheets
            )
        );
        InTurn(together, "facial-with-margin", "caries", "first-cord", "void-fill", "proximal", "impression");
    }

    [Fact(DisplayName = "No two schools give the same sheet for one tooth")]
    public void Schools_differ()
    {
        foreach (var line in (string[])["11 crown mc", "36 crown zirconia", "14 crown mc", "13 crown lithium disilicate"])
        {
            var plan = Shipped.Plans(line)[0];
            var sheets = Shipped
                .Handbook.Sheets.For(plan)
                .Select(school => string.Join(" ", Sheet(line, school.School).Steps.Select(step => $"{step.Step.Code}:{step.Step.InHand}")))
                .ToArray();
            Assert.True(sheets.Length >= 5);
            Assert.Equal(sheets.Length, sheets.Distinct().Count());
        }
        var refused = RunSheet
            .Make(
                Shipped.Plans("11 veneer butt"),
                new(Shipped.Handbook.Drawer.Burs, CuttingSchool.AxialFirst),
                Shipped.Protocol,
                Shipped.Handbook.Sheets
            )
            .Problem!;
        Assert.Equal(["veneer"], refused.Suggestions);
    }

    [Fact(DisplayName = "Each setting moves the sheet the way its side says")]
    public void Settings()
    {
        const string line = "36 crown lithium disilicate";
        Assert.DoesNotContain(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("depth-guides", "none"))).Steps, step =>
            step.Step.Entry.Cut == StepCut.Guide
        );
        Assert.Contains(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("depth-guides", "plane"))).Steps, step =>
            step.Step.Name.StartsWith("Depth plane", StringComparison.Ordinal)
        );
        InTurn(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("bevel-order", "before"))), "bevel", "functional-occlusal");
        InTurn(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("bevel-order", "after"))), "functional-occlusal", "bevel", "proximal");
        InTurn(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("bevel-order", "last"))), "margin-shoulder", "bevel", "fine-walls");
        InTurn(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("lingual-order", "lingual-first"))), "lingual", "separation");
        InTurn(
            Sheet("11 crown mc", CuttingSchool.EdgeFirst, Shipped.Taking(("facial-order", "incisal-first"))),
            "facial-incisal",
            "facial-gingival"
        );
        InTurn(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("smoothing", "each-stage"))), "fine-occlusal", "separation");
        Assert.Equal("disc", Sheet(line).Steps.First(step => step.Step.Code == "round-edges").Step.Tool);
        Assert.NotNull(
            Sheet(line, null, Shipped.Taking(("edges", "fine-bur"))).Steps.First(step => step.Step.Code == "round-edges").Step.Bur!.Chosen
        );
        Assert.Contains(Sheet(line, CuttingSchool.EdgeFirst, Shipped.Taking(("halves", "half"))).Steps, step =>
            step.Step is { Code: "functional-occlusal", Part.Name: "mesial half" }
        );
        Assert.Contains(Sheet(line, null, Shipped.Taking(("hold-and-bond", "both"))).Steps, step => step.Step.Code == "facial-groove");
        // Front margins lie at the gum: two cords after cutting, one, or the first before.
        Assert.Equal(2, Sheet("11 crown mc").Steps.Count(step => step.Step.Code is "first-cord" or "second-cord"));
        Assert.Single(Sheet("11 crown mc", null, Shipped.Taking(("cord-count", "one"))).Steps, step =>
            step.Step.Code is "first-cord" or "second-cord"
        );
        InTurn(Sheet("11 crown mc", null, Shipped.Taking(("cord-time", "before"))), "first-cord", "facial-gingival");
        Assert.Equal(
            Sight.Direct,
            Sheet("16 crown zirconia", CuttingSchool.EdgeFirst, Shipped.Taking(("lingual-view", "move")))
                .Steps.First(step => step.Step.Code == "lingual")
                .Step.View!.Sight
        );
        Assert.Equal(
            Sight.Mirror,
            Sheet("16 crown zirconia", CuttingSchool.EdgeFirst).Steps.First(step => step.Step.Code == "lingual").Step.View!.Sight
        );
        Assert.Contains(
            ZoneKind.FacialMiddleThird,
            Sheet("11 crown mc", CuttingSchool.EdgeFirst, Shipped.Taking(("gingival-plane", "two-thirds")))
                .Steps.First(step => step.Step.Code == "facial-gingival")
                .Step.Cuts.Select(cut => cut.Zone.Kind)
        );
    }
}

using Dentelle.Core.Plans;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Tests;

/// <summary>What neighbours, gum and habits of the practice do to a run sheet. Cords, waits and orders are common practice.</summary>
public class FindingsOnSheetsTests
{
    private static RunSheet Sheet(string line, Findings? found = null, params (string Question, string Side)[] sides) =>
        Sheet(line, found, null, sides);

    private static RunSheet Sheet(string line, Findings? found, double? level, (string Question, string Side)[] sides)
    {
        var plan = Shipped.Plan(line, inputs =>
            inputs with
            {
                Findings = found ?? inputs.Findings,
                MarginLevelMm = level is { } at ? new Dictionary<string, double> { ["facial"] = at } : inputs.MarginLevelMm,
            }
        );
        return Shipped.Need(RunSheet.Make([plan], new(Shipped.Handbook.Drawer.Burs), Shipped.Taking(sides), Shipped.Handbook.Sheets));
    }

    private static SheetStep[] Steps(RunSheet sheet, params string[] codes) =>
        [.. sheet.Steps.Select(timed => timed.Step).Where(step => codes.Contains(step.Code))];

    [Theory(
        DisplayName = "A contact is opened only where there is one: not behind the last tooth, not where no neighbour stands, not "
            + "across a gap"
    )]
    [InlineData("36 crown zirconia", "distal mesial", true)]
    [InlineData("38 crown metal", "mesial", true)]
    [InlineData("37 crown zirconia alone distal", "mesial", true)]
    [InlineData("37 crown zirconia gap mesial 0.5", "distal", true)]
    [InlineData("37 crown zirconia alone distal gap mesial 0.5", "", true)]
    [InlineData("38 crown metal alone mesial", "", false)]
    public void Contacts(string line, string opened, bool isProtected)
    {
        var sheet = Sheet(line);
        Assert.Equal(opened, string.Join(' ', Steps(sheet, "separation").Select(step => step.Part!.Name).Order()));
        Assert.Equal(isProtected, Steps(sheet, "protect-neighbour").Length > 0);
        if (line.Contains("alone distal", StringComparison.Ordinal) || line.StartsWith("38", StringComparison.Ordinal))
            Assert.Equal(isProtected ? "mesial" : null, Steps(sheet, "protect-neighbour").SingleOrDefault()?.Part?.Name);
        // Both proximal walls are cut in any case, each from its own place.
        Assert.Equal(
            2,
            sheet
                .Steps.SelectMany(step => step.Step.Cuts)
                .Where(cut => cut.Zone.Kind is ZoneKind.Mesial or ZoneKind.Distal && cut.Removes > Mm.Zero)
                .Select(cut => cut.Zone)
                .Distinct()
                .Count()
        );
    }

    [Fact(DisplayName = "What lies between the teeth is seen from another place mesially and distally")]
    public void Places()
    {
        foreach (
            var line in (string[])
                [
                    "36 crown zirconia proximal-first",
                    "16 onlay gold box mesial box distal",
                    "11 veneer butt",
                    "47 crown metal grooves",
                    "34 crown metal parallel-pair",
                ]
        )
        {
            var sides = Sheet(line).Steps.Select(timed => timed.Step).Where(step => step.Part is { Name: "mesial" or "distal" }).ToArray();
            Assert.Equal(["distal", "mesial"], sides.Select(step => step.Part!.Name).Distinct().Order());
            foreach (var step in sides)
            {
                var row = Shipped.Handbook.Sheets.View(
                    step.Tooth!.Value,
                    step.Part!.Name == "mesial" ? ViewSurface.Mesial : ViewSurface.Distal
                );
                Assert.Equal((row.Position, row.Head, row.Sight), (step.View!.Position, step.View.Head, step.View.Sight));
            }
        }
    }

    [Fact(
        DisplayName = "What cuts the gum comes before the checks and its margin is freshened; paste and cap stand two minutes, "
            + "ten on boggy gum, and the impression follows at once"
    )]
    public void Gum()
    {
        int At(RunSheet sheet, string code) => sheet.Steps.First(step => step.Step.Code == code).Order;
        Assert.Empty(Steps(Sheet("11 crown mc"), "gum-paste", "gum-cap", "gum-rotary", "gum-laser", "gum-current"));
        foreach (var way in (string[])["rotary", "laser", "current"])
        {
            var sheet = Sheet("11 crown mc", null, ("gum", way));
            Assert.True(
                At(sheet, $"gum-{way}") > At(sheet, "fine-walls")
                    && At(sheet, $"gum-{way}") < At(sheet, "five-points")
                    && At(sheet, "five-points") < At(sheet, "second-cord")
            );
            Assert.Equal(way == "current", Steps(sheet, "margin-again").Length > 0);
        }
        foreach (var (way, boggy, wait) in new[] { ("paste", false, 2.0), ("cap", false, 2), ("cap", true, 10) })
        {
            var sheet = Sheet("11 crown mc", new() { BoggyGum = boggy }, ("gum", way));
            var (opened, impression) = (sheet.Steps[At(sheet, $"gum-{way}") - 1], sheet.Steps[At(sheet, "impression") - 1]);
            Assert.Equal((wait, opened.Order + 1), (opened.Step.WaitMinutes, impression.Order));
            Assert.Equal(opened.End + wait, impression.Start, 2);
        }
    }

    [Fact(DisplayName = "Second cords go by region, thinner in a thin gum, plain for who is sensitive to epinephrine; the tray says so")]
    public void Cords()
    {
        string Second(string line, Findings found) => Steps(Sheet(line, found, 0, []), "second-cord")[0].Cord!;
        Assert.Equal(
            ["2", "1", "0", "1"],
            [
                Second("11 crown mc", new()),
                Second("14 crown mc", new()),
                Second("14 crown mc", new() { ThinGum = true }),
                Second("35 crown mc", new() { ThinGum = true }),
            ]
        );
        var tray = Shipped.Tray(("Case 1", Sheet("11 crown mc", new() { EpinephrineSensitive = true })));
        Assert.Equal(["00, plain", "2, plain"], tray.Where(item => item.Group == "Cords").Select(item => item.Name));
        Assert.Contains(Shipped.Tray(("Case 1", Sheet("36 crown zirconia margin-first"))), item =>
            item is { Group: "Cords", Name: "00, plain" }
        );
        Assert.Contains(Steps(Sheet("11 crown mc", new() { BoggyGum = true }), "second-cord")[0].Cautions, caution =>
            caution.Contains("astringent", StringComparison.Ordinal)
        );
    }

    [Fact(DisplayName = "A core sets before it is cut; the provisional is made where and held as the practice does it")]
    public void Habits()
    {
        var sheet = Sheet("46 crown zirconia root-treated");
        var (core, first) = (
            sheet.Steps.First(step => step.Step.Code == "core"),
            sheet.Steps.First(step => step.Step.Entry.Phase == StepPhase.Cut)
        );
        Assert.True(first.Start >= core.End + core.Step.WaitMinutes - 1e-9);
        Assert.Equal("provisional", Steps(Sheet("11 veneer butt"), "provisional", "provisional-cast").Single().Code);
        Assert.Equal(
            "provisional-cast",
            Steps(Sheet("11 veneer butt", null, ("provisional", "cast")), "provisional", "provisional-cast").Single().Code
        );
        Assert.Contains(
            "wetted",
            Steps(Sheet("11 veneer butt", null, ("provisional-hold", "wetted")), "provisional")[0].Hint,
            StringComparison.Ordinal
        );
        Assert.Contains(Steps(Sheet("11 veneer butt", null, ("provisional-hold", "spot-etched")), "provisional")[0].Cautions, caution =>
            caution.Contains("Photograph", StringComparison.Ordinal)
        );
    }

    [Fact(
        DisplayName = "Bite and second impression wait for the first to set; cement waits for its first set before it is touched; "
            + "a scan waits for nothing, etched spots need no cement"
    )]
    public void End_of_the_visit()
    {
        string[] End(params (string, string)[] sides) => Of("11 crown lithium disilicate", sides);
        string[] Of(string line, (string, string)[] sides)
        {
            var made = Sheet(line, null, sides);
            return
            [
                .. made.Steps.Select(timed => timed.Step.Code).SkipWhile(code => !code.StartsWith("impression", StringComparison.Ordinal)),
            ];
        }
        Assert.Equal(["impression", "bite", "provisional", "provisional-cement", "surplus"], End());
        Assert.Equal(
            ["impression", "bite", "second-impression", "provisional", "provisional-cement", "surplus"],
            End(("impressions", "two"))
        );
        Assert.Equal(
            ["impression-scan", "bite-scan", "provisional-cast", "provisional-cement", "surplus"],
            End(("impressions", "scan"), ("provisional", "cast"))
        );
        Assert.Equal(["impression", "bite", "provisional"], End(("provisional-hold", "spot-etched")));
        // A provisional veneer is held by its etched spots or by its shape, never by luting cement.
        Assert.Equal(["impression", "bite", "provisional"], Of("11 veneer butt", []));

        var sheet = Shipped.Need(
            RunSheet.Make(
                Shipped.Plans("45x47 bridge metal-ceramic"),
                new(Shipped.Handbook.Drawer.Burs),
                Shipped.Taking(("impressions", "two")),
                Shipped.Handbook.Sheets
            )
        );
        TimedStep The(string code) => sheet.Steps.Single(step => step.Step.Code == code);
        // Five minutes (or five to six) for an impression: the trade's usual clock. Nothing else is done with a tray in the mouth.
        Assert.All(["bite", "second-impression"], code => Assert.True(The(code).Start >= The("impression").End + 5 - 1e-9));
        Assert.True(The("provisional").Start >= The("second-impression").End + 5 - 1e-9);
        Assert.Equal(The("provisional-cement").End + The("provisional-cement").Step.WaitMinutes!.Value, The("surplus").Start, 6);
        Assert.Contains(sheet.Free, free => free.After == "provisional-cement" && free.Before == "surplus");
        Assert.Contains("custom tray", The("impression").Step.Hint, StringComparison.Ordinal);
        // Contacts at once or with the rest: the practice's side says when they are flossed.
        Assert.Contains("flossed at once", The("provisional-cement").Step.Hint, StringComparison.Ordinal);
        Assert.Contains(
            "flossed now",
            Steps(Sheet("11 crown lithium disilicate", null, ("cement", "with-the-rest")), "surplus")[0].Hint,
            StringComparison.Ordinal
        );
        Assert.Equal(1, Shipped.Tray(("Case 1", sheet)).Single(item => item.Name == "Temporary cement").Count);
    }

    [Fact(DisplayName = "A plastic tooth is neither numbed nor has it gum or shade, and its mould seam goes first")]
    public void Plastic()
    {
        var sheet = Sheet("11 crown mc plastic");
        Assert.Empty(Steps(sheet, "anaesthesia", "shade", "first-cord", "second-cord"));
        Assert.Equal("seam", sheet.Steps.First(step => step.Step.Tooth is not null).Step.Code);
        Assert.NotEmpty(Steps(Sheet("11 crown mc"), "anaesthesia", "shade", "first-cord", "second-cord"));
    }
}

using System.Globalization;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Cli;

/// <summary>Run sheets and bur numbers.</summary>
internal static class SheetCommands
{
    public static Answer<string> RunSheet(string[] args, string home)
    {
        var values = new Dictionary<string, string>
        {
            ["--school"] = "SCHOOL",
            ["--drawer"] = "FILE",
            ["--assessment"] = "FILE",
            ["--protocol"] = "FILE",
        };
        if (!CommandOptions.Parse(args, values, ["--json"]).Is(out var options, out var problem))
            return problem;
        if (!CommandLine.HandbookOf(options.Value("--protocol"), home, sheets: true).Is(out var handbook, out problem))
            return problem;
        if (!SchoolOf(options.Value("--school")).Is(out var school, out problem))
            return problem;
        if (!DrawerOf(options.Value("--drawer"), handbook, home).Is(out var drawer, out problem))
            return problem;
        if (!CommandLine.UnitsOf(options.Words, options, handbook).Is(out var units, out problem))
            return problem;
        if (!PlannedLine.SettledPlans(units, handbook).Is(out var plans, out problem))
            return problem;
        var request = new SheetRequest(drawer.Burs, school.Chosen);
        if (!Core.Sequencing.RunSheet.Make(plans, request, handbook.Protocol, handbook.Sheets).Is(out var sheet, out problem))
            return problem;
        var document = RunSheetDocument.From(sheet);
        return options.Has("--json") ? JsonDocuments.Write(document) : Table(document);
    }

    public static Answer<string> Bur(string[] args, string home)
    {
        if (!CommandOptions.Parse(args, new Dictionary<string, string>(), ["--json"]).Is(out var options, out var problem))
            return problem;
        if (options.Words.Length == 0)
            return new Problem("usage", "bur needs a number by ISO 6360, such as 806314001524016.");
        if (!CommandLine.HandbookOf(null, home, sheets: true).Is(out var handbook, out problem))
            return problem;
        if (!IsoCode.Parse(options.Words).Is(out var code, out problem))
            return problem;
        var document = BurDocument.From(code, handbook.Sheets, handbook.Drawer);
        if (options.Has("--json"))
            return JsonDocuments.Write(document);
        var sums = document.Sums.Select(sum =>
            $"  {sum.Words}: {sum.Value.ToString(CultureInfo.InvariantCulture)} {(sum.Unit == "deg" ? "°" : sum.Unit)}"
        );
        return string.Join('\n', [$"{code.Spaced}: {document.Words}", .. sums, document.Remark]);
    }

    private sealed record School(CuttingSchool? Chosen);

    private static Answer<School> SchoolOf(string? name)
    {
        if (name is null)
            return new School(null);
        if (Kebab.TryParse<CuttingSchool>(name, out var school))
            return new School(school);
        var known = Enum.GetValues<CuttingSchool>().Select(Kebab.Of).ToArray();
        return new Problem("school", $"There is no order of steps “{name}”; there are {string.Join(", ", known)}.", known);
    }

    private static Answer<Drawer> DrawerOf(string? path, Handbook handbook, string home)
    {
        if (path is null)
            return handbook.Drawer;
        if (!CommandLine.TextOf(path).Is(out var text, out var problem))
            return problem;
        return RunSheetReader.ReadDrawer(
            new(path, text),
            new("drawer.schema.json", File.ReadAllText(Path.Combine(home, "protocols", "drawer.schema.json"))),
            handbook.Sheets,
            CheckedFiles.In(home)
        );
    }

    private static string Table(RunSheetDocument sheet)
    {
        var lines = new List<string> { string.Join(", ", sheet.Schools.Select(entry => $"{entry.Tooth}: {entry.Name}")), "" };
        foreach (var step in sheet.Steps)
        {
            var depth = string.Join(" · ", step.Depths.Select(one => one.Words));
            var name = step.Part is null ? step.Name : $"{step.Name}, {step.Part}";
            lines.Add($"{step.Order, 3}  {step.Tooth ?? "", -3} {name, -46} {step.BurName ?? step.Tool ?? "", -38} {depth}".TrimEnd());
        }
        lines.Add("");
        lines.Add(
            $"{sheet.Totals.BurChanges} bur "
                + $"changes{(sheet.Totals.ToothByToothBurChanges is { } one ? $" ({one} tooth by tooth)" : "")}, "
                + $"{sheet.Totals.ViewChanges} changes of place, {sheet.Totals.Minutes:0} min; "
                + $"{(sheet.Totals.BurChanges <= sheet.Totals.LowerBound ? "no order has fewer" : $"at least {sheet.Totals.LowerBound}")}"
        );
        lines.AddRange(
            sheet.Missing.Select(missing => $"Missing: {missing.Wanted} ({string.Join(", ", missing.For)}). Instead: {missing.Instead}.")
        );
        return string.Join('\n', lines);
    }
}

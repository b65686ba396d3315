using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing;

/// <summary>What is laid out.</summary>
/// <param name="Group">"Burs", "Cords", "Gauges", "Materials".</param>
/// <param name="Count">How many; 1 where one serves all.</param>
/// <param name="For">What for: teeth or cases.</param>
public sealed record TrayItem(string Group, string Name, int Count, IReadOnlyList<string> For, string? BurId = null);

/// <summary>The tray of a day: what all its run sheets need, merged.</summary>
public static class TrayList
{
    /// <param name="sheets">Run sheets with the name of their case.</param>
    /// <param name="protocol">Names of gauges.</param>
    public static IReadOnlyList<TrayItem> Of(IReadOnlyList<(string Case, RunSheet Sheet)> sheets, Protocol protocol)
    {
        var wanted = new List<(string Group, string Name, string For, bool PerUse, string? Bur)>();
        foreach (var (name, sheet) in sheets)
        {
            foreach (var step in sheet.Steps.Select(timed => timed.Step))
            {
                // A bur serves one patient at a time; it is laid out once for each.
                if (step.Bur?.Chosen is { } bur)
                    wanted.Add(("Burs", bur.Name, name, false, bur.Id));
                if (step.Tool is { } tool)
                    wanted.Add(("Burs", tool.UpperFirst(), name, false, null));
                if (step.Entry.Gauge is { } gauge)
                    wanted.Add(("Gauges", GaugeName(gauge, protocol), name, false, null));
                if (step.Cord is { } cord)
                    wanted.Add(("Cords", cord, $"{name}, {step.Tooth?.Iso}", true, null));
                foreach (var material in step.Entry.Materials ?? [])
                    wanted.Add(
                        ("Materials", material, step.Tooth is { } tooth ? $"{name}, {tooth.Iso}" : name, step.Tooth is not null, null)
                    );
            }
        }
        return
        [
            .. wanted
                .GroupBy(item => (item.Group, item.Name))
                .OrderBy(group => Array.IndexOf(Groups, group.Key.Group))
                .ThenBy(group => group.Key.Name, StringComparer.Ordinal)
                .Select(group => new TrayItem(
                    group.Key.Group,
                    group.Key.Name,
                    group.First().PerUse ? group.Count() : group.Select(item => item.For).Distinct().Count(),
                    [.. group.Select(item => item.For).Distinct()],
                    group.First().Bur
                )),
        ];
    }

    private static readonly string[] Groups = ["Burs", "Cords", "Gauges", "Materials"];

    private static string GaugeName(string id, Protocol protocol) =>
        protocol.Gauges.FirstOrDefault(gauge => gauge.Id == id)?.Name
        ?? id switch
        {
            "all" => "Thickness gauges",
            "index" => "Sectioned index",
            _ => id.UpperFirst(),
        };
}

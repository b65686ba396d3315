using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing;

/// <summary>What is laid out.</summary>
/// <param name="Group">"Burs", "Cords", "Gauges", "Materials".</param>
/// <param name="Count">How many; 1 where one serves all.</param>
/// <param name="For">What for: teeth or cases.</param>
public sealed record TrayItem(string Group, string Name, int Count, IReadOnlyList<string> For, string? BurId = null);

/// <summary>What one step of one case wants laid out.</summary>
/// <param name="For">The case, or the tooth in it.</param>
/// <param name="PerUse">Whether each use takes one of its own.</param>
public sealed record TrayWant(string Group, string Name, string For, bool PerUse, string? BurId);

/// <summary>The tray of a day: what all its run sheets need, merged.</summary>
public static class TrayList
{
    /// <summary>What a run sheet wants, step by step; what comes twice stands here once.</summary>
    /// <param name="name">Of the case.</param>
    /// <param name="protocol">Names of gauges.</param>
    public static IReadOnlyList<TrayWant> Wanted(string name, RunSheet sheet, Protocol protocol)
    {
        var wanted = new List<TrayWant>();
        foreach (var step in sheet.Steps.Select(timed => timed.Step))
        {
            // A bur serves one patient at a time; it is laid out once for each.
            if (step.Bur?.Chosen is { } bur)
                wanted.Add(new("Burs", bur.Name, name, false, bur.Id));
            if (step.Tool is { } tool)
                wanted.Add(new("Burs", tool.UpperFirst(), name, false, null));
            if (step.Entry.Gauge is { } gauge)
                wanted.Add(new("Gauges", GaugeName(gauge, protocol), name, false, null));
            if (step.Cord is { } cord)
                wanted.Add(new("Cords", cord, $"{name}, {step.Tooth?.Iso}", true, null));
            foreach (var material in step.Entry.Materials ?? [])
                wanted.Add(
                    new("Materials", material, step.Tooth is { } tooth ? $"{name}, {tooth.Iso}" : name, step.Tooth is not null, null)
                );
        }
        return [.. wanted.Where(want => want.PerUse), .. wanted.Where(want => !want.PerUse).Distinct()];
    }

    public static IReadOnlyList<TrayItem> Of(IEnumerable<TrayWant> wanted) =>
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
                    group.First().BurId
                )),
        ];

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

using Dentelle.Core.Inspecting;
using Dentelle.Core.Judging;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Units;

namespace Dentelle.Web.Chair;

/// <summary>The five points of a tooth: what its readings say to them, and what was answered.</summary>
internal static class ChairPoints
{
    public static IEnumerable<ChairPointView> Of(
        UnitRow unit,
        UnitViews views,
        IReadOnlyList<(RecordRow Row, ChairNote Note)> entries,
        ToothNotation notation
    )
    {
        if (!views.PlanOf(unit).Is(out var plan, out _) || !plan.Rules().IsCut)
            yield break;
        var latest = views
            .Readings(unit, plan)
            .Where(reading => reading is { IsLatest: true, Finding: not null })
            .ToDictionary(reading => reading.Zone, reading => reading.Finding!.Verdict);
        foreach (var point in Enum.GetValues<CheckPoint>())
        {
            var name = Kebab.Of(point);
            var answered = entries
                .Select(entry => entry.Note)
                .OfType<PointNote>()
                .LastOrDefault(note => note.Tooth == unit.Tooth && note.Point == name);
            var (measured, words) = point switch
            {
                CheckPoint.FacialRoom => Room(plan, latest, zone => zone.Kind.IsFacial()),
                CheckPoint.OcclusalRoom => Room(plan, latest, zone => zone.Occludes),
                _ => (null, null),
            };
            yield return new(
                unit.Tooth,
                UnitViews.ToothOf(unit).Write(notation),
                name,
                WordsOf(point, plan),
                measured,
                words,
                answered?.State,
                answered is null ? null
                    : answered.Measured is { } with ? $"measured: {with}"
                    : "by hand"
            );
        }
    }

    /// <summary>All zones read and none short passes; one that is short fails; else the readings can't tell.</summary>
    private static (CheckState? State, string? Words) Room(Plan plan, Dictionary<string, Verdict> latest, Func<Zone, bool> belongs)
    {
        string[] zones = [.. plan.Zones.Where(zone => belongs(zone.Zone)).Select(zone => zone.Zone.Name)];
        string[] read = [.. zones.Where(latest.ContainsKey)];
        if (read.Length == 0)
            return (null, null);
        string[] low = [.. read.Where(zone => latest[zone] is Verdict.Under or Verdict.Critical)];
        if (low.Length > 0)
            return (CheckState.Fail, $"{low[0].Replace('-', ' ')} short{(low.Length > 1 ? $" and {low.Length - 1} more" : "")}");
        return read.Length == zones.Length && read.All(zone => latest[zone] is Verdict.Within or Verdict.Over)
            ? (CheckState.Pass, $"{read.Length} zones read, none short")
            : (CheckState.CantTell, $"{read.Length} of {zones.Length} zones read, none short");
    }

    private static string WordsOf(CheckPoint point, Plan plan) =>
        point switch
        {
            CheckPoint.FacialRoom => "Facial room, from the side",
            CheckPoint.OcclusalRoom => "Occlusal room, all movements",
            CheckPoint.ContactsOpen when plan.Rules().IsVeneer => "Contacts kept: a foil passes",
            CheckPoint.ContactsOpen => "Contacts open: a probe passes",
            CheckPoint.Margin => "Margin, level and design",
            _ => "No undercut",
        };
}

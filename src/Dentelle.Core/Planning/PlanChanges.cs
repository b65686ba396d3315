using Dentelle.Core.Planning.Cautions;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>One thing that another protocol would do differently on a tooth.</summary>
/// <param name="Words">What: "Groove".</param>
/// <param name="Before">As planned now; null where it is new.</param>
/// <param name="After">As it would be; null where it goes.</param>
public sealed record PlanChange(string Words, string? Before, string? After);

/// <summary>A depth or level that a change moved, in millimetres.</summary>
public sealed record MovedNumber(string What, double From, double To);

/// <summary>What lies between two plans of the same tooth, in the words of its zones.</summary>
public static class PlanChanges
{
    public static IReadOnlyList<PlanChange> Between((Plan Plan, Protocol Protocol) now, (Plan Plan, Protocol Protocol) then) =>
        [
            .. Compared(Kept(now.Plan), Kept(then.Plan)),
            .. Compared(Cautions(now), Cautions(then))
                .Select(change => change with { Words = change.After is null ? "A caution goes" : "A caution comes" }),
        ];

    /// <summary>Depths and levels that lie elsewhere in a plan made after another; what shows the same stays out.</summary>
    public static IReadOnlyList<MovedNumber> Moved(Plan before, Plan after) =>
        [
            .. from zone in after.Zones
            let was = before.Zones.FirstOrDefault(other => other.Zone == zone.Zone)
                ?? before.Zones.FirstOrDefault(other => IsPart(zone.Zone, other.Zone) || IsPart(other.Zone, zone.Zone))
            where was is not null
            where Differs(was.Depth.Value.Target, zone.Depth.Value.Target)
            select new MovedNumber(zone.Zone.Words, was.Depth.Value.Target.Rounded, zone.Depth.Value.Target.Rounded),
            .. from piece in after.Margin.Pieces
            let was = before.Margin.Pieces.FirstOrDefault(other => other.Segment == piece.Segment)
            where was is not null
            where Differs(was.Level.Value, piece.Level.Value)
            select new MovedNumber($"Margin, {Kebab.Of(piece.Segment)}", was.Level.Value.Rounded, piece.Level.Value.Rounded),
        ];

    /// <summary>A turned tooth's facial zones are cut in halves: each is held against the whole.</summary>
    private static bool IsPart(Zone half, Zone whole) => half.Name.StartsWith(whole.Name + "-", StringComparison.Ordinal);

    /// <summary>Whether two lengths are told differently.</summary>
    private static bool Differs(Mm before, Mm after) => before.ToString() != after.ToString();

    /// <summary>What is said otherwise, by what it is about; a thing that one side says nothing of has no words there.</summary>
    internal static IEnumerable<PlanChange> Compared(List<(string Words, string Said)> now, List<(string Words, string Said)> then) =>
        now.Select(entry => entry.Words)
            .Union(then.Select(entry => entry.Words))
            .Select(words => new PlanChange(words, SaidOf(now, words), SaidOf(then, words)))
            .Where(change => change.Before != change.After);

    private static string? SaidOf(List<(string Words, string Said)> said, string words) =>
        said.Where(entry => entry.Words == words).Select(entry => entry.Said).FirstOrDefault();

    private static List<(string Words, string Said)> Kept(Plan plan)
    {
        var kept = new List<(string, string)>
        {
            ("Material", Kebab.Words(plan.Material.Value)),
            ("Order of steps", Kebab.Words(plan.School)),
        };
        foreach (var zone in plan.Zones)
            kept.Add((zone.Zone.Words, $"{zone.Depth.Value.Target} ({zone.Depth.Value.Least} to {zone.Depth.Value.Most})"));
        foreach (var piece in plan.Margin.Pieces)
            kept.Add(
                (
                    $"{Kebab.Of(piece.Segment).UpperFirst()} margin",
                    $"{Kebab.Words(piece.Design)} {piece.Width.Value.Target}, {Level(piece.Level.Value)}"
                )
            );
        if (plan.Rules().HasWalls)
            kept.Add(
                (
                    "Total convergence",
                    $"{plan.Convergence.Value.Target.Degrees:0.#}°, {plan.Convergence.Value.Least.Degrees:0.#} to "
                        + $"{plan.Convergence.Value.Most.Degrees:0.#}"
                )
            );
        if (plan.Cavity is { } cavity)
            kept.Add(("Covered cusps", string.Join(", ", cavity.Covered.Select(Kebab.Words).DefaultIfEmpty("none"))));
        kept.Add(("Left for the fine pass", $"{plan.FinishingAllowance}"));
        return kept;
    }

    private static List<(string Words, string Said)> Cautions((Plan Plan, Protocol Protocol) planned) =>
        [.. CautionTable.Of(planned.Plan, planned.Protocol).Select(caution => (caution.Text, caution.Text)).Distinct()];

    internal static string Level(Mm level) =>
        level == Mm.Zero ? "level with the gum"
        : level > Mm.Zero ? $"{level} above the gum"
        : $"{-level} below the gum";
}

using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>The inside of an inlay or onlay. Lengths in millimetres, angles in degrees.</summary>
/// <param name="Isthmus">Width at the narrowest; null where it is a share of a distance that nobody knows.</param>
/// <param name="IsthmusShare">The same as a share of the distance between the cusp tips; null where it is a plain width.</param>
/// <param name="Depth">From the imagined bottom of the groove to the pulpal floor.</param>
/// <param name="BoxPlans">Boxes, mesial first.</param>
/// <param name="Divergence">Of each wall to the path: walls open outwards.</param>
/// <param name="Cusps">Every cusp, covered or not, with what decides it.</param>
/// <param name="Bevel">Width of the bevel; null where the material wants none.</param>
/// <param name="BevelDeg">Its angle to the surface.</param>
public sealed record Cavity(
    Reasoned<MmRange>? Isthmus,
    Limits? IsthmusShare,
    Reasoned<MmRange> Depth,
    IReadOnlyList<BoxPlan> BoxPlans,
    Limits Divergence,
    double CavosurfaceDeg,
    Limits? Bevel,
    Limits? BevelDeg,
    IReadOnlyList<CuspChoice> Cusps,
    Reasoned<Mm>? FunctionalShoulder
)
{
    public IEnumerable<ProximalSide> Boxes => BoxPlans.Select(box => box.Side);

    public IEnumerable<Cusp> Covered => Cusps.Where(choice => choice.Covered).Select(choice => choice.Cusp);
}

/// <param name="Axial">Depth from the present surface to the axial wall.</param>
/// <param name="GingivalFloor">Width of the floor, from the axial wall to its outer edge.</param>
/// <param name="NeighbourGap">Free of the neighbour by this.</param>
/// <param name="Widened">By how much more it is opened to facial and lingual together, where a gap is to be closed.</param>
public sealed record BoxPlan(ProximalSide Side, Reasoned<MmRange> Axial, Mm GingivalFloor, Mm NeighbourGap, Reasoned<Mm> Widened);

/// <summary>Whether a cusp is covered, and why.</summary>
public sealed record CuspChoice(Cusp Cusp, bool Covered, IReadOnlyList<Reason> Reasons);

internal static class Cavities
{
    /// <summary>The cavity of an inlay or onlay; null for other restorations.</summary>
    public static Cavity? Of(
        Restoration restoration,
        RestorationEntry entry,
        Material material,
        Assessment assessment,
        Decision decision,
        Protocol protocol
    )
    {
        if (!restoration.IsIntracoronal())
            return null;
        var habits = protocol.Intracoronal.First(row => row.Materials.Contains(material));
        var sides = decision.Boxes ?? SidesOf(assessment.Findings);
        CuspChoice[] cusps = [.. Cusps.Of(assessment.Tooth).Select(cusp => Choose(cusp, restoration, assessment, decision, protocol))];
        return new Cavity(
            Isthmus(habits, entry, assessment),
            habits.IsthmusShare,
            Range("Pulpal floor under the imagined bottom of the groove", habits.DepthMm, habits),
            [.. sides.Distinct().Order().Select(side => Box(side, habits, assessment.Findings))],
            habits.WallDivergenceDeg,
            habits.CavosurfaceDeg,
            habits.BevelMm,
            habits.BevelDeg,
            cusps,
            restoration == Restoration.Onlay
            && !protocol.Takes("functional-shoulder", "v-form")
            && cusps.Any(choice => choice.Covered && choice.Cusp.IsFunctional(assessment.Tooth, assessment.Crossbite))
                ? protocol.CuspCover.FunctionalShoulderMm.Reasoned("Shoulder on functional cusps")
                : null
        );
    }

    /// <summary>What speaks for covering a cusp; nothing when all findings let it stand.</summary>
    public static IReadOnlyList<Reason> ForCovering(Cusp cusp, Assessment assessment, CuspCover limits)
    {
        var (found, functional) = (assessment.Findings, cusp.IsFunctional(assessment.Tooth, assessment.Crossbite));
        var reasons = new List<Reason>();
        var least = limits.Least(functional, found.RootTreated);
        if (found.CrackedCusps.Contains(cusp))
            reasons.Add(
                new($"The {Kebab.Of(cusp)} cusp is cracked", null, limits.IsthmusShareMost.Source, limits.IsthmusShareMost.Standing)
            );
        if (found.CuspThickness.TryGetValue(cusp, out var thick) && thick.Value < least.Value)
        {
            var kind = $"{(found.RootTreated ? "root-treated" : "vital")}, {(functional ? "functional" : "non-functional")}";
            reasons.Add(
                new(
                    $"It is {thick} thick; a cusp under {new Mm(least.Value)} is covered ({kind})",
                    thick.Value,
                    least.Source,
                    least.Standing
                )
            );
        }
        if (found.IsthmusShare is { } share && share > limits.IsthmusShareMost.Value)
            reasons.Add(
                new(
                    $"The isthmus takes {share:0.00} of the distance between the tips, more than {limits.IsthmusShareMost.Value:0.00}",
                    share,
                    limits.IsthmusShareMost.Source,
                    limits.IsthmusShareMost.Standing
                )
            );
        return reasons;
    }

    private static CuspChoice Choose(Cusp cusp, Restoration restoration, Assessment assessment, Decision decision, Protocol protocol)
    {
        if (restoration == Restoration.Inlay)
            return new(cusp, false, [new("An inlay covers no cusp", null, "P", Standing.CommonPractice)]);
        if (decision.Covered is { } chosen)
            return new(cusp, chosen.Contains(cusp), [new("Chosen for this tooth", null, "P", Standing.Assumed)]);
        var found = assessment.Findings;
        if (found.CrackedCusps.Count == 0 && found.CuspThickness.Count == 0 && found.IsthmusShare is null)
            return new(
                cusp,
                true,
                [new("Nothing was found about the cusps: an onlay then covers all of them", null, "P", Standing.CommonPractice)]
            );
        var reasons = ForCovering(cusp, assessment, protocol.CuspCover);
        return reasons.Count > 0
            ? new(cusp, true, reasons)
            : new(cusp, false, [new("Nothing found speaks for covering it", null, "P", Standing.CommonPractice)]);
    }

    private static ProximalSide[] SidesOf(Findings found) =>
        [
            .. Enum.GetValues<ProximalSide>()
                .Where(side =>
                    found.LostRidges.Contains(side)
                    || found.Gap.ContainsKey(side)
                    || found.Fillings.Any(filling =>
                        filling.Surface == (side == ProximalSide.Mesial ? FilledSurface.Mesial : FilledSurface.Distal)
                    )
                ),
        ];

    private static BoxPlan Box(ProximalSide side, CavityHabits habits, Findings found)
    {
        var widened = Reasoned.From(Mm.Zero, new Reason("No gap to close on this side", 0, "P", Standing.Assumed));
        if (found.Gap.TryGetValue(side, out var gap) && gap > Mm.Zero)
            widened = Reasoned.From(
                gap,
                new Reason(
                    $"Opened wider by the gap of {gap} that is to be closed, so that its walls carry the bulge",
                    gap.Value,
                    "P",
                    Standing.Assumed
                )
            );
        return new(
            side,
            Range("Axial depth of the box", habits.BoxAxialMm, habits),
            new(habits.GingivalFloorMm),
            new(habits.NeighbourGapMm),
            widened
        );
    }

    private static Reasoned<MmRange>? Isthmus(CavityHabits habits, RestorationEntry entry, Assessment assessment)
    {
        if (habits.IsthmusMm is { } widths)
        {
            var least = new Mm(widths.For(assessment.Tooth));
            return Reasoned.From(
                new MmRange(least, least, new(10)),
                new Reason($"{entry.Name}: isthmus at least this wide", least.Value, habits.Source, habits.Standing)
            );
        }
        if (habits.IsthmusShare is not { } share || assessment.Form?.Intercuspal is not { } tips)
            return null;
        var middle = (share.From + share.To) / 2;
        return Reasoned.From(
            new MmRange(tips * middle, tips * share.From, tips * share.To),
            new Reason(
                $"{entry.Name}: {share.From:0.00}–{share.To:0.00} of the {tips} between the cusp tips",
                (tips * middle).Rounded,
                habits.Source,
                habits.Standing
            )
        );
    }

    private static Reasoned<MmRange> Range(string text, Limits limits, CavityHabits habits)
    {
        var range = Ranges.From(null, limits.From, limits.To, Mm.Zero);
        return Reasoned.From(range, new Reason(text, range.Target.Value, habits.Source, habits.Standing));
    }
}

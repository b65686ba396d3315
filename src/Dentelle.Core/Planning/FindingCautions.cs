using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>Cautions that findings raise, each with its number.</summary>
internal static class FindingCautions
{
    public static IEnumerable<Caution> Of(Plan plan, Protocol protocol)
    {
        var found = plan.Assessment.Findings;
        return Veneer(plan, protocol).Concat(Gums(found, protocol.Gums)).Concat(Patient(plan, found)).Concat(Fillings(plan));
    }

    private static IEnumerable<Caution> Veneer(Plan plan, Protocol protocol)
    {
        if (plan.Enamel is not { } enamel)
            yield break;
        var least = protocol.Veneers.EnamelShareLeast.Value;
        if (plan.Assessment.Findings.FacialEnamelShare is { } share && share < least)
            yield return new(
                "enamel-lost",
                $"Only {share:0.00} of the facial surface is still enamel; a veneer wants at least about {least:0.00}. Weigh a crown."
            );
        foreach (var third in enamel.Thirds.Where(third => third.BondedShare < 0.5))
        {
            var words = new Zone(third.Zone).Words;
            yield return new(
                "bonded-to-dentine",
                $"{words}: {plan.Zone(Kebab.Of(third.Zone))!.Depth.Value.Target} is cut where enamel averages {third.Average}; {third.BondedShare:0.00} of it would end in enamel.",
                Kebab.Of(third.Zone)
            );
        }
        foreach (var side in plan.Assessment.Findings.DarkTriangles)
            yield return new(
                "dark-triangle",
                $"The {Kebab.Of(side)} margin goes on through the contact to its lingual side, so that the veneer closes the dark triangle; the contact is cut through there."
            );
        if (plan.Assessment.Findings.HeavyGrinding)
            yield return new("grinding-veneer", "Heavy grinding speaks against veneers; plan a guard, or a crown.");
    }

    private static IEnumerable<Caution> Gums(Findings found, GumFigures gums)
    {
        foreach (var (side, distance) in found.ContactToCrest.Where(entry => entry.Value.Value > gums.PapillaCautionMm.Value))
        {
            var row = gums.Papilla.At(distance);
            yield return new(
                "papilla",
                $"{Kebab.Of(side)}: the contact lies {distance} above the bone; the papilla fills such a gap in about {row.PresentShare * 100:0} of 100. Lower the contact to {new Mm(gums.PapillaAimMm.Value)} or less."
            );
        }
        if (found.Crest is { } crest && crest.Value > gums.NormalCrestMm.Value + gums.CrestBandMm.Value)
            yield return new(
                "crest-low",
                $"The bone lies {crest} from the gum's margin, more than the usual {new Mm(gums.NormalCrestMm.Value)}: such gums go back after cord and impression."
            );
        else if (found.Crest is { } high && high.Value < gums.NormalCrestMm.Value - gums.CrestBandMm.Value)
            yield return new("crest-high", $"The bone lies only {high} from the gum's margin: hardly any room for a margin below it.");
        if (found.BoggyGum)
            yield return new("gum-boggy", "The gum is boggy: let it heal before margins are placed; it bleeds and its level moves.");
    }

    private static IEnumerable<Caution> Patient(Plan plan, Findings found)
    {
        if (found.EpinephrineSensitive)
            yield return new("epinephrine", "Sensitive to epinephrine: a plain cord, and an anaesthetic without it.");
        if (found.ColdSensitive)
            yield return new("cold", "Sensitive to cold: anaesthetise before drying with air, and cover the dentine at once.");
        if (found.NeighbourLesion)
            yield return new("neighbour-lesion", "Plaque or a lesion was seen on the neighbour: treat it while the contact is open.");
        if (found.StandsAs is { } place && place != plan.Tooth)
            yield return new(
                "stands-as",
                $"It stands in the place of the {place.Name}; depths follow the tooth itself, form and bite the place."
            );
        if (found.RootTreated && plan.Restoration == Restoration.Crown && plan.Tooth.IsFront)
            yield return new(
                "root-treated-front",
                "A wide access cavity leaves a front tooth's crown almost nothing; weigh a veneer, or build up first."
            );
        if (found.Typodont)
            yield return new(
                "plastic",
                "A plastic tooth: remove the mould seam first, cut with water; enamel and pulp figures mean nothing here."
            );
    }

    private static IEnumerable<Caution> Fillings(Plan plan)
    {
        foreach (var piece in plan.Margin.Pieces)
        {
            if (MarginLevels.FillingUnder(plan.Assessment.Findings, piece.Segment) is not { } end || piece.Level.Value < end)
                continue;
            yield return new(
                "margin-on-filling",
                $"The {Kebab.Of(piece.Segment)} margin at {piece.Level.Value} would end on the filling, which reaches to {end}. Pass beyond it.",
                null,
                piece.Segment
            );
        }
    }
}

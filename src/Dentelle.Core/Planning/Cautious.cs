using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>Cautions of a plan, each with the number that triggered it.</summary>
internal static class Cautious
{
    public static IEnumerable<Caution> Of(Plan plan, Decision decision, RestorationEntry crown, Protocol protocol) =>
        Unit(plan, decision, crown)
            .Concat(plan.Zones.SelectMany(zone => Zone(zone, plan, crown, protocol)))
            .Concat(Margin(plan, protocol.Cautions))
            .Concat(FindingCautions.Of(plan, protocol))
            .Select(caution => Answered(caution, decision));

    /// <summary>What nobody may pass over stands with the reason that was given for it, or without.</summary>
    private static Caution Answered(Caution caution, Decision decision) =>
        caution with
        {
            MustBeAnswered =
                caution.Code is "unsupported-ceramic" or "below-material-least" or "margin-in-attachment" or "margin-on-filling",
            Because = decision.Because.GetValueOrDefault(caution.Code),
        };

    private static IEnumerable<Caution> Unit(Plan plan, Decision decision, RestorationEntry crown)
    {
        if (decision.Material is null)
            yield return new(
                "material-assumed",
                $"No material was named, so {(crown.Materials.Count == 1 ? crown.Name.ToLowerInvariant() : Kebab.Words(plan.Material.Value))} is assumed. Name it before cutting: depths hang on it."
            );
        if (
            plan.Cavity is { FunctionalShoulder: null } cavity
            && cavity.Covered.Any(cusp => cusp.IsFunctional(plan.Tooth, plan.Assessment.Crossbite))
        )
            yield return new("v-form", "Covered functional cusps end V-shaped, without a shoulder: reported weaker than one.");
    }

    private static IEnumerable<Caution> Zone(ZonePlan zone, Plan plan, RestorationEntry crown, Protocol protocol)
    {
        var words = zone.Zone.Words;
        var name = zone.Zone.Name;
        var least = zone.Needed.Least;
        if (zone.Thickness.Target < least)
        {
            yield return new(
                "below-material-least",
                $"{words}: {crown.Name.ToLowerInvariant()} needs at least {least}, this tooth gives {zone.Thickness.Target}. Choose another material.",
                name
            );
        }

        if (zone.BuildOut > zone.Thickness.Target)
        {
            var support = zone.BuildOut;
            yield return new(
                "nothing-to-cut",
                $"{words}: nothing is cut, the restoration is {support} thick. Check that it seats and that the surface is roughened.",
                name
            );
        }

        var thickness = zone.Depth.Value.Target + zone.BuildOut;
        var most = protocol.Cautions.UnsupportedCeramicMostMm.Value;
        if (thickness.Value > most + 1e-9 && plan.MaterialClass != MaterialClass.Metal)
            yield return new(
                "unsupported-ceramic",
                $"{words}: {thickness} from tooth to surface, more than {new Mm(most)} without support. Build a core or change the material.",
                name
            );

        if (zone.RoomBefore is { } room && zone.BuildOut > room)
            yield return new(
                "build-out-exceeds-room",
                $"{words}: built out {zone.BuildOut} where only {room} of room was measured. It will be high.",
                name
            );

        if (zone.RoomBefore is not null && zone.ExpectedClearance.Target.Value > protocol.Cautions.RoomMostMm.Value)
        {
            var limit = new Mm(protocol.Cautions.RoomMostMm.Value);
            yield return new(
                "room-large",
                $"{words}: {zone.ExpectedClearance.Target} of room after cutting, more than {limit}. Use the room that is there.",
                name
            );
        }
    }

    private static IEnumerable<Caution> Margin(Plan plan, CautionLimits limits)
    {
        foreach (var piece in plan.Margin.Pieces)
        {
            var below = -piece.Level.Value;
            var where = Kebab.Of(piece.Segment);
            if (below.Value > limits.SulcusMm.Value)
            {
                yield return new(
                    "margin-in-attachment",
                    $"The {where} margin lies {below} below the gum; the sulcus averages {limits.SulcusMm.Value:0.00}. Probe it: never cut into the attachment.",
                    null,
                    piece.Segment
                );
            }
            else if (below.Value > limits.SubgingivalMostMm.Value + 1e-9)
            {
                yield return new(
                    "margin-deep",
                    $"The {where} margin lies {below} below the gum, deeper than {new Mm(limits.SubgingivalMostMm.Value)}.",
                    null,
                    piece.Segment
                );
            }
        }
    }
}

using Dentelle.Core.Plans;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>Cautions about where a piece of the margin lies.</summary>
internal static class MarginCautions
{
    public static readonly IReadOnlyList<CautionKind<MarginPiece, UnitScene>> Levels =
    [
        new("margin-in-attachment", (piece, scene) =>
            Below(piece).Value > scene.Protocol.Cautions.SulcusMm.Value
                ? $"The {Kebab.Of(piece.Segment)} margin lies {Below(piece)} below the gum; the sulcus averages "
                    + $"{scene.Protocol.Cautions.SulcusMm.Value:0.00}. Probe it: never cut into the attachment."
                : null
        )
        {
            Limit = scene => scene.Protocol.Cautions.SulcusMm,
            MustBeAnswered = (_, _) => true,
        },
        new("margin-deep", (piece, scene) =>
            Below(piece).Value > scene.Protocol.Cautions.SubgingivalMostMm.Value + 1e-9
            && Below(piece).Value <= scene.Protocol.Cautions.SulcusMm.Value
                ? $"The {Kebab.Of(piece.Segment)} margin lies {Below(piece)} below the gum, deeper than "
                    + $"{new Mm(scene.Protocol.Cautions.SubgingivalMostMm.Value)}."
                : null
        )
        {
            Limit = scene => scene.Protocol.Cautions.SubgingivalMostMm,
        },
    ];

    /// <summary>Asked of a mesial or distal piece, against the sides beside it.</summary>
    public static readonly IReadOnlyList<CautionKind<MarginPiece, UnitScene>> Jumps = [new("margin-jump", (piece, scene) =>
        {
            // A box goes down where the cusps' margin stays up.
            if (
                piece.Segment is not (Segment.Mesial or Segment.Distal)
                || scene.Plan.Margin.Pieces.Count < 8
                || scene.Plan.Cavity is not null
            )
                return null;
            var (usual, most) = (new Mm(scene.Protocol.Shape.GumAboveNeckMm.Value), new Mm(scene.Protocol.Cautions.MarginJumpMostMm.Value));
            var (by, beside) = Jump(piece, scene, usual);
            // Both sides alike are told once.
            var other = scene.Plan.Margin.At(piece.Segment == Segment.Mesial ? Segment.Distal : Segment.Mesial);
            var alike = Jump(other, scene, usual) == (by, beside);
            if (alike && piece.Segment == Segment.Distal)
                return null;
            return by.Value > most.Value + 1e-9
                ? $"Between {Kebab.Of(beside)} and {(alike ? "both sides" : Kebab.Of(piece.Segment))} the margin rises or "
                    + $"falls by {by}; it slopes over the corner. More than {most} is hard to cut without a step and to wax."
                : null;
        }) { Limit = scene => scene.Protocol.Cautions.MarginJumpMostMm }];

    public static readonly IReadOnlyList<CautionKind<MarginPiece, UnitScene>> Fillings =
    [
        new("margin-on-filling", (piece, scene) =>
            scene.Findings.FillingUnder(piece.Segment) is { } end && piece.Level.Value >= end
                ? $"The {Kebab.Of(piece.Segment)} margin at {piece.Level.Value} would end on the filling, which "
                    + $"reaches to {end}. Pass beyond it."
                : null
        )
        {
            Limit = scene => scene.Protocol.Veneers.BeyondFillingMm,
            MustBeAnswered = (_, _) => true,
        },
    ];

    private static (Mm By, Segment Beside) Jump(MarginPiece piece, UnitScene scene, Mm usual) =>
        scene
            .Plan.Margin.Pieces.Where(other => other.Segment is Segment.Facial or Segment.Lingual)
            .Max(other => (scene.Findings.Jump(piece, other, usual), other.Segment));

    private static Mm Below(MarginPiece piece) => -piece.Level.Value;
}

using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>How high over the gum a piece of the margin lies: habit, then what was found there; a level that was chosen stands.</summary>
internal static class MarginLevels
{
    public static Reasoned<Mm> At(PlanContext context, Decision decision, Segment segment)
    {
        if (decision.MarginLevel.TryGetValue(segment, out var chosen))
            return Reasoned.From(chosen, new Reason("Chosen for this tooth", chosen.Value, "P", Standing.Assumed));
        if (context.Rules.OwnLevel(segment, context) is { } own)
            return BesideFilling(context, segment, own);
        // A side that is chosen takes its corners along.
        if (SideOf(segment) is { } side && decision.MarginLevel.TryGetValue(side, out var beside))
            return Reasoned.From(
                beside,
                new Reason($"Goes along with the {Kebab.Of(side)}, as chosen", beside.Value, "P", Standing.Assumed)
            );
        var levels = context.Protocol.Defaults.MarginLevelMm;
        var habit = !context.Tooth.IsFront
            ? segment.IsFacial()
                ? levels.BackFacial
                : levels.Back
            : context.Material is Material.MetalCeramicFacial or Material.MetalCeramicFull && segment.IsFacial()
                ? levels.FrontMetalCeramicFacial
                : levels.Front;
        return OutOfAttachment(
            context,
            segment,
            PastAbrasion(
                context,
                segment,
                PastFilling(context, segment, AtBulge(context, segment, AboveRoot(context, segment, habit.Reasoned("Usual level"))))
            )
        );
    }

    /// <summary>
    /// Back teeth keep their margin on enamel where the gum has gone back; in front the bared root is covered and the
    /// margin goes with the gum.
    /// </summary>
    private static Reasoned<Mm> AboveRoot(PlanContext context, Segment segment, Reasoned<Mm> level)
    {
        var bare = context.Findings.Recession;
        if (bare <= Mm.Zero || !segment.IsFacial())
            return level;
        return context.Tooth.IsFront
            ? level.Noting(
                new Reason(
                    $"The gum has gone back by {bare}: the margin goes with it and covers the bared root",
                    0,
                    "P",
                    Standing.CommonPractice
                )
            )
            : level.Then(
                level.Value + bare,
                new Reason($"The gum has gone back by {bare}: the margin stays on enamel", bare.Rounded, "P", Standing.CommonPractice)
            );
    }

    private static Reasoned<Mm> AtBulge(PlanContext context, Segment segment, Reasoned<Mm> level)
    {
        if (
            context.Findings.LingualBulge is not { } bulge
            || bulge <= level.Value
            || segment is not (Segment.Lingual or Segment.Mesiolingual or Segment.Distolingual)
        )
            return level;
        return level.Then(
            bulge,
            new Reason(
                $"Ends on the crest of the lingual bulge, {bulge} above the gum, instead of cutting the tooth thin",
                (bulge - level.Value).Rounded,
                "P",
                Standing.CommonPractice
            )
        );
    }

    private static Reasoned<Mm> PastFilling(PlanContext context, Segment segment, Reasoned<Mm> level)
    {
        var beyond = context.Protocol.Veneers.BeyondFillingMm;
        var lowest = context.Findings.FillingUnder(segment) is { } end ? end - new Mm(beyond.Value) : level.Value;
        if (lowest >= level.Value)
            return level;
        return level.Then(
            lowest,
            new Reason(
                $"Passes the filling's end by {new Mm(beyond.Value)}: margins on fillings are where they fail",
                (lowest - level.Value).Rounded,
                beyond.Source,
                beyond.Standing
            )
        );
    }

    /// <summary>An abrasion of the neck is included: a margin that ended in it would have no edge.</summary>
    private static Reasoned<Mm> PastAbrasion(PlanContext context, Segment segment, Reasoned<Mm> level) =>
        context.Findings.AbrasionEnd is { } end && segment.IsFacial() && end < level.Value
            ? level.Then(
                end,
                new Reason(
                    $"Takes in the abrasion of the neck, which ends at {end}",
                    (end - level.Value).Rounded,
                    "P",
                    Standing.CommonPractice
                )
            )
            : level;

    /// <summary>A margin that follows a cusp does not go down to a filling's end; that is said, not passed over.</summary>
    private static Reasoned<Mm> BesideFilling(PlanContext context, Segment segment, Reasoned<Mm> level) =>
        context.Findings.FillingUnder(segment) is { } end && end < level.Value
            ? level.Noting(
                new Reason(
                    $"The filling that ends at {end} is passed by a box or taken out, not by this margin",
                    0,
                    "P",
                    Standing.CommonPractice
                )
            )
            : level;

    /// <summary>
    /// Between sides that lie far apart in height the corner goes half-way, unless it was chosen: the finish line then runs in a
    /// slope instead of a step.
    /// </summary>
    public static IReadOnlyList<MarginPiece> Blended(IReadOnlyList<MarginPiece> pieces, PlanContext context, Decision decision)
    {
        if (pieces.Count < 8)
            return pieces;
        return
        [
            .. pieces.Select(piece =>
                SideOf(piece.Segment) is { } side && !decision.MarginLevel.ContainsKey(piece.Segment) ? Corner(piece, side) : piece
            ),
        ];

        MarginPiece Corner(MarginPiece piece, Segment side)
        {
            var proximal = piece.Segment is Segment.Mesiofacial or Segment.Mesiolingual ? Segment.Mesial : Segment.Distal;
            var (a, b) = (pieces.First(one => one.Segment == side), pieces.First(one => one.Segment == proximal));
            var usual = new Mm(context.Protocol.Shape.GumAboveNeckMm.Value);
            if (context.Findings.Jump(a, b, usual).Value <= context.Protocol.Cautions.MarginJumpMostMm.Value + 1e-9)
                return piece;
            var middle = (Height(a) + Height(b)) * 0.5;
            var level = (middle - context.Findings.GumOverNeck(piece.Segment, usual)).Told;
            return piece with
            {
                Level = piece.Level.Then(
                    level,
                    new Reason(
                        $"Half-way between the {Kebab.Of(side)} and the {Kebab.Of(proximal)}, so that the line slopes instead of stepping",
                        (level - piece.Level.Value).Rounded,
                        "P",
                        Standing.CommonPractice
                    )
                ),
            };

            Mm Height(MarginPiece one) => one.Level.Value + context.Findings.GumOverNeck(one.Segment, usual);
        }
    }

    /// <summary>The side a corner goes along with; null for sides.</summary>
    private static Segment? SideOf(Segment segment) =>
        segment switch
        {
            Segment.Mesiofacial or Segment.Distofacial => Segment.Facial,
            Segment.Mesiolingual or Segment.Distolingual => Segment.Lingual,
            _ => null,
        };

    private static Reasoned<Mm> OutOfAttachment(PlanContext context, Segment segment, Reasoned<Mm> level)
    {
        if (context.Findings.Crest is not { } crest || !segment.IsFacial())
            return level;
        var attachment = context.Protocol.Gums.AttachmentMm;
        var lowest = new Mm(attachment.Value) - crest;
        if (level.Value >= lowest)
            return level;
        return level.Then(
            lowest,
            new Reason(
                $"The bone is {crest} from the gum: {attachment.Value:0.00} of attachment stays untouched",
                (lowest - level.Value).Rounded,
                attachment.Source,
                attachment.Standing
            )
        );
    }
}

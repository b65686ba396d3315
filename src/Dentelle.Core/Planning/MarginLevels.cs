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
            return own;
        var levels = context.Protocol.Defaults.MarginLevelMm;
        var habit = !context.Tooth.IsFront
            ? IsFacial(segment)
                ? levels.BackFacial
                : levels.Back
            : context.Material is Material.MetalCeramicFacial or Material.MetalCeramicFull && IsFacial(segment)
                ? levels.FrontMetalCeramicFacial
                : levels.Front;
        return OutOfAttachment(
            context,
            segment,
            PastFilling(context, segment, AtBulge(context, segment, AboveRoot(context, segment, habit.Reasoned("Usual level"))))
        );
    }

    /// <summary>
    /// Back teeth keep their margin on enamel where the gum has gone back; in front the bared root is covered and the
    /// margin goes with the gum.
    /// </summary>
    private static Reasoned<Mm> AboveRoot(PlanContext context, Segment segment, Reasoned<Mm> level)
    {
        var bare = context.Findings.Recession;
        if (bare <= Mm.Zero || !IsFacial(segment))
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

    private static Reasoned<Mm> OutOfAttachment(PlanContext context, Segment segment, Reasoned<Mm> level)
    {
        if (context.Findings.Crest is not { } crest || !IsFacial(segment))
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

    private static bool IsFacial(Segment segment) => segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial;
}

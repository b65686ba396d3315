using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>How high over the gum a piece of the margin lies: habit, then what was found there; a level that was chosen stands.</summary>
internal static class MarginLevels
{
    public static Reasoned<Mm> At(PlanContext context, Decision decision, Segment segment)
    {
        if (decision.MarginLevel.TryGetValue(segment, out var chosen))
            return Reasoned.From(chosen, new Reason("Chosen for this tooth", chosen.Value, "P", Standing.Assumed));
        if (UnderCusp(context, segment) is { } covered)
            return covered;
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

    /// <summary>An onlay ends where its covered cusps were taken down to, and with a shoulder a little under that.</summary>
    private static Reasoned<Mm>? UnderCusp(PlanContext context, Segment segment)
    {
        if (
            context.Restoration != Restoration.Onlay
            || segment is Segment.Mesial or Segment.Distal
            || context.Assessment.Form is not { } form
        )
            return null;
        var functional = Scope.IsFunctional(segment, context);
        var gum = context.Protocol.Shape.GumAboveNeckMm;
        var cut = context.Entry.Depth(functional ? ZoneKind.FunctionalCusp : ZoneKind.NonFunctionalCusp, Surface.Ceramic)!;
        var depth = cut.Range(context.Protocol.Tolerance).Target;
        var level = Reasoned.From(
            form.Length - new Mm(gum.Value),
            new Reason(
                $"From the gum to the cusp tip, about: {form.Length} of crown less {gum.Value:0.0}",
                form.Length.Value - gum.Value,
                gum.Source,
                gum.Standing
            )
        );
        level = level.Then(level.Value - depth, new Reason("The covered cusp's depth", -depth.Value, cut.Source, cut.Standing));
        if (!functional || context.Cavity!.FunctionalShoulder is null)
            return level;
        var under = context.Protocol.CuspCover.ShoulderUnderCuspMm;
        return level.Then(
            level.Value - new Mm(under.Value),
            new Reason(under.Text ?? "The shoulder lies under the cusp", -under.Value, under.Source, under.Standing)
        );
    }

    /// <summary>Back teeth keep their margin on enamel where the gum has gone back; in front the bared root is covered and the margin goes with the gum.</summary>
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
        var lowest = FillingUnder(context.Findings, segment) is { } end ? end - new Mm(beyond.Value) : level.Value;
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

    /// <summary>The lowest end of a filling on a segment's side, over the gum.</summary>
    internal static Mm? FillingUnder(Findings findings, Segment segment) =>
        findings
            .Fillings.Where(filling =>
                filling.EndsAboveGum is not null
                && filling.Surface
                    == segment switch
                    {
                        Segment.Mesial => FilledSurface.Mesial,
                        Segment.Distal => FilledSurface.Distal,
                        Segment.Lingual or Segment.Mesiolingual or Segment.Distolingual => FilledSurface.Lingual,
                        _ => FilledSurface.Facial,
                    }
            )
            .Select(filling => filling.EndsAboveGum)
            .Min();

    private static bool IsFacial(Segment segment) => segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial;
}

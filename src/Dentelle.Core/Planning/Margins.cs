using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>The finish line: design and width by material, carried round the sides, level by tooth and habit.</summary>
internal static class Margins
{
    public static Answer<Margin> For(PlanContext context, Decision decision)
    {
        if (context.Entry.Margin.FirstOrDefault(entry => entry.Segments is MarginSide.All or MarginSide.Facial) is not { } facial)
            return Sides(context, decision);
        var lingual = context.Entry.Margin.FirstOrDefault(entry => entry.Segments is MarginSide.All or MarginSide.Lingual) ?? facial;
        if (decision.FacialMargin is { } wanted)
        {
            if (facial.With(wanted) is not { } other)
            {
                var offered = new[] { facial.Design }.Concat(facial.Alternatives?.Select(entry => entry.Design) ?? []).Select(Kebab.Of);
                return new Problem(
                    "margin-design",
                    $"{context.Entry.Name} has no {Kebab.Of(wanted)} on the facial in this protocol; it has {string.Join(", ", offered)}."
                );
            }

            facial = other;
            if (lingual.Segments == MarginSide.All)
                lingual = other;
        }

        if (decision.FacialMarginWidth is { } chosen)
        {
            var own = facial.Width(context.Protocol.Tolerance);
            var wide = facial with
            {
                WidthMm = chosen.Value,
                LeastWidthMm = Mm.Least(own.Least, chosen).Value,
                MostWidthMm = Mm.Most(own.Most, chosen).Value,
                Text = $"Chosen for this tooth instead of {own.Target}",
                Source = "P",
                Standing = Standing.Assumed,
            };
            (lingual, facial) = (ReferenceEquals(lingual, facial) ? wide : lingual, wide);
        }

        // A veneer's facial design goes to the contacts and, past a filling, round them; its lingual one ends the edge.
        if (context.Rules.IsVeneer)
            return new Margin(
                [.. Segments(context).Select(segment => Plain(context, decision, segment, segment == Segment.Lingual ? lingual : facial))],
                []
            );

        IReadOnlyList<Transition> transitions = ReferenceEquals(facial, lingual)
            ? []
            :
            [
                TransitionOn(Segment.Mesial, decision.MesialTransition ?? context.Protocol.Defaults.Transition.Mesial),
                TransitionOn(Segment.Distal, decision.DistalTransition ?? context.Protocol.Defaults.Transition.Distal),
            ];
        return new Margin(MarginLevels.Blended([.. Segments(context).Select(Piece)], context, decision), transitions);

        MarginPiece Piece(Segment segment)
        {
            var share = transitions.Select(transition => transition.LingualShare((int)segment)).DefaultIfEmpty(0).Max();
            var entry = share is 1 ? lingual : facial;
            var width = context.Capped(Width(entry, share), cap => cap.Segments.Contains(segment));
            return new(segment, DesignOf(context, entry), width, MarginLevels.At(context, decision, segment));
        }

        Reasoned<MmRange> Width(MarginEntry entry, double share)
        {
            var own = OwnWidth(context, entry);
            if (share is 0 or 1)
                return own;
            var other = (ReferenceEquals(entry, facial) ? lingual : facial).Width(context.Protocol.Tolerance);
            var mixed = MmRange.Middle(own.Value, other);
            return own.Then(
                mixed,
                new Reason("Half-way through the transition here", (mixed.Target - own.Value.Target).Rounded, "P", Standing.CommonPractice)
            );
        }
    }

    private static Transition TransitionOn(Segment side, TransitionPlace place)
    {
        // Segments are counted from the facial: 1 the facial corner, 2 the contact, 3 the lingual corner.
        var (begin, end) = place switch
        {
            TransitionPlace.FacialOfContact => (1.0, 2.0),
            TransitionPlace.MidContact => (1.0, 3.0),
            _ => (2.0, 3.0),
        };
        return new(side, place, begin, end);
    }

    /// <summary>A margin that differs by side of the bite, or goes round the lingual only.</summary>
    private static Margin Sides(PlanContext context, Decision decision)
    {
        return new Margin([.. Segments(context).Select(Piece)], []);

        MarginPiece Piece(Segment segment)
        {
            var side = CuspSides.IsFunctional(segment, context) ? MarginSide.Functional : MarginSide.NonFunctional;
            var entry = context.Entry.Margin.FirstOrDefault(row => row.Segments == side) ?? context.Entry.Margin[0];
            // A V-shaped cusp ends where its bevel runs out.
            if (side == MarginSide.Functional && context.Cavity is { FunctionalShoulder: null })
                entry = entry with { Design = MarginDesign.FeatherEdge, WidthMm = 0, LeastWidthMm = 0, MostWidthMm = 0 };
            return Plain(context, decision, segment, entry);
        }
    }

    /// <summary>A piece as its entry says, without transition or cap.</summary>
    private static MarginPiece Plain(PlanContext context, Decision decision, Segment segment, MarginEntry entry) =>
        new(segment, DesignOf(context, entry), OwnWidth(context, entry), MarginLevels.At(context, decision, segment));

    /// <summary>Inner angles are rounded or flat as the practice likes them.</summary>
    private static MarginDesign DesignOf(PlanContext context, MarginEntry entry) =>
        entry.Design == MarginDesign.RoundedShoulder && context.Protocol.Takes("inner-angle", "flat")
            ? MarginDesign.Shoulder
            : entry.Design;

    private static Reasoned<MmRange> OwnWidth(PlanContext context, MarginEntry entry)
    {
        var width = entry.Width(context.Protocol.Tolerance);
        var set = Reasoned.From(
            width,
            new Reason($"{context.Entry.Name}: {Kebab.Words(DesignOf(context, entry))}", width.Target.Value, entry.Source, entry.Standing)
        );
        return entry.Text is { } text ? set.Noting(new Reason(text, 0, entry.Source, entry.Standing)) : set;
    }

    private static IEnumerable<Segment> Segments(PlanContext context) =>
        Enum.GetValues<Segment>().Where(segment => context.Rules.Has(segment, context));
}

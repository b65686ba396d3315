using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>The finish line: design and width by material, carried round the sides, level by tooth and habit.</summary>
internal static class Margins
{
    public static Answer<Margin> For(PlanContext context, Decision decision)
    {
        if (context.Entry.Margin.FirstOrDefault(entry => entry.Segments is MarginSide.All or MarginSide.Facial) is not { } facial) return Sides(context, decision);
        var lingual = context.Entry.Margin.FirstOrDefault(entry => entry.Segments is MarginSide.All or MarginSide.Lingual) ?? facial;
        if (decision.FacialMargin is { } wanted)
        {
            if (facial.With(wanted) is not { } other)
            {
                var offered = new[] { facial.Design }.Concat(facial.Alternatives?.Select(entry => entry.Design) ?? []).Select(Kebab.Of);
                return new Problem("margin-design", $"{context.Entry.Name} has no {Kebab.Of(wanted)} on the facial in this protocol; it has {string.Join(", ", offered)}.");
            }

            facial = other;
            if (lingual.Segments == MarginSide.All) lingual = other;
        }

        // A veneer's facial design goes to the contacts and, past a filling, round them; its lingual one ends the edge.
        if (context.Restoration.IsVeneer())
            return new Margin([.. Segments(context).Select(segment => Plain(segment, segment == Segment.Lingual ? lingual : facial))], []);

        IReadOnlyList<Transition> transitions = ReferenceEquals(facial, lingual) ? [] :
        [
            TransitionOn(Segment.Mesial, decision.MesialTransition ?? context.Protocol.Defaults.Transition.Mesial),
            TransitionOn(Segment.Distal, decision.DistalTransition ?? context.Protocol.Defaults.Transition.Distal),
        ];
        return new Margin([.. Segments(context).Select(Piece)], transitions);

        MarginPiece Plain(Segment segment, MarginEntry entry) => new(segment, entry.Design, Width(context, entry, segment, 0), MarginLevels.At(context, decision, segment));

        MarginPiece Piece(Segment segment)
        {
            var share = transitions.Select(transition => transition.LingualShare((int)segment)).DefaultIfEmpty(0).Max();
            var entry = share > 0.5 ? lingual : facial;
            var width = context.Capped(Width(context, entry, segment, share), cap => cap.Segments.Contains(segment));
            return new(segment, entry.Design, width, MarginLevels.At(context, decision, segment));
        }

        Reasoned<MmRange> Width(PlanContext plan, MarginEntry entry, Segment segment, double share)
        {
            var own = entry.Width(plan.Protocol.Tolerance);
            var words = Kebab.Of(entry.Design).Replace('-', ' ');
            var reason = new Reason($"{plan.Entry.Name}: {words}", own.Target.Value, entry.Source, entry.Standing);
            if (share is 0 or 1) return Reasoned.From(own, reason);
            var other = (ReferenceEquals(entry, facial) ? lingual : facial).Width(plan.Protocol.Tolerance);
            var mixed = MmRange.Middle(own, other);
            return Reasoned.From(own, reason).Then(mixed, new Reason("Half-way through the transition here", (mixed.Target - own.Target).Rounded, "P", Standing.CommonPractice));
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
            var side = Scope.IsFunctional(segment, context) ? MarginSide.Functional : MarginSide.NonFunctional;
            var entry = context.Entry.Margin.FirstOrDefault(row => row.Segments == side) ?? context.Entry.Margin[0];
            var width = entry.Width(context.Protocol.Tolerance);
            var words = Kebab.Of(entry.Design).Replace('-', ' ');
            return new(
                segment, entry.Design, Reasoned.From(width, new Reason($"{context.Entry.Name}: {words}", width.Target.Value, entry.Source, entry.Standing)),
                MarginLevels.At(context, decision, segment));
        }
    }

    private static IEnumerable<Segment> Segments(PlanContext context) => Enum.GetValues<Segment>().Where(segment => Scope.Has(segment, context));
}

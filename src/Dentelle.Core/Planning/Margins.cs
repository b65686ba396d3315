using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>The finish line: design and width by material, carried round the sides, level by tooth and habit.</summary>
internal static class Margins
{
    public static Answer<Margin> For(PlanContext context, Decision decision)
    {
        var facial = context.Crown.Margin.First(entry => entry.Segments is MarginSide.All or MarginSide.Facial);
        var lingual = context.Crown.Margin.First(entry => entry.Segments is MarginSide.All or MarginSide.Lingual);
        if (decision.FacialMargin is { } wanted)
        {
            if (facial.With(wanted) is not { } other)
            {
                var offered = new[] { facial.Design }.Concat(facial.Alternatives?.Select(entry => entry.Design) ?? []).Select(Kebab.Of);
                return new Problem("margin-design", $"{context.Crown.Name} has no {Kebab.Of(wanted)} on the facial in this protocol; it has {string.Join(", ", offered)}.");
            }

            facial = other;
            if (lingual.Segments == MarginSide.All) lingual = other;
        }

        IReadOnlyList<Transition> transitions = ReferenceEquals(facial, lingual) ? [] :
        [
            TransitionOn(Segment.Mesial, decision.MesialTransition ?? context.Protocol.Defaults.Transition.Mesial),
            TransitionOn(Segment.Distal, decision.DistalTransition ?? context.Protocol.Defaults.Transition.Distal),
        ];
        return new Margin([.. Enum.GetValues<Segment>().Select(Piece)], transitions);

        MarginPiece Piece(Segment segment)
        {
            var share = transitions.Select(transition => transition.LingualShare((int)segment)).DefaultIfEmpty(0).Max();
            var entry = share > 0.5 ? lingual : facial;
            var width = context.Capped(Width(context, entry, segment, share), cap => cap.Segments.Contains(segment));
            return new(segment, entry.Design, width, Level(context, decision, segment));
        }

        Reasoned<MmRange> Width(PlanContext plan, MarginEntry entry, Segment segment, double share)
        {
            var own = entry.Width(plan.Protocol.Tolerance);
            var words = Kebab.Of(entry.Design).Replace('-', ' ');
            var reason = new Reason($"{plan.Crown.Name}: {words}", own.Target.Value, entry.Source, entry.Standing);
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

    private static Reasoned<Mm> Level(PlanContext context, Decision decision, Segment segment)
    {
        if (decision.MarginLevel.TryGetValue(segment, out var chosen))
            return Reasoned.From(chosen, new Reason("Chosen for this tooth", chosen.Value, "P", Standing.Assumed));
        var levels = context.Protocol.Defaults.MarginLevelMm;
        var habit = !context.Tooth.IsFront ? levels.Back
            : context.Material is Material.MetalCeramicFacial or Material.MetalCeramicFull && IsFacial(segment) ? levels.FrontMetalCeramicFacial
            : levels.Front;
        return Reasoned.From(new Mm(habit.Value), new Reason(habit.Text ?? "Usual level", habit.Value, habit.Source, habit.Standing));
    }

    private static bool IsFacial(Segment segment) => segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial;
}

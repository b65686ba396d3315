using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>What the veneers share that go over the edge: a margin behind it, and a seat in it however much they lengthen.</summary>
internal abstract class VeneerOverEdge : VeneerRules
{
    internal override bool Has(Segment segment, PlanContext context) => segment == Segment.Lingual || base.Has(segment, context);

    /// <summary>Behind the edge it ends where that was taken down to, and with a wrap some way under it.</summary>
    internal override Reasoned<Mm>? OwnLevel(Segment segment, PlanContext context)
    {
        if (segment != Segment.Lingual || context.Assessment.Form is not { } form)
            return null;
        var cut = context.Entry.Depth(ZoneKind.Edge, Surface.Ceramic)!;
        var level = LevelDown.To(form.Length, $"the edge, about: {form.Length} of crown", cut, "The edge's depth", context.Protocol);
        return Under(context.Protocol) is { } under ? level.Under(under, "The lingual chamfer lies under the edge") : level;
    }

    /// <summary>How far under the lowered edge it ends on the lingual; null for at the edge itself.</summary>
    private protected virtual Sourced<double>? Under(Protocol protocol) => null;

    internal override Sourced<double>? LeastLeft(Zone zone, PlanContext context) =>
        zone.Kind == ZoneKind.Edge ? context.Protocol.Veneers.EdgeLeastMm : null;
}

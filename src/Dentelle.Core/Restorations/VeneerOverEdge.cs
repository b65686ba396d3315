using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>What the veneers share that go over the edge: a margin behind it, and a seat in it however much they lengthen.</summary>
internal abstract class VeneerOverEdge : VeneerRules
{
    internal override bool Has(Segment segment, PlanContext context) => segment == Segment.Lingual || base.Has(segment, context);

    internal override Sourced<double>? LeastLeft(Zone zone, PlanContext context) =>
        zone.Kind == ZoneKind.Edge ? context.Protocol.Veneers.EdgeLeastMm : null;
}

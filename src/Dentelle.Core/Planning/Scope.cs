using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>Which zones and which pieces of the margin a restoration has on a tooth.</summary>
internal static class Scope
{
    public static IReadOnlyList<Zone> Zones(PlanContext context) =>
        [.. Teeth.Zones.Of(context.Tooth, context.Assessment.Crossbite).Where(zone => Has(zone, context))];

    public static bool Has(Segment segment, PlanContext context) =>
        context.Restoration switch
        {
            Restoration.Crown => true,
            Restoration.Pontic => false,
            Restoration.VeneerFacial => IsFacialHalf(segment) || Embraces(segment, context),
            Restoration.VeneerButt or Restoration.VeneerWrap => IsFacialHalf(segment)
                || segment == Segment.Lingual
                || Embraces(segment, context),
            Restoration.PartialCrown => segment is not (Segment.Facial or Segment.Mesiofacial or Segment.Distofacial),
            _ => segment switch
            {
                Segment.Mesial => context.Cavity!.Boxes.Contains(ProximalSide.Mesial),
                Segment.Distal => context.Cavity!.Boxes.Contains(ProximalSide.Distal),
                _ => context.Cavity!.Covered.Any(cusp => Beside(cusp, segment)),
            },
        };

    /// <summary>The side of a segment: the functional cusps', or the others'. The contacts count with the others.</summary>
    public static bool IsFunctional(Segment segment, PlanContext context) =>
        Cusps.Of(context.Tooth).Any(cusp => cusp.IsFunctional(context.Tooth, context.Assessment.Crossbite) && Beside(cusp, segment));

    private static bool Has(Zone zone, PlanContext context) =>
        context.Restoration switch
        {
            Restoration.Crown => true,
            Restoration.Pontic => false,
            Restoration.Onlay or Restoration.Inlay => zone switch
            {
                { Cusp: { } cusp } => context.Cavity!.Covered.Contains(cusp),
                { Kind: ZoneKind.MesialRidge } => context.Cavity!.Boxes.Contains(ProximalSide.Mesial),
                { Kind: ZoneKind.DistalRidge } => context.Cavity!.Boxes.Contains(ProximalSide.Distal),
                _ => zone.Kind == ZoneKind.Groove,
            },
            Restoration.VeneerFacial or Restoration.VeneerButt or Restoration.VeneerWrap when zone.Kind == ZoneKind.FacialGingivalThird =>
                true,
            _ => context.Entry.Depth(zone.Kind, Surface.Ceramic) is not null,
        };

    private static bool IsFacialHalf(Segment segment) =>
        segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial or Segment.Mesial or Segment.Distal;

    // A veneer takes a proximal filling in whole, and closes a dark triangle from behind: it goes on through the contact there.
    private static bool Embraces(Segment segment, PlanContext context) =>
        segment switch
        {
            Segment.Mesiolingual => Through(ProximalSide.Mesial, FilledSurface.Mesial, context.Findings),
            Segment.Distolingual => Through(ProximalSide.Distal, FilledSurface.Distal, context.Findings),
            _ => false,
        };

    private static bool Through(ProximalSide side, FilledSurface surface, Findings found) =>
        found.DarkTriangles.Contains(side) || found.Fillings.Any(filling => filling.Surface == surface);

    private static bool Beside(Cusp cusp, Segment segment) =>
        segment switch
        {
            Segment.Facial => cusp.IsFacial(),
            Segment.Mesiofacial => cusp is Cusp.Facial or Cusp.Mesiofacial,
            Segment.Distofacial => cusp is Cusp.Facial or Cusp.Distofacial or Cusp.Distal,
            Segment.Lingual => !cusp.IsFacial(),
            Segment.Mesiolingual => cusp is Cusp.Lingual or Cusp.Mesiolingual,
            Segment.Distolingual => cusp is Cusp.Lingual or Cusp.Distolingual,
            _ => false,
        };
}

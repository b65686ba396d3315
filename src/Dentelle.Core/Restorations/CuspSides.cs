namespace Dentelle.Core.Restorations;

/// <summary>Which cusps stand over which pieces of the margin.</summary>
internal static class CuspSides
{
    /// <summary>The side of a segment: the functional cusps', or the others'. The contacts count with the others.</summary>
    public static bool IsFunctional(Segment segment, PlanContext context) =>
        Cusps.Of(context.Tooth).Any(cusp => cusp.IsFunctional(context.Tooth, context.Assessment.Crossbite) && cusp.StandsOver(segment));

    public static bool StandsOver(this Cusp cusp, Segment segment) =>
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

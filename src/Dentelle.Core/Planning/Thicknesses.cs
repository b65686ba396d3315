using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>What the restoration needs in each zone, before anything of this patient is considered.</summary>
internal static class Thicknesses
{
    /// <returns>What the material asks for, and what this tooth lets it have.</returns>
    public static (MmRange Needed, Reasoned<MmRange> Given) For(Zone zone, PlanContext context, Margin margin)
    {
        // Its exceptions and caps are those of the surface beside it too.
        if (zone.Kind == ZoneKind.FacialGroove)
            return For(new Zone(ZoneKind.FacialOcclusalHalf), context, margin);
        var set = zone.Kind switch
        {
            _ when context.Rules.OwnDepth(zone, context, margin) is { } own => own,
            _ when Exception(zone, context) is { } exception => exception,
            ZoneKind.FacialGingivalThird when context.Entry.Depth(zone.Kind, Surface.Ceramic) is null => AsTheMargin(context, margin),
            ZoneKind.FacialGingivalHalf => MiddleAndMargin(context, margin),
            _ => FromTable(zone, context),
        };
        var given = context.Rules.Deepened(zone, Capped(context.Rules.BySchool(zone, set, context), zone, context), context);
        return (set.Value, given);
    }

    /// <summary>What meets the antagonist or the eye at a zone: metal or ceramic.</summary>
    public static Surface SurfaceAt(Zone zone, PlanContext context) =>
        (context.Coverage, zone) switch
        {
            (CeramicCoverage.Occlusal, _) => Surface.Ceramic,
            (CeramicCoverage.FacialCusp, { Cusp: { } cusp }) when cusp.IsFacial() => Surface.Ceramic,
            _ => Surface.Metal,
        };

    private static Reasoned<MmRange> FromTable(Zone zone, PlanContext context)
    {
        var surface = SurfaceAt(zone, context);
        var entry = context.Entry.Depth(zone.Kind, surface)!;
        var where = entry.In is null ? "" : $" in {Kebab.Of(surface)}";
        var range = entry.Range(context.Protocol.Tolerance);
        var kind = new Zone(zone.Kind).Words;
        return Reasoned.From(
            range,
            new Reason($"{context.Entry.Name}: {kind.LowerFirst()}{where}", range.Target.Value, entry.Source, entry.Standing)
        );
    }

    private static Reasoned<MmRange> AsTheMargin(PlanContext context, Margin margin)
    {
        var width = margin.At(Segment.Facial).Width;
        return Reasoned.From(
            width.Value,
            new Reason("As deep as the facial margin is wide", width.Value.Target.Value, width.Reasons[0].Source, width.Reasons[0].Standing)
        );
    }

    private static Reasoned<MmRange> MiddleAndMargin(PlanContext context, Margin margin)
    {
        var middle = context.Entry.Depth(ZoneKind.FacialMiddleThird, Surface.Ceramic)!.Range(context.Protocol.Tolerance);
        var edge = margin.At(Segment.Facial).Width.Value;
        var between = MmRange.Middle(middle, edge);
        return Reasoned.From(
            between,
            new Reason(
                $"Half-way between the facial middle ({middle.Target}) and the margin ({edge.Target})",
                between.Target.Value,
                "P",
                Standing.CommonPractice
            )
        );
    }

    private static Reasoned<MmRange>? Exception(Zone zone, PlanContext context)
    {
        var exception = context.Protocol.Exceptions.FirstOrDefault(entry =>
            entry.Materials.Contains(context.Material) && entry.Teeth.Contains(context.Tooth.Iso) && entry.Zones.Contains(zone.Kind)
        );
        if (exception is null)
            return null;
        var range = Ranges.From(exception.TargetMm, null, null, context.Protocol.Tolerance);
        return Reasoned.From(range, new Reason(exception.Text, range.Target.Value, exception.Source, exception.Standing));
    }

    private static Reasoned<MmRange> Capped(Reasoned<MmRange> set, Zone zone, PlanContext context) =>
        context.Capped(set, cap => cap.Zones.Contains(zone.Kind));
}

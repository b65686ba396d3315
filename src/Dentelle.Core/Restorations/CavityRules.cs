using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>What inlay and onlay share: an isthmus along the groove, boxes where the sides are lost, walls that open outwards.</summary>
internal abstract class CavityRules : RestorationRules
{
    public override bool IsIntracoronal => true;

    internal override bool Has(Zone zone, PlanContext context) =>
        zone switch
        {
            { Cusp: { } cusp } => context.Cavity!.Covered.Contains(cusp),
            { Kind: ZoneKind.MesialRidge } => IsLowered(ProximalSide.Mesial, context),
            { Kind: ZoneKind.DistalRidge } => IsLowered(ProximalSide.Distal, context),
            _ => zone.Kind == ZoneKind.Groove,
        };

    internal override IEnumerable<Zone> ZonesOf(PlanContext context) =>
        base.ZonesOf(context).Concat(context.Cavity!.Boxes.SelectMany(Zones.OfBox));

    internal override bool NeedsDepth(ZoneKind zone) => zone == ZoneKind.Groove;

    internal override bool Has(Segment segment, PlanContext context) =>
        segment switch
        {
            Segment.Mesial => Ends(ProximalSide.Mesial, context),
            Segment.Distal => Ends(ProximalSide.Distal, context),
            _ => context.Cavity!.Covered.Any(cusp => cusp.StandsOver(segment)),
        };

    /// <summary>
    /// Whether a ridge without a box is taken down with the covered cusps at both of its ends: alone it would stand as a blade.
    /// </summary>
    private protected static bool IsLowered(ProximalSide side, PlanContext context)
    {
        Segment[] ends =
            side == ProximalSide.Mesial ? [Segment.Mesiofacial, Segment.Mesiolingual] : [Segment.Distofacial, Segment.Distolingual];
        return !context.Cavity!.Boxes.Contains(side)
            && Cusps.Of(context.Tooth).Where(cusp => ends.Any(end => cusp.StandsOver(end))).All(context.Cavity.Covered.Contains);
    }

    /// <summary>Whether it ends on a side at all: in a box, or at the lowered ridge.</summary>
    private static bool Ends(ProximalSide side, PlanContext context) => context.Cavity!.Boxes.Contains(side) || IsLowered(side, context);

    internal override Reasoned<MmRange>? OwnDepth(Zone zone, PlanContext context, Margin margin)
    {
        if (!zone.Kind.IsBox())
            return null;
        var box = context.Cavity!.BoxPlans.First(one => Zones.OfBox(one.Side).Contains(zone));
        return zone.Kind.IsBoxFloor() ? DownToTheMargin(box.Side, context, margin) : box.Axial;
    }

    /// <summary>A box's floor is its margin: from the ridge down to that.</summary>
    private static Reasoned<MmRange> DownToTheMargin(ProximalSide side, PlanContext context, Margin margin)
    {
        var (level, usual, doubt) = (
            margin.At(side.Middle()).Level.Value,
            context.Protocol.Shape.GumAboveNeckMm,
            new Mm(context.Protocol.Walls.DoubtMm.Value)
        );
        var gum = context.Findings.GumOverNeck(side.Middle(), new Mm(usual.Value));
        // An average ridge is not known to the hundredth.
        var ridge = (context.Assessment.Form?.Ridge(side) ?? Mm.Zero).Told;
        var range = new MmRange(ridge - gum, ridge - gum - doubt, ridge - gum + doubt);
        var depth = Reasoned.From(
            range,
            new Reason(
                $"From the marginal ridge to the gum, about: {ridge} over the neck less {gum}",
                range.Target.Value,
                usual.Source,
                usual.Standing
            )
        );
        return depth.Then(
            range.MovedBy(-level, Mm.Zero),
            new Reason($"The floor is the margin, {level} from the gum", (-level).Rounded, "P", Standing.CommonPractice)
        );
    }

    internal override Cavity Cavity(RestorationEntry entry, Material material, Assessment assessment, Decision decision, Protocol protocol)
    {
        var habits = protocol.Intracoronal.First(row => row.Materials.Contains(material));
        var sides = decision.Boxes ?? SidesOf(assessment.Findings);
        CuspChoice[] cusps = [.. Cusps.Of(assessment.Tooth).Select(cusp => Choose(cusp, assessment, decision, protocol))];
        var isthmus = Isthmus(habits, entry, assessment, protocol.CuspCover.IsthmusShareMost);
        return new Cavity
        {
            Isthmus = isthmus,
            IsthmusShare = habits.IsthmusShare,
            Depth = Range("Pulpal floor under the imagined bottom of the groove", habits.DepthMm, habits),
            BoxPlans = [.. sides.Distinct().Order().Select(side => Box(side, habits, assessment.Findings, isthmus?.Value.Target))],
            Divergence = habits.WallDivergenceDeg,
            CavosurfaceDeg = habits.CavosurfaceDeg,
            Bevel = habits.BevelMm,
            BevelDeg = habits.BevelDeg,
            Cusps = cusps,
            FunctionalShoulder = FunctionalShoulder(cusps, assessment, protocol),
        };
    }

    internal override Answer<PlannedBody>? Body(PresentTooth present, Plan plan, Protocol protocol) =>
        new CavityForm(present, plan, protocol);

    /// <summary>Whether it covers a cusp, and why.</summary>
    private protected abstract CuspChoice Choose(Cusp cusp, Assessment assessment, Decision decision, Protocol protocol);

    /// <summary>Height of the shoulder under covered functional cusps; null where it has none.</summary>
    private protected virtual Reasoned<Mm>? FunctionalShoulder(IReadOnlyList<CuspChoice> cusps, Assessment assessment, Protocol protocol) =>
        null;

    private static ProximalSide[] SidesOf(Findings found) =>
        [
            .. Enum.GetValues<ProximalSide>()
                .Where(side =>
                    found.LostRidges.Contains(side)
                    || found.Gap.ContainsKey(side)
                    || found.Fillings.Any(filling =>
                        filling.Surface == (side == ProximalSide.Mesial ? FilledSurface.Mesial : FilledSurface.Distal)
                    )
                ),
        ];

    private static BoxPlan Box(ProximalSide side, CavityHabits habits, Findings found, Mm? isthmus)
    {
        var widened = Reasoned.From(Mm.Zero, new Reason("No gap to close on this side", 0, "P", Standing.Assumed));
        if (found.Gap.TryGetValue(side, out var gap) && gap > Mm.Zero)
            widened = Reasoned.From(
                gap,
                new Reason(
                    $"Opened wider by the gap of {gap} that is to be closed, so that its walls carry the bulge",
                    gap.Value,
                    "P",
                    Standing.Assumed
                )
            );
        return new(
            side,
            Range("Axial depth of the box", habits.BoxAxialMm, habits),
            new(habits.GingivalFloorMm),
            new(habits.NeighbourGapMm),
            widened,
            // Beside the isthmus it opens on both sides until it is free of the neighbour.
            isthmus is { } narrow
                ? (narrow + new Mm(2 * habits.NeighbourGapMm) + widened.Value).Told
                : null
        );
    }

    private static Reasoned<MmRange>? Isthmus(CavityHabits habits, RestorationEntry entry, Assessment assessment, Sourced<double> bearing)
    {
        if (habits.IsthmusMm is { } widths)
        {
            var least = new Mm(widths.For(assessment.Tooth));
            var set = Reasoned.From(
                new MmRange(least, least, least),
                new Reason($"{entry.Name}: isthmus at least this wide", least.Value, habits.Source, habits.Standing)
            );
            if (assessment.Form?.Intercuspal is not { } between)
                return set;
            // No wider than the cusps still bear; where the old filling is wider, as wide as that.
            var most = Mm.Most(least, (between * bearing.Value).Told);
            var there = assessment.Findings.IsthmusShare is { } taken ? (between * taken).Told : Mm.Zero;
            return there <= least
                ? set with
                {
                    Value = new MmRange(least, least, most),
                }
                : set.Then(
                    new MmRange(there, there, Mm.Most(there, most)),
                    new Reason($"The filling that is there takes {there} already", (there - least).Rounded, "P", Standing.CommonPractice)
                );
        }
        if (habits.IsthmusShare is not { } share || assessment.Form?.Intercuspal is not { } tips)
            return null;
        var middle = (share.From + share.To) / 2;
        return Reasoned.From(
            new MmRange((tips * middle).Told, (tips * share.From).Told, (tips * share.To).Told),
            new Reason(
                $"{entry.Name}: {share.From:0.00}–{share.To:0.00} of the {tips} between the cusp tips",
                (tips * middle).Told.Rounded,
                habits.Source,
                habits.Standing
            )
        );
    }

    private static Reasoned<MmRange> Range(string text, Limits limits, CavityHabits habits)
    {
        var range = Ranges.From(null, limits.From, limits.To, Mm.Zero);
        return Reasoned.From(range, new Reason(text, range.Target.Value, habits.Source, habits.Standing));
    }
}

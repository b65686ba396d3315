using Dentelle.Core.Burs;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>Contacts, grooves and boxes, and what cuts nothing.</summary>
internal static class OtherCuts
{
    public static IReadOnlyList<SheetStep> Through(StepEntry entry, ToCut left, StepBench bench) =>
        [
            .. bench
                .Zones(entry)
                .Where(zone => ToothToCut.SideOf(zone.Zone.Kind) is { } side && bench.Tooth.HasContact(side))
                .Select(zone => Through(entry, zone, left, bench)),
        ];

    private static SheetStep Through(StepEntry entry, ZonePlan zone, ToCut left, StepBench bench)
    {
        // What is cut at the contact: the wall's depth there, or where the restoration stays inside its contact, the line's width.
        var cut = Mm.Most(zone.Depth.Value.Target, bench.Tooth.LineWidthAt(ToothToCut.SegmentOf(zone.Zone.Kind)) ?? Mm.Zero);
        return new StepDraft(entry)
        {
            Part = StepPart.Of(ToothToCut.SideOf(zone.Zone.Kind)),
            Cuts = [new ZoneCut(zone.Zone, null, Mm.Zero, 1, left.At(zone), null)],
            Choice = ThroughContact(entry, zone, cut, bench),
        }.On(bench);
    }

    /// <summary>
    /// One school goes through the contacts with the bur that cuts the walls, where that has room; else the thinnest does.
    /// </summary>
    private static BurChoice? ThroughContact(StepEntry entry, ZonePlan zone, Mm cut, StepBench bench)
    {
        var (limits, role, segment) = (bench.Table.Limits, bench.Table.Roles[bench.RoleOf(entry)], ToothToCut.SegmentOf(zone.Zone.Kind));
        var (contact, shell) = (
            (bench.Plan.Assessment.Form?.Length.Value ?? 0) * (1 - limits.ContactHeightShare.Value),
            new Mm(limits.ShellMm.Value)
        );
        if (role.Use == BurUse.Through)
            return Thin(role);
        var wide = bench.Choose(bench.RoleOf(entry), bench.Tooth.LineWidthAt(segment), bench.Tooth.ClassAt(segment)).Choice;
        if (wide?.Chosen is not { } taper || BurSums.ThroughContact(BurProfile.Of(taper), contact, shell, cut) is not { Fits: false } fit)
            return wide;
        var thin = Thin(bench.Table.Roles[entry.Role!]);
        return thin with
        {
            Why = $"{thin.Why}; the {taper.Family.Words()} of the other steps is {fit.Diameter} wide there, and {cut} is cut",
        };

        BurChoice Thin(BurRole through) =>
            BurChoice.For(new BurNeed(through, through.Families, null, null, cut, contact, shell), bench.Rack, bench.Tolerance);
    }

    public static IReadOnlyList<SheetStep> Features(StepEntry entry, StepBench bench) =>
        [.. bench.Plan.Features.Where(feature => feature.Kind == entry.Feature).Select(feature => Feature(entry, feature, bench))];

    private static SheetStep Feature(StepEntry entry, RetentiveFeature feature, StepBench bench)
    {
        var (choice, tool) = bench.Choose(bench.RoleOf(entry), feature.Width.Value, null);
        return new StepDraft(entry)
        {
            Part = StepPart.Of(feature.Side),
            Width = feature.Depth.Value,
            Measures = [new(feature.Depth.Value, "into the wall", bench.Mark(choice, feature.Depth.Value)), .. Width(feature, choice)],
            Choice = choice,
            Tool = tool,
            // Grooves and boxes stand in the path: two that lean apart would lock the crown out.
            Tilt = 0,
        }.On(bench);
    }

    /// <summary>A groove is as wide as its bur; only what is wider is told.</summary>
    private static IEnumerable<StepDepth> Width(RetentiveFeature feature, BurChoice? choice)
    {
        var width = feature.Width.Value;
        if (choice?.Chosen is not { } bur)
            yield return new(width, "wide", null);
        else if (Math.Abs((width - bur.Tip).Value) > 0.1 + 1e-9)
            yield return new(width, "wide", BurWidths.Words(width, bur.Tip));
    }

    public static SheetStep Plain(StepEntry entry, StepBench bench)
    {
        var (choice, tool) = entry.Role is null
            ? (null, null)
            : bench.Choose(bench.RoleOf(entry), null, bench.Tooth.ClassAt(Segment.Facial));
        // One neighbour alone is named by its side.
        var side = entry.OneSideName is null ? null : bench.Tooth.OnlyNeighbour;
        var step = new StepDraft(entry)
        {
            Name = side is null ? null : entry.OneSideName,
            Part = StepPart.Of(side),
            Choice = choice,
            Tool = tool,
        }.On(bench);
        return entry.Cord is { } place ? WithCord(step, place, bench) : step;
    }

    /// <summary>
    /// Which cord a step lays: by region, thinner for a thin gum, plain for who is sensitive to epinephrine; the first one
    /// always plain.
    /// </summary>
    private static SheetStep WithCord(SheetStep step, CordPlace place, StepBench bench)
    {
        var (cord, found) = (bench.Table.Cord(bench.Plan.Tooth), bench.Scene.Findings);
        var size = place == CordPlace.First ? cord.First : (found.ThinGum ? cord.ThinSecond : null) ?? cord.Second;
        var isPlain = place == CordPlace.First || bench.Scene.IsEpinephrineSensitive;
        return step with { Name = $"{step.Name}, {size}", Cord = isPlain ? $"{size}, plain" : size };
    }
}

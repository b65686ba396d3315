using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Sequencing;

/// <summary>Turns one tooth's plan into the steps of its school: what each takes, with which bur, how deep, from where.</summary>
internal sealed class UnitSteps
{
    private readonly Plan plan;
    private readonly ToothToCut tooth;
    private readonly Protocol protocol;
    private readonly RunSheetTable table;
    private readonly BurRack rack;
    private readonly SchoolEntry school;
    private readonly Mm tolerance;

    /// <summary>What each zone still has to lose, as the stages go by.</summary>
    private readonly Dictionary<Zone, Mm> left = [];

    public UnitSteps(Plan plan, SchoolEntry school, Protocol protocol, RunSheetTable table, BurRack rack)
    {
        (this.plan, this.school, this.protocol, this.table, this.rack) = (plan, school, protocol, table, rack);
        tooth = new ToothToCut(plan);
        tolerance = new(table.Limits.ToleranceMm.Value);
        foreach (var zone in plan.Zones)
            left[zone.Zone] = zone.Depth.Value.Target;
    }

    /// <summary>The school's stages as steps; stages that this tooth has nothing of are left out.</summary>
    public IReadOnlyList<IReadOnlyList<SheetStep>> Stages()
    {
        var stages = new List<IReadOnlyList<SheetStep>>();
        foreach (var codes in SchoolStages.Of(school, plan, protocol))
        {
            SheetStep[] steps = [.. codes.SelectMany(Make)];
            if (steps.Length > 0)
                stages.Add(steps);
        }
        return stages;
    }

    /// <summary>A step outside of the school's stages; null when this tooth has no need of it.</summary>
    public SheetStep? Single(string code) => Make(code).FirstOrDefault();

    private IEnumerable<SheetStep> Make(string code)
    {
        var entry = table.Step(code);
        return entry.Cut switch
        {
            StepCut.Guide => Guides(entry),
            StepCut.Bulk or StepCut.Ceramic => Bulk(entry),
            StepCut.Fine => Fine(entry),
            StepCut.Line => Line(entry),
            StepCut.Trace => [Trace(entry)],
            StepCut.Through => Zones(entry)
                .Where(zone => ToothToCut.SideOf(zone.Zone.Kind) is { } side && tooth.HasContact(side))
                .Select(zone => Through(entry, zone)),
            StepCut.Feature => plan.Features.Where(feature => feature.Kind == entry.Feature).Select(feature => Feature(entry, feature)),
            _ => Needed(entry) ? [Plain(entry)] : [],
        };
    }

    /// <summary>Steps that only some findings or habits call for.</summary>
    private bool Needed(StepEntry entry) =>
        entry.Code switch
        {
            "first-cord" => !plan.Assessment.Findings.Typodont,
            "protect-neighbour" => tooth.HasNeighbour(ProximalSide.Mesial) || tooth.HasNeighbour(ProximalSide.Distal),
            "caries" or "void-fill" => plan.Assessment.Findings.Caries && (entry.Code == "caries" || protocol.Takes("void", "fill")),
            "facial-groove" => school.School == CuttingSchool.ThreeBur || protocol.Takes("hold-and-bond", "both"),
            "facial-protection" => plan.MaterialClass == MaterialClass.Metal,
            "polish" => plan.Rules().IsVeneer || protocol.Takes("finish", "polished"),
            _ => true,
        };

    private IEnumerable<SheetStep> Guides(StepEntry entry)
    {
        var inherent =
            school.School is CuttingSchool.MarginFirst or CuttingSchool.Veneer or CuttingSchool.ThreeBur or CuttingSchool.ParallelPair;
        if (!inherent && protocol.Takes("depth-guides", "none"))
            yield break;
        var plane = !inherent && protocol.Takes("depth-guides", "plane");
        var zones = Zones(entry).Where(zone => Marked(zone) > Mm.Zero).ToArray();
        if (zones.Length == 0)
            yield break;
        var role = plane ? "plane" : RoleOf(entry);
        // The commonest depth chooses the bur; others are read on the same one.
        var depth = Usual(zones.Select(Marked));
        var half = role == "half-guide";
        var (choice, tool) = Choose(role, half ? tooth.LineWidthAt(Segment.Lingual) ?? depth : depth, null);
        // A stop or a neck holds the cutter up where it stands; of a tracer only half is sunk.
        var most =
            choice?.Chosen is not { } cutter ? (Mm?)null
            : half ? cutter.Tip * 0.5
            : BurSums.SelfLimitedDepth(cutter)?.Value;
        var cuts = zones
            .Select(zone =>
            {
                var sunk = most is { } limit ? Mm.Least(limit, Marked(zone)) : Marked(zone);
                return new ZoneCut(zone.Zone, sunk, Mm.Zero, 1, left[zone.Zone] - sunk, Mark(choice, sunk));
            })
            .ToArray();
        yield return Step(
            entry,
            plane ? entry.Name.Replace("Depth grooves", "Depth plane", StringComparison.Ordinal) : entry.Name,
            null,
            cuts,
            [],
            null,
            choice,
            tool,
            null
        );
    }

    private IEnumerable<SheetStep> Bulk(StepEntry entry) =>
        Zones(entry)
            .Where(zone => TakenBy(entry, zone) > Mm.Zero)
            .GroupBy(zone => SideFor(entry, ToothToCut.SideOf(zone.Zone.Kind)))
            .SelectMany(side => Bulk(entry, side.Key, [.. side]));

    private IEnumerable<SheetStep> Bulk(StepEntry entry, ProximalSide? side, ZonePlan[] zones)
    {
        var halves =
            entry.Halves
            || (
                protocol.Takes("halves", "half")
                && entry.Surface is StepSurface.Occlusal or StepSurface.Facial
                && school.School is CuttingSchool.EdgeFirst or CuttingSchool.FacialFirst or CuttingSchool.ProximalFirst
            );
        var depths = zones.ToDictionary(zone => zone.Zone, zone => TakenBy(entry, zone));
        var segment = ToothToCut.SegmentOf(zones[0].Zone.Kind);
        var width = tooth.LineWidthAt(segment);
        var role = RoleOf(entry);
        var wall = table.Roles[role].Use == BurUse.Wall;
        var (choice, tool) = Choose(
            role,
            wall ? width ?? Usual(depths.Values) : Usual(depths.Values),
            wall || table.Roles[role].Families.Count == 0 ? tooth.ClassAt(segment) : null
        );
        double? tilt = entry.Code switch
        {
            "bevel" => protocol.Shape.BevelDeg.Value,
            _ when wall => Tilt(choice),
            _ when role == "cavity" => CavityTilt(choice),
            _ => null,
        };
        StepPart?[] parts = halves ? [StepPart.MesialHalf, StepPart.DistalHalf] : [StepPart.Of(side)];
        var share = 1.0 / parts.Length;
        foreach (var part in parts)
        {
            ZoneCut[] cuts =
            [
                .. zones.Select(zone =>
                {
                    if (part == parts[^1])
                        left[zone.Zone] -= depths[zone.Zone];
                    return new ZoneCut(
                        zone.Zone,
                        depths[zone.Zone],
                        depths[zone.Zone],
                        share,
                        part == parts[^1] ? left[zone.Zone] : left[zone.Zone] - depths[zone.Zone],
                        Mark(choice, depths[zone.Zone])
                    );
                }),
            ];
            yield return Step(
                entry,
                entry.Name,
                part,
                cuts,
                [],
                wall && width is { } line && zones.Any(zone => ToothToCut.StandsOnLine(zone.Zone.Kind)) ? Sunk(line, choice) : null,
                choice,
                tool,
                tilt
            );
        }
    }

    /// <summary>What lies between the teeth is cut side by side: each is seen from another place.</summary>
    private static ProximalSide? SideFor(StepEntry entry, ProximalSide? side) => entry.Surface == StepSurface.Proximal ? side : null;

    /// <summary>How deep a guide goes in a zone: as deep as what is cut to it.</summary>
    private Mm Marked(ZonePlan zone) => Mm.Most(Mm.Zero, Rough(zone) - BeyondMetal(zone));

    /// <summary>What a bulk step takes from a zone: down to the rough depth, or for metal only where ceramic comes last.</summary>
    private Mm TakenBy(StepEntry entry, ZonePlan zone) => entry.Cut == StepCut.Ceramic ? BeyondMetal(zone) : Marked(zone);

    /// <summary>By how much a facial cusp that gets ceramic is deeper than metal alone would need.</summary>
    private Mm BeyondMetal(ZonePlan zone)
    {
        if (
            school.School != CuttingSchool.CeramicFacing
            || zone.Zone.Cusp?.IsFacial() != true
            || protocol.Entry(plan.Restoration, plan.Material.Value)?.Depth(zone.Zone.Kind, Surface.Metal) is not { } metal
        )
            return Mm.Zero;
        return Mm.Least(Rough(zone), Mm.Most(Mm.Zero, zone.Thickness.Target - metal.Range(protocol.Tolerance).Target));
    }

    /// <summary>The fine pass keeps to the shape that cut the line: one step for each class of finish line.</summary>
    private IEnumerable<SheetStep> Fine(StepEntry entry)
    {
        var walls = entry.Code == "fine-walls";
        var groups = Zones(entry)
            .Where(zone => left[zone.Zone] > Mm.Zero)
            .GroupBy(zone => walls ? tooth.ClassAt(ToothToCut.SegmentOf(zone.Zone.Kind)) : null)
            .OrderBy(group => group.Key)
            .ToArray();
        foreach (var group in groups)
        {
            ZonePlan[] zones = [.. group];
            var width = walls ? tooth.LineWidthAt(ToothToCut.SegmentOf(zones[0].Zone.Kind)) : null;
            var (choice, tool) = Choose(RoleOf(entry), width, group.Key);
            ZoneCut[] cuts =
            [
                .. zones.Select(zone =>
                {
                    var rest = left[zone.Zone];
                    left[zone.Zone] = Mm.Zero;
                    return new ZoneCut(zone.Zone, rest, rest, 1, Mm.Zero, null);
                }),
            ];
            yield return Step(
                entry,
                walls || !plan.Tooth.IsFront ? entry.Name : "Fine pass, edge and lingual",
                groups.Length > 1 && group.Key is { } line ? new StepPart($"over {Kebab.Of(line)}s") : null,
                cuts,
                [],
                null,
                choice,
                tool,
                walls ? Tilt(choice) : null,
                width
            );
        }
    }

    private IEnumerable<SheetStep> Line(StepEntry entry) =>
        plan
            .Margin.Pieces.Where(piece => piece.Width.Value.Target > Mm.Zero && Belongs(entry, piece))
            .GroupBy(piece => SideFor(entry, ToothToCut.SideOf(piece.Segment)))
            .Select(side => Line(entry, side.Key, [.. side]));

    private SheetStep Line(StepEntry entry, ProximalSide? side, MarginPiece[] pieces)
    {
        var widest = pieces.MaxBy(piece => piece.Width.Value.Target)!;
        var width = widest.Width.Value.Target;
        var shaped =
            entry.ByDesign is not null || table.Roles[RoleOf(entry)].Families.Count > 0
                ? (LineClass?)null
                : ToothToCut.Class(widest.Design);
        var (choice, tool) = Choose(RoleOf(entry), width, shaped);
        return Step(
            entry,
            entry.Name,
            StepPart.Of(side),
            [],
            [.. pieces.Select(piece => piece.Segment)],
            Sunk(width, choice),
            choice,
            tool,
            Tilt(choice)
        ) with
        {
            LineLeft = width - Sunk(width, choice),
        };
    }

    /// <summary>How far the tip goes in at the finish line: a rough bur stops short of its width as everywhere else, a fine one finishes it.</summary>
    private Mm Sunk(Mm width, BurChoice? choice) =>
        choice?.Chosen is { Grit: Grit.Medium or Grit.Coarse } ? Mm.Most(Mm.Zero, width - plan.FinishingAllowance) : width;

    private static bool Belongs(StepEntry entry, MarginPiece piece) =>
        entry.Code switch
        {
            "gum-margin" => piece.Segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial,
            "mock-margin" => piece.Segment is Segment.Mesial or Segment.Distal,
            "proximal-shoulders" => piece.Segment is Segment.Mesial or Segment.Distal or Segment.Mesiolingual or Segment.Distolingual,
            "functional-shoulder" => piece.Segment is not (Segment.Mesial or Segment.Distal)
                && ToothToCut.Class(piece.Design) == LineClass.Shoulder,
            _ => entry.ByDesign is null || ToothToCut.Class(piece.Design) == entry.ByDesign,
        };

    private SheetStep Trace(StepEntry entry)
    {
        var width = plan.Margin.Pieces.Max(piece => piece.Width.Value.Target);
        var (choice, tool) = Choose(RoleOf(entry), width, null);
        var sunk = choice?.Chosen is { } ball ? Mm.Least(Mm.Most(width - plan.FinishingAllowance, Mm.Zero), ball.Tip * 0.5) : width;
        return Step(entry, entry.Name, null, [], [.. plan.Margin.Pieces.Select(piece => piece.Segment)], sunk, choice, tool, null);
    }

    private SheetStep Through(StepEntry entry, ZonePlan zone)
    {
        // What is cut at the contact: the wall's depth there, or where the restoration stays inside its contact, the line's width.
        var segment = ToothToCut.SegmentOf(zone.Zone.Kind);
        var cut = Mm.Most(zone.Depth.Value.Target, tooth.LineWidthAt(segment) ?? Mm.Zero);
        var contact = (plan.Assessment.Form?.Length.Value ?? 0) * (1 - table.Limits.ContactHeightShare.Value);
        var role = table.Roles[RoleOf(entry)];
        // One school goes through the contacts with the bur that cuts the walls.
        var choice =
            role.Use != BurUse.Through
                ? Choose(RoleOf(entry), tooth.LineWidthAt(segment), tooth.ClassAt(segment)).Choice
                : BurChoice.For(
                    new BurNeed(role, role.Families, null, null, cut, contact, new(table.Limits.ShellMm.Value)),
                    rack,
                    tolerance
                );
        return Step(
            entry,
            entry.Name,
            StepPart.Of(ToothToCut.SideOf(zone.Zone.Kind)),
            [new ZoneCut(zone.Zone, null, Mm.Zero, 1, left[zone.Zone], null)],
            [],
            null,
            choice,
            null,
            null
        );
    }

    private SheetStep Feature(StepEntry entry, RetentiveFeature feature)
    {
        var (choice, tool) = Choose(RoleOf(entry), feature.Width.Value, null);
        return Step(entry, entry.Name, StepPart.Of(feature.Side), [], [], feature.Depth.Value, choice, tool, Tilt(choice));
    }

    private SheetStep Plain(StepEntry entry)
    {
        var (choice, tool) = entry.Role is null ? (null, null) : Choose(RoleOf(entry), null, tooth.ClassAt(Segment.Facial));
        // One neighbour alone is named by its side.
        return entry.Code == "protect-neighbour" && tooth.OnlyNeighbour is { } side
            ? Step(entry, entry.Name.TrimEnd('s'), StepPart.Of(side), [], [], null, choice, tool, null)
            : Step(entry, entry.Name, null, [], [], null, choice, tool, null).WithCord(table.Cord(plan.Tooth), plan.Assessment.Findings);
    }

    private SheetStep Step(
        StepEntry entry,
        string name,
        StepPart? part,
        ZoneCut[] cuts,
        Segment[] segments,
        Mm? width,
        BurChoice? choice,
        string? tool,
        double? tilt,
        Mm? finished = null
    )
    {
        // Sideways at a finish line a rounded tip may go in by half; the fine pass ends with the whole width behind it.
        var lip =
            (finished ?? width) is { } sunk && choice?.Chosen is { } bur && entry.Cut is StepCut.Line or StepCut.Bulk or StepCut.Fine
                ? BurSums.Lip(bur, sunk)
                : Mm.Zero;
        var cautions = new List<string>();
        if (entry.Caution is { } caution)
            cautions.Add(caution);
        if (lip > Mm.Zero)
            cautions.Add($"Sunk past half of its tip it leaves a lip of {lip}: chip it away with an end-cutting bur or by hand.");
        if (entry.Code == "gum-margin" && protocol.Takes("dry-margin", "dry"))
            cautions.Add("Dry only briefly, with air, and only in enamel: heat builds up at once.");
        var sink = width ?? cuts.Select(cut => cut.Sink).Max();
        if (choice is not null)
            choice = choice with
            {
                Mark =
                    sink is { } deep && deep > Mm.Zero && entry.Cut is not StepCut.Fine
                        ? Mark(choice, deep) + (width is not null && cuts.Length > 0 ? ", at the finish line" : "")
                        : null,
            };
        var key = $"{plan.Tooth.Iso}/{entry.Code}{(part is null ? "" : "/" + part.Name.Replace(' ', '-'))}";
        var hint = entry.Cut == StepCut.Guide && choice?.Chosen is { } round ? Apart(round) : null;
        return new(
            key,
            entry,
            name,
            plan.Tooth,
            part,
            cuts,
            segments,
            width,
            choice,
            tool,
            tilt is { } t ? Math.Round(t, 1) + 0.0 : null,
            View(entry, part),
            hint,
            Math.Round(entry.Minutes.For(plan.Tooth) * (part?.ShareOfTime ?? 1), 1),
            lip,
            cautions
        )
        {
            Dry = entry.Code == "gum-margin" && protocol.Takes("dry-margin", "dry"),
            WaitMinutes = plan.Assessment.Findings.BoggyGum ? entry.WaitBoggyMinutes ?? entry.WaitMinutes : entry.WaitMinutes,
        };
    }

    /// <summary>How far apart grooves of a rounded bur may lie so that the ridges between them are gone with the fine pass.</summary>
    private string? Apart(Bur bur)
    {
        var allowed = plan.FinishingAllowance;
        if (!bur.Family.HasRoundedTip() || allowed <= Mm.Zero)
            return null;
        var radius = bur.Tip * 0.5;
        var spacing = BurSums.SpacingFor(radius, allowed);
        return $"Grooves {spacing} apart leave ridges of {allowed}; farther apart they stand higher";
    }

    private StepView? View(StepEntry entry, StepPart? part)
    {
        if (SurfaceOf(entry, part) is not { } surface)
            return null;
        var row = table.View(plan.Tooth, surface);
        var assistant = entry.Assistant ?? row.Assistant;
        return surface == ViewSurface.Lingual && protocol.Takes("lingual-view", "move")
            ? new("from the other side", "straight", Sight.Direct, assistant)
            : new(row.Position, row.Head, row.Sight, assistant);
    }

    private ViewSurface? SurfaceOf(StepEntry entry, StepPart? part) =>
        part?.Surface
        ?? entry.Surface switch
        {
            StepSurface.Facial => ViewSurface.Facial,
            StepSurface.Lingual => ViewSurface.Lingual,
            StepSurface.Occlusal => ViewSurface.Occlusal,
            StepSurface.Proximal => tooth.OnlyNeighbour == ProximalSide.Distal ? ViewSurface.Distal : ViewSurface.Mesial,
            StepSurface.Functional => Cusps
                .Of(plan.Tooth)
                .First(cusp => cusp.IsFunctional(plan.Tooth, plan.Assessment.Crossbite))
                .IsFacial()
                ? ViewSurface.Facial
                : ViewSurface.Lingual,
            _ => null,
        };

    private string RoleOf(StepEntry entry) => school.Roles is { } own && own.TryGetValue(entry.Code, out var role) ? role : entry.Role!;

    private (BurChoice? Choice, string? Tool) Choose(string name, Mm? depth, LineClass? line)
    {
        var role = table.Roles[name];
        if (role.Tool is { } tool && (role.Families.Count == 0 || protocol.Takes("edges", "disc")))
            return (null, tool);
        var families =
            plan.Tooth.Kind == ToothKind.Canine && role.UnlessCanine is { } other ? other
            : role.Families.Count > 0 ? role.Families
            : table.Roles[line == LineClass.Chamfer ? "wall-chamfer" : "wall-shoulder"].Families;
        var wall = role.Use is BurUse.Wall or BurUse.Fine or BurUse.Margin ? plan.Convergence.Value.Target.PerWall.Degrees : (double?)null;
        return (BurChoice.For(new BurNeed(role, families, depth, wall), rack, tolerance), null);
    }

    private string? Mark(BurChoice? choice, Mm depth) => choice?.Chosen is { } bur ? BurChoice.DepthWords(bur, depth, tolerance) : null;

    private double? Tilt(BurChoice? choice) =>
        choice?.Chosen is { } bur && bur.Family.CutsWalls()
            ? BurSums.TiltFor(BurProfile.Of(bur), plan.Convergence.Value.Target.PerWall.Degrees)
            : null;

    private double? CavityTilt(BurChoice? choice) =>
        choice?.Chosen is { } bur && plan.Cavity is { } cavity
            ? BurSums.TiltFor(BurProfile.Of(bur), (cavity.Divergence.From + cavity.Divergence.To) / 2)
            : null;

    /// <summary>The plan's zones that a step cuts and that have something to lose.</summary>
    private List<ZonePlan> Zones(StepEntry entry)
    {
        // Which walls stand over which kind of line.
        if (entry is { Cut: StepCut.Bulk, ByDesign: { } line })
            return tooth.WallsOver(line);
        var kinds = entry.Zones ?? [];
        if (protocol.Takes("gingival-plane", "two-thirds") && entry.Code is "facial-gingival" or "facial-incisal")
            kinds =
                entry.Code == "facial-gingival"
                    ? [.. kinds, ZoneKind.FacialMiddleThird]
                    : [.. kinds.Where(kind => kind != ZoneKind.FacialMiddleThird)];
        var zones = tooth.Zones(kinds);
        return entry.Cut == StepCut.Ceramic ? zones.FindAll(zone => BeyondMetal(zone) > Mm.Zero) : zones;
    }

    private static Mm Rough(ZonePlan zone) => zone.RoughCut;

    private static Mm Usual(IEnumerable<Mm> depths) =>
        depths
            .GroupBy(depth => depth.Rounded)
            .OrderByDescending(group => group.Count())
            .ThenByDescending(group => group.Key)
            .First()
            .First();
}

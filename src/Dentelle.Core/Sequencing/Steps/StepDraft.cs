using Dentelle.Core.Burs;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>What a kind of cut knows of a step; the rest follows from its entry.</summary>
internal sealed record StepDraft(StepEntry Entry)
{
    public string? Name { get; init; }

    public StepPart? Part { get; init; }

    public IReadOnlyList<ZoneCut> Cuts { get; init; } = [];

    public IReadOnlyList<Segment> Segments { get; init; } = [];

    /// <summary>How far the tip goes in at the finish line; null where it cuts none.</summary>
    public Mm? Width { get; init; }

    /// <summary>The whole width that stands behind a fine pass; null where none does.</summary>
    public Mm? Finished { get; init; }

    /// <summary>Its own numbers, where depths from the surface don't tell the cut, as for a box.</summary>
    public IReadOnlyList<StepDepth> Measures { get; init; } = [];

    public string? Hint { get; init; }

    /// <summary>What is to be beware of with the bur that was chosen; null for nothing.</summary>
    public string? Remark { get; init; }

    public BurChoice? Choice { get; init; }

    public string? Tool { get; init; }

    public double? Tilt { get; init; }

    public SheetStep On(StepBench bench)
    {
        var tooth = bench.Plan.Tooth;
        var lip = Lip(bench.Tolerance);
        var sink = Width ?? Cuts.Select(cut => cut.Sink).Max();
        return new SheetStep
        {
            Key = $"{tooth.Iso}/{Entry.Code}{(Part is null ? "" : "/" + Part.Name.Replace(' ', '-'))}",
            Entry = Entry,
            Name = Name ?? Entry.Name,
            Tooth = tooth,
            Part = Part,
            Cuts = Cuts,
            Depths = Measures.Count > 0 ? Measures : [.. Depths(bench)],
            Segments = Segments,
            LineWidth = Width,
            Bur = Choice is null ? null : Choice with { Mark = MarkOf(sink, bench) },
            Tool = Tool,
            TiltDeg = Tilt is { } tilt ? Math.Round(tilt, 1) + 0.0 : null,
            View = bench.View(Entry, Part),
            Hint = Hint ?? (Entry.Cut == StepCut.Guide && Choice?.Chosen is { } round ? Apart(round, bench.Plan.FinishingAllowance) : null),
            Minutes = Math.Round(Entry.Minutes.For(tooth) * (Part?.ShareOfTime ?? 1), 1),
            LipMm = lip,
            Cautions = [.. Cautions(lip, bench)],
            Dry = Entry.Dry?.Hold(bench.Scene) == true,
            WaitMinutes = bench.Scene.Findings.BoggyGum ? Entry.WaitBoggyMinutes ?? Entry.WaitMinutes : Entry.WaitMinutes,
        };
    }

    /// <summary>Sideways at a finish line a rounded tip may go in by half; the fine pass ends with the whole width behind it.</summary>
    private Mm Lip(Mm seen)
    {
        // What is nearer than the tolerance of marks nobody finds.
        return
            (Finished ?? Width) is { } sunk
            && Choice?.Chosen is { } bur
            && Entry.Cut is StepCut.Line or StepCut.Bulk or StepCut.Fine
            && BurSums.Lip(bur, sunk) is var lip
            && lip.Value >= seen.Value - 1e-9
            ? lip
            : Mm.Zero;
    }

    private IEnumerable<string> Cautions(Mm lip, StepBench bench)
    {
        if (Entry.Caution is { } own)
            yield return own;
        if (lip > Mm.Zero)
            yield return $"Sunk past half of its tip it leaves a lip of {lip}: chip it away with an end-cutting bur or by hand.";
        if (Remark is not null)
            yield return Remark;
        foreach (var remark in Entry.Cautions.Where(remark => remark.When.Hold(bench.Scene)))
            yield return remark.Text;
    }

    /// <summary>Zones that want different depths are not sunk into alike: each depth stands beside its places, the deepest first.</summary>
    private IEnumerable<StepDepth> Depths(StepBench bench)
    {
        // Walls follow from where the tip goes at the line.
        var cuts = Cuts.Where(cut => cut.Sink is not null && !(Width is not null && ToothToCut.StandsOnLine(cut.Zone.Kind)))
            .OrderBy(cut => cut.Sink)
            .ToArray();
        // What differs by no more than the tolerance is cut alike, by the least of it: nothing is cut too deep.
        var groups = new List<List<ZoneCut>>();
        foreach (var cut in cuts)
        {
            if (groups.Count > 0 && (cut.Sink!.Value - groups[^1][0].Sink!.Value).Value <= bench.Protocol.Tolerance.Value + 1e-9)
                groups[^1].Add(cut);
            else
                groups.Add([cut]);
        }
        if (Width is { } line)
            yield return new(line, Cuts.Count > 0 ? "at the finish line" : null, MarkFor(line, bench));
        foreach (var group in Enumerable.Reverse(groups))
        {
            var sink = group[0].Sink!.Value.Told;
            yield return new(
                sink,
                groups.Count > 1 || Width is not null ? Places([.. group.Select(cut => cut.Zone)], bench) : null,
                MarkFor(sink, bench)
            );
        }
    }

    /// <summary>All zones of a kind go by the kind's name.</summary>
    private static string Places(Zone[] zones, StepBench bench)
    {
        var words = zones
            .GroupBy(zone => zone.Kind)
            .SelectMany(kind =>
                bench.Plan.Zones.Count(zone => zone.Zone.Kind == kind.Key) == kind.Count()
                    ? [new Zone(kind.Key).Words]
                    : kind.Select(zone => zone.Words)
            );
        return string.Join(", ", words.Select(word => word.LowerFirst()));
    }

    private string? MarkFor(Mm sink, StepBench bench) => sink <= Mm.Zero || Entry.Cut == StepCut.Fine ? null : bench.Mark(Choice, sink);

    private string? MarkOf(Mm? sink, StepBench bench)
    {
        if (sink is not { } deep || deep <= Mm.Zero || Entry.Cut is StepCut.Fine or StepCut.Box)
            return null;
        return bench.Mark(Choice, deep) + (Width is not null && Cuts.Count > 0 ? ", at the finish line" : "");
    }

    /// <summary>How far apart grooves of a rounded bur may lie so that the ridges between them are gone with the fine pass.</summary>
    private static string? Apart(Bur bur, Mm allowed) =>
        bur.Family.HasRoundedTip() && allowed > Mm.Zero
            ? $"Grooves {BurSums.SpacingFor(bur.Tip * 0.5, allowed)} apart leave ridges of {allowed}; farther apart they stand higher"
            : null;
}

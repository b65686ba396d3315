using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>Measures what was cut, from scans before and after, against the plan.</summary>
public static class Inspector
{
    /// <summary>How far round the cut the last fit looks, millimetres.</summary>
    private const double FitReach = 12;

    /// <summary>Of several cut teeth so many of the largest are looked at for one, and none much smaller.</summary>
    private const int MostLikely = 4;
    private const double LikelyShare = 0.3;

    /// <param name="scans">What was scanned.</param>
    /// <param name="planned">What was planned, in any order.</param>
    /// <param name="protocol">Radii, the gum's height, limits.</param>
    /// <param name="progress">Gets the stage that begins, and each tooth as it is done.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>A problem where the scans can't be laid together, nothing was cut or a tooth isn't found.</returns>
    public static Answer<Inspection> Measure(
        InspectedScans scans,
        IReadOnlyList<Preparation> planned,
        Protocol protocol,
        IProgress<InspectionNews>? progress = null,
        CancellationToken cancel = default
    )
    {
        Preparation[] cut = [.. planned.Where(one => one.Body is not null)];
        if (cut.Length == 0)
            return new Problem("no-body", "Nothing is planned to be cut on these teeth.");
        progress?.Report(new(InspectionStage.Aligning));
        var before = new SeenSurface(scans.Before);
        var after = scans.After.Surface;
        Registration registration;
        if (scans.AreAligned)
            registration = Given(before, after);
        else if (!Alignment.Of(before, after, scans.Picked, cancel).Is(out registration!, out var problem))
            return problem;
        progress?.Report(new(InspectionStage.Finding));
        var sites = CutSite.Of(before, after.Moved(registration.Motion), registration.Noise, cancel);
        if (sites.Count == 0)
            return new Problem(
                "nothing-cut",
                $"Nothing of the scan after lies more than {CutSite.Threshold(registration.Noise):0.00} inside the scan before: "
                    + "nothing was cut, or before and after stand the wrong way round."
            );
        if (sites.Count < cut.Length)
            return new Problem(
                "teeth-cut",
                $"{cut.Length} teeth are planned, but only {sites.Count} {(sites.Count == 1 ? "place was" : "places were")} cut."
            );
        var antagonist = scans.Antagonist is { } opposing ? new SeenSurface(opposing) : null;
        var (teeth, told) = (new List<MeasuredTooth>(), new HashSet<string>());
        progress?.Report(new(InspectionStage.Framing));
        foreach (var (preparation, site, frame) in Matched(cut, sites, before, scans.AreFramed))
        {
            cancel.ThrowIfCancellationRequested();
            var near = Alignment.Near(registration, before, after, site.Middle, FitReach, cancel);
            progress?.Report(new(InspectionStage.Measuring, preparation.Plan.Tooth));
            var correction = scans.Corrections.GetValueOrDefault(preparation.Plan.Tooth) ?? ToothCorrection.None;
            var tooth = One(preparation, before, after, near, correction.Applied(frame), protocol, cancel, correction.Moves);
            if (antagonist is not null)
            {
                if (Room.Of(before, tooth, antagonist.Tree).Is(out var room, out var apart))
                    tooth = tooth with { Room = room };
                else
                    told.Add(apart.Sentence);
            }
            teeth.Add(tooth);
            progress?.Report(new(InspectionStage.Measuring, preparation.Plan.Tooth, tooth));
        }
        var lean = cut.Min(one => one.Plan.Convergence.Value.Least.PerWall.Degrees);
        WallPlanes[] planes = [.. teeth.Select(tooth => tooth.Planes)];
        var shared = teeth.Count > 1 ? WallPlanes.Best(planes) : teeth[0].BestPath;
        return new Inspection(registration, teeth, [.. scans.Before.Told, .. scans.After.Told, .. scans.Antagonist?.Told ?? [], .. told])
        {
            SharedPath = shared,
            Relief = WallPlanes.LeastRelief(planes, shared.Direction, lean),
            Before = before,
            Antagonist = antagonist,
        };
    }

    /// <summary>The walls of a body by itself, before and after in one frame with x mesial or distal, y facial, z to the bite.</summary>
    public static IReadOnlyList<MeasuredWall> Walls(Scan before, Scan after, Vec3 path)
    {
        var old = new SeenSurface(before);
        var site = SiteSurface.Of(old, after.Surface, Given(old, after.Surface), ToothFrame.Given, null);
        return FinishLine.Of(site, path.Unit) is { } line ? MeasuredWall.All(WallRuns.Of(site, line, path.Unit), path.Unit) : [];
    }

    /// <summary>Scans in one frame: how far they are apart where nothing was cut is still their noise.</summary>
    private static Registration Given(SeenSurface before, Mesh after)
    {
        var step = Math.Max(1, after.Positions.Length / 4000);
        var probes = after.Positions.ToArray().Where((_, i) => i % step == 0).ToArray();
        var distances = before.Tree.Distances(probes).Where(d => d < 0.1f).Select(d => (double)d).ToArray();
        var noise = distances.Length < 20 ? 0 : Ranks.OverMedian * Ranks.Middle(distances);
        // Two drawn bodies lie on each other to rounding.
        return new Registration(AlignedBy.Given, Rigid.Rest, 1, noise < 0.002 ? 0 : noise, null);
    }

    /// <summary>Which cut place is which tooth, in the order in which the teeth were given.</summary>
    private static IReadOnlyList<(Preparation Tooth, CutSite Site, ToothFrame Frame)> Matched(
        Preparation[] cut,
        IReadOnlyList<CutSite> sites,
        SeenSurface before,
        bool isFramed
    )
    {
        if (cut.Length == 1)
        {
            // Where several teeth were cut, the one that is asked about is the one whose form fits.
            var likely = sites.Take(MostLikely).Where(site => site.Volume > LikelyShare * sites[0].Volume).ToArray();
            return [likely.Select(site => With(cut[0], site)).MinBy(tooth => tooth.Frame.Misfit)];
        }
        // Along the arch in the order of the teeth; which end is which tells how well their forms fit.
        CutSite[] largest = [.. sites.Take(cut.Length)];
        var (first, last) = Farthest(largest);
        var along = (last.Middle - first.Middle).Unit;
        var teeth = cut.OrderBy(tooth => tooth.Plan.Tooth.ArchPlace).ToArray();
        var placed = largest.OrderBy(site => site.Middle.Dot(along)).ToArray();
        var one = teeth.Zip(placed, With).ToArray();
        var other = teeth.Zip(placed.Reverse(), With).ToArray();
        var better = one.Sum(tooth => tooth.Frame.Misfit) <= other.Sum(tooth => tooth.Frame.Misfit) ? one : other;
        return [.. better.OrderBy(tooth => Array.IndexOf(cut, tooth.Tooth))];

        (Preparation Tooth, CutSite Site, ToothFrame Frame) With(Preparation tooth, CutSite site) =>
            (tooth, site, FrameOf(tooth, before, site, isFramed));
    }

    private static (CutSite, CutSite) Farthest(CutSite[] sites)
    {
        var best = (sites[0], sites[^1]);
        foreach (var a in sites)
        {
            foreach (var b in sites)
            {
                if ((a.Middle - b.Middle).Length > (best.Item1.Middle - best.Item2.Middle).Length)
                    best = (a, b);
            }
        }
        return best;
    }

    internal static ToothFrame FrameOf(Preparation preparation, SeenSurface before, CutSite site, bool isFramed)
    {
        var (surface, labels) = (preparation.Present.Surface, preparation.Labels);
        var (middle, facing, area) = (default(Vec3), default(Vec3), 0.0);
        for (var i = 0; i < surface.TriangleCount; i++)
        {
            if (labels[surface.Corners[3 * i]] < 0)
                continue;
            var (a, b, c) = surface.Triangle(i);
            var vector = surface.AreaVector(i);
            middle += (a + b + c) * (vector.Length / 3);
            facing += vector;
            area += vector.Length;
        }
        return ToothFit.Of(before, site, preparation.Present, middle / area, facing, preparation.Plan.Tooth.IsMirrored, isFramed);
    }

    internal static MeasuredTooth One(
        Preparation preparation,
        SeenSurface before,
        Mesh after,
        Registration registration,
        ToothFrame frame,
        Protocol protocol,
        CancellationToken cancel,
        IReadOnlyList<LineMove>? moves = null
    )
    {
        var plan = preparation.Plan;
        var site = SiteSurface.Of(before, after, registration, frame, preparation.Present, cancel);
        var line = FinishLine.Of(site, plan.Path);
        if (line is not null)
        {
            line = LineMove.Moved(line, moves ?? [], site, plan.Path);
            site.KeepAbove(line, plan.Path);
        }
        var runs = line is null ? null : WallRuns.Of(site, line, plan.Path);
        var cut = new EvenedCut(site);
        var planes = new WallPlanes(site, cut, runs, plan.Path);
        var surface = new PlannedSurface(preparation);
        var lacking = surface.Against(site);
        var labels = ZoneDepths.Labels(site, preparation, line, default);
        var cavity = MeasuredCavity.Of(before, site, preparation);
        var depths = ZoneDepths.Of(site, preparation, line, labels, registration, lacking, frame.LeanSigma);
        var tooth = new MeasuredTooth
        {
            Preparation = preparation,
            Frame = frame,
            Registration = registration,
            Site = site,
            Labels = labels,
            Line = line,
            Depths = cavity is null ? depths : [.. cavity.Told(depths, site, preparation)],
            Walls = runs is null ? [] : MeasuredWall.All(runs, plan.Path),
            // What runs over the chewing surface or round a facial has no level of its own to be held to.
            Margin =
                runs is null || !plan.Rules().HasWalls
                    ? null
                    : MarginMeasure.Of(before, site, runs, plan, preparation.Present, protocol.Shape),
            Undercut = SiteUndercut.Along(site, cut, plan.Path, cancel),
            BestPath = WallPlanes.Best([planes]),
            Short = lacking,
            RemovedVolume = CutVolume.Between(before, site, line, plan.Path, preparation.Present, cancel),
            Edges = runs is null ? [] : EdgeRounding.All(site, runs, plan.Path),
            Groove = GrooveShift.Of(site, preparation, surface),
            Touched = TouchedNeighbour.All(site, preparation.Present),
            Planes = planes,
            Cut = cut,
            Cavity = cavity,
            VeneerLine = VeneerLine.Of(before, site, line, preparation.Present, plan),
        };
        return tooth with { Gaps = [.. NeighbourGap.All(tooth)] };
    }
}

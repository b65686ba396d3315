using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>One place of the margin, unrolled.</summary>
/// <param name="Position">Segments from the middle of the facial over the mesial: 0 facial, 2 mesial, 4 lingual, 6 distal.</param>
/// <param name="Along">Millimetres along the line from its first place.</param>
/// <param name="Level">Over the gum's crest, millimetres; negative under it.</param>
/// <param name="LevelSigma">Its standard deviation: as surely as the crest is known there.</param>
/// <param name="PlannedLevel">Null where the plan has no margin there.</param>
/// <param name="Width">Of the shelf; null where no straight wall stands over it.</param>
/// <param name="Lip">How far the rim stands over the shelf inside it; 0 for none.</param>
public sealed record MarginPlace(
    Vec3 Place,
    double Position,
    double Along,
    double Level,
    double LevelSigma,
    double? PlannedLevel,
    double? Width,
    double? PlannedWidth,
    double Lip,
    bool IsSeen
)
{
    public Segment Segment => Segments.At(Position);
}

/// <summary>One segment of the margin.</summary>
public sealed record MeasuredSegment(Segment Segment, double? Width, double Level, double? PlannedWidth, double? PlannedLevel, double Lip)
{
    /// <summary>Standard deviation of its level.</summary>
    public double LevelSigma { get; init; }

    /// <summary>Null where no straight wall stands over it.</summary>
    public ShelfShape? Shape { get; init; }
}

/// <summary>A jump of the level where the plan has none.</summary>
public sealed record MarginStep(double Height, Vec3 Place, Segment Segment);

/// <summary>The finish line as the plan means it: level, width, lips, steps, roughness.</summary>
/// <param name="Rough">What the line wavers by within two millimetres, as a standard deviation.</param>
public sealed record MarginMeasure(
    IReadOnlyList<MarginPlace> Places,
    IReadOnlyList<MeasuredSegment> Segments,
    double Length,
    double? Width,
    double Level,
    IReadOnlyList<MarginStep> Steps,
    IReadOnlyDictionary<Segment, double> Rough
)
{
    /// <summary>How far inside the line a lip's inner foot is looked for, and how much lower the shelf must lie.</summary>
    private const double LipReach = 0.45;

    /// <summary>The gum's crest, from which levels are counted.</summary>
    public required GumLine Gum { get; init; }

    internal static MarginMeasure Of(
        SeenSurface before,
        SiteSurface site,
        WallRuns runs,
        Plan plan,
        PresentTooth present,
        ShapeHabits habits
    )
    {
        var line = runs.Line;
        var (path, form, along) = (plan.Path, present.Form, 0.0);
        var gum = GumLine.Of(before, site.Frame, present, Crest);
        var lips = Lips(site, line, path);
        var places = new MarginPlace[line.Stations.Count];
        for (var i = 0; i < places.Length; i++)
        {
            var station = line.Stations[i];
            var on = site.Frame.OnForm(station.Place);
            var angle = Math.Atan2(on.Y, on.X);
            var position = Words.Segments.Position(angle);
            var has = plan.Margin.Has(Words.Segments.At(position));
            places[i] = new MarginPlace(
                station.Place,
                position,
                along,
                station.Place.Z - Crest(angle) - gum.Off(angle),
                gum.DoubtAt(angle),
                has ? plan.Margin.Between(position, piece => piece.Level.Value.Value) : null,
                runs.Runs[i]?.Foot,
                has ? plan.Margin.WidthAt(position).Value : null,
                lips[i],
                station.IsSeen
            );
            along += (line.Stations[(i + 1) % places.Length].Place - station.Place).Length;
        }
        var shapes = ShelfShape.All(site, runs, places, plan, habits);
        var segments = Enum.GetValues<Segment>()
            .Select(segment => Of(segment, places))
            .OfType<MeasuredSegment>()
            .Select(segment => segment with { Shape = shapes.GetValueOrDefault(segment.Segment) })
            .ToArray();
        var widths = places.Select(place => place.Width).OfType<double>().Order().ToArray();
        return new MarginMeasure(
            places,
            segments,
            along,
            widths.Length > 0 ? widths[widths.Length / 2] : null,
            places.Average(place => place.Level),
            [.. StepsOf(places)],
            Roughness(places)
        )
        {
            Gum = gum,
        };

        // Where the crest runs on the average tooth.
        double Crest(double angle) =>
            (form.NeckLevel(angle) * site.Frame.Size.Z)
            + plan.Margin.Between(Words.Segments.Position(angle), piece => (plan.OverNeck(piece, habits) - piece.Level.Value).Value);
    }

    private static MeasuredSegment? Of(Segment segment, MarginPlace[] places)
    {
        MarginPlace[] own = [.. places.Where(place => place.Segment == segment)];
        if (own.Length == 0)
            return null;
        var widths = own.Select(place => place.Width).OfType<double>().ToArray();
        return new MeasuredSegment(
            segment,
            widths.Length * 2 >= own.Length ? Ranks.Middle(widths) : null,
            Ranks.Middle(own.Select(place => place.Level)),
            own.Any(place => place.PlannedWidth is not null)
                ? Ranks.Middle(own.Select(place => place.PlannedWidth).OfType<double>())
                : null,
            own.Any(place => place.PlannedLevel is not null)
                ? Ranks.Middle(own.Select(place => place.PlannedLevel).OfType<double>())
                : null,
            // A lip need not go all along a segment.
            own.Select(place => place.Lip).Order().ElementAt(own.Length * 2 / 3)
        )
        {
            LevelSigma = Ranks.Middle(own.Select(place => place.LevelSigma)),
        };
    }

    /// <summary>How far a rim stands over the shelf close inside each station.</summary>
    private static double[] Lips(SiteSurface site, FinishLine line, Vec3 path)
    {
        const double outside = 0.3,
            rim = 0.1,
            shelf = 0.12;
        var cells = new Geometry.Fitting.Cells(site.Mesh.Positions.ToArray(), 0.7f);
        return
        [
            .. line.Stations.Select(station =>
            {
                var (outer, inner) = (new List<double>(), new List<double>());
                foreach (var (at, _) in cells.Within((System.Numerics.Vector3)station.Place, 0.7f))
                {
                    var off = site.Mesh.Positions[at] - station.Place;
                    if (Math.Abs(off.Dot(station.Along)) > 0.2 || Math.Abs(off.Dot(path)) > 0.6)
                        continue;
                    var (deep, height) = (off.Dot(station.Inward), station.Over(off, path));
                    // Gum that was drawn back lies under where it was; it stands no rim.
                    if (deep is > -outside and < rim && (site.InCut[at] || site.Depths[at] < site.Threshold))
                        outer.Add(height);
                    else if (deep is > shelf and < LipReach && site.InCut[at])
                        inner.Add(height);
                }
                if (outer.Count < 3 || inner.Count < 3)
                    return 0;
                outer.Sort();
                return Math.Max(0, outer[outer.Count - 1 - (outer.Count / 10)] - Ranks.Middle(inner));
            }),
        ];
    }

    /// <summary>Where the level jumps within a millimetre by more than the plan does.</summary>
    private static IEnumerable<MarginStep> StepsOf(MarginPlace[] places)
    {
        const int beside = 3,
            gap = 1;
        const double least = 0.1;
        var off = Array.ConvertAll(places, place => place.Level - (place.PlannedLevel ?? place.Level));
        var n = places.Length;
        var jumps = new double[n];
        for (var i = 0; i < n; i++)
            jumps[i] =
                Ranks.Middle(Enumerable.Range(gap, beside).Select(k => off[(i + k) % n]))
                - Ranks.Middle(Enumerable.Range(gap, beside).Select(k => off[(i - k + n) % n]));
        for (var i = 0; i < n; i++)
        {
            var isPeak = Enumerable.Range(-8, 17).All(k => Math.Abs(jumps[(i + k + n) % n]) <= Math.Abs(jumps[i]));
            // A step stays: a few places that stand off are found wrong.
            var stays = Window(i, gap + beside, 5) - Window(i, -gap - beside - 4, 5);
            if (isPeak && Math.Abs(jumps[i]) > least && stays * Math.Sign(jumps[i]) > 0.6 * Math.Abs(jumps[i]))
                yield return new MarginStep(Math.Abs(jumps[i]), places[i].Place, places[i].Segment);
        }

        double Window(int at, int from, int count) => Ranks.Middle(Enumerable.Range(from, count).Select(k => off[(at + k + (2 * n)) % n]));
    }

    /// <summary>By the middle of what it wavers: a single place that stands off makes no rough line.</summary>
    private static Dictionary<Segment, double> Roughness(MarginPlace[] places)
    {
        const int half = 7;
        var off = Array.ConvertAll(places, place => place.Level - (place.PlannedLevel ?? 0));
        var n = places.Length;
        var rest = new double[n];
        for (var i = 0; i < n; i++)
        {
            // A straight line through the neighbourhood, so that a slope is no roughness.
            var mean = Enumerable.Range(-half, (2 * half) + 1).Average(k => off[(i + k + n) % n]);
            rest[i] = off[i] - mean;
        }
        return Enum.GetValues<Segment>()
            .Select(segment =>
                (segment, Own: Enumerable.Range(0, n).Where(i => places[i].Segment == segment).Select(i => Math.Abs(rest[i])).ToArray())
            )
            .Where(one => one.Own.Length > 3)
            .ToDictionary(one => one.segment, one => Ranks.OverMedian * Ranks.Middle(one.Own));
    }
}

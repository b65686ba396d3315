using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>The inside of an inlay's or onlay's preparation as it was cut. Millimetres, degrees.</summary>
/// <param name="FacialOpens">
/// By how much the facial wall opens outward from the path; negative where it hangs over. Null where none stands.
/// </param>
/// <param name="LingualOpens">The lingual wall likewise.</param>
/// <param name="Depth">From the groove before straight down to the floor, along the whole groove on the mean.</param>
/// <param name="Isthmus">Between both walls at the floor, where they are nearest; null where covered cusps leave no opposite walls.</param>
/// <param name="Boxes">Mesial first; those that were cut.</param>
public sealed record MeasuredCavity(
    double? FacialOpens,
    double? LingualOpens,
    double? Depth,
    MeasuredIsthmus? Isthmus,
    IReadOnlyList<MeasuredBox> Boxes
)
{
    /// <summary>What leans farther is floor or bevel.</summary>
    internal const double MostLean = 35;

    private const int Least = 15;

    /// <returns>Null for what is no cavity.</returns>
    internal static MeasuredCavity? Of(SeenSurface before, SiteSurface site, Preparation preparation)
    {
        if (preparation.Plan.Cavity is not { } cavity || preparation.Body is not CavityForm planned)
            return null;
        var cut = new CavityCut(before, site, preparation, planned);
        return new MeasuredCavity(
            cavity.Covered.Any() ? null : Opening(-1),
            cavity.Covered.Any() ? null : Opening(1),
            cut.GrooveBefore() - cut.Floor,
            cavity.Covered.Any() || cut.Floor is null ? null : cut.Isthmus(),
            [.. cavity.Boxes.Select(cut.Box).OfType<MeasuredBox>()]
        )
        {
            Place = cut.FloorPlace,
        };

        // A wall of the cavity faces the other one.
        double? Opening(int toward)
        {
            var own = cut.Walls(normal => normal.Y * toward > 0.8).OrderBy(one => one.Opens).ToArray();
            return own.Length < Least ? null : Ranks.AtShare(own, one => one.Area, 0.5).Opens;
        }
    }

    /// <summary>What is planned straight down, or in from the side, is told as it is planned; not by the nearest of two surfaces.</summary>
    internal IEnumerable<MeasuredDepth> Told(IEnumerable<MeasuredDepth> depths, SiteSurface site, Preparation preparation)
    {
        var doubt = ZoneDepths.Down(site);
        foreach (var depth in depths.Where(depth => depth.Zone.Kind != ZoneKind.Groove && !depth.Zone.Kind.IsBox()))
            yield return depth;
        foreach (var zone in preparation.Plan.Zones.Select(zone => zone.Zone))
        {
            if (zone.Kind == ZoneKind.Groove && Depth is { } depth && Place is { } place)
                yield return Of(zone, depth, place);
            foreach (var box in Boxes.Where(box => Zones.OfBox(box.Side).Contains(zone)))
                yield return Of(zone, zone.Kind.IsBoxFloor() ? box.Depth : box.AxialDepth, box.Place);
        }

        MeasuredDepth Of(Zone zone, double depth, Vec3 place) => new(zone, depth, depth, depth, depth, depth, doubt, place, place, 1);
    }

    /// <summary>A place of the trench's floor.</summary>
    internal Vec3? Place { get; init; }
}

/// <param name="Width">At the floor, across the groove.</param>
/// <param name="Planned">As the plan's own body has it.</param>
/// <param name="Least">What the plan is content with.</param>
/// <param name="Most">The same.</param>
public sealed record MeasuredIsthmus(double Width, double Planned, double Least, double Most, Vec3 Place);

/// <summary>A proximal box as it was cut. Millimetres.</summary>
/// <param name="Depth">From the ridge before straight down to the floor.</param>
/// <param name="AxialDepth">From the outermost place of the side before to the axial wall at the floor.</param>
/// <param name="FloorWidth">Of the floor, from the axial wall to its outer edge.</param>
/// <param name="Lip">How far the floor's outer edge stands over it.</param>
public sealed record MeasuredBox(ProximalSide Side, double Depth, double AxialDepth, double FloorWidth, double Lip, Vec3 Place);

/// <summary>Floors and walls of a cavity among what was cut.</summary>
internal sealed class CavityCut
{
    /// <summary>What leans farther from the path is wall or rounding.</summary>
    private const double MostFloorLean = 22;

    /// <summary>A wall is straight from so high over its floor on.</summary>
    private const double OverRounding = 0.7;

    private const double Highest = 3;

    /// <summary>An axial wall is led by its floor: what is left of the trench above it does not count.</summary>
    private const double HighestAxial = 1.8;

    private readonly SeenSurface before;
    private readonly SiteSurface site;
    private readonly CavityForm planned;
    private readonly Preparation preparation;
    private readonly (double Distal, double Mesial) ends;
    private readonly (Vec3 Place, Vec3 OnForm, Vec3 Normal, double Area, double Opens)[] cut;

    public CavityCut(SeenSurface before, SiteSurface site, Preparation preparation, CavityForm planned)
    {
        (this.before, this.site, this.planned, this.preparation) = (before, site, planned, preparation);
        var path = preparation.Plan.Path;
        ends = planned.TrenchEnds;
        cut =
        [
            .. Enumerable
                .Range(0, site.InCut.Length)
                .Where(i => site.InCut[i] && site.Depths[i] > site.Threshold)
                .Select(i => (Place: (Vec3)site.Mesh.Positions[i], Normal: (Vec3)site.Mesh.Normals[i], Area: site.Areas[i]))
                .Select(one => (one.Place, site.Frame.OnForm(one.Place), one.Normal, one.Area, 90 - one.Normal.AngleTo(path))),
        ];
        var floor = cut.Where(one =>
                IsFloor(one.Normal) && InTrench(one.OnForm) && Math.Abs(planned.Beside(one.OnForm)) < 0.9 * planned.Half
            )
            .ToArray();
        Floor = Middle(floor.Select(one => (one.Place.Z, one.Area)));
        FloorPlace = floor.Length == 0 ? null : floor[floor.Length / 2].Place;
    }

    /// <summary>Height of the trench's floor; null where too little of one was found.</summary>
    public double? Floor { get; }

    public Vec3? FloorPlace { get; }

    public IEnumerable<(double Opens, double Area)> Walls(Func<Vec3, bool> faces) =>
        cut.Where(one => Math.Abs(one.Opens) < MeasuredCavity.MostLean && faces(one.Normal)).Select(one => (one.Opens, one.Area));

    /// <summary>The groove's height on the tooth before, on the mean along it; null where it was not seen.</summary>
    public double? GrooveBefore()
    {
        const double beside = 0.6;
        return planned.Groove.Average(p =>
        {
            // An individual tooth's groove runs a little beside the average one's: the lowest near by.
            var own = site.Frame.FromForm(new Vec3(p.X, p.Y, 0));
            return Enumerable.Range(-4, 9).Min(k => Before(own.X, own.Y + (k * beside / 4)));
        });
    }

    /// <summary>Both walls as straight lines over the floor, window by window along the trench.</summary>
    public MeasuredIsthmus? Isthmus()
    {
        const double window = 0.5,
            step = 0.2;
        var own = cut.Where(one => Math.Abs(one.Opens) < MeasuredCavity.MostLean && Math.Abs(one.Normal.Y) > 0.7 && InTrench(one.OnForm))
            .Select(one =>
                (one.OnForm.X, Over: one.Place.Z - Floor!.Value, Off: planned.Beside(one.OnForm) * site.Frame.Size.Y, one.Normal)
            )
            .Where(one => one.Over is > OverRounding and < Highest)
            .ToArray();
        if (own.Length < 30)
            return null;
        var (from, to) = (own.Min(one => one.X), own.Max(one => one.X));
        var widths = new List<(double Width, double X)>();
        for (var x = from + (window / 2); x <= to - (window / 2); x += step)
        {
            var near = own.Where(one => Math.Abs(one.X - x) < window / 2).ToArray();
            if (Foot(near, 1) is { } one && Foot(near, -1) is { } other)
                widths.Add((one + other, x));
        }
        if (widths.Count < 3)
            return null;
        // One window alone is as likely noise.
        var (width, at) = Enumerable
            .Range(1, widths.Count - 2)
            .Select(i => (Ranks.Middle(widths.Skip(i - 1).Take(3).Select(one => one.Width)), widths[i].X))
            .MinBy(one => one.Item1);
        var asked = 2 * planned.Half;
        var (least, most) = preparation.Plan.Cavity!.Isthmus is { } range
            ? (range.Value.Least.Value, range.Value.Most.Value)
            : (asked, asked);
        return new MeasuredIsthmus(
            width,
            asked,
            Math.Min(least, asked),
            Math.Max(most, asked),
            cut.Where(one => IsFloor(one.Normal) && InTrench(one.OnForm)).MinBy(one => Math.Abs(one.OnForm.X - at)).Place
        );

        static double? Foot((double X, double Over, double Off, Vec3 Normal)[] near, int toward)
        {
            var side = near.Where(one => one.Normal.Y * toward > 0).Select(one => (one.Over, one.Off)).ToArray();
            return side.Length < 8 ? null : AtFloor(side);
        }
    }

    public MeasuredBox? Box(ProximalSide side)
    {
        const double rim = 0.25;
        var (way, drawn) = (side.Way(), planned.BoxAt(side));
        var within = cut.Where(one => Math.Abs(one.OnForm.Y - drawn.Middle) < drawn.Half - 0.2).ToArray();
        var floor = within
            .Where(one => IsFloor(one.Normal) && way * one.OnForm.X > drawn.Axial - 0.2 && one.OnForm.Z < drawn.Floor + 1)
            .ToArray();
        if (Middle(floor.Select(one => (one.Place.Z, one.Area))) is not { } level)
            return null;
        // The trench's other end faces the same way.
        var wall = within
            .Where(one =>
                way * one.Normal.X > 0.8
                && Math.Abs(one.Opens) < MeasuredCavity.MostLean
                && one.Place.Z - level is > OverRounding and < HighestAxial
                && (way * one.OnForm.X) - drawn.Axial > -1
            )
            .Select(one => (Over: one.Place.Z - level, Off: way * one.Place.X))
            .ToArray();
        if (wall.Length < 15)
            return null;
        var axial = AtFloor(wall);
        var outer = Ranks.AtShare([.. floor.OrderBy(one => way * one.Place.X)], one => one.Area, 0.97).Place.X * way;
        var contact = site.Frame.FromForm(new Vec3(way * (drawn.Axial + drawn.AxialDepth), drawn.Middle, 0));
        var edge = within.Where(one => way * one.Place.X > outer - rim && Math.Abs(one.Place.Z - level) < 0.6).Select(one => one.Place.Z);
        var standing = edge.Order().ToArray();
        if (Ridge(way, axial, contact) is not { } ridge)
            return null;
        return new MeasuredBox(
            side,
            ridge - level,
            (way * contact.X) - axial,
            outer - axial,
            standing.Length < 8 ? 0 : Math.Max(0, standing[standing.Length * 9 / 10] - level),
            floor[floor.Length / 2].Place
        );
    }

    /// <summary>Where a straight wall would stand at its floor's height.</summary>
    private static double AtFloor((double Over, double Off)[] wall)
    {
        var line = new LeastSquares(2);
        foreach (var (over, off) in wall)
            line.Add([1, over], off);
        line.Hold(1, 0, 1e-6);
        return line.Solve()[0];
    }

    /// <summary>The highest of the ridge before, behind the contact; null where it was not seen.</summary>
    private double? Ridge(int way, double axial, Vec3 contact) =>
        Enumerable
            .Range(0, 13)
            .SelectMany(i =>
                Enumerable.Range(-1, 3).Select(k => Before(way * (axial + (i * ((way * contact.X) - axial) / 12)), contact.Y + (0.25 * k)))
            )
            .Max();

    /// <summary>Height of the tooth before over a place of its plan.</summary>
    private double? Before(double x, double y)
    {
        const double above = 20;
        var hit = before.Tree.FirstHit(new Ray(site.Frame.Scan(new Vec3(x, y, above)), site.Frame.ScanDirection(-Vec3.UnitZ)));
        return hit.IsHit ? above - hit.At : null;
    }

    private bool IsFloor(Vec3 normal) => normal.AngleTo(preparation.Plan.Path) < MostFloorLean;

    /// <summary>Between the boxes and the ridges that stay, away from the roundings there.</summary>
    private bool InTrench(Vec3 onForm) => onForm.X > ends.Distal + OverRounding && onForm.X < ends.Mesial - OverRounding;

    private static double? Middle(IEnumerable<(double Value, double Area)> values)
    {
        var sorted = values.OrderBy(one => one.Value).ToArray();
        return sorted.Length < 15 ? null : Ranks.AtShare(sorted, one => one.Area, 0.5).Value;
    }
}

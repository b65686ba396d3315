using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Anatomy;

/// <summary>Premolars and molars: walls from tables round the axis, under an occlusal surface that is a height over the plan.</summary>
internal sealed class BackCrown : CrownShape
{
    /// <summary>A groove that reaches so far out, in half widths, runs over the facial rim.</summary>
    private const double OverFacialRim = 0.95;

    private const int Levels = 240;
    private const double RimBlur = 0.5;
    private readonly double[] radii = new double[AngleTable.Steps * Levels];
    private readonly double low,
        perLevel;
    private readonly AngleTable neck,
        rimHeight,
        rimReach;
    private readonly OcclusalSurface table;
    private readonly WallFeature[] features;

    public BackCrown(FormParameters form, CrownSize size, FormDefaults defaults)
        : base(form, size, defaults.CervPow)
    {
        var pole = Place(form.Pole ?? [0, 0]);
        Lean = pole * (1 / (0.75 * size.Length));
        neck = NeckTable();
        var height = new AngleTable(angle => form.Hoc!.At(angle) * size.Length);
        var contour = Contour(height);
        var rim = RimCurve();
        var rimTables = AngleTable.Of(
            [.. rim.Select(p => (double[])[p.X - Axis(p.Z).X, p.Y - Axis(p.Z).Y, p.Z])],
            p => Math.Sqrt((p[0] * p[0]) + (p[1] * p[1])),
            p => p[2]
        );
        (rimReach, rimHeight) = (rimTables[0], rimTables[1]);
        (low, perLevel) = (-1, ((1.3 * size.Length) + 1) / (Levels - 1));
        var below = new SoftPower(form.Q ?? defaults.Q);
        Parallel.For(0, AngleTable.Steps, step =>
        {
            var angle = 2 * Math.PI * step / AngleTable.Steps;
            var above = new SoftPower((form.P ?? new FormSides(defaults.P, defaults.P, defaults.P, defaults.P)).At(angle));
            var profile = new WallProfile
            {
                Neck = Cervical(angle),
                NeckRadius = neck[step],
                Contour = height[step],
                ContourRadius = contour[step],
                Rim = rimHeight[step],
                RimRadius = rimReach[step],
                AboveContour = above,
                BelowContour = below,
                Flare = defaults.Flare,
            };
            for (var level = 0; level < Levels; level++)
                radii[(step * Levels) + level] = profile.Radius(low + (level * perLevel));
        });
        table = new OcclusalSurface(form, size, defaults, rim, pole, Place);
        features = WallFeature.Of(form, size, this);
        if (form.Grooves!.Skip(1).FirstOrDefault(g => g.Pts[^1][1] > OverFacialRim) is { } facial)
            FacialGroove = Place(facial.Pts[^1]).X;
        CentralGroove = [.. form.Grooves![0].Pts.Select(Place).OrderBy(p => p.X)];
    }

    public override Vec2 Lean { get; }

    public OcclusalSurface Table => table;

    /// <summary>The central groove in plan, distal to mesial.</summary>
    public Vec2[] CentralGroove { get; }

    /// <summary>Where the groove between the facial cusps runs down over the rim, along the tooth; null where the form has none.</summary>
    public double? FacialGroove { get; }

    public override double Neck(double angle) => neck.At(angle);

    public override double At(Vec3 p)
    {
        var axis = Axis(p.Z);
        var (x, y) = (p.X - axis.X, p.Y - axis.Y);
        var angle = Math.Atan2(y, x);
        var wall = (Math.Sqrt((x * x) + (y * y)) - Radius(angle, p.Z)) * 0.85;
        if (wall > -1.2)
        {
            foreach (var feature in features)
                wall += feature.Depth(p, angle);
        }
        return Blend.Max(wall, 0.8 * (p.Z - table.Height(p.X, p.Y)), Form.Blend ?? 0.5);
    }

    private double Radius(double angle, double z)
    {
        var (step, next, s) = AngleTable.Place(angle);
        var up = Math.Clamp((z - low) / perLevel, 0, Levels - 1.001);
        var level = (int)up;
        var t = up - level;
        var (a, b) = ((step * Levels) + level, (next * Levels) + level);
        var here = radii[a] + ((radii[a + 1] - radii[a]) * t);
        var beside = radii[b] + ((radii[b + 1] - radii[b]) * t);
        return here + ((beside - here) * s);
    }

    /// <summary>Fractions of the crown to millimetres in plan.</summary>
    public Vec2 Place(double[] fractions) =>
        new(Form.Offset[0] + (fractions[0] * Size.Mesiodistal / 2), Form.Offset[1] + (fractions[1] * Size.Faciolingual / 2));

    /// <summary>A cusp's tip in plan.</summary>
    public Vec2 Tip(Cusp cusp) => Place(Form.Cusps![Kebab.Of(cusp)]);

    private AngleTable NeckTable()
    {
        var n = Form.NeckN ?? 2.4;
        var taper = Form.NeckTaper ?? 0;
        var points = new List<double[]>();
        for (var i = 0; i < 1440; i++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * i / 1440);
            var r = Math.Pow(Math.Pow(Math.Abs(cos), n) + Math.Pow(Math.Abs(sin), n), -1 / n);
            points.Add([r * cos * (1 + (taper * sin)), r * sin]);
        }
        // The widening must not make the neck wider than it is.
        var (right, left) = (points.Max(p => p[0]), points.Min(p => p[0]));
        var scaled = points
            .Select(p => (double[])[p[0] * Size.MesiodistalAtNeck / (right - left), p[1] * Size.FaciolingualAtNeck / 2])
            .ToArray();
        return AngleTable.Of(scaled, p => Math.Sqrt((p[0] * p[0]) + (p[1] * p[1])))[0];
    }

    /// <summary>Radius of the silhouette from above, each direction at its own height of contour.</summary>
    private AngleTable Contour(AngleTable height)
    {
        var curve = Curves.Through([.. Form.Outline!.Select(Place)], 60, closed: true);
        var samples = curve
            .Select(p =>
            {
                var rough = p - Axis(0.45 * Size.Length);
                var axis = Axis(height.At(Math.Atan2(rough.Y, rough.X)));
                return (double[])[p.X - axis.X, p.Y - axis.Y];
            })
            .ToArray();
        return AngleTable.Of(samples, p => Math.Sqrt((p[0] * p[0]) + (p[1] * p[1])))[0];
    }

    /// <summary>The crest of the table: over marginal ridges, cusp ridges and tips. Tips stay pointed but round.</summary>
    private Vec3[] RimCurve()
    {
        const int perSpan = 24;
        var points = Form.Rim!;
        var plan = Curves.Through([.. points.Select(Place)], perSpan, closed: true);
        var heights = new double[plan.Count];
        for (var i = 0; i < heights.Length; i++)
        {
            var (from, to) = (points[i / perSpan], points[((i / perSpan) + 1) % points.Length]);
            heights[i] = (from[2] + ((to[2] - from[2]) * (i % perSpan) / perSpan)) * Size.Length;
        }
        var length = Enumerable.Range(0, plan.Count).Sum(i => (plan[(i + 1) % plan.Count] - plan[i]).Length);
        var reach = Math.Max(1, (int)Math.Round(RimBlur / (length / plan.Count)));
        return [.. plan.Zip(Curves.Evened(heights, reach), (p, z) => new Vec3(p.X, p.Y, z))];
    }
}

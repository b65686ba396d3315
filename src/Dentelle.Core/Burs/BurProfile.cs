using Dentelle.Geometry;

namespace Dentelle.Core.Burs;

/// <summary>A bur's silhouette, computed from its sizes: radius by the distance from the tip. Millimetres.</summary>
/// <remarks>The drawing, the sums and the cuts all ask this one profile.</remarks>
public sealed class BurProfile
{
    private const int ArcSteps = 12;

    /// <summary>How far the neck and the shank are drawn behind the working part.</summary>
    private const double NeckLength = 2,
        ShankLength = 6;

    private readonly Vec2[] working;

    private BurProfile(Bur bur, Vec2[] working) => (Bur, this.working) = (bur, working);

    public Bur Bur { get; }

    /// <summary>Working part from the tip: X the distance from the tip, Y the radius.</summary>
    public IReadOnlyList<Vec2> Working => working;

    /// <summary>How far from the tip it cuts; the neck that stops a ball is smooth.</summary>
    public double CutsTo => Bur.Family == BurFamily.NeckBall ? working[^2].X : working[^1].X;

    /// <summary>The whole half outline: working part, neck and the begin of the shank.</summary>
    public IReadOnlyList<Vec2> Outline
    {
        get
        {
            var shank = Bur.ShankKind.DiameterMm / 2;
            var (end, neck) = (working[^1].X, Math.Min(Math.Max(working[^1].Y, NeckRadius), shank));
            return
            [
                .. working,
                new(end, neck),
                new(end + NeckLength, Math.Max(neck, 0.6 * shank)),
                new(end + NeckLength + 0.6, shank),
                new(end + NeckLength + ShankLength, shank),
                new(end + NeckLength + ShankLength, 0),
            ];
        }
    }

    /// <summary>Inclination of one side to the bur's axis, degrees; 0 for a cylinder. Meaningless for bellied shapes.</summary>
    public double HalfAngleDeg => double.RadiansToDegrees(Math.Atan2((Bur.LargestMm - Bur.TipMm) / 2, Bur.LengthMm - TipReach));

    public static BurProfile Of(Bur bur)
    {
        double tip = bur.TipMm / 2,
            most = bur.LargestMm / 2,
            length = bur.LengthMm;
        Vec2[] points = bur.Family switch
        {
            BurFamily.Round => Ball(most, NeckOfBall(bur)),
            BurFamily.NeckBall => [.. Ball(most, bur.GuideMm!.Value / 2), new(length, bur.GuideMm.Value / 2)],
            BurFamily.CylinderRound or BurFamily.TaperRound or BurFamily.Interproximal or BurFamily.Needle =>
            [
                .. Arc(tip, tip),
                new(length, most),
            ],
            BurFamily.Torpedo or BurFamily.TaperTorpedo => [.. Ogive(tip, bur.LargestMm), new(length, most)],
            BurFamily.Football =>
            [
                .. Span(length, share => most * Math.Sqrt(Math.Max(0, 1 - (((2 * share) - 1) * ((2 * share) - 1)))), until: 0.9),
            ],
            BurFamily.Flame => [.. Span(length, share => most * Math.Pow(Math.Sin(Math.PI * Math.Pow(share, 0.8)), 0.85), until: 0.82)],
            BurFamily.Pear => [.. Ball(most, most * 0.97), new(length, tip)],
            BurFamily.DepthRing => Rings(bur),
            _ => [.. Corner(tip, bur.CornerMm), new(length, most)],
        };
        return new(bur, points);
    }

    /// <summary>Diameter at a distance from the tip; beyond the working part that of its end.</summary>
    public double DiameterAt(double fromTip)
    {
        if (fromTip <= 0)
            return 2 * working[0].Y;
        for (var i = 1; i < working.Length; i++)
        {
            if (fromTip > working[i].X)
                continue;
            var (a, b) = (working[i - 1], working[i]);
            return 2 * (b.X - a.X < 1e-9 ? b.Y : a.Y + ((b.Y - a.Y) * (fromTip - a.X) / (b.X - a.X)));
        }
        return 2 * working[^1].Y;
    }

    /// <summary>Where from the tip a diameter is reached first; null when it never is.</summary>
    public double? DistanceAt(double diameter)
    {
        if (2 * working[0].Y >= diameter)
            return 0;
        for (var i = 1; i < working.Length; i++)
        {
            var (a, b) = (working[i - 1], working[i]);
            if (2 * b.Y >= diameter - 1e-9)
                return b.Y - a.Y < 1e-9 ? b.X : a.X + ((b.X - a.X) * ((diameter / 2) - a.Y) / (b.Y - a.Y));
        }
        return null;
    }

    /// <summary>How far from the tip its rounding ends.</summary>
    private double TipReach => Bur.Family.HasRoundedTip() || Bur.Family is BurFamily.Needle or BurFamily.Interproximal ? Bur.TipMm / 2 : 0;

    private double NeckRadius => Bur.GuideMm / 2 ?? 0.45;

    private static double NeckOfBall(Bur bur) => Math.Min(0.45, bur.LargestMm / 4);

    /// <summary>A ball as far as its neck.</summary>
    private static Vec2[] Ball(double radius, double neck)
    {
        var end = Math.PI - Math.Asin(Math.Clamp(neck / radius, 0, 1));
        return
        [
            .. Enumerable
                .Range(0, (2 * ArcSteps) + 1)
                .Select(i => end * i / (2 * ArcSteps))
                .Select(t => new Vec2(radius * (1 - Math.Cos(t)), radius * Math.Sin(t))),
        ];
    }

    /// <summary>A quarter of an ellipse from the tip: so long, so wide.</summary>
    private static IEnumerable<Vec2> Arc(double length, double radius) =>
        Enumerable
            .Range(0, ArcSteps + 1)
            .Select(i => Math.PI / 2 * i / ArcSteps)
            .Select(t => new Vec2(length * (1 - Math.Cos(t)), radius * Math.Sin(t)));

    /// <summary>A torpedo's pointed rounding is longer than it is wide.</summary>
    private static IEnumerable<Vec2> Ogive(double radius, double largest) => Arc(Math.Max(radius, 0.9 * largest), radius);

    private static IEnumerable<Vec2> Corner(double radius, double corner)
    {
        yield return new(0, 0);
        var r = Math.Min(corner, radius);
        for (var i = 0; i <= ArcSteps / 2; i++)
        {
            var (sin, cos) = Math.SinCos(Math.PI / 2 * i / (ArcSteps / 2));
            yield return new(r * (1 - cos), radius - r + (r * sin));
        }
    }

    private static IEnumerable<Vec2> Span(double length, Func<double, double> radius, double until) =>
        Enumerable
            .Range(0, (2 * ArcSteps) + 1)
            .Select(i => until * i / (2 * ArcSteps))
            .Select(share => new Vec2(share * length, radius(share)));

    /// <summary>Three rings on a smooth core.</summary>
    private static Vec2[] Rings(Bur bur)
    {
        var (core, ring, wide) = (bur.GuideMm!.Value / 2, bur.LargestMm / 2, bur.LengthMm / 9);
        var points = new List<Vec2> { new(0, 0), new(0, core) };
        for (var i = 0; i < 3; i++)
        {
            var from = wide * ((3 * i) + 1);
            points.AddRange([new(from, core), new(from, ring), new(from + wide, ring), new(from + wide, core)]);
        }
        points.Add(new(bur.LengthMm, core));
        return [.. points];
    }
}

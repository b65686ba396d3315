using Dentelle.Geometry;

namespace Dentelle.Core.Anatomy;

/// <summary>One meridian of the wall: out from the neck to the height of contour, in from there to the rim.</summary>
internal readonly record struct WallProfile
{
    public required double Neck { get; init; }

    public required double NeckRadius { get; init; }

    public required double Contour { get; init; }

    public required double ContourRadius { get; init; }

    public required double Rim { get; init; }

    public required double RimRadius { get; init; }

    public required SoftPower AboveContour { get; init; }

    public required SoftPower BelowContour { get; init; }

    public required double Flare { get; init; }

    public double Radius(double z)
    {
        if (z < Contour)
        {
            var t = Math.Clamp((z - Neck) / (Contour - Neck), 0, 1);
            return NeckRadius + ((ContourRadius - NeckRadius) * (1 - BelowContour.Of(1 - t)));
        }
        var up = Math.Min((z - Contour) / (Rim - Contour), 1);
        var above = z - Rim;
        // Above the rim the wall must stop shaping: a slight dip hides the step, the flare keeps high ridges inside.
        return ContourRadius
            - ((ContourRadius - RimRadius) * AboveContour.Of(up))
            - (above > 0 ? 0.16 * (1 - Math.Exp(-6 * above)) : 0)
            + (Flare * Math.Max(above - 0.3, 0));
    }
}

/// <summary>A power that starts with finite curvature: a plain one below 2 leaves a visible line.</summary>
internal readonly struct SoftPower
{
    private const double Softness = 0.3 * 0.3;
    private readonly double half,
        start,
        span;

    public SoftPower(double power)
    {
        half = power / 2;
        start = Math.Pow(Softness, half);
        span = Math.Pow(1 + Softness, half) - start;
    }

    public double Of(double share) => (Math.Pow((share * share) + Softness, half) - start) / span;
}

/// <summary>A groove that runs over the rim down a wall, or a hollow in a wall.</summary>
internal sealed class WallFeature
{
    private readonly Groove? groove;
    private readonly double end,
        fade,
        angle,
        height,
        halfAngle,
        halfHeight,
        depth;
    private readonly BackCrown crown;

    private WallFeature(Groove? groove, double end, double fade, double[]? dent, BackCrown crown, double length)
    {
        (this.groove, this.end, this.fade, this.crown) = (groove, end, fade, crown);
        if (dent is null)
            return;
        (angle, height, halfAngle, halfHeight, depth) = (
            double.DegreesToRadians(dent[0]),
            dent[1] * length,
            double.DegreesToRadians(dent[2]),
            dent[3] * length,
            dent[4]
        );
    }

    public static WallFeature[] Of(FormParameters form, CrownSize size, BackCrown crown) =>
        [
            .. form.Grooves!.Where(g => g.End is not null)
                .Select(g => new WallFeature(
                    new Groove(g, crown.Place),
                    g.End!.Value * size.Length,
                    0.12 * size.Length,
                    null,
                    crown,
                    size.Length
                )),
            .. (form.Dents ?? []).Select(d => new WallFeature(null, 0, 0.14 * size.Length, d, crown, size.Length)),
        ];

    public double Depth(Vec3 p, double at)
    {
        if (groove is { } g)
        {
            var share = Curves.SmoothStep(end - fade, end + fade, p.Z);
            return share <= 0 ? 0 : share * g.Depth(p.X, p.Y);
        }
        var off = Math.IEEERemainder(at - angle, 2 * Math.PI) / halfAngle;
        var up = (p.Z - height) / halfHeight;
        if ((off * off) + (up * up) > 9)
            return 0;
        // The neck is fixed: a hollow that began there would leave a lip.
        return depth * Math.Exp(-(off * off) - (up * up)) * Curves.SmoothStep(0, fade, p.Z - crown.Cervical(at));
    }
}

using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Anatomy;

/// <summary>Incisors and canines: at every height a facial and a lingual profile joined across the width, cut off by the edge.</summary>
internal sealed class FrontCrown : CrownShape
{
    private readonly Profile mesial,
        distal,
        facial,
        lingual,
        middle,
        facialPower,
        lingualPower,
        edge;
    private readonly double width,
        depth,
        length,
        edgeY,
        tilt,
        twist,
        blend;
    private readonly Relief[] reliefs;
    private readonly AngleTable neck;

    public FrontCrown(FormParameters form, CrownSize size, FormDefaults defaults)
        : base(form, size, defaults.CervPow)
    {
        (width, depth, length) = (size.Mesiodistal / 2, size.Faciolingual / 2, size.Length);
        (mesial, distal) = (new(form.MesialWidth!, 0, 1), new(form.DistalWidth!, 0, 1));
        (facial, lingual, middle) = (new(form.FacialProfile!, 0, 1), new(form.LingualProfile!, 0, 1), new(form.Mid!, 0, 1));
        (facialPower, lingualPower) = (new(form.FacialPower!, 0, 1), new(form.LingualPower!, 0, 1));
        edge = new(form.Edge!, -1.2, 1.2);
        (edgeY, tilt, twist, blend) = (form.EdgeY!.Value * depth, form.EdgeTilt ?? 0, form.Twist ?? 0, form.Blend ?? 0.4);
        reliefs = [.. (form.Relief ?? []).Select(relief => new Relief(relief))];
        Lean = new Vec2(form.Offset[0], edgeY + form.Offset[1]) * (1 / length);
        neck = new AngleTable(NeckRadius);
    }

    public override Vec2 Lean { get; }

    public override double Neck(double angle) => neck.At(angle);

    public double EdgeAt(double x) => length * edge.At((x - Form.Offset[0]) / width);

    /// <summary>Where a place stands in its cross-section: across from −1 distal to 1 mesial, out from −1 lingual to 1 facial.</summary>
    public (double Across, double Out) Section(Vec3 p)
    {
        var (u, _, v, _, _) = Slice(p);
        return (u, v);
    }

    public override double At(Vec3 p)
    {
        const double e = 0.15;
        var (u, half, v, away, h) = Slice(p);
        var facialShare = Curves.SmoothStep(-0.25, 0.25, v);
        var n = lingualPower.At(h) + ((facialPower.At(h) - lingualPower.At(h)) * facialShare);
        var soft = (Math.Sqrt((u * u) + (e * e)) - e) / (Math.Sqrt(1 + (e * e)) - e);
        var power = Math.Pow(soft, n);
        var slopeU =
            soft > 1e-9 ? n * power / soft * Math.Abs(u) / (Math.Sqrt((u * u) + (e * e)) * (Math.Sqrt(1 + (e * e)) - e)) / half : 0;
        var slopeV = 2 * v / away;
        var body = (power + (v * v) - 1) / (Math.Sqrt((slopeU * slopeU) + (slopeV * slopeV)) + 0.12);
        foreach (var relief in reliefs)
            body += relief.Depth(u, v, h);
        return Blend.Max(body, 0.95 * (p.Z - EdgeAt(p.X) - (tilt * (p.Y - Form.Offset[1] - edgeY))), blend);
    }

    /// <summary>
    /// A place in its cross-section: shares across and out, the half width and the half depth that they are shares of, and
    /// the height as a share of the length.
    /// </summary>
    private (double Across, double HalfWidth, double Out, double HalfDepth, double Height) Slice(Vec3 p)
    {
        var h = p.Z / length;
        var x = p.X - Form.Offset[0];
        var y = p.Y - Form.Offset[1] - (twist * x * Math.Max(h, 0) * Math.Max(h, 0));
        var (front, back, mid) = Profiles(ProfileHeight(h, x));
        var (half, away) = (HalfWidth(h, x), y > mid ? front - mid : mid - back);
        return (x / half, half, (y - mid) / away, away, h);
    }

    /// <summary>Facial and lingual surface in the middle of the width, and between them the line of greatest width.</summary>
    private (double Front, double Back, double Middle) Profiles(double height)
    {
        var back = lingual.At(height) * depth;
        // Beyond the edge the profiles would cross.
        var front = Math.Max(facial.At(height) * depth, back + 0.2);
        return (front, back, Math.Clamp(middle.At(height) * depth, back + (0.12 * (front - back)), front - (0.12 * (front - back))));
    }

    /// <summary>The blade thins toward the local edge: otherwise a canine would get flat facets beside its tip.</summary>
    private double ProfileHeight(double h, double x)
    {
        var local = edge.At(x / width);
        return h * (1 + (((1 / local) - 1) * Curves.SmoothStep(0.3, 1, h / local)));
    }

    private double HalfWidth(double h, double x)
    {
        var (rise, profile) = x > 0 ? (Form.Cerv.M, mesial) : (Form.Cerv.D, distal);
        var start = rise / length;
        var side = profile.At((h - start) / (1 - start));
        // Mesial and distal meet in the middle without a fold.
        var share = Curves.SmoothStep(-0.2, 0.2, x / width);
        if (share is 0 or 1)
            return width * side;
        var (riseM, riseD) = (Form.Cerv.M / length, Form.Cerv.D / length);
        return width * (((1 - share) * distal.At((h - riseD) / (1 - riseD))) + (share * mesial.At((h - riseM) / (1 - riseM))));
    }

    private double NeckRadius(double angle)
    {
        var (sin, cos) = Math.SinCos(angle);
        var z = Cervical(angle);
        var axis = Axis(z);
        return Crossing.Edge(0, depth + width, r => At(new Vec3(axis.X + (r * cos), axis.Y + (r * sin), z)));
    }

    /// <summary>A hollow in one side, or a swelling: deepest in its middle, fading across and up.</summary>
    private sealed class Relief(FormRelief relief)
    {
        private readonly double sign = relief.Side == "F" ? 1 : -1;
        private readonly Fading across = new(relief.P),
            up = new(relief.Ph);

        public double Depth(double u, double v, double h)
        {
            var side = Curves.SmoothStep(0, 0.55, sign * v);
            return side <= 0
                ? 0
                : relief.At[4]
                    * side
                    * across.At(Math.Abs(u - relief.At[0]) / relief.At[2])
                    * up.At(Math.Abs(h - relief.At[1]) / relief.At[3]);
        }
    }

    /// <summary>exp(−xᵖ), tabulated; nothing beyond 2.4, where it hardly is any more.</summary>
    private sealed class Fading
    {
        private const double To = 2.4;
        private const int Steps = 480;
        private readonly double[] values = new double[Steps + 2];

        public Fading(double power)
        {
            for (var i = 0; i <= Steps; i++)
                values[i] = Math.Exp(-Math.Pow(i * To / Steps, power));
        }

        public double At(double x)
        {
            if (x > To)
                return 0;
            var place = x * (Steps / To);
            var i = (int)place;
            return values[i] + ((values[i + 1] - values[i]) * (place - i));
        }
    }

    /// <summary>A monotone cubic, tabulated.</summary>
    private sealed class Profile
    {
        private const int Steps = 400;
        private readonly double[] values = new double[Steps + 1];
        private readonly double from,
            to;

        public Profile(double[][] knots, double from, double to)
        {
            // A little beyond both ends the curve goes on straight.
            (this.from, this.to) = (from - 0.35, to + 0.35);
            Vec2[] points = [.. knots.Select(k => new Vec2(k[0], k[1]))];
            for (var i = 0; i <= Steps; i++)
                values[i] = Curves.Monotone(points, this.from + ((this.to - this.from) * i / Steps));
        }

        public double At(double x)
        {
            var place = Math.Clamp((x - from) / (to - from) * Steps, 0, Steps - 1e-6);
            var i = (int)place;
            return values[i] + ((values[i + 1] - values[i]) * (place - i));
        }
    }
}

using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Anatomy;

/// <summary>
/// A tooth as a body: crown, neck and the beginning of the root. Millimetres; x mesial, y facial, z to the bite, 0 at the
/// neck.
/// </summary>
/// <remarks>The field is negative inside, and within some tenths of a millimetre of the surface about a distance.</remarks>
public sealed class ToothForm : IField, ISockSurface
{
    /// <summary>How far the root stump reaches below the facial cervical line.</summary>
    public const double StumpDepth = 3;

    /// <summary>Radius of the stump's lower edge.</summary>
    internal const double StumpRound = 0.6;

    private static readonly double RootTaper = Math.Tan(double.DegreesToRadians(4));
    private readonly CrownShape shape;
    private readonly ToothCondition condition;
    private readonly SizeFit fit;
    private readonly Sock sock;
    private readonly Vec3[] tips;

    /// <param name="table">Shape parameters.</param>
    /// <param name="tooth">Which tooth.</param>
    /// <param name="size">Its size; null for the average.</param>
    /// <param name="condition">Null for a sound tooth.</param>
    public ToothForm(FormTable table, ToothCode tooth, CrownSize? size = null, ToothCondition? condition = null)
    {
        (Tooth, this.condition) = (tooth, condition ?? ToothCondition.Sound);
        Size = size ?? table.For(tooth).SizeFor(MeasuredSize.None);
        shape = CrownShape.Of(table, tooth, Size);
        var bare = new Sock(new BareSurface(this));
        fit = SizeFit.Of(bare, Size);
        tips = Tips(bare.Points);
        sock = IsUnworn ? bare : new Sock(this);
    }

    public ToothCode Tooth { get; }

    public CrownSize Size { get; }

    internal CrownShape Shape => shape;

    /// <summary>Cusp tips, or the highest point of the edge, unmirrored.</summary>
    internal IReadOnlyList<Vec3> CuspTips => tips;

    double ISockSurface.Farthest => (2.5 * Size.Length) + Size.Mesiodistal + Size.Faciolingual;

    /// <summary>The field in the tooth's own frame (mesial +x), unturned and untilted.</summary>
    public double At(Vec3 p) => Worn(p, Bare(fit.Undone(p, shape)));

    /// <summary>The body; mirrored, turned and tilted as it stands.</summary>
    public Mesh Mesh(Fineness fineness) => Placed(Unplaced(fineness));

    /// <summary>How the tooth stands: turned and tilted about the neck's centre, before mirroring.</summary>
    public Rigid Placing =>
        Rigid
            .Turned(Vec3.UnitZ, condition.RotationDeg)
            .Then(Rigid.Turned(Vec3.UnitY, condition.TiltMesialDeg))
            .Then(Rigid.Turned(Vec3.UnitX, -condition.TiltFacialDeg));

    /// <summary>A mesh of the tooth's own frame as it stands in the mouth.</summary>
    internal Mesh Placed(Mesh mesh)
    {
        var placed = condition is { RotationDeg: 0, TiltMesialDeg: 0, TiltFacialDeg: 0 } ? mesh : mesh.Moved(Placing);
        return Tooth.IsMirrored ? placed.MirroredX() : placed;
    }

    /// <summary>A place of the shape's own functions in the tooth's frame.</summary>
    internal Vec3 Unplaced(Vec3 unfitted) => Fitted(unfitted);

    /// <summary>How far from a centre in plan the surface lies in a direction, at a height.</summary>
    internal double Reach(Vec2 centre, double angle, double z)
    {
        var (sin, cos) = Math.SinCos(angle);
        // Mostly the neck's size tells where to seek.
        var guess = 1.6 * (Size.MesiodistalAtNeck + Size.FaciolingualAtNeck) / 4;
        return Crossing.Edge(0, Value(guess) > 0 ? guess : Size.Mesiodistal + Size.Faciolingual, Value);

        double Value(double r) => At(new Vec3(centre.X + (r * cos), centre.Y + (r * sin), z));
    }

    /// <summary>The body before mirroring, turning and tilting.</summary>
    internal Mesh Unplaced(Fineness fineness)
    {
        var mesh = sock.Mesh(fineness, (angle, ring) => Stump(angle, ring, fineness.Below), fineness.Below, Fitted);
        for (var pass = 0; pass < fineness.Refinements; pass++)
            mesh = Refined(mesh);
        return mesh;
    }

    /// <summary>Edges that bridge a crisp groove or crest are halved, their middles set on the surface.</summary>
    private Mesh Refined(Mesh mesh)
    {
        // A bow of length l whose ends' normals differ by w stands l·w/8 off its chord.
        const double bow = 0.004;
        return Refinement.Split(mesh, Bridges, Middle);

        bool Bridges(int a, int b)
        {
            var (p, q) = (mesh.Positions[a], mesh.Positions[b]);
            return Math.Min(p.Z, q.Z) > 0 && (q - p).Length() * (mesh.Normals[b] - mesh.Normals[a]).Length() > 8 * bow;
        }

        Vec3 Middle(int a, int b)
        {
            Vec3 middle = (mesh.Positions[a] + mesh.Positions[b]) / 2,
                normal = ((Vec3)(mesh.Normals[a] + mesh.Normals[b])).Unit;
            const double reach = 0.08;
            return middle
                + (
                    normal
                    * (
                        At(middle - (normal * reach)) < 0 && At(middle + (normal * reach)) > 0
                            ? Crossing.Edge(-reach, reach, t => At(middle + (normal * t)))
                            : 0
                    )
                );
        }
    }

    private Vec3 Fitted(Vec3 p) => IsUnworn ? fit.Done(p, shape) : p;

    /// <summary>
    /// Wear is cut into the form at its exact size; a worn form is therefore sought there and needs no stretching
    /// afterwards.
    /// </summary>
    private bool IsUnworn => condition is { WearMm: 0, TipErosionMm: 0 };

    /// <summary>The place before the form was scaled to its exact size: the frame of the shape's own functions.</summary>
    internal Vec3 Unfitted(Vec3 p) => fit.Undone(p, shape);

    /// <summary>A point on the cervical line, in the body's frame.</summary>
    internal Vec3 Neck(double angle)
    {
        var z = shape.Cervical(angle);
        return Out(angle, z, shape.Neck(angle));
    }

    /// <summary>How high the cervical line stands in a direction, in the tooth's frame.</summary>
    internal double NeckLevel(double angle) => Unplaced(Neck(angle)).Z;

    /// <summary>
    /// From the cervical line of a side up to the crest of its marginal ridge; null for front teeth, which have no such ridges.
    /// </summary>
    public Mm? RidgeOverNeck(ProximalSide side)
    {
        if (shape is not BackCrown { Table: { } table })
            return null;
        var angle = side == ProximalSide.Mesial ? 0 : Math.PI;
        var crest = new Vec3(table.Pole.X + (table.RimReach.At(angle) * Math.Cos(angle)), table.Pole.Y, table.RimHeight.At(angle));
        return new Mm(Math.Round(Fitted(crest).Z - Fitted(Neck(angle)).Z, 2));
    }

    /// <summary>Radius of the root at a height below the cervical line.</summary>
    internal double RootRadius(double angle, double z) => shape.Neck(angle) - (Math.Max(0, shape.Cervical(angle) - z) * RootTaper);

    internal Vec3 Out(double angle, double z, double radius)
    {
        var (sin, cos) = Math.SinCos(angle);
        var axis = shape.Axis(z);
        return new Vec3(axis.X + (radius * cos), axis.Y + (radius * sin), z);
    }

    (Vec3 From, Vec3 Along) ISockSurface.Line(double angle, double share) => Line(angle, share);

    double ISockSurface.At(Vec3 p) => p.Z < 0 ? Root(p) : At(p);

    double? ISockSurface.Start(double angle) => null;

    Vec3 ISockSurface.On(in (Vec3 From, Vec3 Along) line, double t) => On(line, t);

    /// <summary>From the neck outward, then steeper and from deeper (back teeth) or higher (front teeth), at last straight up.</summary>
    /// <remarks>Back teeth: the start sinks slower than the line climbs at the wall, so that lines don't come back down,
    /// and far enough to meet
    /// steep inner slopes well; it may lie below the root stump.</remarks>
    internal (Vec3 From, Vec3 Along) Line(double angle, double share)
    {
        var neck = shape.Cervical(angle);
        var (sin, cos) = Math.SinCos(angle);
        var (up, level) = Math.SinCos(share * Math.PI / 2);
        var start = Tooth.IsFront
            ? neck + (((0.45 * Size.Length) - neck) * Curves.SmoothStep(0, 1, share))
            : neck - Math.Min(0.6 * shape.Neck(angle) * up / Math.Max(level, 1e-9), 1.2 * Size.Length);
        return (new Vec3(0, 0, start), new Vec3(level * cos, level * sin, up));
    }

    /// <summary>What lines see: down there, where they begin, the stump's end does not count.</summary>
    private double Root(Vec3 p) => Math.Sqrt((p.X * p.X) + (p.Y * p.Y)) - RootRadius(Math.Atan2(p.Y, p.X), Math.Max(p.Z, -StumpDepth));

    internal Vec3 On(in (Vec3 From, Vec3 Along) line, double t)
    {
        var z = line.From.Z + (line.Along.Z * t);
        var axis = shape.Axis(z);
        return new Vec3((line.Along.X * t) + axis.X, (line.Along.Y * t) + axis.Y, z);
    }

    /// <summary>Crown above the cervical line, root below.</summary>
    private double Bare(Vec3 p)
    {
        if (p.Z >= shape.HighestCervical)
            return shape.At(p);
        var axis = shape.Axis(p.Z);
        var (x, y) = (p.X - axis.X, p.Y - axis.Y);
        var angle = Math.Atan2(y, x);
        if (p.Z >= shape.Cervical(angle))
            return shape.At(p);
        var wall = (Math.Sqrt((x * x) + (y * y)) - RootRadius(angle, p.Z)) * 0.97;
        var (a, b) = (wall + StumpRound, -(p.Z + StumpDepth) + StumpRound);
        return a > 0 && b > 0 ? Math.Sqrt((a * a) + (b * b)) - StumpRound : Math.Max(a, b) - StumpRound;
    }

    private Vec3 Stump(double angle, int ring, int rings)
    {
        // Two thirds of the rings go down the root, the rest round its end.
        var bend = rings / 3;
        var straight = rings - bend;
        var neck = shape.Cervical(angle);
        if (ring < straight)
        {
            var z = neck + ((-StumpDepth + StumpRound - neck) * (ring + 1) / straight);
            return Out(angle, z, RootRadius(angle, z));
        }
        var (sin, cos) = Math.SinCos(Math.PI / 2 * (ring - straight + 1) / bend);
        var low = -StumpDepth + StumpRound - (StumpRound * sin);
        return Out(angle, low, RootRadius(angle, low) - (StumpRound * (1 - cos)));
    }

    private double Worn(Vec3 p, double bare)
    {
        if (IsUnworn)
            return bare;
        var worn = bare;
        foreach (var tip in tips)
        {
            var (dx, dy) = (p.X - tip.X, Tooth.IsFront ? 0 : p.Y - tip.Y);
            // A facet is flat where the cusp stood and lets go of the surface beyond it.
            var off = Tooth.IsFront ? 0 : 2 * Curves.SmoothStep(2.4, 4.2, Math.Sqrt((dx * dx) + (dy * dy)));
            if (condition.WearMm > 0)
                worn = Blend.Max(worn, p.Z - (tip.Z - condition.WearMm) - off, 0.1);
            if (condition.TipErosionMm > 0)
                worn += 0.9 * condition.TipErosionMm * Math.Exp(-((dx * dx) + (dy * dy)) / 1.2) * Curves.SmoothStep(2.5, 0.5, tip.Z - p.Z);
        }
        return worn;
    }

    private Vec3[] Tips(Vec3[,] points)
    {
        var all = points.Cast<Vec3>().Select(p => fit.Done(p, shape)).ToArray();
        if (shape is not BackCrown back)
            return [all.MaxBy(p => p.Z)];
        return
        [
            .. shape.Form.Cusps!.Values.Select(c =>
            {
                var at = back.Place(c);
                return all.Where(p => (new Vec2(p.X, p.Y) - at).Length < 1.2).MaxBy(p => p.Z);
            }),
        ];
    }

    /// <summary>The form before it is scaled to its exact size.</summary>
    private sealed class BareSurface(ToothForm form) : ISockSurface
    {
        public double Farthest => ((ISockSurface)form).Farthest;

        public (Vec3 From, Vec3 Along) Line(double angle, double share) => form.Line(angle, share);

        public double? Start(double angle) => form.shape.Neck(angle);

        public Vec3 On(in (Vec3 From, Vec3 Along) line, double t) => form.On(line, t);

        public double At(Vec3 p) => p.Z < 0 ? form.Root(p) : form.Bare(p);
    }
}

using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Scanning;

/// <summary>A tooth of a row: where it stands, its body, its gum.</summary>
internal sealed class RowTooth
{
    /// <summary>How thick the gum is far below its crest, and how soon it gets there.</summary>
    private const double GumThickness = 1.5,
        GumRun = 2;

    private const double CordWidth = 0.4;

    private readonly MeshTree present;
    private readonly FaultyBody? cut;
    private readonly ArchPose pose;

    /// <summary>Asked for every sample, so worked out once.</summary>
    private readonly Rigid toOwn;
    private readonly AngleTable crest;
    private readonly ToothForm form;
    private readonly (Vec3 Middle, double Radius)? nick;

    /// <param name="code">Which tooth.</param>
    /// <param name="tooth">As it stands before.</param>
    /// <param name="pose">Where in the mouth.</param>
    /// <param name="crest">Height of the gum by direction, in the tooth's own frame.</param>
    /// <param name="present">Its surface before.</param>
    /// <param name="cut">What was made of it; null where it wasn't cut.</param>
    /// <param name="nick">A ball ground out of it.</param>
    public RowTooth(
        ToothCode code,
        PresentTooth tooth,
        ArchPose pose,
        AngleTable crest,
        MeshTree present,
        FaultyBody? cut = null,
        (Vec3 Middle, double Radius)? nick = null
    )
    {
        (Code, form, this.crest, this.present, this.cut, this.nick) = (code, tooth.Form, crest, present, cut, nick);
        (this.pose, toOwn) = (pose, pose.Motion.Inverse);
        var box = present.Mesh.Box.Corners.Aggregate(Box3.Empty, (all, corner) => all.With(ToMouth(corner)));
        Box = box;
    }

    public ToothCode Code { get; }

    /// <summary>The tooth's box in the mouth.</summary>
    public Box3 Box { get; }

    /// <summary>Whether the tooth itself is there; of a lost one only the gum is left.</summary>
    public bool IsThere { get; init; } = true;

    public Vec3 ToOwn(Vec3 mouth)
    {
        var p = toOwn.Apply(pose.Left ? mouth with { X = -mouth.X } : mouth);
        return pose.FromMirror ? p with { X = -p.X } : p;
    }

    public Vec3 ToMouth(Vec3 own) => pose.ToMouth(own);

    public Searches Begin() => new(present.Search(), cut?.Search());

    /// <summary>Distances to the tooth and to its gum, at places of its own frame.</summary>
    public void At(ReadOnlySpan<Vector3> own, Searches searches, Span<double> teeth, Span<double> gums, Span<double> troughs)
    {
        Span<double> before = stackalloc double[own.Length];
        searches.Present.SignedDistances(own, before);
        if (cut is not null)
            searches.Cut!.SignedDistances(own, teeth);
        for (var i = 0; i < own.Length; i++)
        {
            Vec3 p = own[i];
            var tooth = cut is null ? before[i] : cut.At(p, teeth[i], before[i]);
            if (nick is var (middle, radius))
                tooth = Math.Max(tooth, radius - (p - middle).Length);
            var below = crest.At(Angle(p)) - p.Z;
            // Its slope is kept under 1: no value promises more room than there is.
            var thick = 0.05 + (GumThickness * (1 - Math.Exp(-Math.Max(0, below) / GumRun)));
            var gum = 0.75 * Blend.Max(before[i] - thick, -below, 0.3);
            // The gum round a cut tooth, its neighbours' too, stands off by a cord's width.
            troughs[i] = cut is null ? double.PositiveInfinity : 0.75 * Math.Max(before[i] - CordWidth, below);
            (teeth[i], gums[i]) = IsThere ? (tooth, gum) : (double.PositiveInfinity, Math.Max(gum, 0.75 * (1 - below)));
        }
    }

    /// <summary>How far a place lies over the neck.</summary>
    public double OverNeck(Vec3 own) => own.Z - form.Shape.Cervical(Angle(own));

    private double Angle(Vec3 own)
    {
        var axis = form.Shape.Axis(own.Z);
        return Math.Atan2(own.Y - axis.Y, own.X - axis.X);
    }

    /// <summary>For one thread.</summary>
    internal sealed record Searches(SurfaceSearch Present, SurfaceSearch? Cut);
}

/// <summary>Teeth and gum of a row as one body in the mouth.</summary>
internal sealed class RowField(IReadOnlyList<RowTooth> teeth) : IField
{
    private const double Web = 0.8;

    public double At(Vec3 p)
    {
        Span<double> value = stackalloc double[1];
        At([p], value);
        return value[0];
    }

    public void At(ReadOnlySpan<Vec3> points, Span<double> values)
    {
        Span<double> bodies = stackalloc double[points.Length],
            gums = stackalloc double[points.Length],
            far = stackalloc double[points.Length],
            trough = stackalloc double[points.Length],
            body = stackalloc double[points.Length],
            gum = stackalloc double[points.Length],
            around = stackalloc double[points.Length];
        Span<Vector3> own = stackalloc Vector3[points.Length];
        bodies.Fill(double.PositiveInfinity);
        gums.Fill(double.PositiveInfinity);
        far.Fill(double.PositiveInfinity);
        trough.Fill(double.PositiveInfinity);
        var box = Box3.Empty;
        foreach (var p in points)
            box = box.With(p);
        foreach (var tooth in teeth)
        {
            // What is farther than this no one asks for exactly.
            const double reach = 4;
            if (Apart(tooth.Box, box) is > reach and var apart)
            {
                for (var i = 0; i < far.Length; i++)
                    far[i] = Math.Min(far[i], (0.75 * apart) - 2);
                continue;
            }
            for (var i = 0; i < points.Length; i++)
                own[i] = (Vector3)tooth.ToOwn(points[i]);
            tooth.At(own, tooth.Begin(), body, gum, around);
            for (var i = 0; i < points.Length; i++)
            {
                bodies[i] = Math.Min(bodies[i], body[i]);
                trough[i] = Math.Min(trough[i], around[i]);
                gums[i] = double.IsInfinity(gums[i]) ? gum[i] : Blend.Min(gums[i], gum[i], Web);
            }
        }
        for (var i = 0; i < points.Length; i++)
            values[i] = Math.Min(far[i], Math.Min(bodies[i], Math.Max(gums[i], -trough[i])));
    }

    private static double Apart(Box3 a, Box3 b)
    {
        var (x, y, z) = (
            Math.Max(0, Math.Max(a.Low.X - b.High.X, b.Low.X - a.High.X)),
            Math.Max(0, Math.Max(a.Low.Y - b.High.Y, b.Low.Y - a.High.Y)),
            Math.Max(0, Math.Max(a.Low.Z - b.High.Z, b.Low.Z - a.High.Z))
        );
        return Math.Sqrt((x * x) + (y * y) + (z * z));
    }
}

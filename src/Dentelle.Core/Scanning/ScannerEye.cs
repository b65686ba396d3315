using System.Numerics;
using Dentelle.Geometry;
using Dentelle.Geometry.Fields;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Surfaces;

namespace Dentelle.Core.Scanning;

/// <summary>What a scanner gives of a row: meshed anew, open below, with holes where teeth touch, noisy, in a frame of its own.</summary>
internal static class ScannerEye
{
    /// <summary>Nearer to another tooth than this no scanner sees.</summary>
    private const double Unseen = 0.25;

    /// <summary>The surface as the scanner gives it, in its own frame.</summary>
    public static Mesh Look(RowTooth[] teeth, Rigid motion, ScanOptions options, Dice dice, CancellationToken cancel)
    {
        var field = new RowField(teeth);
        // The grid lies askew in the mouth, so no two scans have the same triangles.
        var askew = Rigid.Turned(new Vec3(dice.Normal(), dice.Normal(), dice.Normal()), 20 + (dice.Even() * 30));
        var back = askew.Inverse;
        var turned = new TurnedField(field, back);
        var box = teeth
            .SelectMany(tooth => tooth.Box.Grown(1).Corners)
            .Aggregate(Box3.Empty, (all, corner) => all.With(askew.Apply(corner)));
        var surface = Onto(field, SurfaceExtraction.Of(SampledField.Of(turned, box, options.Spacing, cancel: cancel)).Moved(back));
        var seen = SeenVertices(surface, teeth, dice);
        return Bent(Noisy(Large(surface.Within(seen)), options.Noise, dice), options.Bend, dice).Moved(motion);
    }

    /// <summary>Every vertex on the surface itself: a scanner sees places of it, only its triangles cut corners.</summary>
    private static Mesh Onto(RowField field, Mesh mesh)
    {
        const int run = 64;
        var (positions, normals) = (mesh.Positions.ToArray(), mesh.Normals.ToArray());
        Parallel.For(0, (positions.Length + run - 1) / run, at =>
        {
            var from = at * run;
            var count = Math.Min(run, positions.Length - from);
            var (places, values) = (new Vec3[count], new double[count]);
            for (var i = 0; i < count; i++)
                places[i] = positions[from + i];
            field.At(places, values);
            for (var i = 0; i < count; i++)
                positions[from + i] -= normals[from + i] * (float)Math.Clamp(values[i], -0.1, 0.1);
        });
        return new Mesh(positions, [.. mesh.Corners]);
    }

    /// <summary>What is neither too deep under the gum nor hidden between two teeth.</summary>
    private static bool[] SeenVertices(Mesh surface, RowTooth[] teeth, Dice dice)
    {
        const double lowest = -2.1;
        var (a, b) = (dice.Even() * 6, dice.Even() * 6);
        var seen = new bool[surface.Positions.Length];
        const int run = 128;
        Parallel.For(0, (seen.Length + run - 1) / run, at =>
        {
            var from = at * run;
            var count = Math.Min(run, seen.Length - from);
            var (own, body, gum, trough) = (new Vector3[count], new double[count], new double[count], new double[count]);
            var (nearest, second, over) = (Far(count), Far(count), Array.ConvertAll(Far(count), far => -far));
            foreach (var tooth in teeth)
            {
                var isNear = false;
                for (var i = 0; i < count; i++)
                    isNear |= tooth.Box.Grown(2).Contains(surface.Positions[from + i]);
                if (!isNear)
                    continue;
                for (var i = 0; i < count; i++)
                    own[i] = (Vector3)tooth.ToOwn(surface.Positions[from + i]);
                tooth.At(own, tooth.Begin(), body, gum, trough);
                for (var i = 0; i < count; i++)
                {
                    if (!tooth.Box.Grown(2).Contains(surface.Positions[from + i]))
                        continue;
                    over[i] = Math.Max(over[i], tooth.OverNeck(own[i]));
                    (nearest[i], second[i]) = body[i] < nearest[i] ? (body[i], nearest[i]) : (nearest[i], Math.Min(second[i], body[i]));
                }
            }
            for (var i = 0; i < count; i++)
            {
                Vec3 p = surface.Positions[from + i];
                var ragged = 0.3 * (Math.Sin((1.7 * p.X) + a) + Math.Sin((2.3 * p.Y) + b));
                seen[from + i] = second[i] > Unseen && over[i] > lowest + ragged;
            }
        });
        return seen;
    }

    private static double[] Far(int count)
    {
        var far = new double[count];
        Array.Fill(far, double.PositiveInfinity);
        return far;
    }

    /// <summary>Crumbs are left out; teeth that stand by themselves are not.</summary>
    private static Mesh Large(Mesh mesh)
    {
        const double share = 0.05;
        var parts = mesh.Topology.Components;
        var sizes = new int[parts.Count];
        foreach (var part in parts.Of)
            sizes[part]++;
        return mesh.Where(i => sizes[parts.Of[i]] > share * mesh.TriangleCount);
    }

    private static Mesh Noisy(Mesh mesh, double sigma, Dice dice)
    {
        if (sigma == 0)
            return mesh;
        var noise = Enumerable.Range(0, mesh.Positions.Length).Select(_ => dice.Normal()).ToArray();
        // Two passes make neighbours alike over about a spacing and a quarter.
        SurfaceValues.Even(mesh, noise, 2);
        var scale = sigma / Math.Sqrt(noise.Average(n => n * n));
        var normals = mesh.Normals;
        var moved = mesh.Positions.ToArray();
        for (var i = 0; i < moved.Length; i++)
            moved[i] += normals[i] * (float)(noise[i] * scale);
        return new Mesh(moved, [.. mesh.Corners]);
    }

    /// <summary>Bent by long waves, together as strong as asked on average.</summary>
    private static Mesh Bent(Mesh mesh, double by, Dice dice)
    {
        if (by == 0)
            return mesh;
        const int waves = 3;
        const double shortest = 50;
        var bends = Enumerable
            .Range(0, waves)
            .Select(_ => (Way: Any(), Along: Any() * (2 * Math.PI / (shortest * (1 + dice.Even()))), From: dice.Even() * 2 * Math.PI))
            .ToArray();
        return mesh.Mapped(p =>
            bends.Aggregate(p, (moved, bend) =>
                moved + (bend.Way * (by * Math.Sqrt(2.0 / waves) * Math.Sin(p.Dot(bend.Along) + bend.From)))
            )
        );

        Vec3 Any() => new Vec3(dice.Normal(), dice.Normal(), dice.Normal()).Unit;
    }

    private sealed class TurnedField(IField field, Rigid back) : IField
    {
        public double At(Vec3 p) => field.At(back.Apply(p));

        public void At(ReadOnlySpan<Vec3> points, Span<double> values)
        {
            var turned = new Vec3[points.Length];
            for (var i = 0; i < turned.Length; i++)
                turned[i] = back.Apply(points[i]);
            field.At(turned, values);
        }
    }
}

using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Fitting;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>Where a tooth stands in a scan, found by laying its average form over the crown as it was.</summary>
/// <param name="ToOwn">
/// From the scan (mirrored for teeth whose form is mirrored) to the tooth's own frame: x mesial, y facial, z to the bite.
/// </param>
/// <param name="Size">By how much the tooth is larger than the form, along the three axes.</param>
/// <param name="Rms">How far form and scan are apart, millimetres; 0 when the frame was given.</param>
public sealed record ToothFrame(Rigid ToOwn, Vec3 Size, double Rms, bool IsMirrored)
{
    /// <summary>The scan stands in the tooth's own frame already.</summary>
    public static readonly ToothFrame Given = new(Rigid.Rest, new Vec3(1, 1, 1), 0, false);

    /// <summary>A form that fits no better says little about the frame: one standard deviation is then a degree and a half.</summary>
    private const double PoorFit = 0.1,
        PoorDegrees = 1.5;

    /// <summary>How surely its path stands, as a standard deviation, degrees.</summary>
    public double LeanSigma => Rms == 0 ? 0 : PoorDegrees * Math.Min(1, Rms / PoorFit);

    /// <summary>Mean square of how far all places of the scan round it are from the form, those that find none counted as far.</summary>
    internal double Misfit { get; init; }

    /// <summary>A place of the scan in the tooth's own frame.</summary>
    public Vec3 Own(Vec3 scan) => ToOwn.Apply(IsMirrored ? scan with { X = -scan.X } : scan);

    /// <summary>A direction likewise.</summary>
    public Vec3 OwnDirection(Vec3 scan) => ToOwn.Turn(IsMirrored ? scan with { X = -scan.X } : scan);

    /// <summary>A place of the tooth's own frame in the scan.</summary>
    public Vec3 Scan(Vec3 own)
    {
        var p = ToOwn.Inverse.Apply(own);
        return IsMirrored ? p with { X = -p.X } : p;
    }

    /// <summary>A direction likewise.</summary>
    public Vec3 ScanDirection(Vec3 own) => Scan(own) - Scan(default);

    /// <summary>A place of the tooth's own frame on the form.</summary>
    public Vec3 OnForm(Vec3 own) => new(own.X / Size.X, own.Y / Size.Y, own.Z / Size.Z);

    /// <summary>A place of the form in the tooth's own frame.</summary>
    public Vec3 FromForm(Vec3 form) => new(form.X * Size.X, form.Y * Size.Y, form.Z * Size.Z);
}

/// <summary>Lays a form over the uncut crown: point to plane in nine unknowns, the form's three sizes among them.</summary>
internal static class ToothFit
{
    private const int Turns = 12,
        Coarse = 300,
        Middling = 900,
        Fine = 4000;

    /// <summary>Teeth of one kind differ by about so much along each axis (assumed: a sixteenth).</summary>
    private const double Spread = 0.06;

    /// <summary>Individual shape departs from the average form by about so much, millimetres.</summary>
    private const double Shape = 0.15;

    /// <summary>Lower on the form lies gum in a scan, millimetres over the facial neck.</summary>
    private const double Crown = 1.3;

    /// <param name="before">The scan before.</param>
    /// <param name="site">Where it was cut.</param>
    /// <param name="present">The form.</param>
    /// <param name="over">Middle of that part of the form's surface that the cut lies under, in its own frame.</param>
    /// <param name="facing">Which way that part faces.</param>
    /// <param name="mirrored">Whether the tooth stands mirrored to its form.</param>
    /// <param name="upright">Whether the scan already stands with +z to the bite and +y facial: then only moved and sized.</param>
    public static ToothFrame Of(SeenSurface before, CutSite site, PresentTooth present, Vec3 over, Vec3 facing, bool mirrored, bool upright)
    {
        var size = present.Form.Size;
        var reach = (0.62 * Math.Max(size.Mesiodistal, size.Faciolingual)) + (over with { Z = 0 }).Length + 0.5;
        var (middle, up) = (Flip(site.Middle), default(Vec3));
        var (points, normals) = (new List<Vec3>(), new List<Vec3>());
        var mesh = before.Mesh;
        for (var i = 0; i < mesh.Positions.Length; i++)
        {
            var p = Flip(mesh.Positions[i]);
            var far = (p - middle).Length;
            if (far > 1.6 * reach)
                continue;
            var normal = Flip(mesh.Normals[i]);
            up += normal;
            if (far > reach)
                continue;
            points.Add(p);
            normals.Add(normal);
        }
        if (upright)
            return Best([Rigid.Moved(over - middle)], true);
        // What the cut covers tells which way it faces; where that is not to the bite, the scan round it does.
        up = (up.Unit + (Flip(site.Facing).Unit * (facing.Unit.Z > 0.7 ? 3 : 0))).Unit;
        var first = facing.Unit.Z > 0.7 ? up.Square : Level(Flip(site.Facing), up);
        return Best(
            [
                .. Enumerable
                    .Range(0, Turns)
                    .Select(turn =>
                    {
                        var y = Rigid.Turned(up, 360.0 * turn / Turns).Turn(first);
                        var frame = Rigid.Frame(y.Cross(up), y, up, middle).Inverse;
                        return frame.Then(Rigid.Moved(over));
                    }),
            ],
            false
        );

        ToothFrame Best(Rigid[] starts, bool fixedTurn)
        {
            var (coarse, middling) = (Some(Coarse), Some(Middling));
            // Turned half round, some teeth look much alike from afar.
            var near = starts
                .AsParallel()
                .AsOrdered()
                .Select(start => Fit(coarse, start, present.Tree, 12, fixedTurn, [2.5, 1]))
                .OrderBy(fit => fit.Cost)
                .Take(4)
                .AsParallel()
                .AsOrdered()
                .Select(fit => Fit(middling, fit.Motion, present.Tree, 16, fixedTurn, [1, 0.6]))
                .AsEnumerable()
                .MinBy(fit => fit.Cost)!;
            var fine = Fit(Some(Fine), near.Motion, present.Tree, 12, fixedTurn, [0.6, 0.6], near.Size);
            return new ToothFrame(fine.Motion, fine.Size, fine.Rms, mirrored) { Misfit = fine.Cost };
        }

        (Vec3[] Points, Vec3[] Normals) Some(int count)
        {
            var step = Math.Max(1, points.Count / count);
            return ([.. points.Where((_, i) => i % step == 0)], [.. normals.Where((_, i) => i % step == 0)]);
        }

        Vec3 Flip(Vec3 p) => mirrored ? p with { X = -p.X } : p;
    }

    private static Vec3 Level(Vec3 direction, Vec3 up) => (direction - (up * direction.Dot(up))).Unit;

    private static Vec3 Shrunk(Vec3 p, Vec3 size) => new(p.X / size.X, p.Y / size.Y, p.Z / size.Z);

    private sealed record Laid(Rigid Motion, Vec3 Size, double Rms, double Cost);

    private static Laid Fit(
        (Vec3[] Points, Vec3[] Normals) scan,
        Rigid start,
        MeshTree form,
        int rounds,
        bool fixedTurn,
        double[] within,
        Vec3? sized = null
    )
    {
        var (motion, size) = (start, sized ?? new Vec3(1, 1, 1));
        var mesh = form.Mesh;
        var (search, box) = (form.Search(), mesh.Box.Grown(0.1));
        var (rms, cost) = (double.PositiveInfinity, double.PositiveInfinity);
        for (var round = 0; round < rounds; round++)
        {
            var reach = within[round < rounds / 2 ? 0 : 1];
            var system = new LeastSquares(9);
            var matched = new List<(Vec3 Own, Vec3 Normal, double Residual)>();
            for (var i = 0; i < scan.Points.Length; i++)
            {
                var u = motion.Apply(scan.Points[i]);
                var v = Shrunk(u, size);
                // Beyond the contacts the neighbours go on.
                if (v.X < box.Low.X || v.X > box.High.X)
                    continue;
                var place = search.Closest(v, reach);
                var normal = place.IsFound ? mesh.AreaVector(place.Triangle).Unit : default;
                // The form's stump is none of the crown's, and gum stands off it.
                if (place.IsFound && place.Place.Z >= Crown && motion.Turn(scan.Normals[i]).Dot(normal) >= 0.3)
                    matched.Add((u, normal, (v - place.Place).Dot(normal)));
            }
            if (matched.Count < 20)
                return new Laid(motion, size, double.PositiveInfinity, double.PositiveInfinity);
            var middling = Ranks.Middle(matched.Select(one => Math.Abs(one.Residual)));
            var limit = 4.685 * (round < rounds / 2 ? Math.Max(Shape, reach / 4) : Math.Max(0.04, Ranks.OverMedian * middling));
            var (sum, count) = (0.0, 0.0);
            foreach (var (u, normal, residual) in matched)
            {
                var weight = Math.Abs(residual) < limit ? Math.Pow(1 - Math.Pow(residual / limit, 2), 2) : 0;
                if (weight == 0)
                    continue;
                var scaled = Shrunk(normal, size);
                var arm = u.Cross(scaled);
                double[] row = [arm.X, arm.Y, arm.Z, scaled.X, scaled.Y, scaled.Z, -u.X * scaled.X, -u.Y * scaled.Y, -u.Z * scaled.Z];
                system.Add(row, -residual, weight);
                sum += weight * residual * residual;
                count += weight;
            }
            rms = Math.Sqrt(sum / count);
            // Points that find no partner count as far ones.
            cost = (sum + ((scan.Points.Length - count) * 0.1)) / scan.Points.Length;
            // What is known of sizes weighs as much as a handful of places: neighbouring points say the same.
            var known = 0.02 * count * Math.Pow(Shape / Spread, 2);
            double[] log = [Math.Log(size.X), Math.Log(size.Y), Math.Log(size.Z)];
            for (var k = 0; k < 3; k++)
                system.Hold(6 + k, -log[k], known);
            for (var k = 0; k < 9; k++)
                system.Hold(k, 0, k < 3 && fixedTurn ? 1e12 : 1e-9 * count);
            var x = system.Solve();
            var (turn, shift) = (new Vec3(x[0], x[1], x[2]), new Vec3(x[3], x[4], x[5]));
            motion = motion.Then(Rigid.FromTurnVector(turn, shift));
            size = new Vec3(size.X * Math.Exp(x[6]), size.Y * Math.Exp(x[7]), size.Z * Math.Exp(x[8]));
            size = new Vec3(Math.Clamp(size.X, 0.75, 1.33), Math.Clamp(size.Y, 0.75, 1.33), Math.Clamp(size.Z, 0.75, 1.33));
            if (round > rounds / 2 && (turn.Length * 5) + shift.Length < 1e-5)
                break;
        }
        return new Laid(motion, size, rms, cost);
    }
}

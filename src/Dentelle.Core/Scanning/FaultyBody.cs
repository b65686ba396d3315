using Dentelle.Core.Preparing;
using Dentelle.Geometry;
using Dentelle.Geometry.Surfaces;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Scanning;

/// <summary>A planned body with a hand's faults in it: about a distance, negative inside, in the tooth's own frame.</summary>
/// <remarks>
/// Each fault bends the distance near its place: it adds to it what is cut too much and takes off it what is left. Nothing is
/// ever added outside the tooth as it stood.
/// </remarks>
internal sealed class FaultyBody
{
    private readonly MeshTree body,
        present;
    private readonly List<Func<Vec3, double, double>> bends = [];
    private readonly bool adds;

    private FaultyBody(MeshTree body, MeshTree present, bool adds) => (this.body, this.present, this.adds) = (body, present, adds);

    /// <param name="body">The planned body's mesh, in the tooth's own frame.</param>
    /// <param name="preparation">What was planned.</param>
    /// <param name="faults">Those that bend the surface; others are for whoever plans the body or sets up the row.</param>
    public static Answer<FaultyBody> Of(MeshTree body, Preparation preparation, IReadOnlyList<Fault> faults)
    {
        var made = new FaultyBody(body, preparation.Present.Tree, faults.Any(fault => fault.Kind is FaultKind.Short or FaultKind.Fossa));
        foreach (var fault in faults)
        {
            if (made.Bend(fault, preparation) is { } problem)
                return problem;
        }
        return made;
    }

    /// <param name="p">The place.</param>
    /// <param name="distance">Of the planned body's surface, signed.</param>
    /// <param name="before">Of the surface before.</param>
    public double At(Vec3 p, double distance, double before)
    {
        foreach (var bend in bends)
            distance = bend(p, distance);
        return adds ? Math.Max(distance, before) : distance;
    }

    public SurfaceSearch Search() => body.Search();

    private Problem? Bend(Fault fault, Preparation preparation)
    {
        switch (fault.Kind)
        {
            case FaultKind.Sharp or FaultKind.Neighbour or FaultKind.Path:
                return null;
            case FaultKind.Short or FaultKind.Deep:
                return InZone(fault, preparation);
        }
        if (preparation.Body is not PlannedForm planned)
            return new Problem("fault", $"“{fault}” needs walls all round; this preparation has none.");
        var (ring, lean) = (planned.Margin, Math.Tan(preparation.Plan.Convergence.Value.Target.PerWall.Radians));
        var (amount, toward) = (fault.Amount, fault.Side is { } side ? WallSlot.Angle(side) : 0);
        bends.Add(
            fault.Kind switch
            {
                FaultKind.Taper => (p, d) =>
                    d
                    + (
                        On(p)
                        * Math.Max(0, ring.Over(p) - 0.2)
                        * (Math.Tan(Math.Atan(lean) + double.DegreesToRadians(amount)) - lean)
                        * Curves.SmoothStep(0.1, 0.6, ring.Over(p))
                    ),
                // As deep as asked below the straight line from the hollow's upper end.
                FaultKind.Undercut => (p, d) =>
                    d
                    + (
                        On(p)
                        * (amount + (0.8 * lean))
                        * Curves.SmoothStep(0.5, 1.0, ring.Over(p))
                        * Curves.SmoothStep(2.2, 1.4, ring.Over(p))
                    ),
                FaultKind.Lip => (p, d) =>
                    d + (On(p) * amount * Curves.SmoothStep(0.1, 0.22, Inset(p)) * Curves.SmoothStep(0.7, 0.3, Math.Abs(ring.Over(p)))),
                FaultKind.Step => (p, d) => On(p, 0.05) is > 0 and var w ? Math.Max(d, Lower(p, w * amount)) : d,
                FaultKind.Rough => (p, d) => Math.Max(d, Lower(p, On(p) * amount * (1 + Ragged(Around(p))))),
                FaultKind.Wander => (p, d) => Math.Max(d, Lower(p, amount * (0.5 + (0.5 * Math.Sin(3 * Around(p)))))),
                _ => (p, d) =>
                {
                    var over = Curves.SmoothStep(2, 3, ring.Over(p)) * Curves.SmoothStep(0.8, 1.8, Inset(p));
                    var shift = fault.Side == WallSide.Lingual ? -amount : amount;
                    return over > 0 ? body.SignedDistance(p - new Vec3(0, shift * over, 0)) : d;
                },
            }
        );
        return null;

        double Around(Vec3 p) => Math.Atan2(p.Y - ring.Centre.Y, p.X - ring.Centre.X);

        double Inset(Vec3 p)
        {
            var own = planned.Frame.ToPath(p);
            return ring.At(own.X, own.Y).Inset;
        }

        // One on the side, nothing on the others.
        double On(Vec3 p, double run = 0.3)
        {
            var off = Math.Abs(Math.IEEERemainder(Around(p) - toward, 2 * Math.PI));
            return Curves.SmoothStep(0.65 + run, 0.65, off);
        }

        // The shelf goes down by itself; the walls above follow nothing.
        double Lower(Vec3 p, double by) =>
            Curves.SmoothStep(1.6, 0.8, Math.Abs(ring.Over(p))) is > 0 and var near
                ? body.SignedDistance(p + new Vec3(0, 0, by * near))
                : double.NegativeInfinity;
    }

    /// <summary>Unlike waves that never repeat on one tooth.</summary>
    private static double Ragged(double angle) =>
        (0.5 * Math.Sin((23 * angle) + 1)) + (0.35 * Math.Sin((37 * angle) + 2.4)) + (0.3 * Math.Sin((61 * angle) + 0.7));

    private Problem? InZone(Fault fault, Preparation preparation)
    {
        var zones = preparation.Plan.Zones;
        var at = Enumerable.Range(0, zones.Count).FirstOrDefault(i => zones[i].Zone.Name == fault.Place, -1);
        if (at < 0)
            return new Problem(
                "fault",
                $"“{fault}”: {preparation.Plan.Tooth.Iso} has no zone “{fault.Place}”.",
                [.. zones.Select(zone => zone.Zone.Name)]
            );
        // In the middle of the zone all of it, toward the others nothing.
        var surface = present.Mesh;
        var share = Array.ConvertAll(preparation.Labels, label => label == at ? 1.0 : 0);
        SurfaceValues.Even(surface, share, 8);
        var by = fault.Kind == FaultKind.Short ? -fault.Amount : fault.Amount;
        var ring = (preparation.Body as PlannedForm)?.Margin;
        bends.Add(
            (p, d) =>
            {
                if (Math.Abs(d) > 3)
                    return d;
                var place = present.Closest(p);
                var (a, b, c) = (
                    surface.Corners[3 * place.Triangle],
                    surface.Corners[(3 * place.Triangle) + 1],
                    surface.Corners[(3 * place.Triangle) + 2]
                );
                var here = Curves.SmoothStep(0.15, 0.75, (share[a] + share[b] + share[c]) / 3);
                // The finish line stays where it is.
                return d + (by * here * (ring is null ? 1 : Curves.SmoothStep(0.5, 1.1, ring.Over(p))));
            }
        );
        return null;
    }
}

using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Anatomy;

/// <summary>Tells to which of the planner's zones a place on the tooth belongs, and at the neck to which piece of the margin.</summary>
internal sealed class SurfaceZones
{
    /// <summary>A gauge in a groove is about a millimetre wide.</summary>
    private const double BesideGroove = 0.5;

    private readonly ToothForm form;
    private readonly IReadOnlyList<Zone> zones;
    private readonly double bevelHeight;
    private readonly Dictionary<Zone, int> numbers = [];
    private readonly (Cusp Cusp, Vec2 At)[] cusps = [];

    public SurfaceZones(ToothForm form, bool crossbite, double bevelHeight)
    {
        (this.form, this.bevelHeight) = (form, bevelHeight);
        zones = Zones.Of(form.Tooth, crossbite);
        for (var i = 0; i < zones.Count; i++)
            numbers[zones[i]] = i;
        Crossbite = crossbite;
        if (form.Shape is BackCrown back)
            cusps = [.. Cusps.Of(form.Tooth).Select(cusp => (cusp, back.Tip(cusp)))];
    }

    public bool Crossbite { get; }

    public IReadOnlyList<Zone> All => zones;

    /// <summary>The zone's number in <see cref="All"/>, or −1 on the root. The place is taken in the tooth's own frame.</summary>
    public int Of(Vec3 place)
    {
        var p = form.Unfitted(place);
        var shape = form.Shape;
        var axis = shape.Axis(p.Z);
        var cervical = shape.Cervical(Math.Atan2(p.Y - axis.Y, p.X - axis.X));
        if (p.Z < cervical)
            return -1;
        return numbers[shape is BackCrown back ? Back(back, p, cervical) : Front((FrontCrown)shape, p)];
    }

    /// <summary>Zones of all vertices; single vertices that fell among others go with their neighbours.</summary>
    public int[] Of(Mesh mesh)
    {
        var found = new int[mesh.Positions.Length];
        Parallel.For(0, (found.Length + 511) / 512, run =>
        {
            for (var i = run * 512; i < Math.Min(found.Length, (run + 1) * 512); i++)
                found[i] = Of(mesh.Positions[i]);
        });
        for (var pass = 0; pass < 2; pass++)
            Majority(mesh, found);
        return found;
    }

    private static void Majority(Mesh mesh, int[] labels)
    {
        var votes = new int[labels.Length * 2];
        // Boyer and Moore: the only label that can hold more than half of the votes round a vertex.
        foreach (var (from, to) in Neighbours(mesh))
        {
            ref var count = ref votes[(2 * from) + 1];
            if (count == 0)
                (votes[2 * from], count) = (labels[to], 1);
            else
                count += votes[2 * from] == labels[to] ? 1 : -1;
        }
        for (var i = 0; i < labels.Length; i++)
        {
            if (votes[(2 * i) + 1] >= 4 && labels[i] >= 0 && votes[2 * i] >= 0)
                labels[i] = votes[2 * i];
        }
    }

    private static IEnumerable<(int From, int To)> Neighbours(Mesh mesh)
    {
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = (mesh.Corners[3 * i], mesh.Corners[(3 * i) + 1], mesh.Corners[(3 * i) + 2]);
            yield return (a, b);
            yield return (b, c);
            yield return (c, a);
        }
    }

    private Zone Back(BackCrown back, Vec3 p, double cervical)
    {
        var (outside, rim) = back.Table.OverRim(p.X, p.Y);
        var (half, across) = (form.Size.Mesiodistal / 2, form.Size.Faciolingual / 2);
        var (x, y) = ((p.X - back.Form.Offset[0]) / half, (p.Y - back.Form.Offset[1]) / across);
        var facial = p.Y > Central(back, p.X);
        if (outside < 0 && p.Z > 0.45 * form.Size.Length)
        {
            // Where a groove climbs the rim it belongs to the ridge or the cusp there.
            if (outside < -0.45 && back.Table.MainGrooves.Sum(g => g.Depth(p.X, p.Y)) > 0.16)
                return new Zone(ZoneKind.Groove);
            var pole = back.Table.Pole;
            var (fromX, fromY) = ((p.X - pole.X) / half, (p.Y - pole.Y) / across);
            if (outside > -0.85 && Math.Abs(fromX) > 1.15 * Math.Abs(fromY))
                return new Zone(fromX > 0 ? ZoneKind.MesialRidge : ZoneKind.DistalRidge);
            var cusp = Nearest(p, facial);
            return new Zone(cusp.IsFunctional(form.Tooth, Crossbite) ? ZoneKind.FunctionalCusp : ZoneKind.NonFunctionalCusp, cusp);
        }
        if (Math.Abs(y) <= 0.85 * Math.Abs(x))
            return new Zone(x > 0 ? ZoneKind.Mesial : ZoneKind.Distal);
        var near = Nearest(p, y > 0);
        if (near.IsFunctional(form.Tooth, Crossbite) && p.Z > rim - bevelHeight)
            return new Zone(ZoneKind.FunctionalCuspBevel, near);
        if (y <= 0)
            return new Zone(ZoneKind.Lingual);
        if ((p.Z - cervical) / (rim - cervical) <= 0.5)
            return new Zone(ZoneKind.FacialGingivalHalf);
        return new Zone(
            form.Tooth.Kind == ToothKind.Molar && back.FacialGroove is { } groove && Math.Abs(p.X - groove) < BesideGroove
                ? ZoneKind.FacialGroove
                : ZoneKind.FacialOcclusalHalf
        );
    }

    private Zone Front(FrontCrown front, Vec3 p)
    {
        var top = front.EdgeAt(p.X);
        if (p.Z > top - 0.75)
            return new Zone(ZoneKind.Edge);
        var (u, v) = front.Section(p);
        if (Math.Abs(u) > 0.79)
            return new Zone(u > 0 ? ZoneKind.Mesial : ZoneKind.Distal);
        var height = p.Z / top;
        if (v >= 0)
            return new Zone(
                height > 0.67 ? ZoneKind.FacialIncisalThird
                : height > 0.34 ? ZoneKind.FacialMiddleThird
                : ZoneKind.FacialGingivalThird
            );
        return new Zone(p.Z / form.Size.Length >= 0.36 ? ZoneKind.LingualFossa : ZoneKind.LingualWall);
    }

    private Cusp Nearest(Vec3 p, bool facial)
    {
        var (nearest, least) = (default(Cusp), double.PositiveInfinity);
        foreach (var (cusp, at) in cusps)
        {
            if (cusp.IsFacial() != facial || (at - new Vec2(p.X, p.Y)).Length is var far && far >= least)
                continue;
            (nearest, least) = (cusp, far);
        }
        return nearest;
    }

    /// <summary>Where the central groove runs at a place along the tooth.</summary>
    private static double Central(BackCrown back, double x)
    {
        var line = back.CentralGroove;
        if (x <= line[0].X)
            return line[0].Y;
        for (var i = 1; i < line.Length; i++)
        {
            if (x <= line[i].X)
                return line[i - 1].Y + ((line[i].Y - line[i - 1].Y) * (x - line[i - 1].X) / (line[i].X - line[i - 1].X));
        }
        return line[^1].Y;
    }
}

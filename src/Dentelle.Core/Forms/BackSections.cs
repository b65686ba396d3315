using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>Flat sections of premolars and molars from the form table.</summary>
internal static class BackSections
{
    /// <summary>One faciolingual section through each facial cusp and the lingual cusp opposite it.</summary>
    public static IEnumerable<ToothSection> Faciolingual(ToothCode tooth, bool crossbite, FormParameters form, CrownSize size, double bevelHeight)
    {
        var tips = form.Cusps!.ToDictionary(entry => Parse(entry.Key), entry => entry.Value);
        foreach (var facial in Cusps.Of(tooth).Where(cusp => cusp.IsFacial()))
        {
            var lingual = Cusps.Of(tooth).Where(cusp => !cusp.IsFacial()).MinBy(cusp => Math.Abs(tips[cusp][0] - tips[facial][0]));
            yield return Through(tooth, crossbite, form, size, facial, lingual, tips, bevelHeight);
        }
    }

    private static ToothSection Through(
        ToothCode tooth, bool crossbite, FormParameters form, CrownSize size, Cusp facial, Cusp lingual, Dictionary<Cusp, double[]> tips, double bevelHeight)
    {
        var half = size.Faciolingual / 2;
        var centre = form.Offset[1];
        var (facialTip, lingualTip) = (Place(tips[facial]), Place(tips[lingual]));
        var groove = new Vec2(centre + (GrooveY(form, tips[facial][0]) * half), GrooveHeight(form) * size.Length);
        var neck = size.FaciolingualAtNeck / 2;
        IReadOnlyList<Vec2> line =
        [
            .. OutlineBuilder.Flank(new(neck, form.Cerv.F), new(centre + half, form.Hoc!.F * size.Length), facialTip),
            .. Slope(facialTip, groove), groove, .. Slope(lingualTip, groove).Reverse(),
            .. OutlineBuilder.Flank(new(-neck, form.Cerv.L), new(centre - half, form.Hoc.L * size.Length), lingualTip).Reverse(),
        ];
        var crown = OutlineBuilder.Fitted(OutlineBuilder.Even(line, 0.28), centre - half, centre + half, Math.Max(facialTip.Y, lingualTip.Y));
        var words = facial == Cusp.Facial ? "through both cusps" : $"through the {Kebab.Of(facial)} cusp";
        return OutlineBuilder.Section(SectionPlane.Faciolingual, words, crown, ZoneOf);

        Vec2 Place(double[] tip) => new(centre + (tip[1] * half), tip[2] * size.Length);

        Zone ZoneOf(Vec2 p, int index)
        {
            if (Math.Abs(p.X - groove.X) < 0.18 * (facialTip.X - lingualTip.X)) return new(ZoneKind.Groove);
            var onFacial = p.X > groove.X;
            var (cusp, tip) = onFacial ? (facial, facialTip) : (lingual, lingualTip);
            var functional = cusp.IsFunctional(tooth, crossbite);
            var outside = onFacial ? p.X > tip.X + 0.3 : p.X < tip.X - 0.3;
            if (!outside) return new(functional ? ZoneKind.FunctionalCusp : ZoneKind.NonFunctionalCusp, cusp);
            if (functional && p.Y > tip.Y - bevelHeight) return new(ZoneKind.FunctionalCuspBevel, cusp);
            return !onFacial ? new(ZoneKind.Lingual) : new(p.Y > tip.Y / 2 ? ZoneKind.FacialOcclusalHalf : ZoneKind.FacialGingivalHalf);
        }
    }

    /// <summary>The mesiodistal section along the central groove.</summary>
    public static ToothSection Mesiodistal(FormParameters form, CrownSize size)
    {
        var half = size.Mesiodistal / 2;
        var centre = form.Offset[0];
        var mesial = form.Rim!.MaxBy(p => p[0])!;
        var distal = form.Rim!.MinBy(p => p[0])!;
        var (mesialRidge, distalRidge) = (Place(mesial), Place(distal));
        var floor = GrooveHeight(form) * size.Length;
        var (mesialFossa, distalFossa) = (new Vec2(centre + (0.5 * mesialRidge.X), floor + 0.12), new Vec2(centre + (0.5 * distalRidge.X), floor + 0.12));
        var neck = size.MesiodistalAtNeck / 2;
        IReadOnlyList<Vec2> line =
        [
            .. OutlineBuilder.Flank(new(neck, form.Cerv.M), new(centre + half, form.Hoc!.M * size.Length), mesialRidge),
            .. Slope(mesialRidge, mesialFossa), mesialFossa, new(centre, floor), distalFossa, .. Slope(distalRidge, distalFossa).Reverse(),
            .. OutlineBuilder.Flank(new(-neck, form.Cerv.D), new(centre - half, form.Hoc.D * size.Length), distalRidge).Reverse(),
        ];
        var crown = OutlineBuilder.Fitted(OutlineBuilder.Even(line, 0.28), centre - half, centre + half, Math.Max(mesialRidge.Y, distalRidge.Y));
        return OutlineBuilder.Section(SectionPlane.Mesiodistal, "along the central groove", crown, ZoneOf);

        Vec2 Place(double[] p) => new(centre + (p[0] * half), p[2] * size.Length);

        Zone ZoneOf(Vec2 p, int index) =>
            p.X > mesialRidge.X + 0.25 ? new(ZoneKind.Mesial)
            : p.X > mesialFossa.X + 0.5 ? new(ZoneKind.MesialRidge)
            : p.X < distalRidge.X - 0.25 ? new(ZoneKind.Distal)
            : p.X < distalFossa.X - 0.5 ? new(ZoneKind.DistalRidge)
            : new(ZoneKind.Groove);
    }

    // A triangular ridge is convex near its tip: at 45 % of the way it has lost only 40 % of its height.
    private static IEnumerable<Vec2> Slope(Vec2 tip, Vec2 groove) =>
        [Vec2.Mix(tip, groove, 0.2) + new Vec2(0, 0.07 * (tip.Y - groove.Y)), new(tip.X + (0.45 * (groove.X - tip.X)), tip.Y - (0.38 * (tip.Y - groove.Y)))];

    private static double GrooveHeight(FormParameters form)
    {
        var end = form.Ridges!.Min(ridge => ridge.Pts[^1][2]);
        return end - (form.Grooves![0].D / form.Dims[0]);
    }

    private static double GrooveY(FormParameters form, double x)
    {
        var central = form.Grooves![0].Pts;
        return central.MinBy(p => Math.Abs(p[0] - x))![1];
    }

    public static Cusp Parse(string name) =>
        Kebab.TryParse<Cusp>(name, out var cusp) ? cusp : throw new FormatException($"The form table names a cusp “{name}” that no tooth has.");
}

using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>Flat sections of incisors and canines from the form table.</summary>
internal static class FrontSections
{
    private const double EdgeBand = 0.75;
    private const double CingulumTop = 0.36;

    public static ToothSection Faciolingual(FormParameters form, CrownSize size)
    {
        var half = size.Faciolingual / 2;
        var centre = form.Offset[1];
        var facial = Knots(form.FacialProfile!);
        var lingual = Knots(form.LingualProfile!);
        const int steps = 30;
        var line = new List<Vec2>();
        for (var i = 0; i <= steps; i++) line.Add(Facial((double)i / steps));
        for (var i = steps; i >= 0; i--) line.Add(Lingual((double)i / steps));
        var even = OutlineBuilder.Even(line, 0.24);
        var crown = OutlineBuilder.Fitted(even, even.Min(p => p.X), even.Max(p => p.X), size.Length);
        var top = crown.Select((p, i) => (p, i)).MaxBy(entry => entry.p.Y).i;
        return OutlineBuilder.Section(SectionPlane.Faciolingual, "through the middle", crown, ZoneOf);

        Vec2 Facial(double h) => new(centre + (Curves.Monotone(facial, h) * half), form.Cerv.F + (h * (size.Length - form.Cerv.F)));

        Vec2 Lingual(double h)
        {
            var hollow = form.Relief!
                .Where(relief => relief.Side == "L" && Math.Abs(relief.At[0]) < 0.1)
                .Sum(relief => relief.At[4] * Math.Exp(-Math.Pow(Math.Abs(h - relief.At[1]) / relief.At[3], relief.Ph)));
            // Fade the hollow out toward both ends, where the outline is fixed.
            var x = (Curves.Monotone(lingual, h) * half) + (hollow * Curves.SmoothStep(0, 0.14, h) * Curves.SmoothStep(1, 0.8, h));
            return new(centre + x, form.Cerv.L + (h * (size.Length - form.Cerv.L)));
        }

        Zone ZoneOf(Vec2 p, int index)
        {
            var h = p.Y / size.Length;
            if (p.Y > size.Length - EdgeBand) return new(ZoneKind.Edge);
            if (index > top) return new(h >= CingulumTop ? ZoneKind.LingualFossa : ZoneKind.LingualWall);
            return new(h > 0.67 ? ZoneKind.FacialIncisalThird : h > 0.34 ? ZoneKind.FacialMiddleThird : ZoneKind.FacialGingivalThird);
        }
    }

    public static ToothSection Mesiodistal(FormParameters form, CrownSize size)
    {
        var half = size.Mesiodistal / 2;
        var centre = form.Offset[0];
        var edge = Knots(form.Edge!);
        var mesial = Side(Knots(form.MesialWidth!), form.Cerv.M, 1);
        var distal = Side(Knots(form.DistalWidth!), form.Cerv.D, -1);
        var between = Enumerable.Range(1, 39).Select(i => Vec2.Mix(mesial[^1], distal[^1], i / 40.0).X).Select(x => new Vec2(x, EdgeAt(x)));
        var even = OutlineBuilder.Even([.. mesial, .. between, .. Enumerable.Reverse(distal)], 0.24);
        var crown = OutlineBuilder.Fitted(even, centre - half, centre + half, size.Length);
        return OutlineBuilder.Section(SectionPlane.Mesiodistal, "through the middle", crown, ZoneOf);

        double EdgeAt(double x) => Curves.Monotone(edge, (x - centre) / half) * size.Length;

        List<Vec2> Side(IReadOnlyList<Vec2> widths, double neck, int sign)
        {
            var points = new List<Vec2>();
            for (var h = 0.0; h <= 1.0; h += 0.02)
            {
                var x = centre + (sign * Curves.Monotone(widths, h) * half);
                var z = neck + (h * (size.Length - neck));
                if (h > 0 && z > EdgeAt(x)) break;
                points.Add(new(x, z));
            }

            return points;
        }

        Zone ZoneOf(Vec2 p, int index)
        {
            var side = p.X - centre;
            return Math.Abs(side) < 0.82 * half && p.Y > EdgeAt(p.X) - EdgeBand ? new(ZoneKind.Edge) : new(side > 0 ? ZoneKind.Mesial : ZoneKind.Distal);
        }
    }

    public static IReadOnlyList<Vec2> Knots(double[][] pairs) => [.. pairs.Select(pair => new Vec2(pair[0], pair[1]))];
}

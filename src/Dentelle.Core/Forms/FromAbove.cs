using Dentelle.Core.Planning;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>How far the finish line, the foot of the walls and their top reach on the four sides. Millimetres from the neck centre.</summary>
internal readonly record struct Reach(double Mesial, double Facial, double Distal, double Lingual);

/// <summary>The view along the path onto the chewing surface or edge.</summary>
internal static class FromAbove
{
    private const int Around = 96;

    public static AboveDrawing Draw(Plan plan, FormParameters form, CrownSize size, Reach finish, Reach top)
    {
        var present = plan.Tooth.IsFront ? FrontOutline(form, size) : BackOutline(form, size);
        var finishLine = Ring(finish, form.NeckN ?? 2.3);
        // Position 0 is the middle of the facial surface and 2 the mesial contact, so a turn is eight positions.
        IReadOnlyList<Vec2> axial =
        [
            .. finishLine.Select((p, i) => p - (OutwardAt(finishLine, i) * plan.Margin.WidthAt(PositionOf(p)).Value)),
        ];
        IReadOnlyList<IReadOnlyList<Vec2>> lines = plan.Tooth.IsFront ? [] : [.. form.Grooves!.Select(groove => Line(groove.Pts, form, size))];
        return new(present, finishLine, axial, Ring(top, form.NeckN ?? 2.3), lines, Marks(plan, form, size));
    }

    /// <summary>Where a place stands round the tooth: 0 facial, 2 mesial, 4 lingual, 6 distal.</summary>
    private static double PositionOf(Vec2 p)
    {
        var turn = Math.Atan2(p.X, p.Y) / (2 * Math.PI);
        return (turn < 0 ? turn + 1 : turn) * 8;
    }

    private static Vec2 OutwardAt(IReadOnlyList<Vec2> ring, int i)
    {
        var along = ring[(i + 1) % ring.Count] - ring[(i + ring.Count - 1) % ring.Count];
        return (along.Turned * -1).Unit;
    }

    private static IReadOnlyList<Vec2> Ring(Reach reach, double power) =>
    [
        .. Enumerable.Range(0, Around).Select(i =>
        {
            var angle = 2 * Math.PI * i / Around;
            var (c, s) = (Math.Cos(angle), Math.Sin(angle));
            var x = Math.Sign(c) * Math.Pow(Math.Abs(c), 2 / power);
            var y = Math.Sign(s) * Math.Pow(Math.Abs(s), 2 / power);
            return new Vec2(x * (x > 0 ? reach.Mesial : reach.Distal), y * (y > 0 ? reach.Facial : reach.Lingual));
        }),
    ];

    private static IReadOnlyList<Vec2> BackOutline(FormParameters form, CrownSize size) =>
        Curves.Through([.. form.Outline!.Select(p => Place(p, form, size))], 8, closed: true);

    private static IReadOnlyList<Vec2> FrontOutline(FormParameters form, CrownSize size)
    {
        var facial = Curves.Monotone(FrontSections.Knots(form.FacialPower!), 0.5);
        var lingual = Curves.Monotone(FrontSections.Knots(form.LingualPower!), 0.2);
        return
        [
            .. Enumerable.Range(0, Around).Select(i =>
            {
                var angle = 2 * Math.PI * i / Around;
                var (c, s) = (Math.Cos(angle), Math.Sin(angle));
                // Broad facially, narrow lingually: each half has a power of its own.
                var power = s > 0 ? facial : lingual;
                var x = Math.Sign(c) * Math.Pow(Math.Abs(c), 2 / power);
                return Place([x, s], form, size);
            }),
        ];
    }

    private static IReadOnlyList<Vec2> Line(double[][] points, FormParameters form, CrownSize size) =>
        Curves.Through([.. points.Select(p => Place(p, form, size))], 6, closed: false);

    private static Vec2 Place(double[] p, FormParameters form, CrownSize size) =>
        new(form.Offset[0] + (p[0] * size.Mesiodistal / 2), form.Offset[1] + (p[1] * size.Faciolingual / 2));

    private static IReadOnlyList<ZoneMark> Marks(Plan plan, FormParameters form, CrownSize size) =>
    [
        .. plan.Zones.Select(zone =>
        {
            var at = Place(SpotOf(zone.Zone, form), form, size);
            return new ZoneMark(zone.Zone.Name, at, at, at.Unit, null);
        }),
    ];

    private static double[] SpotOf(Zone zone, FormParameters form) => zone switch
    {
        { Kind: ZoneKind.FunctionalCuspBevel, Cusp: { } cusp } => Outside(form.Cusps![Kebab.Of(cusp)]),
        { Cusp: { } cusp } => form.Cusps![Kebab.Of(cusp)],
        { Kind: ZoneKind.Groove } => form.Grooves![0].Pts[form.Grooves[0].Pts.Length / 2],
        { Kind: ZoneKind.MesialRidge } => form.Rim!.MaxBy(p => p[0])!,
        { Kind: ZoneKind.DistalRidge } => form.Rim!.MinBy(p => p[0])!,
        { Kind: ZoneKind.Mesial } => [0.97, 0],
        { Kind: ZoneKind.Distal } => [-0.97, 0],
        { Kind: ZoneKind.FacialIncisalThird } => [0, 0.45],
        { Kind: ZoneKind.FacialMiddleThird } => [0, 0.7],
        { Kind: ZoneKind.FacialOcclusalHalf } => [0.12, 0.8],
        { Kind: ZoneKind.FacialGingivalThird } => [0, 0.92],
        { Kind: ZoneKind.FacialGingivalHalf } => [-0.12, 0.92],
        { Kind: ZoneKind.Edge } => [0, 0.2],
        { Kind: ZoneKind.LingualFossa } => [0, -0.3],
        { Kind: ZoneKind.LingualWall } => [0, -0.78],
        _ => [0, -0.93],
    };

    // The bevel lies on the outer slope, beyond the tip.
    private static double[] Outside(double[] tip) => [tip[0] * 1.05, tip[1] + (Math.Sign(tip[1]) * 0.27)];
}

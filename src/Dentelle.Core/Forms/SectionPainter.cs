using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>One section with everything drawn in it.</summary>
internal static class SectionPainter
{
    public static SectionDrawing Paint(Plan plan, ToothSection section, Gums gums, Protocol protocol)
    {
        var shape = protocol.Shape;
        var (nearSegment, farSegment) = (Gums.NearSegment(section), Gums.FarSegment(section));
        var near = ShelfAt(plan.Margin, nearSegment, gums.NearMargin(section, plan), shape.InnerRadiusMm);
        var far = ShelfAt(plan.Margin, farSegment, gums.FarMargin(section, plan), shape.InnerRadiusMm);
        var planned = SectionCutter.Cut(
            section, DepthAt, zone => zone.Kind == ZoneKind.FunctionalCuspBevel, near, far, plan.Convergence.Value.Target.PerWall,
            shape.BevelDeg.Value, shape.OuterEdgeRadiusMm.Value);
        return new(
            section.Plane, section.Through, section.Whole.Points, planned, Marks(plan, section, planned),
            [
                new(nearSegment, planned.NearMargin, planned.NearMargin with { Y = section.NearNeck.Y + gums.AboveNeck }),
                new(farSegment, planned.FarMargin, planned.FarMargin with { Y = section.FarNeck.Y + gums.AboveNeck }),
            ],
            Enamel(plan.Tooth, section, protocol.Estimates.EnamelMm), Pulp(plan.Tooth, section, protocol.Estimates.PulpMm.For(plan.Tooth)));

        double DepthAt(Zone zone) => plan.Zone(zone.Name)?.Depth.Value.Target.Value ?? 0;
    }

    private static Shelf ShelfAt(Margin margin, Segment segment, double level, InnerRadii radii)
    {
        var piece = margin.At(segment);
        var width = piece.Width.Value.Target.Value;
        var radius = piece.Design switch
        {
            MarginDesign.Shoulder => radii.Shoulder,
            MarginDesign.RoundedShoulder => radii.RoundedShoulder,
            MarginDesign.ShoulderBevel => radii.ShoulderBevel,
            MarginDesign.Butt => radii.Butt,
            // A chamfer is half of a round tip: its inner angle has the width for radius.
            _ => width,
        };
        return new(level, width, Math.Min(radius, width));
    }

    private static IReadOnlyList<ZoneMark> Marks(Plan plan, ToothSection section, PlannedSection planned)
    {
        var marks = new List<ZoneMark>();
        foreach (var zone in plan.Zones)
        {
            var inZone = Enumerable.Range(1, section.Crown.Count - 2)
                .Where(i => section.Crown[i].Zone == zone.Zone && section.Crown[i].At.Y >= MarginBeside(i)).ToArray();
            if (inZone.Length == 0) continue;
            var index = Tip(zone.Zone, inZone, section);
            var at = section.Crown[index].At;
            var outward = ((section.Crown[index + 1].At - section.Crown[index - 1].At).Turned * -1).Unit;
            marks.Add(new(zone.Zone.Name, at, at - (outward * (zone.Depth.Value.Target.Value / 2)), outward, planned.Outline.DistanceToEdge(at)));
        }

        return marks;

        double MarginBeside(int i) => i < section.Crown.Count / 2 ? planned.NearMargin.Y : planned.FarMargin.Y;
    }

    // A cusp's number points at its tip, a groove's at its bottom, every other at the middle of its zone.
    private static int Tip(Zone zone, int[] inZone, ToothSection section) => zone.Kind switch
    {
        ZoneKind.FunctionalCusp or ZoneKind.NonFunctionalCusp or ZoneKind.MesialRidge or ZoneKind.DistalRidge => inZone.MaxBy(i => section.Crown[i].At.Y),
        ZoneKind.Groove => inZone.MinBy(i => section.Crown[i].At.Y),
        _ => inZone[inZone.Length / 2],
    };

    /// <summary>Average border of enamel and dentine, from neck to neck.</summary>
    private static IReadOnlyList<Vec2> Enamel(ToothCode tooth, ToothSection section, EnamelEstimates estimates)
    {
        var (from, to) = (section.FarNeck.X, section.NearNeck.X);
        var profile = new HeightProfile(from, (to - from) / 160, new double[161]);
        var top = section.Crown.Max(sample => sample.At.Y);
        var blended = SectionCutter.Blended(section.Crown, High);
        SectionCutter.Erode(profile, section.Crown, [.. section.Crown.Select((sample, i) => Thickness(sample.At.Y, i))]);
        profile = profile.RoundedOutside(0.5);
        return [section.FarNeck, .. Enumerable.Range(4, 153).Select(k => new Vec2(profile.PlaceOf(k), profile.Heights[k])), section.NearNeck];

        double High(Zone zone) => (tooth.IsFront, zone.Kind) switch
        {
            (true, _) => estimates.Front.Incisal,
            (_, ZoneKind.Groove) => estimates.Back.Groove,
            (_, ZoneKind.MesialRidge or ZoneKind.DistalRidge) => (estimates.Back.Groove + estimates.Back.Cusp) / 2,
            _ => estimates.Back.Cusp,
        };

        // Nothing at the neck, thin in the cervical third, full toward the top.
        double Thickness(double z, int index)
        {
            var neck = index < section.Crown.Count / 2 ? section.NearNeck.Y : section.FarNeck.Y;
            var h = Math.Clamp((z - neck) / (top - neck), 0, 1);
            var (middle, cervical) = tooth.IsFront ? (estimates.Front.Middle, estimates.Front.Cervical) : (estimates.Back.Middle, estimates.Back.Cervical);
            var axial = cervical + ((middle - cervical) * Curves.SmoothStep(0.15, 0.5, h));
            return (axial + ((blended[index] - axial) * Curves.SmoothStep(0.55, 0.9, h))) * Curves.SmoothStep(0, 0.12, h);
        }
    }

    /// <summary>Average pulp chamber: horns below cusps or edge, walls at the neck, open toward the root.</summary>
    private static IReadOnlyList<Vec2> Pulp(ToothCode tooth, ToothSection section, PulpEstimate estimate)
    {
        var bottom = section.RootStump.Min(p => p.Y);
        var (near, far) = (section.NearNeck.X - estimate.NeckWall, section.FarNeck.X + estimate.NeckWall);
        var middle = (near + far) / 2;
        var half = Math.Max(0.25, (near - far) / 2);
        var lowestNeck = Math.Min(section.NearNeck.Y, section.FarNeck.Y);
        var top = section.Crown.Max(sample => sample.At.Y) - estimate.HornBelowTop;
        var horn = Math.Max(top, lowestNeck + 0.5);
        // A narrow chamber has one horn: two would run into each other.
        var axis = tooth.IsFront ? MiddleAt(section, horn - 0.25) : middle;
        var twoHorns = !tooth.IsFront && half > 0.8;
        IReadOnlyList<Vec2> points =
        [
            new(middle + (half * 0.75), bottom), new(middle + half, lowestNeck),
            .. twoHorns
                ? new Vec2[] { new(middle + (half * 0.9), horn), new(middle, horn - 0.7), new(middle - (half * 0.9), horn) }
                : [new(axis + (half * 0.4), horn - 0.6), new(axis, horn), new(axis - (half * 0.4), horn - 0.6)],
            new(middle - half, lowestNeck), new(middle - (half * 0.75), bottom),
        ];
        return Curves.Through(points, 8, closed: false);
    }

    // A front tooth leans; its pulp follows the middle of the crown, not the middle of the neck.
    private static double MiddleAt(ToothSection section, double height)
    {
        var above = section.Crown.Where(sample => sample.At.Y >= height).ToArray();
        return (above[0].At.X + above[^1].At.X) / 2;
    }
}

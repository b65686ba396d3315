using Dentelle.Geometry;

namespace Dentelle.Core.Anatomy;

/// <summary>A named place on a tooth, as the tooth stands in its frame.</summary>
public sealed record Landmark(string Name, Vec3 Place);

/// <summary>
/// Places of a tooth's form that have a name, and the line of its gum. Measured on the surface, not taken from the table.
/// </summary>
public static class Landmarks
{
    /// <summary>
    /// Cusp tips ("cusp-mesiofacial") or the ends and middle of the edge; contacts; heights of contour; the cervical line in the middle
    /// of the four sides.
    /// </summary>
    public static IReadOnlyList<Landmark> Of(PresentTooth tooth, ToothCode code)
    {
        var form = tooth.Form;
        var points = tooth.Surface.Positions.ToArray();
        Vec3 Farthest(Func<Vec3, double> along) => points.Select(p => (Vec3)p).MaxBy(along);
        var found = new List<Landmark>();
        if (form.Shape is BackCrown back)
        {
            foreach (var (name, place) in back.Form.Cusps!.Keys.Zip(form.CuspTips))
                found.Add(new($"cusp-{name}", place));
        }
        else
        {
            var half = form.Size.Mesiodistal / 2;
            foreach (
                var (name, x) in (ReadOnlySpan<(string, double)>)
                    [("edge-mesial", 0.8 * half), ("edge-middle", 0), ("edge-distal", -0.8 * half)]
            )
                found.Add(new(name, points.Select(p => (Vec3)p).Where(p => Math.Abs(p.X - x) < 0.25).MaxBy(p => p.Z)));
        }
        found.Add(new("contact-mesial", Farthest(p => p.X)));
        found.Add(new("contact-distal", Farthest(p => -p.X)));
        found.Add(new("contour-facial", Farthest(p => p.Y)));
        found.Add(new("contour-lingual", Farthest(p => -p.Y)));
        foreach (
            var (name, angle) in (ReadOnlySpan<(string, double)>)
                [("neck-mesial", 0), ("neck-facial", Math.PI / 2), ("neck-distal", Math.PI), ("neck-lingual", -Math.PI / 2)]
        )
            found.Add(new(name, form.Unplaced(form.Neck(angle))));
        return [.. found.Select(landmark => landmark with { Place = Standing(landmark.Place, code) })];
    }

    /// <summary>The crest of the gum round the tooth, on its surface: everywhere the same height over the cervical line.</summary>
    /// <param name="aboveNeck">That height, from the protocol.</param>
    public static IReadOnlyList<Vec3> GumLine(PresentTooth tooth, ToothCode code, double aboveNeck)
    {
        const int points = 72;
        var form = tooth.Form;
        return
        [
            .. Enumerable
                .Range(0, points)
                .Select(i =>
                {
                    var angle = 2 * Math.PI * i / points;
                    var z = form.NeckLevel(angle) + aboveNeck;
                    var (sin, cos) = Math.SinCos(angle);
                    var reach = form.Reach(default, angle, z);
                    return Standing(new Vec3(reach * cos, reach * sin, z), code);
                }),
        ];
    }

    /// <summary>The piece of the margin that a place near the neck belongs to.</summary>
    public static Segment SegmentOf(Vec3 place, ToothCode code)
    {
        var own = Standing(place, code);
        return Segments.At(Segments.Position(Math.Atan2(own.Y, own.X)));
    }

    private static Vec3 Standing(Vec3 place, ToothCode code) => code.IsMirrored ? place with { X = -place.X } : place;
}

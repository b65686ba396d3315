using Dentelle.Core.Protocols;
using Dentelle.Geometry;

namespace Dentelle.Core.Anatomy;

/// <summary>A section through a tooth and what lies inside it: all that no plan changes.</summary>
/// <param name="Present">The tooth's outline, points at even steps, counter-clockwise as drawn.</param>
/// <param name="Outline">The same, flat.</param>
/// <param name="Neck">Heights of the cervical line on the drawing's x side and on the other.</param>
internal sealed record ToothSection(
    SectionCut Cut,
    Vec3[] Present,
    IReadOnlyList<Vec2> Outline,
    (double Near, double Far) Neck,
    IReadOnlyList<Vec2> Enamel,
    IReadOnlyList<Vec2> Pulp
)
{
    private const double Step = 0.08;

    /// <summary>
    /// The sections that a unit's drawing shows, through everything that no plan changes. The last one is the mesiodistal.
    /// </summary>
    public static IReadOnlyList<ToothSection> All(PresentTooth tooth, Estimates estimates) =>
        tooth.Made.Get<IReadOnlyList<ToothSection>>(estimates, () =>
            [.. Cuts(tooth.Form).Select(cut => Of(cut, tooth, tooth.Inside(estimates)))]
        );

    private static ToothSection Of(SectionCut cut, PresentTooth tooth, InnerBodies inside)
    {
        var present = Even(cut.Outline(tooth.Surface));
        var angle = Math.Atan2(cut.Across.Y, cut.Across.X);
        var (near, far) = (tooth.Form.NeckLevel(angle), tooth.Form.NeckLevel(angle + Math.PI));
        return new(
            cut,
            present,
            cut.Flat(present),
            (near, far),
            Crown(cut.Flat(cut.Outline(inside.Dentine)), near, far),
            Smooth(cut.Flat(cut.Outline(inside.Pulp)))
        );
    }

    /// <summary>The chamber's facets are coarse for a thin one: its outline is an estimate and drawn without corners.</summary>
    private static IReadOnlyList<Vec2> Smooth(IReadOnlyList<Vec2> closed)
    {
        const double step = 0.15;
        const int reach = 7;
        if (closed.Count < 3)
            return closed;
        var even = new List<Vec2>();
        for (var i = 0; i < closed.Count; i++)
        {
            var (from, to) = (closed[i], closed[(i + 1) % closed.Count]);
            var pieces = Math.Max(1, (int)Math.Ceiling((to - from).Length / step));
            for (var k = 0; k < pieces; k++)
                even.Add(from + ((to - from) * ((double)k / pieces)));
        }
        return Curves.Evened(even, reach);
    }

    /// <summary>Those of a unit's drawing; the mesiodistal one comes last.</summary>
    private static IEnumerable<SectionCut> Cuts(ToothForm form) => Across(form).Append(Along(form));

    /// <summary>
    /// Faciolingual sections: through each facial cusp and the lingual cusp opposite it, or through the middle of the edge.
    /// </summary>
    private static IEnumerable<SectionCut> Across(ToothForm form)
    {
        if (form.Shape is not BackCrown back)
        {
            yield return new SectionCut(
                SectionPlane.Faciolingual,
                "through the middle",
                Vec3.UnitY,
                new Vec3(form.Shape.Form.Offset[0], 0, 0),
                default
            );
            yield break;
        }
        var tips = back.Form.Cusps!.ToDictionary(entry => Parse(entry.Key), entry => back.Place(entry.Value));
        foreach (var facial in Cusps.Of(form.Tooth).Where(cusp => cusp.IsFacial()))
        {
            var lingual = Cusps.Of(form.Tooth).Where(cusp => !cusp.IsFacial()).MinBy(cusp => Math.Abs(tips[cusp].X - tips[facial].X));
            var words = facial == Cusp.Facial ? "through both cusps" : $"through the {Kebab.Of(facial)} cusp";
            yield return new SectionCut(
                SectionPlane.Faciolingual,
                words,
                Vec3.UnitY,
                new Vec3((tips[facial].X + tips[lingual].X) / 2, 0, 0),
                default
            );
        }
    }

    /// <summary>The mesiodistal section: along the central groove, or leaning with a front tooth from neck to edge.</summary>
    private static SectionCut Along(ToothForm form) =>
        form.Shape is BackCrown back
            ? new SectionCut(SectionPlane.Mesiodistal, "along the central groove", Vec3.UnitX, new Vec3(0, back.Table.Pole.Y, 0), default)
            : new SectionCut(SectionPlane.Mesiodistal, "through the edge", Vec3.UnitX, default, new Vec3(0, form.Shape.Lean.Y, 0));

    private static Cusp Parse(string name) =>
        Kebab.TryParse<Cusp>(name, out var cusp)
            ? cusp
            : throw new FormatException($"The form table names a cusp “{name}” that no tooth has.");

    /// <summary>The part of an outline above the neck, from the far side over the top to the near one.</summary>
    private static IReadOnlyList<Vec2> Crown(IReadOnlyList<Vec2> outline, double nearNeck, double farNeck)
    {
        bool Above(Vec2 p) => p.Y > (p.X > 0 ? nearNeck : farNeck) + 0.02;
        var start = Enumerable
            .Range(0, outline.Count)
            .FirstOrDefault(i => Above(outline[i]) && !Above(outline[(i + outline.Count - 1) % outline.Count]));
        return [.. Enumerable.Range(0, outline.Count).Select(i => outline[(start + i) % outline.Count]).TakeWhile(Above)];
    }

    /// <summary>The closed line with points at even steps.</summary>
    private static Vec3[] Even(IReadOnlyList<Vec3> line)
    {
        var even = new List<Vec3>();
        for (var i = 0; i < line.Count; i++)
        {
            var (a, b) = (line[i], line[(i + 1) % line.Count]);
            var steps = Math.Max(1, (int)Math.Round((b - a).Length / Step));
            for (var k = 0; k < steps; k++)
                even.Add(Vec3.Mix(a, b, (double)k / steps));
        }
        return [.. even];
    }
}

using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Forms;

/// <summary>Cuts a plan into the body of its tooth and draws it: sections through both bodies and the view from above. Pure but for forms that are kept.</summary>
public static class Draughtsman
{
    /// <summary>The planned body; a problem when the plan can't be cut out of a tooth of this size.</summary>
    public static Answer<PlannedForm> Cut(Plan plan, Handbook handbook)
    {
        var form = handbook.Forms.For(plan.Tooth);
        if (Slip(plan, form, handbook.Protocol) is { } slip) return slip;
        return PlannedForm.Cut(handbook.Forms.Tooth(plan.Tooth, form.SizeFor(plan.Assessment.MeasuredSize)), plan, handbook.Protocol.Shape);
    }

    /// <returns>The drawing, or a problem when the plan can't be cut out of a tooth of this size.</returns>
    public static Answer<UnitDrawing> Draw(Plan plan, Handbook handbook)
    {
        if (!Cut(plan, handbook).Is(out var planned, out var problem)) return problem;
        var habits = handbook.Protocol.Shape;
        var present = planned.Present;
        var surface = planned.Unplaced(Fineness.Preview);
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, habits.BevelHeightMm.Value);
        var bodies = new UnitBodies(present, planned, surface, new MeshTree(surface), zones, labels, present.Inside(handbook.Protocol.Estimates));
        IReadOnlyList<SectionDrawing> across = [.. Across(present.Form).Select(Paint)];
        var along = Paint(Along(present.Form));
        var outcomes = Outcomes.Of(present, surface, planned, zones, labels);
        var size = present.Form.Size;
        return new UnitDrawing(
            size, handbook.Forms.For(plan.Tooth).SizeSource, plan.Assessment.MeasuredSize != MeasuredSize.None, across, along, FromAbove.Draw(plan, bodies), planned, outcomes,
            [.. Walls(plan, across.Append(along), handbook.Protocol), .. Edge(plan, across[0], outcomes, habits)]);

        SectionDrawing Paint(SectionCut cut) => SectionPainter.Paint(plan, bodies, cut, habits);
    }

    /// <summary>Faciolingual sections: through each facial cusp and the lingual cusp opposite it, or through the middle of the edge.</summary>
    private static IEnumerable<SectionCut> Across(ToothForm form)
    {
        if (form.Shape is not BackCrown back)
        {
            yield return new SectionCut(SectionPlane.Faciolingual, "through the middle", Vec3.UnitY, new Vec3(form.Shape.Form.Offset[0], 0, 0), default);
            yield break;
        }
        var tips = back.Form.Cusps!.ToDictionary(entry => Parse(entry.Key), entry => back.Place(entry.Value));
        foreach (var facial in Cusps.Of(form.Tooth).Where(cusp => cusp.IsFacial()))
        {
            var lingual = Cusps.Of(form.Tooth).Where(cusp => !cusp.IsFacial()).MinBy(cusp => Math.Abs(tips[cusp].X - tips[facial].X));
            var words = facial == Cusp.Facial ? "through both cusps" : $"through the {Kebab.Of(facial)} cusp";
            yield return new SectionCut(SectionPlane.Faciolingual, words, Vec3.UnitY, new Vec3((tips[facial].X + tips[lingual].X) / 2, 0, 0), default);
        }
    }

    /// <summary>The mesiodistal section: along the central groove, or leaning with a front tooth from neck to edge.</summary>
    private static SectionCut Along(ToothForm form) => form.Shape is BackCrown back
        ? new SectionCut(SectionPlane.Mesiodistal, "along the central groove", Vec3.UnitX, new Vec3(0, back.Table.Pole.Y, 0), default)
        : new SectionCut(SectionPlane.Mesiodistal, "through the edge", Vec3.UnitX, default, new Vec3(0, form.Shape.Lean.Y, 0));

    private static Cusp Parse(string name) =>
        Kebab.TryParse<Cusp>(name, out var cusp) ? cusp : throw new FormatException($"The form table names a cusp “{name}” that no tooth has.");

    private static Problem? Slip(Plan plan, FormParameters form, Protocol protocol)
    {
        var measured = plan.Assessment.MeasuredSize;
        return Check("length", measured.Length, form.Dims[0]) ?? Check("mesiodistal width", measured.Mesiodistal, form.Dims[1])
            ?? Check("faciolingual width", measured.Faciolingual, form.Dims[3]);

        Problem? Check(string what, Mm? value, double average) =>
            value is { } given && !protocol.Plausible.SizeRatio.Include(given.Value / average)
                ? new Problem("implausible", $"A {what} of {given} for the {plan.Tooth.Name} is far from the average {new Mm(average)}; check the number.")
                : null;
    }

    // A blade that loses from both sides can be gone before its edge is as low as planned.
    private static IEnumerable<Caution> Edge(Plan plan, SectionDrawing across, IReadOnlyList<ZoneOutcome> outcomes, ShapeHabits shape)
    {
        if (outcomes.FirstOrDefault(outcome => outcome.Zone.Kind == ZoneKind.Edge) is not { } edge) yield break;
        var level = across.Present.Max(point => point.Y) - edge.Usual.Value - shape.OuterEdgeRadiusMm.Value;
        var wide = new Mm(WidthAt(across.Planned.Outline, level));
        if (wide.Value >= shape.EdgeLeastWidthMm.Value) yield break;
        yield return new(
            "edge-thin",
            $"On this form facial and lingual cuts leave an edge {wide} wide where {new Mm(shape.EdgeLeastWidthMm.Value)} is wanted; it ends {edge.Usual} down, {plan.Zone(edge.Zone.Name)!.Depth.Value.Target} are planned. Cut less of both toward the edge.",
            edge.Zone.Name);
    }

    private static double WidthAt(Polygon outline, double level)
    {
        var crossings = new List<double>();
        for (var i = 0; i < outline.Points.Count; i++)
        {
            var (a, b) = (outline.Points[i], outline.Points[(i + 1) % outline.Points.Count]);
            if (a.Y > level != b.Y > level) crossings.Add(a.X + ((b.X - a.X) * (level - a.Y) / (b.Y - a.Y)));
        }
        return crossings.Count < 2 ? 0 : crossings.Max() - crossings.Min();
    }

    private static IEnumerable<Caution> Walls(Plan plan, IEnumerable<SectionDrawing> sections, Protocol protocol)
    {
        // A front tooth's lingual slope is no wall; its walls are the proximal ones.
        var walled = sections.Where(section => !plan.Tooth.IsFront || section.Plane == SectionPlane.Mesiodistal).ToArray();
        var shortest = walled.MinBy(section => Math.Min(section.Planned.NearWall, section.Planned.FarWall))!;
        var wall = new Mm(Math.Min(shortest.Planned.NearWall, shortest.Planned.FarWall));
        var least = protocol.Walls.LeastHeightMm.For(plan.Tooth);
        var slimmest = walled.MinBy(Slenderness)!;
        var ratio = protocol.Walls.LeastHeightToBase.Value;
        if (wall.Value < least.Value)
        {
            yield return new(
                "wall-short",
                $"The shortest wall comes out {wall} high on this form ({Kebab.Of(shortest.Plane)}), {Slenderness(shortest):0.00} of its base; at least {new Mm(least.Value)} and {ratio:0.0} are wanted. Lower the margin, add grooves, or bond.");
        }
        else if (Slenderness(slimmest) < ratio)
        {
            yield return new("wall-to-base", $"Wall height is {Slenderness(slimmest):0.00} of the base ({Kebab.Of(slimmest.Plane)}); at least {ratio:0.0} is wanted.");
        }

        static double Slenderness(SectionDrawing section) => Math.Min(section.Planned.NearWall, section.Planned.FarWall) / section.Planned.Base;
    }
}

using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>
/// Draws a plan on the form of its tooth: present and planned outlines of the sections and the view from above. Pure.
/// This is the seam at which flat outlines will give way to sections through whole bodies.
/// </summary>
public static class Draughtsman
{
    /// <returns>The drawing, or a problem when the plan can't be cut out of a tooth of this size.</returns>
    public static Answer<UnitDrawing> Draw(Plan plan, Handbook handbook)
    {
        var form = handbook.Forms.For(plan.Tooth);
        if (Slip(plan, form, handbook.Protocol) is { } slip) return slip;
        var measured = plan.Assessment.MeasuredSize;
        var size = form.SizeFor(measured);
        var habits = handbook.Protocol.Shape;
        var crossbite = plan.Assessment.Crossbite;
        ToothSection[] faciolingual = plan.Tooth.IsFront
            ? [FrontSections.Faciolingual(form, size)]
            : [.. BackSections.Faciolingual(plan.Tooth, crossbite, form, size, habits.BevelHeightMm.Value)];
        var mesiodistal = plan.Tooth.IsFront ? FrontSections.Mesiodistal(form, size) : BackSections.Mesiodistal(form, size);

        var gums = new Gums(habits.GumAboveNeckMm.Value);
        if (faciolingual.Append(mesiodistal).FirstOrDefault(section => !gums.Fit(section, plan)) is { } tooLow)
            return new Problem("margin-off-tooth", $"A margin so high leaves no wall in the {Kebab.Of(tooLow.Plane)} section of this tooth; lower the margin level.");

        IReadOnlyList<SectionDrawing> across = [.. faciolingual.Select(Section)];
        var along = Section(mesiodistal);
        var above = FromAbove.Draw(plan, form, size, Finish(across[0], along), Top(across[0], along));
        return new UnitDrawing(size, form.SizeSource, measured != MeasuredSize.None, across, along, above, [.. Walls(plan, across.Append(along), handbook.Protocol), .. Edge(plan, across[0], handbook.Protocol.Shape)]);

        SectionDrawing Section(ToothSection section) => SectionPainter.Paint(plan, section, gums, handbook.Protocol);
    }

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

    private static Reach Finish(SectionDrawing across, SectionDrawing along) =>
        new(along.Planned.NearMargin.X, across.Planned.NearMargin.X, -along.Planned.FarMargin.X, -across.Planned.FarMargin.X);

    // The walls end where the planned profile has climbed to nine tenths of its height.
    private static Reach Top(SectionDrawing across, SectionDrawing along)
    {
        var (m, d) = Shoulders(along.Planned);
        var (f, l) = Shoulders(across.Planned);
        return new(m, f, -d, -l);
    }

    private static (double Near, double Far) Shoulders(PlannedSection planned)
    {
        var top = planned.Top;
        var near = planned.NearMargin.Y + (0.8 * planned.NearWall);
        var far = planned.FarMargin.Y + (0.8 * planned.FarWall);
        var indices = Enumerable.Range(0, top.Heights.Length).ToArray();
        return (top.PlaceOf(indices.Last(k => top.Heights[k] >= near)), top.PlaceOf(indices.First(k => top.Heights[k] >= far)));
    }

    // A blade that loses from both sides can be gone before its edge is as low as planned.
    private static IEnumerable<Caution> Edge(Plan plan, SectionDrawing across, ShapeHabits shape)
    {
        if (plan.Zones.FirstOrDefault(zone => zone.Zone.Kind == ZoneKind.Edge) is not { } edge) yield break;
        var top = across.Planned.Top;
        var planned = across.Present.Max(point => point.Y) - edge.Depth.Value.Target.Value;
        var width = new Mm(top.Heights.Count(height => height >= planned - shape.OuterEdgeRadiusMm.Value) * top.Step);
        if (width.Value >= shape.EdgeLeastWidthMm.Value) yield break;
        var lowest = new Mm(across.Present.Max(point => point.Y) - top.Heights.Max());
        yield return new(
            "edge-thin",
            $"On this form facial and lingual cuts leave an edge {width} wide where {new Mm(shape.EdgeLeastWidthMm.Value)} is wanted: it would end {lowest} down, not {edge.Depth.Value.Target}. Cut less of both toward the edge.",
            edge.Zone.Name);
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

/// <summary>Where the crest of the gum stands: everywhere the same distance above the neck.</summary>
internal sealed record Gums(double AboveNeck)
{
    private const double LeastWall = 1.0;

    public double NearMargin(ToothSection section, Plan plan) => section.NearNeck.Y + AboveNeck + plan.Margin.At(NearSegment(section)).Level.Value.Value;

    public double FarMargin(ToothSection section, Plan plan) => section.FarNeck.Y + AboveNeck + plan.Margin.At(FarSegment(section)).Level.Value.Value;

    public static Segment NearSegment(ToothSection section) => section.Plane == SectionPlane.Faciolingual ? Segment.Facial : Segment.Mesial;

    public static Segment FarSegment(ToothSection section) => section.Plane == SectionPlane.Faciolingual ? Segment.Lingual : Segment.Distal;

    /// <summary>Whether both margins leave something of the planned crown above them.</summary>
    public bool Fit(ToothSection section, Plan plan)
    {
        var top = section.Crown.Max(sample => sample.At.Y) - plan.Zones.Max(zone => zone.Depth.Value.Target.Value);
        return Math.Max(NearMargin(section, plan), FarMargin(section, plan)) < top - LeastWall;
    }
}

using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Geometry;

namespace Dentelle.Core.Preparing;

/// <summary>The planned outline of a section and what can be read off it. Millimetres.</summary>
/// <param name="Outline">The prepared tooth, closed, root stump included.</param>
/// <param name="NearMargin">Outer end of the finish line on the X side.</param>
/// <param name="FarMargin">Outer end of the finish line on the other side.</param>
/// <param name="NearWall">Usual height of the wall on the X side, from the margin to the planned top above it.</param>
/// <param name="FarWall">Height of the other wall.</param>
/// <param name="Base">Width between the feet of both walls.</param>
public sealed record PlannedSection(Polygon Outline, Vec2 NearMargin, Vec2 FarMargin, double NearWall, double FarWall, double Base)
{
    /// <summary>The planned outline with its walls and what can be read off it.</summary>
    internal static PlannedSection Of(Plan plan, PlannedForm body, ToothSection section)
    {
        var cut = section.Cut;
        var planned = new Polygon(cut.Flat(cut.Outline(body.Surface)));
        var (near, far) = (body.Margin.In(cut, 1), body.Margin.In(cut, -1));
        var (nearSegment, farSegment) = Sides(cut.Plane);
        return new PlannedSection(
            planned,
            near,
            far,
            Math.Max(0, body.WallHeight(Math.Atan2(cut.Across.Y, cut.Across.X))),
            Math.Max(0, body.WallHeight(Math.Atan2(-cut.Across.Y, -cut.Across.X))),
            near.X - far.X - plan.Margin.At(nearSegment).Width.Value.Target.Value - plan.Margin.At(farSegment).Width.Value.Target.Value
        );
    }

    internal static (Segment Near, Segment Far) Sides(SectionPlane plane) =>
        plane == SectionPlane.Faciolingual ? (Segment.Facial, Segment.Lingual) : (Segment.Mesial, Segment.Distal);
}

using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>The planned outline of a section and what can be read off it. Millimetres.</summary>
/// <param name="Outline">The prepared tooth, closed, root stump included.</param>
/// <param name="NearMargin">Outer end of the finish line on the X side.</param>
/// <param name="FarMargin">Outer end of the finish line on the other side.</param>
/// <param name="NearWall">Usual height of the wall on the X side, from the margin to the planned top above it.</param>
/// <param name="FarWall">Height of the other wall.</param>
/// <param name="Base">Width between the feet of both walls.</param>
public sealed record PlannedSection(Polygon Outline, Vec2 NearMargin, Vec2 FarMargin, double NearWall, double FarWall, double Base);

using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Sections;

namespace Dentelle.Core.Anatomy;

/// <summary>A plane through a tooth with the frame of its drawing: x facial (or mesial), y toward the bite.</summary>
/// <param name="Through">What it goes through, in words.</param>
/// <param name="Across">Unit direction of the drawing's x.</param>
/// <param name="Point">A point of the plane at height 0.</param>
/// <param name="Lean">How the plane leans: millimetres sideways per millimetre of height.</param>
internal sealed record SectionCut(SectionPlane Plane, string Through, Vec3 Across, Vec3 Point, Vec3 Lean)
{
    /// <summary>Outline of a body in this plane; empty when it is missed. Runs counter-clockwise as drawn.</summary>
    public IReadOnlyList<Vec3> Outline(Mesh body)
    {
        // Heights are kept: the plane leans about its own x, so its normal is square to that and to the leaning upright.
        var normal = Across.Cross(Vec3.UnitZ + Lean);
        var lines = PlaneSection.Of(body, new Plane3(Point, normal));
        return lines.Count == 0 ? [] : lines.MaxBy(line => line.Length)!.Points;
    }

    public Vec2 Flat(Vec3 p) => new((p - Point).Dot(Across) + Point.Dot(Across), p.Z);

    public IReadOnlyList<Vec2> Flat(IReadOnlyList<Vec3> points) => [.. points.Select(Flat)];

    /// <summary>Signed distance of a place from the plane, measured level.</summary>
    public double Beside(Vec3 p) => (p - Point - (Lean * p.Z)).Dot(Across.Cross(Vec3.UnitZ));
}

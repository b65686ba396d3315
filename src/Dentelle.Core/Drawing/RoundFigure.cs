using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Drawing;

/// <summary>
/// A unit in the round: its bodies with what an engraving of them needs at each vertex. In the frame of the tooth as it stands: z to
/// the bite, y facial, millimetres.
/// </summary>
/// <param name="Bodies">The tooth as it stands; the planned preparation where there is one, of a tooth that is
/// not there its whole form; the restoration's own surface where it departs from the present one.</param>
/// <param name="FinishLines">Closed lines round what is cut: one round a crown, several where a cut leaves islands.</param>
/// <param name="Error">The farthest any vertex of the bodies in full lies from what is drawn.</param>
public sealed record RoundFigure(IReadOnlyList<RoundBody> Bodies, IReadOnlyList<FinishLine> FinishLines, double Error);

/// <param name="Name">"prepared", "tooth" or "restored".</param>
public sealed record RoundBody(string Name, Mesh Surface, IReadOnlyList<VertexValues> Values);

/// <summary>In order; the last point is joined to the first.</summary>
public sealed record FinishLine(IReadOnlyList<FinishPoint> Points);

/// <param name="Width">Of the shelf there; null where the body keeps no margin of its own.</param>
/// <param name="OverNeck">Height over the cervical line, likewise.</param>
public readonly record struct FinishPoint(Vec3 At, double? Width, double? OverNeck);

using Dentelle.Core.Dentition;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Drawing;

/// <summary>
/// A bridge in the round: its teeth as they stand in an average arch, abutments turned so that their paths are one. In the frame of the
/// tooth in the middle as it stands: z to the bite, y facial.
/// </summary>
/// <param name="Tops">Of each unit the middle of its crown's highest level.</param>
/// <param name="Path">Common direction of draw, length 1.</param>
/// <param name="Mesial">Where mesial is for the tooth in the middle.</param>
public sealed record BridgeRound(RoundFigure Figure, IReadOnlyList<Vec3> Tops, Vec3 Path, Vec3 Mesial)
{
    /// <param name="units">In the order of the arch.</param>
    /// <param name="arch">Where average teeth stand.</param>
    /// <param name="quality">How well it is made.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static BridgeRound Of(IReadOnlyList<Preparation> units, Arch arch, RoundQuality quality, CancellationToken cancel = default)
    {
        var middle = units[units.Count / 2];
        var home = arch.Pose(middle.Plan.Tooth);
        var first = units.First(unit => unit.Plan.Rules().IsCut);
        var path = Direction(first, first.Plan.Path);
        RoundFigure[] figures = [.. units.Select(unit => Moved(RoundBaker.Unplaced(unit, quality, cancel), unit))];
        var tops = figures.Select(figure => Top(figure.Bodies[^1].Surface));
        var together = new RoundFigure(
            [.. figures.SelectMany(figure => figure.Bodies).GroupBy(body => body.Name).Select(Together)],
            [.. figures.SelectMany(figure => figure.FinishLines)],
            figures.Max(figure => figure.Error)
        );
        return new BridgeRound(
            Standing(together, middle),
            [.. tops.Select(top => middle.Present.Standing(top, middle.Plan.Tooth))],
            middle.Present.Standing(path, middle.Plan.Tooth),
            middle.Present.Standing(Vec3.UnitX, middle.Plan.Tooth)
        );

        // From the own frame of a unit's tooth to that of the middle one.
        Vec3 Place(Preparation unit, Vec3 own) => home.ToOwn(arch.Pose(unit.Plan.Tooth).ToMouth(own));

        Vec3 Direction(Preparation unit, Vec3 own) => Place(unit, own) - Place(unit, default);

        RoundFigure Moved(RoundFigure figure, Preparation unit)
        {
            var turn = unit.Plan.Rules().IsCut ? Onto(Direction(unit, unit.Plan.Path), path, about: Place(unit, default)) : Rigid.Rest;
            var mirrors = arch.Pose(unit.Plan.Tooth).Mirrors != home.Mirrors;
            return new(
                [.. figure.Bodies.Select(body => body with { Surface = body.Surface.Mapped(p => turn.Apply(Place(unit, p)), mirrors) })],
                [
                    .. figure.FinishLines.Select(line => new FinishLine([
                        .. line.Points.Select(point => point with { At = turn.Apply(Place(unit, point.At)) }),
                    ])),
                ],
                figure.Error
            );
        }
    }

    private static RoundFigure Standing(RoundFigure figure, Preparation middle) =>
        RoundBaker.Standing(figure, middle.Present, middle.Plan.Tooth);

    /// <summary>The shortest turn from one direction onto another.</summary>
    private static Rigid Onto(Vec3 from, Vec3 to, Vec3 about)
    {
        var axis = from.Unit.Cross(to.Unit);
        var degrees = double.RadiansToDegrees(Math.Atan2(axis.Length, from.Unit.Dot(to.Unit)));
        return axis.Length < 1e-9 ? Rigid.Rest : Rigid.Moved(-about).Then(Rigid.Turned(axis, degrees)).Then(Rigid.Moved(about));
    }

    private static RoundBody Together(IGrouping<string, RoundBody> bodies)
    {
        var all = bodies.ToArray();
        var names = all.SelectMany(body => body.Values.Select(values => values.Name)).Distinct();
        return new(
            bodies.Key,
            Mesh.Together([.. all.Select(body => body.Surface)]),
            [.. names.Select(name => new VertexValues(name, [.. all.SelectMany(body => ValuesOf(body, name))]))]
        );

        static float[] ValuesOf(RoundBody body, string name) =>
            body.Values.FirstOrDefault(values => values.Name == name)?.Values ?? new float[body.Surface.Positions.Length];
    }

    private static Vec3 Top(Mesh crown) => new(crown.Box.Centre.X, crown.Box.Centre.Y, crown.Box.High.Z);
}

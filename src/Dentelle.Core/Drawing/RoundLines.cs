using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>From where a figure in the round is seen.</summary>
/// <param name="Azimuth">Degrees round the axis to the bite, from +x.</param>
/// <param name="Elevation">Degrees above the level of the arch.</param>
/// <param name="Hanging">Whether the bite points down, as an upper tooth stands in the mouth.</param>
public readonly record struct RoundSight(double Azimuth, double Elevation, bool Hanging = false)
{
    /// <summary>The figure's axes in the tooth's frame: to the right, upward, and toward the viewer.</summary>
    public (Vec3 Right, Vec3 Up, Vec3 Toward) Axes
    {
        get
        {
            var (sin, cos) = Math.SinCos(double.DegreesToRadians(Azimuth));
            var (rise, level) = Math.SinCos(double.DegreesToRadians(Elevation));
            var turn = Hanging ? -1 : 1;
            return (
                new Vec3(-sin * turn, cos * turn, 0),
                new Vec3(-cos * rise * turn, -sin * rise * turn, level * turn),
                new Vec3(cos * level, sin * level, rise)
            );
        }
    }
}

/// <summary>What a line of an engraving is.</summary>
public enum RoundStroke
{
    /// <summary>Where the planned preparation ends against the paper, or one part of it against another.</summary>
    Outline,

    /// <summary>A line of the hatching that tells its tone.</summary>
    Hatch,
    FinishLine,
    Tick,

    /// <summary>The outline of the tooth as it stands, to be dotted.</summary>
    Present,

    /// <summary>The outline of the restoration's own surface.</summary>
    Restored,

    /// <summary>What can't be seen along the path.</summary>
    Undercut,
}

/// <summary>A line of an engraving as it is seen, hidden parts left out. Millimetres of the tooth, y upward.</summary>
/// <param name="Weight">How far it has swelled: 1 the heaviest hatching, or the usual line of its kind.</param>
public sealed record RoundLine(RoundStroke Stroke, IReadOnlyList<Vec2> Points, double Weight);

using System.Numerics;
using System.Text.Json.Serialization;
using Dentelle.Core.Dentition;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Inspecting;

/// <summary>A way in which the lower teeth slide on the upper ones.</summary>
[JsonConverter(typeof(KebabCase<Slide>))]
public enum Slide
{
    Protrusive,

    /// <summary>Toward the side of the tooth.</summary>
    Working,

    /// <summary>Toward the other side.</summary>
    Balancing,
}

/// <summary>Room of one zone where it is least while the teeth slide that way. Millimetres.</summary>
/// <param name="At">How far the balancing condyle, or both, have come by then.</param>
/// <param name="Along">Room closed and at each step.</param>
public sealed record SlidingRoom(Zone Zone, Slide Slide, double Room, double At, IReadOnlyList<double> Along);

/// <summary>
/// A simple articulator: two condyles and the lower incisors, each on a slope. The tooth stands in the mouth where the average arch has it.
/// </summary>
/// <remarks>
/// A slide is a small motion of the lower jaw. Protrusive: both condyles go forward and down along their path, and the jaw turns about them
/// until the lower incisors go down along the incisal guidance. Sideways: the balancing condyle goes forward, down and inward, the working
/// one inward by as much, and the jaw turns about the line between them until the incisors go down by the guidance for their way. To first
/// order, which over three millimetres errs by some hundredths.
/// </remarks>
public sealed class JawMotion
{
    private readonly Articulator articulator;
    private readonly Vec3 incisors;
    private readonly double back,
        rise;

    /// <param name="arch">Where the lower incisors stand.</param>
    /// <param name="articulator">Angles and lengths.</param>
    public JawMotion(Arch arch, Articulator articulator)
    {
        this.articulator = articulator;
        var lower = arch.Of(ToothCode.Of(4, 1));
        incisors = lower.Pose.ToMouth(lower.Anchor) with { X = 0 };
        // The middle of the line between the condyles, from the incisors: a triangle of three equal sides, standing up from the bite plane.
        var height = articulator.CondyleApartMm.Value * Math.Sqrt(0.75);
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(articulator.RiseDeg.Value));
        (back, rise) = (height * cos, height * sin);
    }

    /// <summary>Motion of the lower jaw in the mouth's frame (x to the patient's right, y forward, z up).</summary>
    /// <param name="slide">Which way.</param>
    /// <param name="toRight">Whether the working side is the right one.</param>
    /// <param name="by">How far the condyles that move have come forward along their path, millimetres.</param>
    public Rigid Of(Slide slide, bool toRight, double by)
    {
        if (slide == Slide.Balancing)
            return Of(Slide.Working, !toRight, by);
        var half = articulator.CondyleApartMm.Value / 2;
        var (down, forward) = Math.SinCos(double.DegreesToRadians(articulator.CondylarDeg.Value));
        var middle = new Vec3(0, incisors.Y - back, incisors.Z + rise);
        Vec3 turn,
            shift;
        if (slide == Slide.Protrusive)
            (turn, shift) = (default, new Vec3(0, by * forward, -by * down));
        else
        {
            // The balancing condyle goes inward, which is toward the working side.
            var inward = by * forward * Math.Tan(double.DegreesToRadians(articulator.ShiftDeg.Value)) * (toRight ? 1 : -1);
            var balancing = new Vec3(inward, by * forward, -by * down);
            var working = new Vec3(inward, 0, 0);
            var (right, left) = toRight ? (working, balancing) : (balancing, working);
            shift = (right + left) / 2;
            turn = new Vec3(0, -(right - left).Z / (2 * half), (right - left).Y / (2 * half));
        }
        turn = turn with { X = Pitch(turn, shift, incisors - middle) };
        return Rigid.Moved(-middle).Then(Rigid.FromTurnVector(turn, shift)).Then(Rigid.Moved(middle));
    }

    /// <summary>By how much the jaw turns about the condyles so that the incisors follow their guidance.</summary>
    private double Pitch(Vec3 turn, Vec3 shift, Vec3 arm)
    {
        var steep = Math.Tan(double.DegreesToRadians(articulator.IncisalDeg.Value));
        var pitch = 0.0;
        for (var i = 0; i < 8; i++)
        {
            var moved = shift + (turn with { X = pitch }).Cross(arm);
            var wanted = -steep * Math.Sqrt((moved.X * moved.X) + (moved.Y * moved.Y));
            // A turn about x lifts a place that lies forward by its distance.
            pitch += (wanted - moved.Z) / arm.Y;
        }
        return pitch;
    }
}

/// <summary>What room is left while the teeth slide.</summary>
public static class Sliding
{
    /// <summary>Step and end of a slide along the condylar path, millimetres.</summary>
    public const double Step = 0.5;
    private const double Most = 3;

    private const int Places = 250;

    private const double Far = 8;

    /// <param name="tooth">A tooth whose room was measured closed.</param>
    /// <param name="antagonist">The other jaw.</param>
    /// <param name="arch">Where teeth stand in the mouth.</param>
    /// <param name="articulator">How the jaws slide.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static IReadOnlyList<SlidingRoom> Of(
        MeasuredTooth tooth,
        SeenSurface antagonist,
        Arch arch,
        Articulator articulator,
        CancellationToken cancel = default
    )
    {
        if (tooth.Room is not { } room)
            return [];
        var code = tooth.Preparation.Plan.Tooth;
        var (pose, motion, site) = (arch.Pose(code), new JawMotion(arch, articulator), tooth.Site);
        var there = room.WithBefore ? Rigid.Rest : tooth.Registration.Motion.Inverse;
        var found = new List<SlidingRoom>();
        foreach (var zone in room.Zones)
        {
            var own = tooth.VerticesIn(other => other == zone.Zone);
            var every = Math.Max(1, own.Length / Places);
            own = [.. own.Where((_, i) => i % every == 0)];
            foreach (var slide in Enum.GetValues<Slide>())
            {
                cancel.ThrowIfCancellationRequested();
                var along = new List<double> { zone.After };
                for (var by = Step; by <= Most; by += Step)
                {
                    var jaw = motion.Of(slide, code.IsRight, by);
                    // An upper tooth stands still; to move the lower jaw under it is to move it back over that.
                    var moved = code.Jaw == Jaw.Upper ? jaw.Inverse : jaw;
                    var places = Array.ConvertAll(own, i =>
                    {
                        var mouth = moved.Apply(pose.ToMouth(site.Mesh.Positions[i]));
                        return (Vector3)there.Apply(site.Frame.Scan(pose.ToOwn(mouth)));
                    });
                    var distances = antagonist.Tree.Distances(places, (float)Far, cancel: cancel);
                    Array.Sort(distances);
                    along.Add(Math.Min(Far, distances[distances.Length / 20]));
                }
                found.Add(new SlidingRoom(zone.Zone, slide, along.Min(), Step * along.IndexOf(along.Min()), along));
            }
        }
        return found;
    }
}

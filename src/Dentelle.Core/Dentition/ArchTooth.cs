using System.Numerics;
using Dentelle.Core.Anatomy;
using Dentelle.Geometry;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Dentition;

/// <summary>
/// Where a tooth stands in the mouth. The mouth's frame: x to the patient's right, y forward, z up; the plane x = 0 parts
/// the sides.
/// </summary>
/// <param name="Motion">From the frame of the right tooth, as it stands, to the mouth.</param>
/// <param name="FromMirror">The form's own frame is mirrored first: lower right teeth.</param>
/// <param name="Left">The right tooth's place is mirrored afterwards.</param>
internal readonly record struct ArchPose(Rigid Motion, bool FromMirror, bool Left)
{
    public bool Mirrors => FromMirror != Left;

    public Vec3 ToMouth(Vec3 own) => Flip(Motion.Apply(Flip(own, FromMirror)), Left);

    public Vec3 ToOwn(Vec3 mouth) => Flip(Motion.Inverse.Apply(Flip(mouth, Left)), FromMirror);

    private static Vec3 Flip(Vec3 p, bool flip) => flip ? p with { X = -p.X } : p;
}

/// <summary>A tooth while the arch is set up: its form, and a place that changes.</summary>
internal sealed class ArchTooth
{
    private readonly Vector3[] crown;

    public ArchTooth(PresentTooth present, ToothCode code, Vec3 anchor)
    {
        (Present, Code, Anchor) = (present, code, anchor);
        var least = 0.15 * present.Form.Size.Length;
        crown = [.. present.Surface.Positions.ToArray().Where(p => p.Z > least)];
    }

    public PresentTooth Present { get; }

    /// <summary>Of the right side.</summary>
    public ToothCode Code { get; }

    /// <summary>
    /// What stands on the arch's line, in the form's own frame: the middle of the edge, or of the facial cusps; x is 0, so
    /// it is the same on either side.
    /// </summary>
    public Vec3 Anchor { get; }

    public Rigid Place { get; set; } = Rigid.Rest;

    /// <summary>Slopes it has taken on while settling.</summary>
    public Vec2 Leant { get; set; }

    public ArchPose Pose => new(Place, Code.IsMirrored, Left: false);

    /// <summary>The crown's vertices as they stand in the mouth.</summary>
    public IEnumerable<Vec3> Crown
    {
        get
        {
            var pose = Pose;
            return crown.Select(p => pose.ToMouth(p));
        }
    }

    public Mesh Placed
    {
        get
        {
            var pose = Pose;
            return Present.Surface.Mapped(pose.ToMouth, pose.Mirrors);
        }
    }

    /// <summary>Least distance of another tooth's crown from this one; negative where it goes in.</summary>
    public double GapTo(ArchTooth other)
    {
        var pose = Pose;
        var search = Present.Tree.Search();
        var box = Present.Surface.Box;
        var least = double.PositiveInfinity;
        foreach (var place in other.Crown)
        {
            var p = pose.ToOwn(place);
            // Only what comes nearer than what is known has to be asked about.
            if (least < double.PositiveInfinity && !box.Grown(Math.Max(least, 0)).Contains(p))
                continue;
            least = Math.Min(least, search.SignedDistance(p));
        }
        return least;
    }

    public void Shift(Vec3 by) => Place = Place.Then(Rigid.Moved(by));

    /// <summary>Turned about a place of the mouth.</summary>
    public void Turn(Vec3 turn, Vec3 about) => Place = Place.Then(Rigid.Moved(-about)).Then(Rigid.FromTurnVector(turn, about));
}

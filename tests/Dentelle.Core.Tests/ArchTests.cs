using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Core.Drawing;
using Dentelle.Core.Inputs;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Tests;

/// <summary>
/// The closed arch against what every textbook of dental anatomy says of one: contacts, first molars and canines in their
/// places, overbite.
/// </summary>
public sealed class ArchTests
{
    private static readonly Arch Closed = Arch.Of(Shipped.Handbook.Forms);

    [Fact(DisplayName = "Neighbours touch: no gap and no overlap beyond two hundredths, the central incisors at the midline")]
    public void Neighbours()
    {
        foreach (var quadrant in (int[])[1, 4])
        {
            Assert.Equal(0, Closed.Of(ToothCode.Of(quadrant, 1)).Crown.Min(p => p.X), 0.02);
            for (var position = 2; position <= 8; position++)
            {
                var gap = Closed.Of(ToothCode.Of(quadrant, position - 1)).GapTo(Closed.Of(ToothCode.Of(quadrant, position)));
                Assert.True(Math.Abs(gap) < 0.02, $"{quadrant}{position} {gap:0.000}");
            }
        }
    }

    [Fact(DisplayName = "Every back tooth rests on its antagonists at two places or more, and nothing overlaps by more than a tenth")]
    public void Contacts()
    {
        const double touching = 0.05,
            apart = 1;
        foreach (var code in ToothCode.All.Where(code => code.IsRight))
        {
            var others = Enumerable
                .Range(1, 8)
                .Select(position => Closed.Of(ToothCode.Of(code.Quadrant == 1 ? 4 : 1, position)))
                .Select(other => (Tooth: other, Box: other.Placed.Box.Grown(0.5)))
                .ToArray();
            var crown = Closed.Of(code).Crown.ToArray();
            var distances = crown
                .Select(p =>
                    others
                        .Where(other => other.Box.Contains(p))
                        .Select(other => other.Tooth.Present.Tree.SignedDistance(other.Tooth.Pose.ToOwn(p)))
                        .DefaultIfEmpty(9)
                        .Min()
                )
                .ToArray();
            Assert.True(distances.Min() > -0.1, $"{code} {distances.Min():0.000}");
            if (code.IsFront)
                continue;
            var contacts = new List<Vec3>();
            foreach (var (p, distance) in crown.Zip(distances).Where(at => at.Second < touching).OrderBy(at => at.Second))
            {
                if (contacts.TrueForAll(contact => (contact - p).Length > apart))
                    contacts.Add(p);
            }
            Assert.True(contacts.Count >= 2, $"{code} {contacts.Count}");
        }
    }

    [Fact(
        DisplayName = "A normal bite: the upper first molar's mesiofacial cusp over the lower one's groove, the upper canine "
            + "behind the lower, an overbite of one to three"
    )]
    public void Normal_bite()
    {
        var groove = (Cusp(46, "mesiofacial") + Cusp(46, "distofacial")) * 0.5;
        Assert.Equal(groove.Y, Cusp(16, "mesiofacial").Y, 1.5);
        // The whole upper row stands farther out than the lower one: its facial cusps overlap, the lower lingual ones stand inside.
        Assert.True(Cusp(16, "mesiofacial").X > Cusp(46, "mesiofacial").X + 1.5);
        Assert.True(Cusp(16, "mesiolingual").X > Cusp(46, "mesiolingual").X + 1.5);
        var (upper, lower) = (Edge(13), Edge(43));
        Assert.InRange(lower.Y - upper.Y, 0.5, 4);
        Assert.InRange(Edge(41).Z - Edge(11).Z, 1, 3);
        // The lower incisors stand behind the upper ones.
        Assert.InRange(Edge(11).Y - Edge(41).Y, 1.5, 4.5);

        static Vec3 Edge(int tooth) => Closed.Of(Code(tooth)).Pose.ToMouth(Closed.Of(Code(tooth)).Present.Form.CuspTips[0]);
        static Vec3 Cusp(int tooth, string name)
        {
            // Landmarks in the form's own frame: those of a tooth that is not mirrored.
            var standing = Closed.Of(Code(tooth));
            return standing.Pose.ToMouth(
                Landmarks.Of(standing.Present, ToothCode.Of(1, 1)).Single(mark => mark.Name == $"cusp-{name}").Place
            );
        }

        static ToothCode Code(int tooth) => ToothCode.Of(tooth / 10, tooth % 10);
    }

    [Fact(DisplayName = "Left is right mirrored; a tooth of another size has its neighbours and antagonists moved up to it")]
    public void Around_a_tooth()
    {
        var place = new Vec3(1, 2, 3);
        Assert.Equal(
            Closed.Pose(ToothCode.Of(4, 6)).ToMouth(place),
            Closed.Pose(ToothCode.Of(3, 6)).ToMouth(place) is var left ? left with { X = -left.X } : default
        );
        Assert.Equal(place.X, Closed.Pose(ToothCode.Of(3, 6)).ToOwn(Closed.Pose(ToothCode.Of(3, 6)).ToMouth(place)).X, 1e-9);
        foreach (var size in (SizeInput[])[new(), new(Mesiodistal: 9.5), new(Length: 9)])
        {
            var unit = Shipped.Unit("36 crown metal", inputs => inputs with { SizeMm = size });
            var present = unit.Preparation.Present;
            var around = Surroundings.Of(present, Closed);
            Assert.Equal(["35", "37"], around.Neighbours.Select(near => near.Code.IsRight ? $"3{near.Code.Position}" : near.Code.Iso));
            foreach (var near in around.Neighbours)
                Assert.InRange(Least(near, present), -0.03, 0.03);
            Assert.InRange(around.Antagonists.Min(near => Least(near, present)), -0.1, 0.06);
        }
    }

    [Fact(DisplayName = "Room: none where a cusp rests; what is cut makes room, and about as much as is cut")]
    public void Room()
    {
        var unit = Shipped.Unit("36 crown metal");
        var rooms = Draughtsman.Around(unit.Preparation, Shipped.Protocol, Shipped.Handbook.Forms).Rooms;
        Assert.True(rooms.Values.Min(room => room.Before.Value) < 0.06);
        foreach (var (zone, room) in rooms)
        {
            var planned = unit.Plan.Zone(zone)!.Depth.Value.Target.Value;
            // A ridge narrower than the wall beside it takes goes with the wall.
            if (room.Cut is not { } after)
            {
                Assert.EndsWith("ridge", zone, StringComparison.Ordinal);
                continue;
            }
            Assert.InRange(after.Value - room.Before.Value, 0.3 * planned, planned + 1.2);
        }
    }

    private static double Least(NearTooth near, PresentTooth present) =>
        present.Tree.SignedDistances(near.Surface.Positions.ToArray()).Min();
}

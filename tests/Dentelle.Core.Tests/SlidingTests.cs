using Dentelle.Core.Dentition;
using Dentelle.Core.Inspecting;
using Dentelle.Geometry;

namespace Dentelle.Core.Tests;

/// <summary>The articulator does what its numbers say: condyles and incisors on their slopes, the jaw rigid.</summary>
public class SlidingTests
{
    private static readonly Arch Both = Arch.Of(Shipped.Handbook.Forms);
    private static readonly Protocols.Articulator Jaws = Shipped.Protocol.Articulator;
    private static readonly JawMotion Motion = new(Both, Jaws);

    private static Vec3 Incisors
    {
        get
        {
            var tooth = Both.Of(ToothCode.Of(4, 1));
            return tooth.Pose.ToMouth(tooth.Anchor) with { X = 0 };
        }
    }

    /// <summary>A condyle as the handbook triangle has it: as far from the other as from the incisors.</summary>
    private static Vec3 Condyle(bool right)
    {
        var (apart, rise) = (Jaws.CondyleApartMm.Value, double.DegreesToRadians(Jaws.RiseDeg.Value));
        var height = apart * Math.Sqrt(0.75);
        return Incisors + new Vec3((right ? 1 : -1) * apart / 2, -height * Math.Cos(rise), height * Math.Sin(rise));
    }

    private static double Slope(Vec3 from, Vec3 to) =>
        double.RadiansToDegrees(Math.Atan2(from.Z - to.Z, Math.Sqrt(Math.Pow(to.X - from.X, 2) + Math.Pow(to.Y - from.Y, 2))));

    [Theory(DisplayName = "Forward, both condyles follow their path and the incisors theirs; the handbook's triangle has equal sides")]
    [InlineData(0.5)]
    [InlineData(2)]
    public void Protrusive(double by)
    {
        Assert.Equal(Jaws.CondyleApartMm.Value, (Condyle(true) - Incisors).Length, 6);
        var motion = Motion.Of(Slide.Protrusive, true, by);
        foreach (var right in (bool[])[true, false])
        {
            var moved = motion.Apply(Condyle(right));
            Assert.Equal(by, (moved - Condyle(right)).Length, 0.01);
            Assert.Equal(Jaws.CondylarDeg.Value, Slope(Condyle(right), moved), 0.5);
        }
        Assert.Equal(Jaws.IncisalDeg.Value, Slope(Incisors, motion.Apply(Incisors)), 0.5);
        Assert.True(motion.Apply(Incisors).Y > Incisors.Y + (0.5 * by));
    }

    [Theory(DisplayName = "Sideways, the balancing condyle goes forward, down and inward, the working one shifts, the incisors go down")]
    [InlineData(true)]
    [InlineData(false)]
    public void Lateral(bool toRight)
    {
        const double by = 1;
        var motion = Motion.Of(Slide.Working, toRight, by);
        var (working, balancing) = (Condyle(toRight), Condyle(!toRight));
        var (ofWorking, ofBalancing) = (motion.Apply(working) - working, motion.Apply(balancing) - balancing);
        Assert.True(ofBalancing.Y > 0.7 * by && ofBalancing.Z < -0.5 * by, $"{ofBalancing}");
        // Toward the working side, by the shift's angle of the way forward.
        var inward = Math.Atan2(ofBalancing.X * (toRight ? 1 : -1), ofBalancing.Y);
        Assert.Equal(Jaws.ShiftDeg.Value, double.RadiansToDegrees(inward), 0.7);
        Assert.Equal(0, ofWorking.Y, 0.02);
        Assert.Equal(ofBalancing.X, ofWorking.X, 0.02);
        var chin = motion.Apply(Incisors) - Incisors;
        Assert.Equal(Jaws.IncisalDeg.Value, Slope(default, chin), 0.7);
        Assert.True(chin.X * (toRight ? 1 : -1) > 0, "the chin goes to the working side");
        // The other way seen from the other side is the mirrored motion.
        var mirrored = Motion.Of(Slide.Balancing, toRight, by).Apply(Incisors) - Incisors;
        Assert.Equal(-chin.X, mirrored.X, 1e-6);
    }

    [Fact(DisplayName = "On a scan of a molar, room closed is where each slide begins, and no slide takes it below what is told as least")]
    public void Room_along_slides()
    {
        var planned = Shipped.Unit("46 crown zirconia").Preparation;
        var scan = Shipped.Need(
            Scanning.StandInScanner.Make(
                [planned],
                [],
                new Scanning.ScanOptions(31, Scanning.ScanReach.Teeth),
                Shipped.Protocol,
                Shipped.Handbook.Forms
            )
        );
        Measuring.Scan Read(Geometry.Meshes.Mesh mesh) => Shipped.Need(Measuring.Scan.Of(mesh, "It"));
        var scans = new InspectedScans(Read(scan.Before), Read(scan.After), Read(scan.Antagonist!));
        var inspection = Shipped.Need(Inspector.Measure(scans, [planned], Shipped.Protocol));
        var tooth = inspection.Teeth[0];
        var rooms = Sliding.Of(tooth, inspection.Antagonist!, Both, Jaws);
        Assert.Equal(3 * tooth.Room!.Zones.Count, rooms.Count);
        foreach (var room in rooms)
        {
            Assert.Equal(tooth.Room.Zones.First(zone => zone.Zone == room.Zone).After, room.Along[0]);
            Assert.Equal(room.Along.Min(), room.Room);
            Assert.Equal(room.Along[(int)Math.Round(room.At / Sliding.Step)], room.Room);
        }
        // A trade's fact: away from the working side the teeth come apart, on a lower molar's facial cusps most of all.
        var facial = rooms.Where(room => room.Zone.Kind == ZoneKind.FunctionalCusp && room.Slide == Slide.Balancing);
        Assert.All(facial, room => Assert.True(room.Along[^1] > room.Along[0], $"{room}"));
        Assert.Empty(ScanJudge.Of(tooth, Shipped.Protocol));
        // What was cut stands free of both neighbours, its ridges under theirs; its walls keep what their heights say.
        Assert.Equal(2, tooth.Gaps.Count(gap => gap.Gap > 0.8));
        Assert.Equal(2, Heights.Ridges(tooth).Count(ridge => ridge.Under is > 0.3 and < 3));
        foreach (var hold in WallHold.All(tooth, 0.5))
        {
            // By brute force: of all heights of the wall, those over the foot of the perpendicular from the other margin resist.
            var lean = double.DegreesToRadians(hold.Toc / 2);
            var foot = hold.Base * Math.Sin(lean) * Math.Cos(lean);
            var resists = Enumerable.Range(0, 1000).Count(k => hold.Height * k / 1000.0 > foot) / 1000.0;
            Assert.Equal(resists, hold.Share, 0.01);
        }
    }
}

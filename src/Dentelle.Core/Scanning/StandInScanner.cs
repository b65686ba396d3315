using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Core.Planning;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Grids;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Scanning;

/// <summary>How much of the row a scan shows.</summary>
public enum ScanReach
{
    /// <summary>The cut teeth and one neighbour on either side.</summary>
    Teeth,
    Quadrant,
    Arch,
}

/// <param name="Spacing">Between the vertices of a scan, millimetres.</param>
/// <param name="WithAntagonist">Whether the other row is scanned too.</param>
/// <param name="Noise">Standard deviation of its noise along the normals, millimetres.</param>
public sealed record ScanOptions(
    int Seed,
    ScanReach Reach = ScanReach.Arch,
    double Spacing = 0.16,
    double Noise = 0.015,
    bool WithAntagonist = true
)
{
    /// <summary>Whether the teeth are those of one invented mouth rather than the average ones that plans are drawn on.</summary>
    public bool IsIndividual { get; init; }

    /// <summary>By how much each scan is bent in itself, millimetres: pictures are joined to a row with small errors.</summary>
    public double Bend { get; init; }
}

/// <summary>What the stand-in scanner gave: simulated, never a mouth.</summary>
/// <param name="Antagonist">The other row, closed, in the frame of the scan after; null where it wasn't asked for.</param>
public sealed record StandInScan(Mesh Before, Mesh After, Mesh? Antagonist, ScanTruth Truth);

/// <summary>What is so and has to be found out.</summary>
/// <param name="ToBefore">Takes the scan after onto the scan before.</param>
/// <param name="Frames">For each cut tooth the motion from its own frame (mirrored as it stands in the mouth) to the scan before.</param>
/// <param name="Preparations">The cut teeth as planned, on these very teeth.</param>
/// <param name="Faults">What was done wrong on the first of them.</param>
public sealed record ScanTruth(
    Rigid ToBefore,
    IReadOnlyList<Preparation> Preparations,
    IReadOnlyList<Rigid> Frames,
    IReadOnlyList<Fault> Faults,
    ScanOptions Options
)
{
    /// <summary>Direction of draw of the plan in the frame of the scan before.</summary>
    public Vec3 PathOf(int tooth) =>
        Frames[tooth].Turn(Preparations[tooth].Present.Standing(Preparations[tooth].Plan.Path, Preparations[tooth].Plan.Tooth));
}

/// <summary>
/// Stands in for a scanner: average rows of teeth with their gum, a preparation cut into one or more of them with faults on request, seen
/// as a scanner sees them: meshed anew, noisy, moved by an unknown motion, open below, with holes where teeth touch.
/// </summary>
public static class StandInScanner
{
    /// <summary>How far over the plan's margin the retracted gum stays back.</summary>
    private const double Retracted = 0.4;

    /// <returns>A problem where a fault doesn't fit the preparation.</returns>
    public static Answer<StandInScan> Make(
        IReadOnlyList<Preparation> planned,
        IReadOnlyList<Fault> faults,
        ScanOptions options,
        Protocol protocol,
        ToothForms forms,
        CancellationToken cancel = default
    )
    {
        Preparation[] cut = [.. planned.Where(unit => unit.Body is not null)];
        if (cut.Length == 0)
            return new Problem("no-body", "Nothing is cut on these teeth, so there is nothing to scan.");
        if (cut.Select(unit => unit.Plan.Tooth.Jaw).Distinct().Count() > 1)
            return new Problem("two-jaws", "The teeth stand in both jaws; scan one jaw at a time.");
        if (options.IsIndividual)
        {
            forms = new ToothForms(IndividualTeeth.Of(forms.Table, new Dice(~options.Seed)));
            if (!Again(cut, protocol, forms).Is(out var again, out var off))
                return off;
            cut = again;
        }
        var bodies = new Dictionary<ToothCode, (MeshTree Present, FaultyBody Cut)>();
        foreach (var unit in cut)
        {
            // Of several teeth the first has the faults.
            var own = unit == cut[0] ? faults : [];
            if (!Body(unit, own, protocol, forms).Is(out var body, out var problem))
                return problem;
            var present = new MeshTree(unit.Present.Form.Unplaced(Fineness.Full));
            if (!FaultyBody.Of(new MeshTree(body.Unplaced(Fineness.Full)), unit, own).Is(out var faulty, out problem))
                return problem;
            bodies[unit.Plan.Tooth] = (present, faulty);
        }
        var dice = new Dice(options.Seed);
        var (toBefore, toAfter) = (Motion(dice), Motion(dice));
        var arch = Arch.Of(forms);
        var poses = Stand(cut, arch);
        var codes = Codes(cut, options.Reach);
        HashSet<ToothCode> lost = [.. planned.Where(unit => unit.Body is null).Select(unit => unit.Plan.Tooth)];
        var aboveNeck = protocol.Shape.GumAboveNeckMm.Value;
        var before = Seen(Row(false), toBefore);
        var after = Seen(Row(true), toAfter);
        var opposing = codes
            .Select(code => code.Antagonists[0])
            .SelectMany(code => (ToothCode[])[.. Beside(code), code])
            .Distinct()
            .OrderBy(code => code.ArchPlace);
        var antagonist = options.WithAntagonist ? Seen([.. opposing.Select(code => Standing(code))], toAfter) : null;
        var frames = cut.Select(unit => Frame(unit.Plan.Tooth, toBefore)).ToArray();
        return new StandInScan(before, after, antagonist, new ScanTruth(toAfter.Inverse.Then(toBefore), cut, frames, faults, options));

        RowTooth[] Row(bool done) =>
            [
                .. codes.Select(code =>
                    cut.FirstOrDefault(unit => unit.Plan.Tooth == code) is not { } unit
                        ? Standing(code, done ? Nick(code) : null, !lost.Contains(code))
                        : new RowTooth(
                            code,
                            unit.Present,
                            poses[code],
                            Crest(unit.Present.Form, done ? unit : null),
                            bodies[code].Present,
                            done ? bodies[code].Cut : null
                        )
                ),
            ];

        RowTooth Standing(ToothCode code, (Vec3, double)? nick = null, bool isThere = true)
        {
            var tooth = arch.Of(code);
            return new RowTooth(code, tooth.Present, arch.Pose(code), Crest(tooth.Present.Form, null), tooth.Present.Tree, null, nick)
            {
                IsThere = isThere,
            };
        }

        AngleTable Crest(ToothForm form, Preparation? retracted) =>
            new(angle =>
            {
                var gum = form.NeckLevel(angle) + aboveNeck;
                return (retracted?.Body as PlannedForm)?.Margin is { } margin ? Math.Min(gum, margin.Level(angle) - Retracted) : gum;
            });

        (Vec3, double)? Nick(ToothCode code)
        {
            const double ball = 2.5,
                above = 1.8;
            foreach (var fault in faults.Where(fault => fault.Kind == FaultKind.Neighbour))
            {
                var own = cut[0].Plan.Tooth;
                var side = fault.Side == WallSide.Mesial ? ProximalSide.Mesial : ProximalSide.Distal;
                if ((side == ProximalSide.Mesial ? own.MesialNeighbour : own.DistalNeighbour) != code)
                    continue;
                // The neighbour's own contact faces back.
                var surface = arch.Of(code).Present.Surface;
                var crosses = own.Position == 1 && side == ProximalSide.Mesial;
                var toward = crosses ? 1 : -side.Way();
                var places = surface.Positions.ToArray().Select(p => (Vec3)p).ToArray();
                var height = places.MaxBy(p => p.X * toward).Z + above;
                var at = Enumerable
                    .Range(0, places.Length)
                    .Where(i => Math.Abs(places[i].Z - height) < 0.15)
                    .MaxBy(i => places[i].X * toward);
                // Over the contact, where a bur that opens it comes by.
                return (places[at] + ((Vec3)surface.Normals[at] * (ball - fault.Amount)), ball);
            }
            return null;
        }

        Rigid Frame(ToothCode code, Rigid toScan)
        {
            var pose = poses[code];
            var mirrored = code.IsMirrored;
            // The frame of the tooth as it stands: its own, mirrored where the tooth is.
            Vec3 At(Vec3 standing) => toScan.Apply(pose.ToMouth(mirrored ? standing with { X = -standing.X } : standing));
            var origin = At(default);
            return Rigid.Frame(At(Vec3.UnitX) - origin, At(Vec3.UnitY) - origin, At(Vec3.UnitZ) - origin, origin);
        }

        Mesh Seen(RowTooth[] teeth, Rigid motion) => ScannerEye.Look(teeth, motion, options, dice, cancel);
    }

    /// <summary>
    /// Where the cut teeth stand. Abutments of a bridge are turned so that the paths of their plans run alike: a plan that knows of no tilt
    /// takes them to stand upright.
    /// </summary>
    private static Dictionary<ToothCode, ArchPose> Stand(Preparation[] cut, Arch arch)
    {
        var poses = cut.ToDictionary(unit => unit.Plan.Tooth, unit => arch.Pose(unit.Plan.Tooth));
        if (cut.Any(unit => unit.Plan.Bridge is null))
            return poses;
        var common = cut.Aggregate(default(Vec3), (sum, unit) => sum + Path(unit)).Unit;
        foreach (var unit in cut)
        {
            var pose = poses[unit.Plan.Tooth];
            var (own, wanted) = (Path(unit), common);
            if (pose.Left)
                (own, wanted) = (own with { X = -own.X }, wanted with { X = -wanted.X });
            var axis = own.Cross(wanted);
            if (axis.Length < 1e-6)
                continue;
            var at = pose.Motion.Shift;
            var turn = Rigid.Moved(-at).Then(Rigid.Turned(axis, own.AngleTo(wanted))).Then(Rigid.Moved(at));
            poses[unit.Plan.Tooth] = pose with { Motion = pose.Motion.Then(turn) };
        }
        return poses;

        Vec3 Path(Preparation unit)
        {
            var pose = arch.Pose(unit.Plan.Tooth);
            return pose.ToMouth(unit.Plan.Path) - pose.ToMouth(default);
        }
    }

    /// <summary>The same plans on other teeth.</summary>
    private static Answer<Preparation[]> Again(Preparation[] cut, Protocol protocol, ToothForms forms)
    {
        var again = new Preparation[cut.Length];
        for (var i = 0; i < cut.Length; i++)
        {
            if (!Preparer.Make(cut[i].Asked, protocol, forms).Is(out again[i]!, out var problem))
                return problem;
        }
        return again;
    }

    private static Answer<PlannedBody> Body(Preparation unit, IReadOnlyList<Fault> faults, Protocol protocol, ToothForms forms)
    {
        var plan = unit.Asked;
        if (faults.FirstOrDefault(fault => fault.Kind == FaultKind.Sharp) is { } sharp)
        {
            var radius = protocol.Shape.OuterEdgeRadiusMm with { Value = Math.Max(0.02, Math.Abs(sharp.Amount)) };
            protocol = protocol with { Shape = protocol.Shape with { OuterEdgeRadiusMm = radius } };
        }
        else if (faults.FirstOrDefault(fault => fault.Kind == FaultKind.Path) is { Side: { } side } path)
        {
            var to = Math.Tan(double.DegreesToRadians(path.Amount));
            var toward = WallSlot.Angle(side);
            plan = plan with { Path = (plan.Path + (new Vec3(Math.Cos(toward), Math.Sin(toward), 0) * to)).Unit };
        }
        else
            return unit.Body!;
        return Preparer.Body(plan, protocol, forms);
    }

    private static ToothCode[] Codes(Preparation[] cut, ScanReach reach)
    {
        var own = cut.Select(unit => unit.Plan.Tooth).ToArray();
        var row = ToothCode
            .All.Where(code => code.Jaw == own[0].Jaw && (code.Position < 8 || own.Contains(code)))
            .OrderBy(code => code.ArchPlace)
            .ToArray();
        var at = own.Select(code => Array.IndexOf(row, code)).ToArray();
        return reach switch
        {
            ScanReach.Arch => row,
            ScanReach.Quadrant =>
            [
                .. row.Where((code, i) => own.Any(tooth => tooth.Quadrant == code.Quadrant) || (code.Position <= 2 && i >= 0)),
            ],
            _ => row[Math.Max(0, at.Min() - 1)..Math.Min(row.Length, at.Max() + 2)],
        };
    }

    private static IEnumerable<ToothCode> Beside(ToothCode code) =>
        new[] { code.MesialNeighbour, code.DistalNeighbour }.OfType<ToothCode>().Where(near => near.Position < 8);

    /// <summary>Any turn, some centimetres away.</summary>
    private static Rigid Motion(Dice dice)
    {
        var axis = new Vec3(dice.Normal(), dice.Normal(), dice.Normal());
        return Rigid.Turned(axis, dice.Even() * 180).Then(Rigid.Moved(new Vec3(dice.Normal(), dice.Normal(), dice.Normal()) * 30));
    }
}

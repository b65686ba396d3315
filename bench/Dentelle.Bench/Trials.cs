using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Scanning;
using Dentelle.Geometry;

namespace Dentelle.Bench;

/// <summary>How exactly simulated scans are measured, over many seeds: a table of errors, and which faults are named first.</summary>
public sealed class Trials
{
    private static readonly string[] Lines =
    [
        "36 crown zirconia",
        "16 crown metal-ceramic",
        "24 crown zirconia",
        "13 crown zirconia",
        "46 crown metal",
        "21 crown lithium disilicate",
    ];

    private static readonly (string Fault, ScanFindingKind[] Named)[] Faults =
    [
        ("undercut:distal:0.2", [ScanFindingKind.Undercut]),
        ("undercut:lingual:0.2", [ScanFindingKind.Undercut]),
        ("short:groove:0.3", [ScanFindingKind.Depth]),
        ("short:functional-cusp-mesiofacial:0.4", [ScanFindingKind.Depth]),
        // A hollow in a wall hides along the path: it is told as the undercut that it is.
        ("deep:mesial:0.4", [ScanFindingKind.Depth, ScanFindingKind.Patch, ScanFindingKind.Undercut]),
        ("taper:mesial:10", [ScanFindingKind.Wall]),
        ("lip:facial:0.2", [ScanFindingKind.Lip]),
        ("step:lingual:0.5", [ScanFindingKind.MarginStep]),
        ("rough:mesial:0.2", [ScanFindingKind.MarginRough]),
        ("wander:0.6", [ScanFindingKind.MarginLevel]),
        ("fossa:facial:0.6", [ScanFindingKind.Fossa]),
        ("sharp:0.03", [ScanFindingKind.SharpEdge]),
        ("neighbour:mesial:0.2", [ScanFindingKind.Neighbour]),
        ("path:mesial:9", [ScanFindingKind.Tipped]),
    ];

    /// <summary>Millimetres; rows of a scanner are said to be true to some hundredths.</summary>
    private const double Bend = 0.03;

    private readonly Handbook handbook = Need(
        Handbook.ForPlans(name => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "protocols", name)))
    );

    private readonly Dictionary<string, Preparation[]> planned = [];

    /// <summary>As scans are: of individual teeth, each bent in itself; otherwise of average teeth and straight.</summary>
    public bool AsScansAre { get; init; }

    public StandInScan Scan(string line, int seed, ScanReach reach, params string[] faults)
    {
        if (!planned.TryGetValue(line, out var preparations))
        {
            var units = Need(QuickLineReader.Read(line, ToothNotation.Iso, handbook.Protocol)).Units;
            planned[line] = preparations = [.. Need(PlannedLine.Make(units, handbook)).Units.Select(unit => unit.Preparation)];
        }
        return Need(
            StandInScanner.Make(
                preparations,
                [.. faults.Select(fault => Need(Fault.Parse(fault)))],
                new ScanOptions(seed, reach, WithAntagonist: false) { IsIndividual = AsScansAre, Bend = AsScansAre ? Bend : 0 },
                handbook.Protocol,
                handbook.Forms
            )
        );
    }

    public IReadOnlyList<ScanFinding> Findings(InspectedScans scans, IReadOnlyList<Preparation> preparations) =>
        ScanJudge.Of(Need(Inspector.Measure(scans, preparations, handbook.Protocol)).Teeth[0], handbook.Protocol);

    /// <summary>Errors of clean scans, then the faults.</summary>
    public void Print(int from, int to)
    {
        var errors = new SortedDictionary<string, List<double>>(StringComparer.Ordinal);
        var (clean, inside, zones) = (0, 0, 0);
        foreach (var line in Lines)
        {
            for (var seed = from; seed <= to; seed++)
            {
                var scan = Scan(line, seed, ScanReach.Teeth);
                var tooth = Measured(line, scan);
                ScanFinding[] findings = [.. ScanJudge.Of(tooth, handbook.Protocol).Where(finding => !IsSo(finding, tooth, scan))];
                clean += findings.Length == 0 ? 1 : 0;
                if (findings.Length > 0)
                    Console.WriteLine($"  {line}, seed {seed}: {Told(findings)}");
                Errors(scan, tooth, (name, error) => (errors.TryGetValue(name, out var list) ? list : errors[name] = []).Add(error));
                foreach (var depth in tooth.Depths)
                {
                    var truth = scan.Truth.Preparations[0].Outcomes.First(one => one.Zone == depth.Zone);
                    if (!truth.IsMeasured)
                        continue;
                    zones++;
                    inside += Math.Abs(depth.Usual - truth.Usual.Value) <= 1.96 * depth.Sigma ? 1 : 0;
                }
            }
        }
        foreach (var (name, list) in errors)
        {
            list.Sort();
            Console.WriteLine(
                $"| {name} | {list.Count} | {list.Average():0.000} | {list[(int)(0.95 * list.Count)]:0.000} | {list[^1]:0.000} |"
            );
        }
        Console.WriteLine($"zones inside their 95 % interval: {100.0 * inside / zones:0.0} %");
        Console.WriteLine($"clean scans without a finding: {clean} of {Lines.Length * (to - from + 1)}");
        foreach (var (fault, kinds) in Faults)
        {
            var hits = 0;
            for (var seed = from; seed <= to; seed++)
            {
                var findings = ScanJudge.Of(Measured(Lines[0], Scan(Lines[0], 100 + seed, ScanReach.Teeth, fault)), handbook.Protocol);
                if (findings.Take(2).Any(finding => kinds.Contains(finding.Kind)))
                    hits++;
                else
                    Console.WriteLine($"  {fault}, seed {100 + seed}: {Told(findings)}");
            }
            Console.WriteLine($"| {fault} | {hits} of {to - from + 1} |");
        }
    }

    internal static T Need<T>(Answer<T> answer)
        where T : class => answer.Is(out var value, out var problem) ? value : throw new InvalidOperationException(problem.Sentence);

    private MeasuredTooth Measured(string line, StandInScan scan)
    {
        var scans = new InspectedScans(
            Need(Core.Measuring.Scan.Of(scan.Before, "The scan before")),
            Need(Core.Measuring.Scan.Of(scan.After, "The scan after"))
        );
        return Need(Inspector.Measure(scans, planned[line], handbook.Protocol)).Teeth[0];
    }

    /// <summary>
    /// Whether a zone that is found off is: on individual teeth a plan's own body may miss a zone, and whoever says so is right.
    /// </summary>
    private bool IsSo(ScanFinding finding, MeasuredTooth tooth, StandInScan scan) =>
        AsScansAre
        && tooth.Depths.FirstOrDefault(depth => depth.Zone.Name == finding.Zone) is { } depth
        && Math.Abs(depth.Usual - scan.Truth.Preparations[0].Outcomes.First(one => one.Zone == depth.Zone).Usual.Value)
            < handbook.Protocol.Tolerance.Value;

    private void Errors(StandInScan scan, MeasuredTooth tooth, Action<string, double> add)
    {
        var (truth, frame, planned) = (scan.Truth, scan.Truth.Frames[0], scan.Truth.Preparations[0]);
        var still = truth.ToBefore.Inverse.Then(tooth.Registration.Motion);
        // Scans that are bent lie on each other nowhere by one motion.
        if (!AsScansAre)
        {
            add("fit, mm", (still.Apply(frame.Shift) - frame.Shift).Length);
            add("fit, °", still.TurnDegrees);
        }
        add("frame, °", tooth.Frame.OwnDirection(frame.Turn(Vec3.UnitZ)).AngleTo(Vec3.UnitZ));
        foreach (var depth in tooth.Depths)
        {
            if (planned.Outcomes.First(one => one.Zone == depth.Zone) is { IsMeasured: true } outcome)
                add("zone depth, mm", Math.Abs(depth.Usual - outcome.Usual.Value));
        }
        foreach (var pair in Enum.GetValues<WallPairKind>())
        {
            if (MeasuredWall.Convergence(tooth.Walls, pair) is { } toc)
                add("convergence, °", Math.Abs(toc.Degrees - planned.Plan.Convergence.Value.Target.Degrees));
        }
        foreach (var segment in tooth.Margin!.Segments)
        {
            if (segment is { Width: { } width, PlannedWidth: { } wide })
                add("margin width, mm", Math.Abs(width - wide));
            if (segment.PlannedLevel is { } level)
                add("margin level, mm", Math.Abs(segment.Level - level));
        }
        var gone = planned.Present.Surface.Volume - planned.Body!.Mesh(Geometry.Meshing.Fineness.Preview).Volume;
        add("volume, %", 100 * Math.Abs((tooth.RemovedVolume / gone) - 1));
    }

    private static string Told(IReadOnlyList<ScanFinding> findings) =>
        string.Join(" | ", findings.Take(4).Select(finding => $"{finding.Where}: {finding.Headline} ({finding.Kind})"));
}

using BenchmarkDotNet.Attributes;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Scanning;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Bench;

/// <summary>From two scans of about 200,000 triangles each to findings.</summary>
[ShortRunJob]
[MemoryDiagnoser]
public class InspectBench
{
    private readonly Trials trials = new();
    private readonly StandInScan scan;
    private readonly InspectedScans scans;

    public InspectBench()
    {
        scan = trials.Scan("36 crown zirconia", 1, ScanReach.Quadrant);
        scans = new InspectedScans(Read(scan.Before), Read(scan.After));
    }

    /// <summary>Mending one scan, and looking whether it is one.</summary>
    [Benchmark]
    public object MendScan() => Read(scan.After);

    /// <summary>Fit, frame, measuring and findings.</summary>
    [Benchmark]
    public object Inspect() => trials.Findings(scans, scan.Truth.Preparations);

    private static Scan Read(Mesh mesh) => Trials.Need(Core.Measuring.Scan.Of(mesh, "It"));
}

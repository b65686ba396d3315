using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Judging;

namespace Dentelle.Web.Scans;

/// <summary>A scan's file, looked through and kept.</summary>
/// <param name="Sha256">Of what it holds: its name from now on.</param>
/// <param name="Part">before, after or antagonist where its name says so.</param>
/// <param name="WasThere">Whether the practice had it already.</param>
/// <param name="Told">What was mended or guessed.</param>
public sealed record ScanFileView(
    string Sha256,
    string Name,
    string? Part,
    long Bytes,
    int Triangles,
    bool Simulated,
    bool WasThere,
    IReadOnlyList<string> Told
);

/// <summary>Files to be measured together.</summary>
public sealed record ScanSetEntry
{
    [MaxLength(64)]
    public required string Before { get; init; }

    [MaxLength(64)]
    public required string After { get; init; }

    [MaxLength(64)]
    public string? Antagonist { get; init; }

    /// <summary>Further teeth of the case that were cut in between, by ISO code; those of the tooth's bridge count anyway.</summary>
    [MaxLength(16)]
    public IReadOnlyList<string> With { get; init; } = [];
}

/// <summary>Scans that lie in the scanner's folder, by the beginning of their names.</summary>
public sealed record ArrivedEntry
{
    [MaxLength(200)]
    public required string Name { get; init; }

    [MaxLength(16)]
    public IReadOnlyList<string> With { get; init; } = [];
}

/// <summary>What the stand-in scanner is to scan.</summary>
public sealed record StandInEntry
{
    /// <summary>What was done wrong, as on the command line: "undercut:distal:0.2".</summary>
    [MaxLength(6)]
    public IReadOnlyList<string> Faults { get; init; } = [];

    public int Seed { get; init; } = 1;
}

/// <summary>What is put right of one tooth by hand, all of it each time.</summary>
public sealed record CorrectionEntry
{
    [MaxLength(2)]
    public required string Tooth { get; init; }

    public required CorrectionView Correction { get; init; }
}

/// <param name="Moves">Places of the finish line.</param>
/// <param name="TipMesialDeg">By which the bite's direction is tipped to the mesial.</param>
/// <param name="TipFacialDeg">To the facial.</param>
/// <param name="TurnDeg">Round it, from mesial toward facial.</param>
public sealed record CorrectionView(
    [property: MaxLength(64)] IReadOnlyList<LineMoveView> Moves,
    double TipMesialDeg = 0,
    double TipFacialDeg = 0,
    double TurnDeg = 0
);

/// <param name="Position">0 facial, 2 mesial, 4 lingual, 6 distal.</param>
/// <param name="ByMm">Along the path, positive to the bite.</param>
public sealed record LineMoveView(double Position, double ByMm);

/// <summary>Places that both scans show, three pairs at least; none, to find how they lie by their shapes alone.</summary>
public sealed record PickedEntry
{
    [MaxLength(12)]
    public required IReadOnlyList<PickedPair> Pairs { get; init; }
}

/// <summary>One place, as both scans stand where they are shown by themselves. Millimetres.</summary>
public sealed record PickedPair([property: Length(3, 3)] double[] Before, [property: Length(3, 3)] double[] After);

/// <param name="Teeth">Measured from it, ISO codes.</param>
/// <param name="Corrections">What was put right by hand, by tooth.</param>
public sealed record ScanSetView(
    Guid Id,
    IReadOnlyList<string> Teeth,
    ScanName Before,
    ScanName After,
    ScanName? Antagonist,
    bool Simulated,
    DateTime At,
    IReadOnlyDictionary<string, CorrectionView> Corrections
);

public sealed record ScanName(string Sha256, string Name);

/// <summary>Scans that have come into the scanner's folder and are not taken in yet.</summary>
/// <param name="Files">Names of those that are there: before, after, antagonist.</param>
/// <param name="IsWhole">Whether there is one before and one after.</param>
public sealed record ArrivedView(string Name, IReadOnlyList<string> Files, bool IsWhole, bool Simulated, DateTime At);

/// <param name="Folder">Where a scanner's export is waited for.</param>
/// <param name="Others">Further teeth of the case in the same jaw that may have been cut in between.</param>
/// <param name="CanStandIn">Whether the stand-in scanner knows how this unit is cut.</param>
public sealed record ScansView(
    IReadOnlyList<ScanSetView> Sets,
    IReadOnlyList<ArrivedView> Arrived,
    string Folder,
    IReadOnlyList<string> Others,
    bool CanStandIn,
    long MostBytes
);

/// <summary>One line of the news while scans are measured; the last one has all or a problem.</summary>
public sealed record InspectionNewsView
{
    public InspectionStage? Stage { get; init; }

    /// <summary>The tooth the stage is about.</summary>
    public string? Tooth { get; init; }

    /// <summary>A tooth that is done.</summary>
    public MeasuredToothView? Measured { get; init; }

    public InspectionView? Done { get; init; }

    /// <summary>Why it could not be done.</summary>
    public InspectionProblem? Problem { get; init; }
}

public sealed record InspectionProblem(string Code, string Sentence);

/// <summary>All teeth of a set of scans.</summary>
/// <param name="Told">What was mended or guessed of the files.</param>
/// <param name="Shared">The path of several teeth together; null for one.</param>
public sealed record InspectionView(Guid Id, IReadOnlyList<string> Teeth, IReadOnlyList<string> Told, SharedPathView? Shared);

/// <param name="LeastWallDeg">Of the worst wall of all.</param>
/// <param name="LeanAskedDeg">What every wall leans once the relief is cut.</param>
/// <param name="Relief">The least cutting for it; empty when nothing has to go.</param>
public sealed record SharedPathView(
    double LeastWallDeg,
    double LeanAskedDeg,
    IReadOnlyList<ToothOnPathView> Teeth,
    IReadOnlyList<ReliefView> Relief
);

public sealed record ToothOnPathView(string Tooth, double LeastWallDeg, string Side);

public sealed record ReliefView(string Tooth, string Side, double DepthMm, double VolumeMm3);

/// <summary>A measured tooth as the screen shows it. Places and directions as the tooth stands.</summary>
public sealed record MeasuredToothView
{
    public required Guid Unit { get; init; }

    public required string Tooth { get; init; }

    public required string Written { get; init; }

    public required string What { get; init; }

    public required double[] Mesial { get; init; }

    public required double[] Path { get; init; }

    public required double[] BestPath { get; init; }

    /// <summary>In the order in which they are to be looked at.</summary>
    public required IReadOnlyList<ScanFindingView> Findings { get; init; }

    public required IReadOnlyList<ScanZoneView> Zones { get; init; }

    /// <summary>The finish line unrolled; empty where none was traced.</summary>
    public required IReadOnlyList<MarginPlaceView> Margin { get; init; }

    /// <summary>Whether levels are counted from gum that the scan shows; else from the average tooth's.</summary>
    public required bool GumSeen { get; init; }

    /// <summary>Half of the interval in which a level lies 95 times in 100.</summary>
    public required double LevelUncertaintyMm { get; init; }

    public required IReadOnlyList<PointCheckView> Points { get; init; }

    /// <summary>All that was measured, as in files; places in the tooth's own frame.</summary>
    public required MeasureDocument Document { get; init; }
}

/// <param name="Where">Zone, side or segment, in words.</param>
/// <param name="Unit">mm or °.</param>
/// <param name="Outward">Which way the surface faces there: from there it is seen.</param>
/// <param name="Doubt">Half of the interval in which what was measured lies 95 times in 100, part by part.</param>
public sealed record ScanFindingView(
    ScanFindingKind Kind,
    Verdict Verdict,
    string Where,
    string? Zone,
    string Headline,
    string Instruction,
    double Amount,
    string Unit,
    double[] At,
    double[] Outward,
    MeasuredBesideView? Beside,
    DoubtView Doubt
);

public sealed record MeasuredBesideView(double Value, double Planned, double Least, double Most);

public sealed record DoubtView(double Together, double? Surface, double? Fit, double? Frame);

/// <param name="PlannedMm">Depth of the plan.</param>
/// <param name="CutMm">What was cut.</param>
/// <param name="IsWithin">Whether nothing of it is to be corrected.</param>
/// <param name="Hand">The newest reading a hand took there, in words; null when none.</param>
/// <param name="HandDisagrees">Whether that reading leaves no room for what the scan shows.</param>
public sealed record ScanZoneView(
    string Zone,
    string Words,
    double PlannedMm,
    double CutMm,
    double LeastMm,
    double DoubtMm,
    bool IsWithin,
    double[] At,
    double[] Outward,
    string? Hand,
    bool HandDisagrees
);

/// <summary>A place of the finish line, unrolled.</summary>
/// <param name="Position">0 facial, 2 mesial, 4 lingual, 6 distal.</param>
public sealed record MarginPlaceView(
    double Position,
    double LevelMm,
    double? PlannedLevelMm,
    double? WidthMm,
    double? PlannedWidthMm,
    double LipMm,
    bool IsSeen,
    double[] At
);

/// <summary>One of the five points that a preparation is held to.</summary>
/// <param name="State">pass, fail or cant-tell.</param>
/// <param name="Measured">With what.</param>
public sealed record PointCheckView(string Point, string State, string Measured);

/// <summary>What one path of insertion meets.</summary>
/// <param name="Hidden">Of each vertex of the drawn body how far it lies in shadow: 0 to 255.</param>
public sealed record PathTrialView(
    double[] Path,
    double OffDeg,
    double LeastWallDeg,
    string LeastSide,
    double UndercutMm,
    string UndercutSide,
    double AreaMm2,
    double VolumeMm3,
    double[] UndercutAt,
    byte[] Hidden
);

public sealed record PathEntry([property: MaxLength(3)] IReadOnlyList<double> Path);

/// <summary>What a sectioned index shows; x to the right, y along the path, millimetres from the place.</summary>
/// <param name="Feet">Where the finish line goes through.</param>
public sealed record IndexSectionView(
    double[] Normal,
    IReadOnlyList<double[]> Present,
    IReadOnlyList<double[]> Cut,
    IReadOnlyList<double[]> Planned,
    IReadOnlyList<double[]> Antagonist,
    IReadOnlyList<IndexGapView> Gaps,
    IReadOnlyList<double[]> Feet
);

/// <param name="From">On the cut surface.</param>
/// <param name="To">On the surface before.</param>
public sealed record IndexGapView(string Words, double DepthMm, double? PlannedMm, double[] From, double[] To);

/// <summary>Room while the teeth slide on each other, by an average articulator.</summary>
/// <param name="StepMm">From one room to the next along the condylar path.</param>
/// <param name="CondylarDeg">Of the articulator, likewise the others.</param>
public sealed record SlidingView(
    double StepMm,
    double CondylarDeg,
    double IncisalDeg,
    double ShiftDeg,
    IReadOnlyList<SlidingZoneView> Zones
);

/// <param name="NeededMm">What the restoration needs there at least.</param>
/// <param name="RoomMm">Closed, then at each step.</param>
public sealed record SlidingZoneView(string Words, Slide Slide, double NeededMm, IReadOnlyList<double> RoomMm);

/// <summary>Which zones of a unit are entered as readings.</summary>
public sealed record ScanReadingsView(int Added, IReadOnlyList<string> Disagree);

using System.Text.Json.Serialization;
using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Inspecting;

/// <summary>What is inspected.</summary>
/// <param name="Before">The scan before cutting.</param>
/// <param name="After">The scan after.</param>
/// <param name="Antagonist">The other jaw, closed, in the frame of either; null where it wasn't scanned.</param>
public sealed record InspectedScans(Scan Before, Scan After, Scan? Antagonist = null)
{
    /// <summary>Whether both lie in one frame already.</summary>
    public bool AreAligned { get; init; }

    /// <summary>Whether they stand with +z to the bite, +y facial, x mesial or, for teeth whose form is mirrored, distal.</summary>
    public bool AreFramed { get; init; }

    /// <summary>What was put right by hand, by tooth.</summary>
    public IReadOnlyDictionary<ToothCode, ToothCorrection> Corrections { get; init; } = new Dictionary<ToothCode, ToothCorrection>();

    /// <summary>Three pairs of places (after, before) where the shapes alone don't tell.</summary>
    public IReadOnlyList<(Vec3 After, Vec3 Before)>? Picked { get; init; }
}

/// <summary>A stage of the work, for whoever waits.</summary>
[JsonConverter(typeof(KebabCase<InspectionStage>))]
public enum InspectionStage
{
    Reading,
    Aligning,
    Finding,
    Framing,
    Measuring,
}

/// <summary>What is told while it is worked on.</summary>
/// <param name="Tooth">The tooth it is about; null while it is all of them.</param>
/// <param name="Measured">Where a tooth is done, what was found.</param>
public sealed record InspectionNews(InspectionStage Stage, ToothCode? Tooth = null, MeasuredTooth? Measured = null);

/// <summary>One cut tooth, measured. Places are in the tooth's own frame: x mesial, y facial, z to the bite.</summary>
public sealed record MeasuredTooth
{
    public required Preparation Preparation { get; init; }

    public required ToothFrame Frame { get; init; }

    public required Registration Registration { get; init; }

    public required SiteSurface Site { get; init; }

    /// <summary>Of each vertex the number of its zone in the plan; −1 where none counts.</summary>
    public required int[] Labels { get; init; }

    /// <summary>Vertices of the site that lie in a zone; none where the plan has no such zone.</summary>
    internal int[] VerticesIn(Func<Zone, bool> zone)
    {
        var zones = Preparation.Plan.Zones;
        return [.. Enumerable.Range(0, Labels.Length).Where(i => Labels[i] >= 0 && zone(zones[Labels[i]].Zone))];
    }

    public FinishLine? Line { get; init; }

    public required IReadOnlyList<MeasuredDepth> Depths { get; init; }

    public IReadOnlyList<MeasuredWall> Walls { get; init; } = [];

    public MarginMeasure? Margin { get; init; }

    public required SiteUndercut Undercut { get; init; }

    public required DrawPath BestPath { get; init; }

    /// <summary>Room to the antagonist; null where it wasn't scanned.</summary>
    public Room? Room { get; init; }

    /// <summary>Of each vertex planned depth less depth: positive where too little is gone; NaN where nothing is planned.</summary>
    public required double[] Short { get; init; }

    /// <summary>What is missing, cubic millimetres.</summary>
    public required double RemovedVolume { get; init; }

    /// <summary>Where the central groove has gone; null for teeth without one.</summary>
    public GrooveShift? Groove { get; init; }

    /// <summary>How round the edges over the walls are.</summary>
    public IReadOnlyList<EdgeRounding> Edges { get; init; } = [];

    /// <summary>Neighbours that lost something.</summary>
    public IReadOnlyList<TouchedNeighbour> Touched { get; init; } = [];

    public required WallPlanes Planes { get; init; }

    /// <summary>The inside of an inlay or onlay; null for others.</summary>
    public MeasuredCavity? Cavity { get; init; }

    /// <summary>Sides and edge of a veneer's finish line; null for others.</summary>
    public VeneerLine? VeneerLine { get; init; }

    /// <summary>How near the neighbours stand; only those that were scanned.</summary>
    public IReadOnlyList<NeighbourGap> Gaps { get; init; } = [];

    /// <summary>The cut surface by itself.</summary>
    public required EvenedCut Cut { get; init; }

    /// <summary>A place or direction of the tooth's own frame where bodies are shown: as the tooth stands.</summary>
    public Vec3 Shown(Vec3 own) => Preparation.Present.Standing(own, Preparation.Plan.Tooth);

    /// <summary>A direction that was pointed at there, in the tooth's own frame.</summary>
    public Vec3 OwnDirection(Vec3 shown) => Own(shown) - Own(default);

    /// <summary>A place likewise.</summary>
    public Vec3 Own(Vec3 shown) =>
        Preparation.Present.Form.Placing.Inverse.Apply(Preparation.Plan.Tooth.IsMirrored ? shown with { X = -shown.X } : shown);
}

/// <summary>Two scans and what was planned, measured.</summary>
public sealed record Inspection(Registration Registration, IReadOnlyList<MeasuredTooth> Teeth, IReadOnlyList<string> Told)
{
    /// <summary>The path of all teeth together; for one tooth its own.</summary>
    public required DrawPath SharedPath { get; init; }

    /// <summary>The least cutting with which every wall leans from one path by the plan's least.</summary>
    public required Relief Relief { get; init; }

    /// <summary>The scan before, whose frame all teeth are found in.</summary>
    public required SeenSurface Before { get; init; }

    /// <summary>The other jaw, closed; null where it wasn't scanned.</summary>
    public SeenSurface? Antagonist { get; init; }

    public InspectedBodies BodiesOf(MeasuredTooth tooth) => new(this, tooth);
}

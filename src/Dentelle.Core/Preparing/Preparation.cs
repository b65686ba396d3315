using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Preparing;

/// <summary>A plan cut into its tooth: the body, and everything that needs the tooth's form to be known.</summary>
public sealed record Preparation
{
    private readonly Lazy<CutCost?> cost;

    private Preparation(PresentTooth present, Plan plan, PlannedBody? body, Protocol protocol)
    {
        (Present, Asked, Plan, Body) = (present, plan, plan, body);
        (Zones, var labels) = present.Labels(plan.Assessment.Crossbite, protocol.Shape.BevelHeightMm.Value);
        Labels = Numbered(plan, Zones, labels, present);
        Sections = [.. ToothSection.All(present, protocol.Estimates).Select(section => new PreparedSection(section, WallsIn(section)))];
        if (Walled is { } walled)
            (Cut, Outcomes) = CutSurface.Above(walled, Labels) is var above ? (above, Preparing.Outcomes.Of(walled, above)) : default;
        else if (body is not null)
            (Cut, Outcomes) = CutSurface.Of(body, Labels) is var taken ? (taken, Preparing.Outcomes.Taken(body, taken)) : default;
        if (Cut is { } cut)
        {
            (Plan, Outcomes) = SettledPlan.Of(plan, Outcomes, protocol.Tolerance);
            Pulp = [.. PulpDistances.Of(cut, present.Inside(protocol.Estimates).PulpTree, Plan)];
        }
        cost = new(() => CutCost.Of(this, protocol));
    }

    /// <summary>The plan as it was asked for, before the tooth's form was looked at.</summary>
    internal Plan Asked { get; }

    /// <summary>The plan, with the depths that its own body takes.</summary>
    public Plan Plan { get; }

    /// <summary>The tooth as it stands.</summary>
    public PresentTooth Present { get; }

    /// <summary>The tooth as it will be; null where nothing is cut.</summary>
    public PlannedBody? Body { get; }

    /// <summary>What the body really takes, zone by zone.</summary>
    public IReadOnlyList<ZoneOutcome> Outcomes { get; } = [];

    /// <summary>What stays over the pulp, the least of each zone.</summary>
    public IReadOnlyList<PulpDistance> Pulp { get; } = [];

    /// <summary>
    /// What it costs the tooth; volumes take longer than all the rest and are made when they are asked for. Null where
    /// nothing is cut.
    /// </summary>
    public CutCost? Cost => cost.Value;

    /// <summary>Everything to think about before cutting.</summary>
    public IReadOnlyList<Caution> Cautions { get; init; } = [];

    /// <summary>The tooth's zones.</summary>
    internal SurfaceZones Zones { get; }

    /// <summary>
    /// Of each vertex of the present surface the number of its zone in the plan; −1 on the root and where the plan has
    /// none.
    /// </summary>
    internal int[] Labels { get; }

    /// <summary>The tooth's sections with the walls in them.</summary>
    internal IReadOnlyList<PreparedSection> Sections { get; }

    internal CutSurface? Cut { get; }

    /// <summary>The body where it has walls all round.</summary>
    internal PlannedForm? Walled => Body is PlannedForm { LeavesFacial: false } walled ? walled : null;

    /// <summary>Of each point of a section's outline the number of its zone on the tooth. The same for every plan.</summary>
    internal int[] ZonesAlong(ToothSection section) =>
        Present.Made.Get((section.Cut, Zones), () => Array.ConvertAll(section.Present, Zones.Of));

    /// <summary>Cuts a plan. Cautions come from a table of their own, which looks at what is made here.</summary>
    internal static Preparation Of(PresentTooth present, Plan plan, PlannedBody? body, Protocol protocol) =>
        new(present, plan, body, protocol);

    /// <summary>Where the facial surface stays, only the mesiodistal section has walls on both sides.</summary>
    private PlannedSection? WallsIn(ToothSection section) =>
        Body is PlannedForm body && (!body.LeavesFacial || section.Cut.Plane == SectionPlane.Mesiodistal)
            ? PlannedSection.Of(Plan, body, section)
            : null;

    /// <summary>Numbers of the plan's zones instead of the tooth's: a plan may leave some out.</summary>
    private static int[] Numbered(Plan plan, SurfaceZones zones, int[] labels, PresentTooth present)
    {
        int Place(Zone zone) => Enumerable.Range(0, plan.Zones.Count).FirstOrDefault(i => plan.Zones[i].Zone == zone, -1);
        // A box's floor and axial wall take the place of the ridge and the wall that were there.
        var whole = zones
            .All.Select(zone =>
                Place(zone) is >= 0 and var own ? own
                : Words.Zones.BoxInPlaceOf(zone) is { } box ? Place(box)
                : -1
            )
            .ToArray();
        var halves = zones
            .All.Select(zone =>
                (Mesial: Place(zone with { Half = ProximalSide.Mesial }), Distal: Place(zone with { Half = ProximalSide.Distal }))
            )
            .ToArray();
        var places = present.Surface.Positions.ToArray();
        return
        [
            .. labels.Select(
                (label, i) =>
                    label < 0 ? -1
                    : whole[label] >= 0 ? whole[label]
                    : places[i].X > 0 ? halves[label].Mesial
                    : halves[label].Distal
            ),
        ];
    }
}

/// <param name="Walls">The planned outline with its walls; null where there are none in this section.</param>
internal sealed record PreparedSection(ToothSection Tooth, PlannedSection? Walls);

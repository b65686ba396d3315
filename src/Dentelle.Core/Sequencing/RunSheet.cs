using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>What a run sheet is made with besides the plans.</summary>
/// <param name="Rack">The practice's burs that may be used.</param>
/// <param name="School">Another school than the plans' own.</param>
/// <param name="Times">The practice's own times.</param>
/// <param name="Wanted">The user's own order, by keys; what it leaves out follows the best order.</param>
public sealed record SheetRequest(
    BurRack Rack,
    CuttingSchool? School = null,
    LearnedTimes? Times = null,
    IReadOnlyList<string>? Wanted = null
)
{
    /// <summary>With these burs, all of them fresh.</summary>
    public SheetRequest(
        IReadOnlyList<Bur> burs,
        CuttingSchool? school = null,
        LearnedTimes? times = null,
        IReadOnlyList<string>? wanted = null
    )
        : this(new BurRack(burs), school, times, wanted) { }
}

/// <summary>The steps of a visit in their order.</summary>
public sealed record RunSheet
{
    public required VisitSteps Visit { get; init; }

    public required IReadOnlyList<TimedStep> Steps { get; init; }

    /// <summary>How often another rotary tool is taken up.</summary>
    public required int BurChanges { get; init; }

    public required int ViewChanges { get; init; }

    public required int LowerBound { get; init; }

    public required bool Proven { get; init; }

    /// <summary>The same when one tooth is finished after the other.</summary>
    public (int BurChanges, int ViewChanges)? ToothByTooth { get; init; }

    public required IReadOnlyList<FreeTime> Free { get; init; }

    public required double Minutes { get; init; }

    /// <summary>No order with as few changes as the best one ends sooner.</summary>
    public required double LeastMinutes { get; init; }

    /// <summary>Its burs, each with the number of teeth it cuts.</summary>
    public IReadOnlyDictionary<string, int> Burs =>
        Steps
            .Select(timed => timed.Step)
            .Where(step => step.Bur?.Chosen is not null)
            .GroupBy(step => step.Bur!.Chosen!.Id)
            .ToDictionary(group => group.Key, group => group.Select(step => step.Tooth).Distinct().Count());

    /// <summary>The sheet of teeth that were all planned with one protocol.</summary>
    public static Answer<RunSheet> Make(IReadOnlyList<Plan> plans, SheetRequest request, Protocol protocol, RunSheetTable table) =>
        Make([.. plans.Select(plan => new VisitTooth(plan, protocol))], request, table);

    public static Answer<RunSheet> Make(IReadOnlyList<VisitTooth> teeth, SheetRequest request, RunSheetTable table)
    {
        if (!VisitSteps.Of(teeth, request.School, table, request.Rack).Is(out var visit, out var problem))
            return problem;
        if (!StepGraph.Of(visit).Is(out var graph, out problem))
            return problem;
        var times = request.Times ?? LearnedTimes.None;
        var best = graph.Best();
        var (order, least) = new WaitFilling(visit, table.Limits, times).Fill(best.Order, graph.Changes);
        if (request.Wanted is { } wanted)
        {
            if (!graph.InOrder(wanted, order).Is(out var own, out problem))
                return problem;
            order = own.Steps;
        }
        var (tools, views) = graph.Changes(order);
        var (timed, free) = Timeline.Of([.. order.Select(i => visit.Steps[i])], visit.Order, table.Limits, times);
        return new RunSheet
        {
            Visit = visit,
            Steps = timed,
            BurChanges = tools,
            ViewChanges = views,
            LowerBound = best.LowerBound,
            Proven = best.Proven,
            ToothByTooth = graph.ToothByTooth(),
            Free = free,
            Minutes = timed[^1].End,
            LeastMinutes = least,
        };
    }
}

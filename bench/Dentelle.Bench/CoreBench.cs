using BenchmarkDotNet.Attributes;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Judging;
using Dentelle.Core.Measuring;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Sequencing;

namespace Dentelle.Bench;

/// <summary>What follows a key press in the core: understanding, planning, drawing, judging.</summary>
[ShortRunJob]
[MemoryDiagnoser]
public class CoreBench
{
    private readonly Handbook handbook;
    private readonly UnitRequest request;
    private readonly Plan plan;
    private readonly Reading reading = new("groove", ReadingKind.IndexGap, Interval.Passing(new Mm(0.75), new Mm(1.0)), "thickness-gauges");

    public CoreBench()
    {
        handbook = Need(Handbook.Read(name => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "protocols", name))));
        request = Need(PlanInputs.Empty.For(ToothCode.Of(3, 6)));
        plan = Need(Planner.Make(request.Assessment, request.Decision, handbook.Protocol));
    }

    [Benchmark]
    public object QuickLine() => QuickLineReader.Read("36 crown metal-ceramic facial", ToothNotation.Iso, handbook.Protocol);

    [Benchmark]
    public object PlanMolar() => Planner.Make(request.Assessment, request.Decision, handbook.Protocol);

    /// <summary>Three faciolingual sections, one mesiodistal, the view from above.</summary>
    [Benchmark]
    public object DrawMolar() => PlannedUnit.Drawn(plan, handbook);

    [Benchmark]
    public object JudgeReading() => Judge.Of(reading, plan, handbook.Protocol);

    /// <summary>Two abutments: 40 steps.</summary>
    [Benchmark]
    public object SheetOfBridge() => Sheet("45x47 bridge metal-ceramic");

    /// <summary>Six upper front veneers: 102 steps.</summary>
    [Benchmark]
    public object SheetOfSixVeneers() => Sheet("13 12 11 21 22 23 veneer butt");

    /// <summary>Six front crowns with the margin cut first and all walls in any order: 132 steps.</summary>
    [Benchmark]
    public object SheetOfSixLooseCrowns() => Sheet("13 12 11 21 22 23 crown lithium disilicate margin-first");

    /// <summary>Six different restorations in three quadrants, 100 steps: the hardest kind.</summary>
    [Benchmark]
    public object SheetOfSixDifferent() =>
        Sheet("11 crown lithium disilicate", "21 veneer butt", "36 onlay", "46 crown zirconia", "24 crown mc", "47 crown metal");

    /// <summary>A whole upper jaw: 250 steps.</summary>
    [Benchmark]
    public object SheetOfWholeJaw() => Sheet("17 16 15 14 13 12 11 21 22 23 24 25 26 27 crown zirconia");

    private object Sheet(params string[] lines)
    {
        var plans = lines.SelectMany(line =>
            Need(PlannedLine.JoinedPlans(Need(QuickLineReader.Read(line, ToothNotation.Iso, handbook.Protocol)).Units, handbook))
        );
        return Need(RunSheet.Make([.. plans], new(handbook.Drawer.Burs), handbook.Protocol, handbook.Sheets));
    }

    private static T Need<T>(Answer<T> answer)
        where T : class => answer.Is(out var value, out var problem) ? value : throw new InvalidOperationException(problem.Sentence);
}

using BenchmarkDotNet.Attributes;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Bench;

/// <summary>
/// Bodies made afresh: a tooth in both finenesses, and the planned body in it. Nothing is kept between calls but the tooth
/// that is cut.
/// </summary>
[ShortRunJob]
[MemoryDiagnoser]
public class FormBench
{
    private readonly Handbook handbook;
    private ToothCode tooth;
    private Plan plan = null!;
    private PlannedBody planned = null!;
    private PlannedUnit unit = null!;

    public FormBench() =>
        handbook = Need(Handbook.Read(name => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "protocols", name))));

    [Params("11", "13", "14", "16", "36")]
    public string Tooth { get; set; } = "";

    [GlobalSetup]
    public void Choose()
    {
        tooth = ToothCode.FromIso(Tooth)!.Value;
        plan = Need(Planner.Make(Assessment.Of(tooth), Decision.Crown(Material.ZirconiaMonolithic), handbook.Protocol));
        planned = Need(Preparer.Body(plan, handbook.Protocol, handbook.Forms));
        unit = Need(PlannedUnit.Drawn(plan, handbook));
    }

    /// <summary>About 26,000 triangles.</summary>
    [Benchmark]
    public object ToothPreview() => new ToothForm(handbook.Forms.Table, tooth).Mesh(Fineness.Preview);

    /// <summary>About 98,000 triangles.</summary>
    [Benchmark]
    public object ToothFull() => new ToothForm(handbook.Forms.Table, tooth).Mesh(Fineness.Full);

    [Benchmark]
    public object Cut() => Preparer.Body(plan, handbook.Protocol, handbook.Forms);

    [Benchmark]
    public object PlannedFull() => planned.Mesh(Fineness.Full);

    [Benchmark]
    public object DrawUnit() => PlannedUnit.Drawn(plan, handbook);

    /// <summary>In the round: both bodies made, baked, nothing kept but the present tooth's.</summary>
    [Benchmark]
    public object RoundDraft() => RoundBaker.Of(unit.Preparation, RoundQuality.Draft);

    /// <summary>The same from the bodies in full, simplified to 30,000 triangles.</summary>
    [Benchmark]
    public object RoundFine() => RoundBaker.Of(unit.Preparation, RoundQuality.Fine);

    private static T Need<T>(Answer<T> answer)
        where T : class => answer.Is(out var value, out var problem) ? value : throw new InvalidOperationException(problem.Sentence);
}

using BenchmarkDotNet.Attributes;
using Dentelle.Core;
using Dentelle.Core.Forms;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Bench;

/// <summary>Bodies made afresh: a tooth in both finenesses, and the planned body in it. Nothing is kept between calls but the tooth that is cut.</summary>
[ShortRunJob]
[MemoryDiagnoser]
public class FormBench
{
    private readonly Handbook handbook;
    private ToothCode tooth;
    private Plan plan = null!;
    private PlannedBody planned = null!;

    public FormBench() =>
        handbook = Need(Handbook.Read(name => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "protocols", name))));

    [Params("11", "13", "14", "16", "36")]
    public string Tooth { get; set; } = "";

    [GlobalSetup]
    public void Choose()
    {
        tooth = ToothCode.FromIso(Tooth)!.Value;
        plan = Need(Planner.Make(Assessment.Of(tooth), Decision.Crown(Material.ZirconiaMonolithic), handbook.Protocol));
        planned = Need(Draughtsman.Cut(plan, handbook));
    }

    /// <summary>About 26,000 triangles.</summary>
    [Benchmark]
    public object ToothPreview() => new ToothForm(handbook.Forms, tooth).Mesh(Fineness.Preview);

    /// <summary>About 98,000 triangles.</summary>
    [Benchmark]
    public object ToothFull() => new ToothForm(handbook.Forms, tooth).Mesh(Fineness.Full);

    [Benchmark]
    public object Cut() => Draughtsman.Cut(plan, handbook);

    [Benchmark]
    public object PlannedFull() => planned.Mesh(Fineness.Full);

    [Benchmark]
    public object DrawUnit() => Draughtsman.Draw(plan, handbook);

    private static T Need<T>(Answer<T> answer)
        where T : class => answer.Is(out var value, out var problem) ? value : throw new InvalidOperationException(problem.Sentence);
}

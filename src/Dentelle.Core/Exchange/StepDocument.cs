using System.Text.Json.Serialization;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Exchange;

public sealed record StepDocument
{
    public required int Order { get; init; }

    public required string Key { get; init; }

    public required string Code { get; init; }

    public required StepPhase Phase { get; init; }

    public required string Name { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public string? Tooth { get; init; }

    public string? Part { get; init; }

    public required IReadOnlyList<string> Zones { get; init; }

    public required IReadOnlyList<Segment> Segments { get; init; }

    public required IReadOnlyList<CutDocument> Cuts { get; init; }

    /// <summary>How deep it goes and where: one depth for the whole step, or each beside its own places.</summary>
    public required IReadOnlyList<DepthDocument> Depths { get; init; }

    /// <summary>ISO 6360 number; null where the number of its shape is not known, or no bur is used.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public string? Bur { get; init; }

    public string? BurId { get; init; }

    public string? BurName { get; init; }

    public string? BurWhy { get; init; }

    /// <summary>To which mark of the bur the deepest of it is sunk.</summary>
    public string? Mark { get; init; }

    public string? RunnerUp { get; init; }

    public string? Missing { get; init; }

    public string? Instead { get; init; }

    public string? Tool { get; init; }

    /// <summary>Whether another bur or rotary tool is taken in hand for it.</summary>
    public required bool TakesUp { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public double? SinkMm { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public double? RemainingMm { get; init; }

    public double? LipMm { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.Never)]
    public double? TiltDeg { get; init; }

    public string? Stroke { get; init; }

    public string? Hint { get; init; }

    public required StepSpeed Speed { get; init; }

    public required bool Water { get; init; }

    public StepView? View { get; init; }

    public string? Assistant { get; init; }

    /// <summary>What the patient is told; from memory.</summary>
    public string? Say { get; init; }

    public string? Check { get; init; }

    public string? Gauge { get; init; }

    public required double Start { get; init; }

    public required double Minutes { get; init; }

    public required bool Learned { get; init; }

    public double? WaitMinutes { get; init; }

    public required IReadOnlyList<string> Cautions { get; init; }

    public static StepDocument From(TimedStep timed, bool takesUp)
    {
        var (step, entry, bur) = (timed.Step, timed.Step.Entry, timed.Step.Bur?.Chosen);
        return new()
        {
            Order = timed.Order,
            Key = step.Key,
            Code = entry.As ?? step.Code,
            Phase = entry.Phase,
            Name = step.Name,
            Tooth = step.Tooth?.Iso,
            Part = step.Part?.Name,
            Zones = [.. step.Cuts.Select(cut => cut.Zone.Name)],
            Segments = step.Segments,
            Cuts =
            [
                .. step.Cuts.Select(cut => new CutDocument(
                    cut.Zone.Name,
                    cut.Sink?.Rounded,
                    Math.Round(cut.Removes.Value * cut.Share, 5),
                    cut.Remaining.Rounded,
                    cut.Mark
                )),
            ],
            Depths = [.. step.Depths.Select(DepthDocument.From)],
            Bur = bur?.Code,
            BurId = bur?.Id,
            BurName = bur?.Name,
            BurWhy = step.Bur?.Why,
            Mark = step.Bur?.Mark,
            RunnerUp = step.Bur?.RunnerUp?.Name,
            Missing = step.Bur?.Missing,
            Instead = step.Bur?.Instead,
            Tool = step.Tool,
            TakesUp = takesUp,
            SinkMm = step.Sink?.Rounded,
            RemainingMm = step.Remaining?.Rounded,
            LipMm = step.LipMm > Mm.Zero ? step.LipMm.Rounded : null,
            TiltDeg = step.TiltDeg,
            Stroke = entry.Stroke,
            Hint = step.Hint,
            Speed = entry.Speed,
            Water = entry.Speed != StepSpeed.None && !step.Dry,
            View = step.View,
            Assistant = step.View?.Assistant ?? entry.Assistant,
            Say = entry.Say,
            Check = entry.Check,
            Gauge = entry.Gauge,
            Start = timed.Start,
            Minutes = timed.Minutes,
            Learned = timed.Learned,
            WaitMinutes = step.WaitMinutes,
            Cautions = step.Cautions,
        };
    }
}

/// <param name="Place">Where it holds, in words; left out where that is the whole step.</param>
/// <param name="Mark">To which mark of the bur.</param>
public sealed record DepthDocument(double SinkMm, string? Place, string? Mark)
{
    public static DepthDocument From(StepDepth depth) => new(depth.Sink.Rounded, depth.Place, depth.Mark);

    /// <summary>As it is printed: "1.8, the whole tip: functional cusp".</summary>
    [JsonIgnore]
    public string Words => new StepDepth(new(SinkMm), Place, Mark).Words;
}

/// <param name="RemovesMm">What the zone loses by this step, averaged over the zone; marks between which it stays remove nothing.</param>
public sealed record CutDocument(string Zone, double? SinkMm, double RemovesMm, double RemainingMm, string? Mark);

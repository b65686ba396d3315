using System.Text.Json.Serialization;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Visiting;

/// <summary>What a visit is for.</summary>
[JsonConverter(typeof(KebabCase<VisitKind>))]
public enum VisitKind
{
    Assess,
    Prepare,
    TryIn,
    Cement,
    Check,
}

public static class VisitKinds
{
    extension(VisitKind kind)
    {
        /// <summary>"Try in".</summary>
        public string Name =>
            kind switch
            {
                VisitKind.Assess => "Assess",
                VisitKind.Prepare => "Prepare",
                VisitKind.TryIn => "Try in",
                VisitKind.Cement => "Cement",
                _ => "Check",
            };
    }
}

/// <summary>What is asked at a step, to be written into the record.</summary>
[JsonConverter(typeof(KebabCase<ChairAsk>))]
public enum ChairAsk
{
    Dose,
    Cord,
    Material,
    Bleeding,
    Comfort,
    Remnants,
    Shade,
    Points,
    Provisional,
    Advice,
    Note,
}

/// <summary>Whether a step is done once a visit or for each tooth.</summary>
[JsonConverter(typeof(KebabCase<StepFor>))]
public enum StepFor
{
    Visit,
    Tooth,
}

/// <summary>What visits are made from, besides the cutting one's steps: all of it data.</summary>
public sealed record VisitTable
{
    public required IReadOnlyDictionary<string, IReadOnlyList<VisitStep>> Visits { get; init; }

    /// <summary>When visits are offered.</summary>
    public required WorkHours Hours { get; init; }

    /// <summary>What the record is asked for at steps of the cutting visit.</summary>
    public required IReadOnlyList<StepPrompt> Prompts { get; init; }

    public required IReadOnlyList<ClockEntry> Clocks { get; init; }

    /// <summary>Why something was done otherwise than planned.</summary>
    public required IReadOnlyList<NamedEntry> Deviations { get; init; }

    /// <summary>Why a tooth is planned anew at the chair.</summary>
    public required IReadOnlyList<NamedEntry> Replans { get; init; }

    /// <summary>Ways to a provisional.</summary>
    public required IReadOnlyList<NamedEntry> Provisionals { get; init; }

    public required IReadOnlyList<AdviceEntry> Advice { get; init; }

    /// <summary>Steps of a kind of visit; none for the one at which teeth are cut: its run sheet has them.</summary>
    public IReadOnlyList<VisitStep> StepsOf(VisitKind kind) => Visits.GetValueOrDefault(Kebab.Of(kind)) ?? [];
}

/// <summary>A step of a visit at which nothing is cut by plan.</summary>
/// <remarks>What a file leaves out comes as null past any initialiser: the getters make it empty.</remarks>
public sealed record VisitStep
{
    public required string Code { get; init; }

    public required string Name { get; init; }

    public required StepFor Per { get; init; }

    public required StepPhase Phase { get; init; }

    public required string Check { get; init; }

    public required double Minutes { get; init; }

    public string? How { get; init; }

    public string? Say { get; init; }

    public double? WaitMinutes { get; init; }

    public StepConditions When
    {
        get => field ?? StepConditions.Always;
        init;
    }

    public IReadOnlyList<ChairAsk> Asks
    {
        get => field ?? [];
        init;
    }

    /// <summary>What a picture taken at it proves; null where none is taken.</summary>
    public string? Photo { get; init; }

    public string? Caution { get; init; }

    public IReadOnlyList<StepRemark> Cautions
    {
        get => field ?? [];
        init;
    }

    public IReadOnlyList<StepRemark> Hints
    {
        get => field ?? [];
        init;
    }
}

/// <param name="FromMinute">From midnight.</param>
/// <param name="StepMinutes">Visits begin at multiples of it.</param>
public sealed record WorkHours(int FromMinute, int UntilMinute, int StepMinutes, string Source, Standing Standing, string Text);

/// <param name="Step">Code of the step.</param>
/// <param name="Photo">What a picture taken at it proves.</param>
/// <param name="Gate">Whether the five points stand before it.</param>
public sealed record StepPrompt(string Step, IReadOnlyList<ChairAsk> Asks, string? Photo = null, bool Gate = false);

/// <summary>A clock that runs at the chair.</summary>
/// <param name="Meanwhile">What can be done while it runs.</param>
public sealed record ClockEntry(string Code, string Name, Sourced<double> Minutes, string Meanwhile);

public sealed record NamedEntry(string Code, string Words);

/// <summary>What a patient is told to take home.</summary>
public sealed record AdviceEntry
{
    public required string Code { get; init; }

    public required string Text { get; init; }

    public required IReadOnlyList<VisitKind> Visits { get; init; }

    public StepConditions When
    {
        get => field ?? StepConditions.Always;
        init;
    }
}

[JsonSourceGenerationOptions(PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase)]
[JsonSerializable(typeof(VisitTable))]
internal sealed partial class VisitJson : JsonSerializerContext;

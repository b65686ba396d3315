using System.Text.Json.Serialization;
using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>An order of steps that practitioners teach.</summary>
public sealed record SchoolEntry
{
    public required CuttingSchool School { get; init; }

    public required string Name { get; init; }

    public required SchoolTeeth For { get; init; }

    public required IReadOnlyList<Restoration> Restorations { get; init; }

    /// <summary>Materials it is for; all where none are named.</summary>
    public IReadOnlyList<MaterialClass> Classes
    {
        get => field ?? [];
        init;
    }

    /// <summary>What comes after what; steps of one stage in any order.</summary>
    public required IReadOnlyList<IReadOnlyList<string>> Stages { get; init; }

    /// <summary>Steps that wait until every tooth has gone through the stages before.</summary>
    public required IReadOnlyList<string> AcrossTeeth { get; init; }

    /// <summary>Questions of detail that the school leaves to the practice.</summary>
    public IReadOnlyList<string> Settings
    {
        get => field ?? [];
        init;
    }

    /// <summary>Other burs than the steps' usual ones.</summary>
    public IReadOnlyDictionary<string, string>? Roles { get; init; }

    /// <summary>"each-stage" where it smooths what is cut before going on.</summary>
    public string? Smoothing { get; init; }

    /// <summary>"always" where depth guides are part of it, whatever the practice is used to.</summary>
    public string? Guides { get; init; }

    /// <summary>Whether facial cusps are cut for metal first and for ceramic at the end.</summary>
    public bool CeramicLast { get; init; }

    /// <summary>
    /// Whether one bur does all that stands on the finish lines, and one all that is finished: the widest line chooses it.
    /// </summary>
    public bool OneBurEach { get; init; }

    internal bool AlwaysGuides => Guides == "always";

    public bool Suits(Plan plan) =>
        Restorations.Contains(plan.Restoration)
        && (For == SchoolTeeth.Any || For == SchoolTeeth.Front == plan.Tooth.IsFront)
        && (Classes.Count == 0 || Classes.Contains(plan.MaterialClass));

    internal bool Leaves(string question) => Settings.Contains(question);

    /// <summary>Whether it has a step in its own stages.</summary>
    internal bool Has(string step) => Stages.Any(stage => stage.Contains(step));
}

[JsonConverter(typeof(KebabCase<SchoolTeeth>))]
public enum SchoolTeeth
{
    Any,
    Front,
    Back,
}

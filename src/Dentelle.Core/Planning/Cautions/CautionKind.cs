using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>What cautions look at.</summary>
internal abstract record CautionScene(Protocol Protocol)
{
    /// <summary>Reasons that were given, by code.</summary>
    public abstract IReadOnlyDictionary<string, string> Because { get; }
}

/// <summary>One unit: its plan, and once it is cut the preparation.</summary>
internal sealed record UnitScene(Plan Plan, RestorationEntry Entry, Protocol Protocol, Preparation? Preparation) : CautionScene(Protocol)
{
    public Findings Findings => Plan.Assessment.Findings;

    public override IReadOnlyDictionary<string, string> Because => Plan.Because;
}

/// <summary>A bridge and its units in the order of the arch.</summary>
internal sealed record BridgeScene(BridgePlan Bridge, IReadOnlyList<Plan> Units, Protocol Protocol) : CautionScene(Protocol)
{
    public override IReadOnlyDictionary<string, string> Because { get; } = new Dictionary<string, string>();
}

/// <summary>A kind of caution: everything that is said of it stands in one row of a table.</summary>
/// <typeparam name="T">What it is asked of: the unit, a zone, a piece of the margin.</typeparam>
/// <typeparam name="TScene">What it may look at besides.</typeparam>
/// <param name="Code">Stable kebab-case name.</param>
/// <param name="Says">The sentence with the number that triggers it; null where it isn't raised.</param>
internal sealed record CautionKind<T, TScene>(string Code, Func<T, TScene, string?> Says)
    where TScene : CautionScene
{
    /// <summary>The limit it counts with; null for a habit of the trade without one.</summary>
    public Func<TScene, Sourced<double>>? Limit { get; init; }

    /// <summary>Whether nobody may pass over it without a reason.</summary>
    public Func<T, TScene, bool> MustBeAnswered { get; init; } = (_, _) => false;

    /// <summary>The caution where it is raised, with the reason that was given for it.</summary>
    public IEnumerable<Caution> Of(T about, TScene scene, string? zone = null, Segment? segment = null)
    {
        if (Says(about, scene) is not { } text)
            yield break;
        var limit = Limit?.Invoke(scene);
        yield return new Caution(Code, text, zone, segment)
        {
            MustBeAnswered = MustBeAnswered(about, scene),
            Because = scene.Because.GetValueOrDefault(Code),
            Source = limit?.Source ?? "P",
            Standing = limit?.Standing ?? Standing.CommonPractice,
        };
    }
}

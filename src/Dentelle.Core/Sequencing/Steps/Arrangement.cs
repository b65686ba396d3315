namespace Dentelle.Core.Sequencing.Steps;

/// <summary>
/// A change that a practice's habits make to the stages of a school. A stage that is not there leaves everything as it is.
/// </summary>
public sealed record Arrangement
{
    /// <summary>The habit.</summary>
    public required StepConditions When { get; init; }

    /// <summary>The question that a school must leave to the practice; null where the habit goes over every school.</summary>
    public string? Setting { get; init; }

    /// <summary>Two steps whose stages change places.</summary>
    public IReadOnlyList<string>? Swap { get; init; }

    /// <summary>A step that becomes a stage of its own elsewhere.</summary>
    public string? Step { get; init; }

    /// <summary>A step whose whole stage moves forward.</summary>
    public string? Stage { get; init; }

    /// <summary>Whether a school that lacks the step gets it.</summary>
    public bool Add { get; init; }

    /// <summary>In front of the first stage with one of these; at the end where none is.</summary>
    public IReadOnlyList<string>? Before { get; init; }

    /// <summary>Behind the last stage with one of these; in front of all where none is.</summary>
    public IReadOnlyList<string>? Behind { get; init; }

    /// <summary>Every step it names.</summary>
    internal IEnumerable<string> Codes =>
        [
            .. Swap ?? [],
            .. Step is null ? [] : (string[])[Step],
            .. Stage is null ? [] : (string[])[Stage],
            .. Before ?? [],
            .. Behind ?? [],
        ];

    /// <summary>A school's stages as this practice runs them.</summary>
    internal static IReadOnlyList<IReadOnlyList<string>> Of(IReadOnlyList<Arrangement> all, StepScene scene) =>
        all.Where(one => (one.Setting is not { } setting || scene.School.Leaves(setting)) && one.When.Hold(scene))
            .Aggregate(scene.School.Stages, (stages, one) => one.On(stages));

    private IReadOnlyList<IReadOnlyList<string>> On(IReadOnlyList<IReadOnlyList<string>> stages) =>
        Swap is [var a, var b] ? Swapped(stages, a, b)
        : Stage is { } stage ? Forward(stages, stage)
        : Step is { } step ? Placed(stages, step)
        : stages;

    private static IReadOnlyList<IReadOnlyList<string>> Swapped(IReadOnlyList<IReadOnlyList<string>> stages, string a, string b)
    {
        var (i, j) = (First(stages, [a]), First(stages, [b]));
        return i < 0 || j < 0
            ? stages
            :
            [
                .. stages.Select(
                    (stage, at) =>
                        at == i ? stages[j]
                        : at == j ? stages[i]
                        : stage
                ),
            ];
    }

    private IReadOnlyList<IReadOnlyList<string>> Forward(IReadOnlyList<IReadOnlyList<string>> stages, string moved)
    {
        var (from, to) = (First(stages, [moved]), First(stages, Before ?? []));
        return from < 0 || to < 0 || from < to
            ? stages
            : [.. stages.Take(to), stages[from], .. stages.Skip(to).Where((_, i) => to + i != from)];
    }

    private IReadOnlyList<IReadOnlyList<string>> Placed(IReadOnlyList<IReadOnlyList<string>> stages, string step)
    {
        var isThere = First(stages, [step]) >= 0;
        if (isThere == Add)
            return stages;
        IReadOnlyList<IReadOnlyList<string>> others = isThere
            ? [.. stages.Select(stage => (IReadOnlyList<string>)[.. stage.Where(code => code != step)]).Where(stage => stage.Count > 0)]
            : stages;
        var place =
            Behind is not null ? Last(others, Behind) + 1
            : First(others, Before ?? []) is >= 0 and var found ? found
            : others.Count;
        return [.. others.Take(place), [step], .. others.Skip(place)];
    }

    private static int First(IReadOnlyList<IReadOnlyList<string>> stages, IReadOnlyList<string> codes) =>
        stages.ToList().FindIndex(stage => stage.Intersect(codes).Any());

    private static int Last(IReadOnlyList<IReadOnlyList<string>> stages, IReadOnlyList<string> codes) =>
        stages.ToList().FindLastIndex(stage => stage.Intersect(codes).Any());
}

namespace Dentelle.Core.Inputs;

/// <summary>
/// What --assessment takes: inputs for every tooth of the line, and under "teeth" more for single ones by their ISO code.
/// </summary>
public sealed record AssessmentFile(PlanInputs All, IReadOnlyDictionary<string, PlanInputs> Teeth)
{
    /// <summary>Member under which single teeth stand.</summary>
    public const string TeethMember = "teeth";

    /// <summary>Which restoration the file names for a tooth; null where it leaves that to the line.</summary>
    public Restoration? RestorationFor(ToothCode tooth) => NamedOf.TryGetValue(tooth.Iso, out var own) ? own : Named;

    /// <summary>What the file names for every tooth; null where it names nothing.</summary>
    public Restoration? Named { get; init; }

    /// <summary>What it names for single ones.</summary>
    public IReadOnlyDictionary<string, Restoration> NamedOf { get; init; } = new Dictionary<string, Restoration>();

    /// <summary>A tooth's own inputs over those of all; its own findings replace theirs whole.</summary>
    public PlanInputs For(ToothCode tooth) =>
        Teeth.TryGetValue(tooth.Iso, out var own)
            ? own.Over(All) with
            {
                Restoration = All.Restoration,
                Findings = own.Findings ?? All.Findings,
            }
            : All;
}

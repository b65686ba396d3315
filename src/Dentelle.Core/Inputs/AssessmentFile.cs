namespace Dentelle.Core.Inputs;

/// <summary>
/// What --assessment takes: inputs for every tooth of the line, and under "teeth" more for single ones by their ISO code.
/// </summary>
public sealed record AssessmentFile(PlanInputs All, IReadOnlyDictionary<string, PlanInputs> Teeth)
{
    /// <summary>Member under which single teeth stand.</summary>
    public const string TeethMember = "teeth";

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

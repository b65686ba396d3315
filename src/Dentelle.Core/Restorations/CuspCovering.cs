using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

internal static class CuspCovering
{
    /// <summary>What speaks for covering a cusp; nothing when all findings let it stand.</summary>
    public static IReadOnlyList<Reason> Reasons(Cusp cusp, Assessment assessment, CuspCover limits)
    {
        var (found, functional) = (assessment.Findings, cusp.IsFunctional(assessment.Tooth, assessment.Crossbite));
        var reasons = new List<Reason>();
        var least = limits.Least(functional, found.RootTreated);
        if (found.CrackedCusps.Contains(cusp))
            reasons.Add(
                new($"The {Kebab.Of(cusp)} cusp is cracked", null, limits.IsthmusShareMost.Source, limits.IsthmusShareMost.Standing)
            );
        if (found.CuspThickness.TryGetValue(cusp, out var thick) && thick.Value < least.Value)
        {
            var kind = $"{(found.RootTreated ? "root-treated" : "vital")}, {(functional ? "functional" : "non-functional")}";
            reasons.Add(
                new(
                    $"It is {thick} thick; a cusp under {new Mm(least.Value)} is covered ({kind})",
                    thick.Value,
                    least.Source,
                    least.Standing
                )
            );
        }
        if (found.IsthmusShare is { } share && share > limits.IsthmusShareMost.Value)
            reasons.Add(
                new(
                    $"The isthmus takes {share:0.00} of the distance between the tips, more than {limits.IsthmusShareMost.Value:0.00}",
                    share,
                    limits.IsthmusShareMost.Source,
                    limits.IsthmusShareMost.Standing
                )
            );
        return reasons;
    }
}

using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Sequencing;

/// <summary>Which bur is in hand where a zone is corrected: the one that last took it down, as the run sheet has it.</summary>
public static class BursInHand
{
    /// <param name="tooth">The tooth with the protocol it was planned with.</param>
    /// <param name="school">The visit's own school; a tooth that it does not suit keeps its own.</param>
    /// <param name="table">What run sheets are made from.</param>
    /// <param name="rack">The practice's burs.</param>
    /// <returns>Zones without an entry are cut by no bur of the drawer.</returns>
    public static IReadOnlyDictionary<string, Bur> Of(VisitTooth tooth, CuttingSchool? school, RunSheetTable table, BurRack rack)
    {
        var inHand = new Dictionary<string, Bur>(StringComparer.Ordinal);
        if (!VisitSteps.Of([tooth.In(school, table)], null, table, rack).Is(out var visit, out _))
            return inHand;
        foreach (var step in visit.Steps.Where(step => step.Entry.Cut is StepCut.Bulk or StepCut.Box or StepCut.Ceramic))
        {
            foreach (var cut in step.Cuts)
            {
                if (step.Bur?.Chosen is { } bur)
                    inHand[cut.Zone.Name] = bur;
            }
        }
        return inHand;
    }
}

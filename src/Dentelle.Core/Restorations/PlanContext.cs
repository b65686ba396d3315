using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>What the rules look at while one unit is planned.</summary>
internal sealed record PlanContext(
    Protocol Protocol,
    Assessment Assessment,
    RestorationEntry Entry,
    Material Material,
    CeramicCoverage? Coverage,
    BuildOutSchool School,
    Cavity? Cavity
)
{
    public ToothCode Tooth => Assessment.Tooth;

    public RestorationRules Rules => RestorationRules.Of(Entry.Restoration);

    public Findings Findings => Assessment.Findings;

    /// <summary>A depth or width held to what this kind of tooth can give, where a cap of the protocol says so.</summary>
    public Reasoned<MmRange> Capped(Reasoned<MmRange> set, Func<DepthCap, bool> applies)
    {
        var cap = Protocol.Caps.FirstOrDefault(entry => entry.Teeth.Contains(Tooth.Iso) && applies(entry));
        if (cap is null || set.Value.Most.Value <= cap.MostMm)
            return set;
        var capped = set.Value.CappedAt(new Mm(cap.MostMm), Protocol.Tolerance);
        return set.Then(capped, new Reason(cap.Text, (capped.Target - set.Value.Target).Rounded, cap.Source, cap.Standing));
    }
}

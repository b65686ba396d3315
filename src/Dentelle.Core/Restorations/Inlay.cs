using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>A filling made outside the mouth: it covers no cusp.</summary>
internal sealed class Inlay : CavityRules
{
    public override Restoration Kind => Restoration.Inlay;

    private protected override CuspChoice Choose(Cusp cusp, Assessment assessment, Decision decision, Protocol protocol) =>
        new(cusp, Covered: false, [new("An inlay covers no cusp", null, "P", Standing.CommonPractice)]);
}

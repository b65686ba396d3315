using Dentelle.Core.Anatomy;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>A tooth of a bridge that is not there: nothing is cut and nothing weighed.</summary>
internal sealed class Pontic : RestorationRules
{
    public override Restoration Kind => Restoration.Pontic;

    public override IReadOnlyList<string> Said => [];

    public override Restoration EntryOf => Restoration.Crown;

    public override bool IsCut => false;

    public override bool NamedByMaterial => true;

    public override Question Questions => Question.None;

    internal override bool Has(Zone zone, PlanContext context) => false;

    internal override bool Has(Segment segment, PlanContext context) => false;

    internal override Answer<PlannedBody>? Body(PresentTooth present, Plan plan, Protocol protocol) => null;
}

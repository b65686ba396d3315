using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>A veneer that leaves the edge: it can't lengthen the tooth.</summary>
internal sealed class VeneerFacial : VeneerRules
{
    public override Restoration Kind => Restoration.VeneerFacial;

    public override string Words => "veneer, facial only";

    public override IReadOnlyList<string> Said => ["veneer facial", "veneer-facial"];

    internal override Problem? Contradiction(Assessment assessment, Decision decision, RestorationEntry entry) =>
        assessment.Tooth.IsFront && decision.BuildOut.At(new Zone(ZoneKind.Edge)) is { } longer && longer > Mm.Zero
            ? Unless(
                decision,
                "facial-veneer-lengthens",
                $"A facial-only veneer can't lengthen the tooth by {longer}: it does not reach over the edge. Choose "
                    + "an incisal butt or a lingual wrap.",
                [$"{assessment.Tooth.Iso} veneer butt +{longer}", $"{assessment.Tooth.Iso} veneer wrap +{longer}"]
            )
            : null;
}

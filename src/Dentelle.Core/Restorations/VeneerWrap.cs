using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>A veneer that goes round the edge and ends in a chamfer on the lingual.</summary>
internal sealed class VeneerWrap : VeneerOverEdge
{
    public override Restoration Kind => Restoration.VeneerWrap;

    public override string Words => "veneer, lingual wrap";

    public override IReadOnlyList<string> Said => ["veneer wrap", "veneer-wrap"];

    private protected override Sourced<double>? Under(Protocol protocol) => protocol.Veneers.LingualDownMm;

    /// <summary>From the front its lingual chamfer would be hidden behind the edge.</summary>
    private protected override Sourced<double> Seated(VeneerHabits habits) => habits.WrapPathDeg;

    internal override bool NeedsDepth(ZoneKind zone) => base.NeedsDepth(zone) || zone == ZoneKind.LingualFossa;
}

namespace Dentelle.Core.Restorations;

/// <summary>A veneer that ends in a butt joint behind the edge.</summary>
internal sealed class VeneerButt : VeneerOverEdge
{
    public override Restoration Kind => Restoration.VeneerButt;

    public override string Words => "veneer, incisal butt";

    public override IReadOnlyList<string> Said => ["veneer butt", "veneer-butt"];
}

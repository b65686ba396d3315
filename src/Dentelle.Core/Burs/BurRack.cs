namespace Dentelle.Core.Burs;

/// <summary>The burs a step's bur is chosen from.</summary>
public sealed record BurRack(IReadOnlyList<Bur> Burs)
{
    private static readonly IReadOnlyDictionary<string, int> Nothing = new Dictionary<string, int>();

    /// <summary>Burs, by their name, whose last piece has reached its limit: taken only where none does nearly as well.</summary>
    public IReadOnlyCollection<string> Spent { get; init; } = [];

    /// <summary>How many other steps of the visit use a bur, by its name.</summary>
    public IReadOnlyDictionary<string, int> InUse { get; init; } = Nothing;

    /// <summary>
    /// What of the drawer may be used in a visit. What the visit itself has used counts for the next one: nothing changes
    /// in the middle of the work.
    /// </summary>
    public static BurRack Of(IReadOnlyList<BurLedger> drawer, string visit, double dryPlasticMost)
    {
        BurLedger[] before = [.. drawer.Select(ledger => ledger.Before(visit)).Where(ledger => ledger.Usable)];
        return new([.. before.Select(ledger => ledger.Bur)])
        {
            Spent = [.. before.Where(ledger => ledger.Left(dryPlasticMost) <= 0).Select(ledger => ledger.Bur.Id)],
        };
    }
}

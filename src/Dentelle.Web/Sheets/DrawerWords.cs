using Dentelle.Core.Burs;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Web.Sheets;

/// <summary>What the drawer's ledger has to say of a visit, in sentences.</summary>
internal static class DrawerWords
{
    /// <summary>What should be seen to before some burs are used.</summary>
    public static IEnumerable<string> Warnings(IReadOnlyList<BurLedger> ledgers, IReadOnlySet<string> burs, SheetLimits limits) =>
        from ledger in ledgers
        where burs.Contains(ledger.Bur.Id)
        let text = ledger.Warning(limits.DryPlasticUses.Value)
        where text is not null
        select $"{ledger.Bur.Name}: {text.LowerFirst()}.";

    public static string Said(BurShortage shortage) =>
        $"{shortage.Bur.Name}: good for {shortage.Left} more, {shortage.Needed} planned; it runs out with "
        + $"{shortage.FirstWithout.LowerFirst()}.";
}

using Dentelle.Core.Burs;
using Dentelle.Core.Plans;
using Dentelle.Core.Sequencing;
using Dentelle.Core.Sequencing.Steps;
using Dentelle.Data;
using Dentelle.Web.Handbooks;

namespace Dentelle.Web.Sheets;

/// <summary>Run sheets that were made, so that a tap in the drawer does not put every coming visit in order again.</summary>
public sealed class KeptSheets
{
    private const int Most = 128;
    private readonly Shelf sheets = new(Most);

    internal Answer<RunSheet> Get(SheetKey key, Func<Answer<RunSheet>> make) => sheets.Get(key.Text, make);
}

/// <summary>
/// Everything a sheet follows from: the plans by their versions, the burs that may be used, learned times, and what was
/// wished.
/// </summary>
internal sealed record SheetKey
{
    public SheetKey(
        IReadOnlyList<UnitRow> units,
        Func<UnitRow, KeptProtocol> protocolOf,
        CuttingSchool? school,
        IReadOnlyList<string>? order,
        BurRack rack,
        LearnedTimes times,
        SheetLimits limits,
        PatientAlerts alerts
    ) =>
        Text = string.Join(
            '\n',
            [
                Joined(units.OrderBy(unit => unit.Order).Select(unit => $"{unit.Id} {unit.Version} {protocolOf(unit).Key}")),
                $"{school}",
                order is null ? "best" : Joined(order),
                Joined(rack.Burs.Select(bur => bur.Id)),
                Joined(rack.Spent),
                $"{alerts}",
                Joined(times.Told(limits).Select(told => $"{told}")),
            ]
        );

    public string Text { get; }

    private static string Joined(IEnumerable<string> parts) => string.Join('|', parts);
}

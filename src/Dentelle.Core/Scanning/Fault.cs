using System.Globalization;

namespace Dentelle.Core.Scanning;

/// <summary>What a hand gets wrong, on request.</summary>
public enum FaultKind
{
    /// <summary>A zone cut less than planned.</summary>
    Short,

    /// <summary>A zone cut more.</summary>
    Deep,

    /// <summary>A wall that leans in more than planned; the amount is in degrees.</summary>
    Taper,

    /// <summary>A wall hollowed under its upper end.</summary>
    Undercut,

    /// <summary>The outer rim of the shelf left standing.</summary>
    Lip,

    /// <summary>The finish line jumps down on one side.</summary>
    Step,

    /// <summary>The finish line is ragged on one side.</summary>
    Rough,

    /// <summary>The finish line wanders up and down all round.</summary>
    Wander,

    /// <summary>The central groove has moved to the facial or lingual.</summary>
    Fossa,

    /// <summary>Outer edges left sharp.</summary>
    Sharp,

    /// <summary>The neighbour was touched.</summary>
    Neighbour,

    /// <summary>The whole preparation leans to one side; the amount is in degrees.</summary>
    Path,
}

/// <summary>One fault: what, where, how much in millimetres (degrees for taper and path).</summary>
/// <param name="Place">A zone for short and deep, a side for others; "all" where it has no place.</param>
public sealed record Fault(FaultKind Kind, string Place, double Amount)
{
    private static readonly FaultKind[] Placeless = [FaultKind.Wander, FaultKind.Sharp];

    private bool IsAngle => Kind is FaultKind.Taper or FaultKind.Path;

    /// <summary>The side it lies on; null where it lies in a zone or all round.</summary>
    public WallSide? Side => Kebab.TryParse<WallSide>(Place, out var side) ? side : null;

    /// <summary>"undercut:distal:0.2".</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Kebab.Of(Kind)}:{Place}:{Amount:0.###}");

    /// <summary>Reads "undercut:distal:0.2", "short:groove:0.3", "wander:0.4".</summary>
    public static Answer<Fault> Parse(string text)
    {
        var parts = text.Split(':');
        if (!Kebab.TryParse<FaultKind>(parts[0], out var kind))
        {
            string[] known = [.. Enum.GetValues<FaultKind>().Select(Kebab.Of)];
            return new Problem("fault", $"There is no fault “{parts[0]}”; there are {string.Join(", ", known)}.", known);
        }
        var place = parts.Length > 2 ? parts[1] : "all";
        if (
            parts.Length is < 2 or > 3
            || !double.TryParse(parts[^1], NumberStyles.Float, CultureInfo.InvariantCulture, out var amount)
            || !double.IsFinite(amount)
        )
            return new Problem("fault", $"A fault is kind:place:amount, such as undercut:distal:0.2; “{text}” is not.");
        var fault = new Fault(kind, place, amount);
        if (Math.Abs(amount) > (fault.IsAngle ? 40 : 3))
            return new Problem("fault", $"“{text}”: at most {(fault.IsAngle ? "40°" : "3 mm")}.");
        var inZone = kind is FaultKind.Short or FaultKind.Deep;
        return inZone || Placeless.Contains(kind) || fault.Side is not null
            ? fault
            : new Problem("fault", $"“{text}” needs a side: {string.Join(", ", Enum.GetValues<WallSide>().Select(Kebab.Of))}.");
    }
}

using System.Text.Json.Serialization;
using Dentelle.Core.Measuring;

namespace Dentelle.Core.Judging;

[JsonConverter(typeof(KebabCase<Verdict>))]
public enum Verdict
{
    /// <summary>Below the least that the material bears.</summary>
    Critical,

    /// <summary>Below the target by more than the tolerance.</summary>
    Under,
    Within,

    /// <summary>Above the most: no instruction, but a consequence.</summary>
    Over,

    /// <summary>The reading straddles a limit.</summary>
    CantTell,
}

/// <summary>What one reading means.</summary>
/// <param name="Expected">What this kind of reading should have shown, with its limits.</param>
/// <param name="CorrectionLeast">What must at least still go to reach the target; zero when nothing must. Millimetres.</param>
/// <param name="CorrectionMost">What may at most still go.</param>
/// <param name="Headline">"0.5 short", "Within", "Can't tell".</param>
/// <param name="Instruction">What to do: how much more, in widths of the bur in hand, or what settles it.</param>
/// <param name="SettlingGauge">Size of the gauge that would settle a "can't tell".</param>
public sealed record Finding(
    Reading Reading,
    Verdict Verdict,
    MmRange Expected,
    Mm CorrectionLeast,
    Mm CorrectionMost,
    string Headline,
    string Instruction,
    Mm? SettlingGauge
);

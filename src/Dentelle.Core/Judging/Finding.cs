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
public sealed record Finding
{
    public required Reading Reading { get; init; }

    public required Verdict Verdict { get; init; }

    /// <summary>Whether only most of what the reading allows says so.</summary>
    public bool IsProbable { get; init; }

    /// <summary>What this kind of reading should have shown, with its limits.</summary>
    public required MmRange Expected { get; init; }

    /// <summary>What must at least still go to reach the target; zero when nothing must. Millimetres.</summary>
    public required Mm CorrectionLeast { get; init; }

    /// <summary>What may at most still go.</summary>
    public required Mm CorrectionMost { get; init; }

    /// <summary>"0.5 short", "Within", "Can't tell".</summary>
    public required string Headline { get; init; }

    /// <summary>What to do: how much more, in widths of the bur in hand, or what settles it.</summary>
    public required string Instruction { get; init; }

    /// <summary>Size of the gauge that would settle a "can't tell".</summary>
    public Mm? SettlingGauge { get; init; }
}

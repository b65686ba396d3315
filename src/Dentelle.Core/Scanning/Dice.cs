namespace Dentelle.Core.Scanning;

/// <summary>Numbers that look random and are the same for a seed on every machine: SplitMix64 (Steele and others 2014).</summary>
internal sealed class Dice(int seed)
{
    private ulong state = (ulong)seed * 0xD1342543DE82EF95;

    /// <summary>From 0 up to 1.</summary>
    public double Even()
    {
        state += 0x9E3779B97F4A7C15;
        var z = state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return ((z ^ (z >> 31)) >> 11) * (1.0 / (1UL << 53));
    }

    /// <summary>Of a normal distribution with mean 0 and standard deviation 1 (Box and Muller).</summary>
    public double Normal() => Math.Sqrt(-2 * Math.Log(1 - Even())) * Math.Cos(2 * Math.PI * Even());
}

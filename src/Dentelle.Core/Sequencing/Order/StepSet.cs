using System.Numerics;

namespace Dentelle.Core.Sequencing.Order;

/// <summary>A set of up to 256 steps by number, as bits.</summary>
internal readonly struct StepSet(ulong a, ulong b, ulong c, ulong d) : IEquatable<StepSet>
{
    public const int Most = 256;

    private readonly ulong a = a,
        b = b,
        c = c,
        d = d;

    public int Count => BitOperations.PopCount(a) + BitOperations.PopCount(b) + BitOperations.PopCount(c) + BitOperations.PopCount(d);

    public bool IsEmpty => (a | b | c | d) == 0;

    /// <summary>The lowest step of a set that is not empty.</summary>
    public int First =>
        a != 0 ? BitOperations.TrailingZeroCount(a)
        : b != 0 ? 64 + BitOperations.TrailingZeroCount(b)
        : c != 0 ? 128 + BitOperations.TrailingZeroCount(c)
        : 192 + BitOperations.TrailingZeroCount(d);

    public StepSet WithoutFirst =>
        a != 0 ? new(a & (a - 1), b, c, d)
        : b != 0 ? new(0, b & (b - 1), c, d)
        : c != 0 ? new(0, 0, c & (c - 1), d)
        : new(0, 0, 0, d & (d - 1));

    public static StepSet One(int step) =>
        (step >> 6) switch
        {
            0 => new(1UL << step, 0, 0, 0),
            1 => new(0, 1UL << (step & 63), 0, 0),
            2 => new(0, 0, 1UL << (step & 63), 0),
            _ => new(0, 0, 0, 1UL << (step & 63)),
        };

    public static StepSet Of(IEnumerable<int> steps) => steps.Aggregate(default(StepSet), (set, step) => set | One(step));

    public static StepSet operator |(StepSet x, StepSet y) => new(x.a | y.a, x.b | y.b, x.c | y.c, x.d | y.d);

    public static StepSet operator &(StepSet x, StepSet y) => new(x.a & y.a, x.b & y.b, x.c & y.c, x.d & y.d);

    public static bool operator ==(StepSet x, StepSet y) => x.Equals(y);

    public static bool operator !=(StepSet x, StepSet y) => !x.Equals(y);

    /// <summary>What is in this set and not in the other.</summary>
    public StepSet Without(StepSet other) => new(a & ~other.a, b & ~other.b, c & ~other.c, d & ~other.d);

    /// <summary>Whether everything in this set is in the other.</summary>
    public bool IsIn(StepSet other) => ((a & ~other.a) | (b & ~other.b) | (c & ~other.c) | (d & ~other.d)) == 0;

    /// <summary>Steps by number, lowest first.</summary>
    public IEnumerable<int> Steps()
    {
        for (var open = this; !open.IsEmpty; open = open.WithoutFirst)
            yield return open.First;
    }

    public bool Equals(StepSet other) => a == other.a && b == other.b && c == other.c && d == other.d;

    public override bool Equals(object? obj) => obj is StepSet other && Equals(other);

    public override int GetHashCode() => HashCode.Combine(a, b, c, d);
}

namespace Dentelle.Geometry.Trees;

/// <summary>Floats at a fixed address on a cache line's start, so that kernels may use pointers and whole lines.</summary>
internal sealed unsafe class AlignedFloats
{
    private const int LineBytes = 64;
    private readonly float[] held;

    public AlignedFloats(int count)
    {
        held = GC.AllocateUninitializedArray<float>(count + (LineBytes / sizeof(float)), pinned: true);
        var address = (nint)System.Runtime.CompilerServices.Unsafe.AsPointer(ref held[0]);
        Start = (float*)((address + LineBytes - 1) & ~(nint)(LineBytes - 1));
        Count = count;
    }

    /// <summary>Valid as long as this object is.</summary>
    public float* Start { get; }

    public int Count { get; }

    /// <summary>A larger block that begins with the same values.</summary>
    public AlignedFloats Resized(int count)
    {
        var larger = new AlignedFloats(count);
        Buffer.MemoryCopy(Start, larger.Start, (long)count * sizeof(float), (long)Math.Min(Count, count) * sizeof(float));
        return larger;
    }
}

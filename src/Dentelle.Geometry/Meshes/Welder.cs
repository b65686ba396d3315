using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Dentelle.Geometry.Meshes;

/// <summary>Gathers loose corners into shared vertices: corners at exactly the same place become one.</summary>
/// <remarks>Open addressing over vertex numbers; −0 counts as 0. Corners go in by blocks, so that the table's lines are under way before
/// they are asked for.</remarks>
public sealed class Welder
{
    private const int Block = 48,
        Recent = 8;

    /// <summary>Hashes and vertices of the last corners of the block before, then of this one.</summary>
    private readonly uint[] hashes = new uint[Recent + Block];
    private readonly int[] found = new int[Recent + Block];
    private readonly int[] seen = new int[Block];
    private Vector3[] positions;
    private int[] table;
    private int count;

    /// <param name="expectedCorners">A guess; both fewer and more are fine.</param>
    public Welder(int expectedCorners)
    {
        positions = GC.AllocateUninitializedArray<Vector3>(Math.Max(16, (expectedCorners / 6) + 64));
        table = new int[BitOperations.RoundUpToPowerOf2((uint)Math.Max(64, expectedCorners / 3))];
        Array.Fill(found, -1);
    }

    public int VertexCount => count;

    /// <summary>Finds or makes the vertex of each corner.</summary>
    public void Add(ReadOnlySpan<Vector3> corners, Span<int> vertices)
    {
        for (var from = 0; from < corners.Length; from += Block)
        {
            var length = Math.Min(Block, corners.Length - from);
            AddBlock(corners.Slice(from, length), vertices.Slice(from, length));
        }
    }

    public Vector3[] Take() => positions.AsSpan(0, count).ToArray();

    private void AddBlock(ReadOnlySpan<Vector3> corners, Span<int> vertices)
    {
        if (2 * (count + corners.Length) > table.Length)
            Grow();
        if (count + corners.Length > positions.Length)
            Array.Resize(ref positions, Math.Max(2 * count, count + corners.Length));
        // Places in the arrays without their bounds being asked each time: this is where reading a file spends its time.
        ref var slots = ref MemoryMarshal.GetArrayDataReference(table);
        ref var places = ref MemoryMarshal.GetArrayDataReference(positions);
        ref var hash = ref MemoryMarshal.GetArrayDataReference(hashes);
        ref var vertex = ref MemoryMarshal.GetArrayDataReference(found);
        ref var earlier = ref MemoryMarshal.GetArrayDataReference(seen);
        ref var corner = ref MemoryMarshal.GetReference(corners);
        var mask = (uint)(table.Length - 1);
        for (var i = 0; i < corners.Length; i++)
        {
            var own = Unsafe.Add(ref hash, Recent + i) = Hash(Unsafe.Add(ref corner, i));
            Prefetch(ref Unsafe.Add(ref slots, own & mask));
        }
        // Most corners have just been seen in a triangle before: the last eight are looked through at once. A round of its
        // own, for what has
        // only just been written singly can't yet be read as eight.
        for (var i = 0; i < corners.Length; i++)
        {
            var same = Vector256
                .Equals(Vector256.LoadUnsafe(ref hash, (nuint)i), Vector256.Create(Unsafe.Add(ref hash, Recent + i)))
                .ExtractMostSignificantBits();
            Unsafe.Add(ref earlier, i) = same == 0 ? -1 : i + 31 - BitOperations.LeadingZeroCount(same);
        }
        for (var i = 0; i < corners.Length; i++)
        {
            var place = Unsafe.Add(ref corner, i);
            var seenAt = Unsafe.Add(ref earlier, i);
            var known = seenAt < 0 ? -1 : Unsafe.Add(ref vertex, seenAt);
            if (known < 0 || Unsafe.Add(ref places, known) != place)
            {
                for (var slot = Unsafe.Add(ref hash, Recent + i) & mask; ; slot = (slot + 1) & mask)
                {
                    known = Unsafe.Add(ref slots, slot) - 1;
                    if (known < 0)
                    {
                        known = count++;
                        Unsafe.Add(ref places, known) = place;
                        Unsafe.Add(ref slots, slot) = count;
                        break;
                    }
                    if (Unsafe.Add(ref places, known) == place)
                        break;
                }
            }
            Unsafe.Add(ref vertex, Recent + i) = known;
        }
        found.AsSpan(Recent, corners.Length).CopyTo(vertices);
        Array.Copy(hashes, corners.Length, hashes, 0, Recent);
        Array.Copy(found, corners.Length, found, 0, Recent);
    }

    private void Grow()
    {
        table = new int[2 * table.Length];
        var mask = (uint)(table.Length - 1);
        for (var i = 0; i < count; i++)
        {
            var slot = Hash(positions[i]) & mask;
            while (table[slot] != 0)
                slot = (slot + 1) & mask;
            table[slot] = i + 1;
        }
    }

    private static uint Hash(Vector3 p)
    {
        // Adding zero turns −0 into +0.
        var x = BitConverter.SingleToUInt32Bits(p.X + 0f);
        var y = BitConverter.SingleToUInt32Bits(p.Y + 0f);
        var z = BitConverter.SingleToUInt32Bits(p.Z + 0f);
        var mixed = ((x * 0x9E3779B97F4A7C15UL) ^ (y * 0xC2B2AE3D27D4EB4FUL)) + (z * 0x165667B19E3779F9UL);
        mixed ^= mixed >> 29;
        return (uint)((mixed * 0xBF58476D1CE4E5B9UL) >> 32);
    }

    private static unsafe void Prefetch(ref int slot)
    {
        if (Sse.IsSupported)
            Sse.Prefetch0(Unsafe.AsPointer(ref slot));
    }

    /// <summary>A mesh from loose triangles, three corners each.</summary>
    public static Mesh Weld(ReadOnlySpan<Vector3> looseCorners)
    {
        var welder = new Welder(looseCorners.Length);
        var corners = new int[looseCorners.Length];
        welder.Add(looseCorners, corners);
        return new Mesh(welder.Take(), corners);
    }

    /// <summary>The same mesh with vertices at one place joined; triangles left without three different corners go.</summary>
    public static Mesh Weld(Mesh mesh)
    {
        var loose = new Vector3[mesh.Corners.Length];
        for (var i = 0; i < loose.Length; i++)
            loose[i] = mesh.Positions[mesh.Corners[i]];
        return Weld(loose);
    }
}

using System.Buffers.Binary;
using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Files;

/// <summary>
/// STL: 80 bytes of header, a count, 50 bytes a triangle; or the same as text. Normals are passed over: corners tell them.
/// </summary>
internal static class StlReader
{
    public const int HeaderLength = 84;
    private const int RecordLength = 50;
    private const int Batch = 256;

    /// <summary>Bytes of a facet as text when its numbers are short: a guess at how many there are, on the side of too many.</summary>
    private const int ShortFacet = 180;

    /// <summary>
    /// Whether the announced count explains the file's length to the byte; that tells binary files whose header begins with
    /// "solid".
    /// </summary>
    public static bool LengthFits(ByteSource source, ReadOnlySpan<byte> head) =>
        head.Length >= HeaderLength
        && source.Length == HeaderLength + ((long)RecordLength * BinaryPrimitives.ReadUInt32LittleEndian(head[80..]));

    public static Mesh Binary(ByteSource source)
    {
        if (!source.Fill(HeaderLength))
            throw ByteSource.Truncated("the header");
        var announced = BinaryPrimitives.ReadUInt32LittleEndian(source.Ahead[80..]);
        source.Skip(HeaderLength);
        source.RefuseTooMany(announced);
        if (source.Length is { } length && length < HeaderLength + ((long)RecordLength * announced))
            throw new MeshFileException(
                MeshFault.Truncated,
                $"The file announces {announced} triangles and ends after {(length - HeaderLength) / RecordLength}."
            );

        // Without a known length nothing is taken on trust: memory grows with what has come.
        var expected = source.Length is null ? 0 : (int)announced;
        var corners = new CornerList(expected);
        Span<Vector3> loose = stackalloc Vector3[3 * Batch];
        for (var left = (int)announced; left > 0; )
        {
            var take = Math.Min(left, Batch);
            if (!source.Fill(RecordLength * take))
                throw ByteSource.Truncated("a triangle");
            ref var record = ref MemoryMarshal.GetReference(source.Ahead);
            for (var i = 0; i < take; i++)
            {
                ref var at = ref Unsafe.Add(ref record, (RecordLength * i) + 12);
                for (var k = 0; k < 3; k++)
                    loose[(3 * i) + k] = Corner(ref Unsafe.Add(ref at, 12 * k));
            }
            corners.Add(loose[..(3 * take)]);
            source.Skip(RecordLength * take);
            left -= take;
        }
        return corners.ToMesh();
    }

    public static Mesh Ascii(ByteSource source)
    {
        var corners = new CornerList(source.Length is { } length ? (int)Math.Min(length / ShortFacet, source.How.MaxTriangles) : 0);
        var text = new TextScanner(source);
        Span<Vector3> loose = stackalloc Vector3[3 * Batch];
        var (filled, inFacet, triangles) = (0, 0, 0L);
        while (true)
        {
            if (filled % 3 == 0 && inFacet == 3 && source.Fill(PlainFacets.Margin))
            {
                var (used, read) = PlainFacets.Read(source.Ahead, loose[filled..]);
                source.Skip(used);
                filled += read;
                source.RefuseTooMany(triangles += read / 3);
                if (filled == loose.Length)
                {
                    corners.Add(loose);
                    filled = 0;
                    continue;
                }
            }
            var word = text.NextWord();
            if (word.IsEmpty)
                break;
            switch (word[0])
            {
                case (byte)'v' when word.SequenceEqual("vertex"u8):
                    if (inFacet++ == 3)
                        throw source.Malformed("A facet has more than three corners");
                    loose[filled++] = new Vector3(text.Number(), text.Number(), text.Number());
                    break;
                case (byte)'f' when word.SequenceEqual("facet"u8):
                    inFacet = 0;
                    text.SkipWords(4);
                    break;
                case (byte)'e' when word.SequenceEqual("endfacet"u8):
                    if (inFacet != 3)
                        throw source.Malformed("A facet has fewer than three corners");
                    source.RefuseTooMany(++triangles);
                    break;
                case (byte)'e' when word.SequenceEqual("endloop"u8):
                    break;
                case (byte)'o' when word.SequenceEqual("outer"u8):
                    text.SkipWords(1);
                    break;
                case (byte)'s' when word.SequenceEqual("solid"u8):
                case (byte)'e' when word.SequenceEqual("endsolid"u8):
                    text.SkipLine();
                    inFacet = 3;
                    break;
                default:
                    throw source.Malformed("There is a word that STL does not have");
            }
            if (filled < loose.Length || inFacet != 3)
                continue;
            corners.Add(loose);
            filled = 0;
        }
        if (filled % 3 != 0 || inFacet != 3)
            throw ByteSource.Truncated("a facet");
        corners.Add(loose[..filled]);
        return corners.ToMesh();
    }

    private static Vector3 Corner(ref byte at)
    {
        if (BitConverter.IsLittleEndian)
            return Unsafe.ReadUnaligned<Vector3>(ref at);
        var bytes = MemoryMarshal.CreateReadOnlySpan(ref at, 12);
        return new Vector3(
            BinaryPrimitives.ReadSingleLittleEndian(bytes),
            BinaryPrimitives.ReadSingleLittleEndian(bytes[4..]),
            BinaryPrimitives.ReadSingleLittleEndian(bytes[8..])
        );
    }
}

/// <summary>Loose corners on their way to shared vertices; refuses coordinates that are no numbers.</summary>
internal sealed class CornerList(int expectedTriangles)
{
    private readonly Welder welder = new(3 * expectedTriangles);
    private int[] corners = GC.AllocateUninitializedArray<int>(3 * Math.Max(expectedTriangles, 64));
    private int count;

    public void Add(ReadOnlySpan<Vector3> loose)
    {
        if (count + loose.Length > corners.Length)
            corners = Copied(Math.Max(2 * corners.Length, count + loose.Length));
        welder.Add(loose, corners.AsSpan(count));
        count += loose.Length;
    }

    public Mesh ToMesh()
    {
        var positions = welder.Take();
        Finite.Demand(positions);
        return new Mesh(positions, count < corners.Length ? Copied(count) : corners);
    }

    /// <summary>The corners so far in an array of another length, whose rest nobody clears.</summary>
    private int[] Copied(int length)
    {
        var copy = GC.AllocateUninitializedArray<int>(length);
        corners.AsSpan(0, count).CopyTo(copy);
        return copy;
    }
}

internal static class Finite
{
    /// <summary>Refuses positions of which any coordinate is infinite or no number.</summary>
    public static void Demand(ReadOnlySpan<Vector3> positions)
    {
        foreach (var value in MemoryMarshal.Cast<Vector3, float>(positions))
        {
            if (!float.IsFinite(value))
                throw new MeshFileException(MeshFault.NotFinite, "A coordinate is no finite number.");
        }
    }
}

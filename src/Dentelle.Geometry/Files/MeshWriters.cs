using System.Buffers.Binary;
using System.Globalization;
using System.Numerics;
using System.Text;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Files;

/// <summary>STL, binary or text; normals are computed from the corners.</summary>
internal static class StlWriter
{
    public static void Write(Mesh mesh, Stream stream, MeshFormat format, string? note)
    {
        if (format == MeshFormat.StlBinary)
            Binary(mesh, stream, note);
        else
            Ascii(mesh, stream);
    }

    private static void Binary(Mesh mesh, Stream stream, string? note)
    {
        // The stream is the caller's: it is flushed, not closed.
        var buffered = new BufferedStream(stream, 1 << 16);
        Span<byte> head = stackalloc byte[StlReader.HeaderLength];
        head.Clear();
        // Not “solid”: that is how a text begins.
        Encoding.ASCII.GetBytes(note is null ? "" : $"by {note}"[..Math.Min(80, note.Length + 3)], head);
        BinaryPrimitives.WriteInt32LittleEndian(head[80..], mesh.TriangleCount);
        buffered.Write(head);
        Span<byte> record = stackalloc byte[50];
        record.Clear();
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            var (a, b, c) = mesh.Triangle(i);
            var at = Put(record, 0, (Vector3)mesh.AreaVector(i).Unit);
            foreach (var corner in (ReadOnlySpan<Vec3>)[a, b, c])
                at = Put(record, at, (Vector3)corner);
            buffered.Write(record);
        }
        buffered.Flush();
    }

    private static int Put(Span<byte> record, int at, Vector3 value)
    {
        for (var axis = 0; axis < 3; axis++, at += 4)
            BinaryPrimitives.WriteSingleLittleEndian(record[at..], value[axis]);
        return at;
    }

    private static void Ascii(Mesh mesh, Stream stream)
    {
        using var writer = TextOut.To(stream);
        writer.Write("solid surface\n");
        for (var i = 0; i < mesh.TriangleCount; i++)
        {
            writer.Write($"facet normal {TextOut.Of((Vector3)mesh.AreaVector(i).Unit)}\n outer loop\n");
            for (var k = 0; k < 3; k++)
                writer.Write($"  vertex {TextOut.Of(mesh.Positions[mesh.Corners[(3 * i) + k]])}\n");
            writer.Write(" endloop\nendfacet\n");
        }
        writer.Write("endsolid surface\n");
    }
}

/// <summary>PLY with vertices and triangles.</summary>
internal static class PlyWriter
{
    public static void Write(Mesh mesh, Stream stream, MeshFormat format, string? note, IReadOnlyList<VertexValues> values)
    {
        var word = format switch
        {
            MeshFormat.PlyBinaryLittleEndian => "binary_little_endian",
            MeshFormat.PlyBinaryBigEndian => "binary_big_endian",
            _ => "ascii",
        };
        // The stream is the caller's: it is flushed, not closed.
        var buffered = new BufferedStream(stream, 1 << 16);
        buffered.Write(
            Encoding.ASCII.GetBytes(
                $"ply\nformat {word} 1.0\n{(note is null ? "" : $"comment {note}\n")}"
                    + $"element vertex {mesh.Positions.Length}\nproperty float x\nproperty float y\nproperty float z\n"
                    + string.Concat(values.Select(one => $"property float {one.Name}\n"))
                    + $"element face {mesh.TriangleCount}\nproperty list uchar int vertex_indices\nend_header\n"
            )
        );
        if (format == MeshFormat.PlyAscii)
            Ascii(mesh, buffered, values);
        else
            Binary(mesh, buffered, format == MeshFormat.PlyBinaryBigEndian, values);
        buffered.Flush();
    }

    private static void Ascii(Mesh mesh, Stream stream, IReadOnlyList<VertexValues> values)
    {
        using var writer = TextOut.To(stream);
        for (var i = 0; i < mesh.Positions.Length; i++)
        {
            writer.Write(TextOut.Of(mesh.Positions[i]));
            foreach (var one in values)
                writer.Write(string.Create(CultureInfo.InvariantCulture, $" {one.Values[i]:R}"));
            writer.Write('\n');
        }
        var corners = mesh.Corners;
        for (var i = 0; i < corners.Length; i += 3)
            writer.Write($"3 {corners[i]} {corners[i + 1]} {corners[i + 2]}\n");
    }

    private static void Binary(Mesh mesh, Stream stream, bool bigEndian, IReadOnlyList<VertexValues> values)
    {
        Span<byte> four = stackalloc byte[4];
        for (var i = 0; i < mesh.Positions.Length; i++)
        {
            for (var axis = 0; axis < 3; axis++)
                Put(BitConverter.SingleToInt32Bits(mesh.Positions[i][axis]), four);
            foreach (var one in values)
                Put(BitConverter.SingleToInt32Bits(one.Values[i]), four);
        }
        for (var i = 0; i < mesh.Corners.Length; i++)
        {
            if (i % 3 == 0)
                stream.WriteByte(3);
            Put(mesh.Corners[i], four);
        }

        void Put(int value, Span<byte> bytes)
        {
            if (bigEndian)
                BinaryPrimitives.WriteInt32BigEndian(bytes, value);
            else
                BinaryPrimitives.WriteInt32LittleEndian(bytes, value);
            stream.Write(bytes);
        }
    }
}

/// <summary>OBJ with vertices and triangles.</summary>
internal static class ObjWriter
{
    public static void Write(Mesh mesh, Stream stream)
    {
        using var writer = TextOut.To(stream);
        foreach (var p in mesh.Positions)
            writer.Write($"v {TextOut.Of(p)}\n");
        var corners = mesh.Corners;
        for (var i = 0; i < corners.Length; i += 3)
            writer.Write($"f {corners[i] + 1} {corners[i + 1] + 1} {corners[i + 2] + 1}\n");
    }
}

internal static class TextOut
{
    public static StreamWriter To(Stream stream) =>
        new(stream, new UTF8Encoding(encoderShouldEmitUTF8Identifier: false), 1 << 16, leaveOpen: true);

    /// <summary>Three coordinates in the shortest form that reads back the same.</summary>
    public static string Of(Vector3 p) => string.Create(CultureInfo.InvariantCulture, $"{p.X:R} {p.Y:R} {p.Z:R}");
}

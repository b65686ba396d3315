using System.Buffers.Text;
using System.Numerics;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Files;

/// <summary>OBJ: vertices and faces; polygons become fans; textures, groups, lines and materials are passed over.</summary>
internal static class ObjReader
{
    /// <summary>Whether the first words of its lines are ones that OBJ has.</summary>
    public static bool LooksLike(ReadOnlySpan<byte> head)
    {
        foreach (var range in head.Split((byte)'\n'))
        {
            var line = head[range].Trim(" \t\r"u8);
            if (line.IsEmpty || line[0] == '#')
                continue;
            return line.StartsWith("v "u8)
                || line.StartsWith("vn "u8)
                || line.StartsWith("vt "u8)
                || line.StartsWith("o "u8)
                || line.StartsWith("g "u8)
                || line.StartsWith("s "u8)
                || line.StartsWith("f "u8)
                || line.StartsWith("mtllib "u8)
                || line.StartsWith("usemtl "u8);
        }
        return false;
    }

    public static Mesh Read(ByteSource source)
    {
        var (positions, corners) = (new List<Vector3>(), new List<int>());
        var text = new TextScanner(source);
        while (text.NextWord() is { IsEmpty: false } word)
        {
            if (word.SequenceEqual("v"u8))
                positions.Add(new Vector3(text.Number(), text.Number(), text.Number()));
            else if (word.SequenceEqual("f"u8))
                ReadFace(source, text, positions.Count, corners);
            text.SkipLine();
        }
        var all = positions.ToArray();
        Finite.Demand(all);
        // Faces may name vertices that stand further down.
        foreach (var corner in corners)
        {
            if ((uint)corner >= (uint)all.Length)
                throw new MeshFileException(MeshFault.Malformed, $"A face names vertex {corner + 1L} of {all.Length}.");
        }
        return new Mesh(all, [.. corners]);
    }

    private static void ReadFace(ByteSource source, TextScanner text, int vertices, List<int> corners)
    {
        var (first, last, count) = (0, 0, 0);
        while (text.NextWordInLine() is { IsEmpty: false } word)
        {
            if (!Utf8Parser.TryParse(word, out int number, out var used) || number == 0 || (used < word.Length && word[used] != '/'))
                throw source.Malformed("A face's corner can't be read");
            var corner = number > 0 ? number - 1 : vertices + number;
            if (corner < 0)
                throw source.Malformed("A face names a vertex that isn't there");
            if (count == 0)
                first = corner;
            if (count++ >= 2)
            {
                corners.AddRange([first, last, corner]);
                source.RefuseTooMany(corners.Count / 3);
            }
            last = corner;
        }
        if (count < 3)
            throw source.Malformed("A face has fewer than three corners");
    }
}

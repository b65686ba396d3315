using System.Buffers.Binary;
using System.Buffers.Text;
using System.Numerics;
using System.Text;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Files;

/// <summary>
/// PLY, as text or binary of either byte order: elements "vertex" (x, y, z) and "face" (a list of vertex numbers); the rest
/// is passed over.
/// </summary>
internal static class PlyReader
{
    private const int LongestHeader = 1 << 16;

    /// <summary>Reads the format line without taking anything.</summary>
    public static MeshFormat FormatOf(ByteSource source)
    {
        var head = Encoding.ASCII.GetString(source.Peek(256));
        if (head.Contains("format ascii 1.0", StringComparison.Ordinal))
            return MeshFormat.PlyAscii;
        if (head.Contains("format binary_little_endian 1.0", StringComparison.Ordinal))
            return MeshFormat.PlyBinaryLittleEndian;
        if (head.Contains("format binary_big_endian 1.0", StringComparison.Ordinal))
            return MeshFormat.PlyBinaryBigEndian;
        throw new MeshFileException(MeshFault.Malformed, "The PLY header names no format that PLY 1.0 has.");
    }

    public static Mesh Read(ByteSource source)
    {
        var format = FormatOf(source);
        var elements = Header(source);
        PlyValues values =
            format == MeshFormat.PlyAscii ? new PlyText(source) : new PlyBytes(source, format == MeshFormat.PlyBinaryBigEndian);
        var (positions, corners) = (new List<Vector3>(), new List<int>());
        foreach (var element in elements)
        {
            source.RefuseTooMany(element.Name == "face" ? element.Count : 0);
            for (var i = 0L; i < element.Count; i++)
            {
                if (element.Name == "vertex")
                    positions.Add(Vertex(element, values));
                else if (element.Name == "face")
                    Face(source, element, values, corners);
                else
                    foreach (var property in element.Properties)
                        values.Pass(property);
            }
        }
        var all = positions.ToArray();
        Finite.Demand(all);
        foreach (var corner in corners)
        {
            if ((uint)corner >= (uint)all.Length)
                throw new MeshFileException(MeshFault.Malformed, $"A face names vertex {corner} of {all.Length}.");
        }
        return new Mesh(all, [.. corners]);
    }

    private static Vector3 Vertex(PlyElement element, PlyValues values)
    {
        var place = default(Vector3);
        foreach (var property in element.Properties)
        {
            if (property.Axis < 0)
                values.Pass(property);
            else
                place[property.Axis] = (float)values.Next(property.Type);
        }
        return place;
    }

    private static void Face(ByteSource source, PlyElement element, PlyValues values, List<int> corners)
    {
        foreach (var property in element.Properties)
        {
            if (!property.IsCornerList)
            {
                values.Pass(property);
                continue;
            }
            var count = values.NextCount(property);
            var (first, last) = (0, 0);
            for (var k = 0; k < count; k++)
            {
                var value = values.Next(property.Type);
                if (value is < 0 or > int.MaxValue || value != Math.Floor(value))
                    throw source.Malformed("A face's corner is no vertex number");
                var corner = (int)value;
                if (k == 0)
                    first = corner;
                if (k >= 2)
                    corners.AddRange([first, last, corner]);
                last = corner;
            }
            source.RefuseTooMany(corners.Count / 3);
        }
    }

    private static List<PlyElement> Header(ByteSource source)
    {
        var elements = new List<PlyElement>();
        while (true)
        {
            var ahead = source.Peek(LongestHeader);
            var length = ahead.IndexOf((byte)'\n');
            if (length < 0 || source.Position > LongestHeader)
                throw source.Malformed("The PLY header does not end");
            var words = Encoding.ASCII.GetString(ahead[..length]).Split([' ', '\t', '\r'], StringSplitOptions.RemoveEmptyEntries);
            source.Skip(length + 1);
            switch (words)
            {
                case ["end_header"]:
                    if (!elements.Exists(e => e.Name == "vertex" && e.Properties.Count(p => p.Axis >= 0) == 3))
                        throw source.Malformed("The PLY header has no vertex with x, y and z");
                    return elements;
                case ["element", var name, var count] when long.TryParse(count, out var number) && number >= 0:
                    elements.Add(new PlyElement(name, number, []));
                    break;
                case ["property", "list", var countType, var type, var name] when elements.Count > 0:
                    elements[^1]
                        .Properties.Add(new PlyProperty(name, PlyProperty.TypeOf(type, source), PlyProperty.TypeOf(countType, source)));
                    break;
                case ["property", var type, var name] when elements.Count > 0:
                    elements[^1].Properties.Add(new PlyProperty(name, PlyProperty.TypeOf(type, source), null));
                    break;
                case ["ply"] or ["format", ..] or ["comment", ..] or ["obj_info", ..] or []:
                    break;
                default:
                    throw source.Malformed("A line of the PLY header can't be understood");
            }
        }
    }
}

/// <summary>One kind of row that the header announces.</summary>
internal sealed record PlyElement(string Name, long Count, List<PlyProperty> Properties);

internal enum PlyType
{
    Int8,
    UInt8,
    Int16,
    UInt16,
    Int32,
    UInt32,
    Single,
    Double,
}

/// <param name="CountType">For a list, the type of its count.</param>
internal sealed record PlyProperty(string Name, PlyType Type, PlyType? CountType)
{
    /// <summary>0, 1, 2 for x, y, z; −1 for anything else.</summary>
    public int Axis { get; } =
        CountType is not null
            ? -1
            : Name switch
            {
                "x" => 0,
                "y" => 1,
                "z" => 2,
                _ => -1,
            };

    public bool IsCornerList { get; } = CountType is not null && Name is "vertex_indices" or "vertex_index";

    public static PlyType TypeOf(string name, ByteSource source) =>
        name switch
        {
            "char" or "int8" => PlyType.Int8,
            "uchar" or "uint8" => PlyType.UInt8,
            "short" or "int16" => PlyType.Int16,
            "ushort" or "uint16" => PlyType.UInt16,
            "int" or "int32" => PlyType.Int32,
            "uint" or "uint32" => PlyType.UInt32,
            "float" or "float32" => PlyType.Single,
            "double" or "float64" => PlyType.Double,
            _ => throw source.Malformed("A type in the PLY header can't be understood"),
        };
}

/// <summary>The values of a PLY body, one after the other.</summary>
internal abstract class PlyValues(ByteSource source)
{
    protected ByteSource Source { get; } = source;

    public abstract double Next(PlyType type);

    /// <summary>Length of a list; refused when no face could be so long.</summary>
    public int NextCount(PlyProperty list)
    {
        var count = Next(list.CountType!.Value);
        return count is >= 0 and <= 1 << 20 ? (int)count : throw Source.Malformed("A list's length is out of all reason");
    }

    public void Pass(PlyProperty property)
    {
        var count = property.CountType is null ? 1 : NextCount(property);
        for (var i = 0; i < count; i++)
            Next(property.Type);
    }
}

internal sealed class PlyText(ByteSource source) : PlyValues(source)
{
    private readonly TextScanner text = new(source);

    public override double Next(PlyType type)
    {
        if (type is PlyType.Single or PlyType.Double)
            return text.Number();
        var word = text.NextWord();
        if (word.IsEmpty)
            throw ByteSource.Truncated("a row");
        // Some writers put whole numbers down as 3.0.
        return Utf8Parser.TryParse(word, out double value, out var used) && used == word.Length
            ? value
            : throw Source.Malformed("A number can't be read");
    }
}

internal sealed class PlyBytes(ByteSource source, bool bigEndian) : PlyValues(source)
{
    public override double Next(PlyType type)
    {
        var size = type switch
        {
            PlyType.Int8 or PlyType.UInt8 => 1,
            PlyType.Int16 or PlyType.UInt16 => 2,
            PlyType.Double => 8,
            _ => 4,
        };
        if (!Source.Fill(size))
            throw ByteSource.Truncated("a row");
        var at = Source.Ahead;
        double value = type switch
        {
            PlyType.Int8 => (sbyte)at[0],
            PlyType.UInt8 => at[0],
            PlyType.Int16 => bigEndian ? BinaryPrimitives.ReadInt16BigEndian(at) : BinaryPrimitives.ReadInt16LittleEndian(at),
            PlyType.UInt16 => bigEndian ? BinaryPrimitives.ReadUInt16BigEndian(at) : BinaryPrimitives.ReadUInt16LittleEndian(at),
            PlyType.Int32 => bigEndian ? BinaryPrimitives.ReadInt32BigEndian(at) : BinaryPrimitives.ReadInt32LittleEndian(at),
            PlyType.UInt32 => bigEndian ? BinaryPrimitives.ReadUInt32BigEndian(at) : BinaryPrimitives.ReadUInt32LittleEndian(at),
            PlyType.Single => bigEndian ? BinaryPrimitives.ReadSingleBigEndian(at) : BinaryPrimitives.ReadSingleLittleEndian(at),
            _ => bigEndian ? BinaryPrimitives.ReadDoubleBigEndian(at) : BinaryPrimitives.ReadDoubleLittleEndian(at),
        };
        Source.Skip(size);
        return value;
    }
}

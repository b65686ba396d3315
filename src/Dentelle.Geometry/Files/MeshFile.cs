using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Files;

/// <summary>What a mesh file is written in.</summary>
public enum MeshFormat
{
    StlBinary,
    StlAscii,
    PlyBinaryLittleEndian,
    PlyBinaryBigEndian,
    PlyAscii,
    Obj,
}

/// <summary>Why a file could not be read as a mesh.</summary>
public enum MeshFault
{
    /// <summary>Nothing in it, or no triangle.</summary>
    Empty,

    /// <summary>No format that is understood.</summary>
    Unknown,

    /// <summary>The name says one format, the contents are another.</summary>
    WrongName,

    /// <summary>It ends before it has given what it announced.</summary>
    Truncated,

    /// <summary>Something in it can't be understood.</summary>
    Malformed,

    /// <summary>A coordinate that is no finite number of single precision.</summary>
    NotFinite,

    /// <summary>More triangles than the reader was told to take.</summary>
    TooLarge,

    /// <summary>Edges with three triangles or more, when only plain surfaces were asked for.</summary>
    NonManifold,
}

/// <summary>A file that can't be read as a mesh: the kind of fault, and a sentence that says where.</summary>
public sealed class MeshFileException(MeshFault fault, string sentence) : Exception(sentence)
{
    public MeshFault Fault { get; } = fault;
}

/// <summary>What kind of surface a reader takes.</summary>
public enum MeshDemand
{
    /// <summary>Whatever the file holds.</summary>
    Any,

    /// <summary>At most two triangles at an edge.</summary>
    Manifold,
}

/// <summary>How a file is to be read.</summary>
/// <param name="MaxTriangles">Beyond this the file is refused, before memory is spent on it.</param>
/// <param name="Progress">Told the share read, from 0 to 1.</param>
public sealed record MeshReading(
    int MaxTriangles = 20_000_000,
    MeshDemand Demand = MeshDemand.Any,
    IProgress<double>? Progress = null,
    CancellationToken Cancel = default
);

/// <summary>Reads and writes mesh files: STL, PLY and OBJ both ways.</summary>
public static class MeshFile
{
    /// <summary>Reads a file; what it is told by its contents.</summary>
    /// <exception cref="MeshFileException">It can't be read; memory stays bounded by the file's own length whatever it claims.</exception>
    public static Mesh Read(string path, MeshReading? how = null)
    {
        using var stream = new FileStream(path, new FileStreamOptions { BufferSize = 0, Options = FileOptions.SequentialScan });
        return Read(stream, Path.GetFileName(path), how);
    }

    /// <summary>Reads a stream; <paramref name="name"/> is the name it goes by, whose ending must not contradict the contents.</summary>
    /// <param name="stream">Read to its end; its length need not be known.</param>
    public static Mesh Read(Stream stream, string? name = null, MeshReading? how = null)
    {
        how ??= new MeshReading();
        using var source = new ByteSource(stream, how);
        var format = Recognise(source);
        RefuseWrongName(format, name);
        var mesh = format switch
        {
            MeshFormat.StlBinary => StlReader.Binary(source),
            MeshFormat.StlAscii => StlReader.Ascii(source),
            MeshFormat.Obj => ObjReader.Read(source),
            _ => PlyReader.Read(source),
        };
        if (mesh.TriangleCount == 0)
            throw new MeshFileException(MeshFault.Empty, "The file holds no triangle.");
        if (how.Demand == MeshDemand.Manifold && mesh.Topology.NonManifoldEdgeCount is > 0 and var crowded)
            throw new MeshFileException(MeshFault.NonManifold, $"{crowded} edges have three triangles or more; a plain surface has two.");
        how.Progress?.Report(1);
        return mesh;
    }

    /// <summary>Writes a mesh in a format. STL loses which corners are shared; the others keep it.</summary>
    /// <param name="note">What stands in the head of a binary STL or a PLY, of 76 letters at most; the others have no place for it.</param>
    /// <param name="values">Of each vertex, under names; a PLY alone has a place for them.</param>
    public static void Write(Mesh mesh, Stream stream, MeshFormat format, string? note = null, IReadOnlyList<VertexValues>? values = null)
    {
        switch (format)
        {
            case MeshFormat.StlBinary or MeshFormat.StlAscii:
                StlWriter.Write(mesh, stream, format, note);
                break;
            case MeshFormat.Obj:
                ObjWriter.Write(mesh, stream);
                break;
            default:
                PlyWriter.Write(mesh, stream, format, note, values ?? []);
                break;
        }
    }

    public static void Write(Mesh mesh, string path, MeshFormat format)
    {
        using var stream = File.Create(path);
        Write(mesh, stream, format);
    }

    private static MeshFormat Recognise(ByteSource source)
    {
        var head = source.Peek(512);
        if (head.IsEmpty)
            throw new MeshFileException(MeshFault.Empty, "The file is empty.");
        if (head.StartsWith("ply"u8) && head.Length > 3 && head[3] is (byte)'\n' or (byte)'\r')
            return PlyReader.FormatOf(source);
        if (StlReader.LengthFits(source, head))
            return MeshFormat.StlBinary;
        var text = head.IndexOfAnyExceptInRange((byte)'\t', (byte)'~') < 0;
        var first = head[Math.Max(0, head.IndexOfAnyExcept(" \t\r\n"u8))..];
        if (first.StartsWith("solid"u8) && (text || head.IndexOf("facet"u8) > 0))
            return MeshFormat.StlAscii;
        if (text && ObjReader.LooksLike(head))
            return MeshFormat.Obj;
        // A binary STL announces its length; one that doesn't fit is one that was cut off, or no STL at all.
        if (!text && head.Length >= StlReader.HeaderLength)
            return MeshFormat.StlBinary;
        throw new MeshFileException(MeshFault.Unknown, "This is no STL, PLY or OBJ file.");
    }

    private static void RefuseWrongName(MeshFormat format, string? name)
    {
        var ending = Path.GetExtension(name ?? "").TrimStart('.').ToLowerInvariant();
        var said = Family(format);
        if (ending is "stl" or "ply" or "obj" && ending != said)
            throw new MeshFileException(
                MeshFault.WrongName,
                $"The name ends in .{ending}, but the contents are {said.ToUpperInvariant()}."
            );
    }

    private static string Family(MeshFormat format) =>
        format switch
        {
            MeshFormat.StlBinary or MeshFormat.StlAscii => "stl",
            MeshFormat.Obj => "obj",
            _ => "ply",
        };
}

using System.Numerics;
using System.Runtime.InteropServices;
using SharpGLTF.Memory;
using SharpGLTF.Schema2;
using Mesh = Dentelle.Geometry.Meshes.Mesh;

namespace Dentelle.Geometry.Files;

/// <summary>One body of a scene: its name, surface, and colour with opacity, each from 0 to 1.</summary>
public sealed record SceneBody(string Name, Mesh Mesh, Vector4 Colour)
{
    /// <summary>Further values at its vertices, by names that begin with an underscore as the format demands.</summary>
    public IReadOnlyList<VertexValues> Values { get; init; } = [];
}

/// <summary>One closed line of a scene, with values at its points.</summary>
public sealed record SceneLine(string Name, IReadOnlyList<Vector3> Points, IReadOnlyList<VertexValues> Values);

/// <param name="Name">Such as <c>_OPENNESS</c>.</param>
/// <param name="Values">One for each vertex or point.</param>
public sealed record VertexValues(string Name, float[] Values);

/// <summary>Writes bodies as one binary glTF 2.0 scene, in metres as that format demands.</summary>
public static class GltfWriter
{
    /// <param name="bodies">In millimetres.</param>
    /// <param name="stream">Gets a .glb file.</param>
    /// <param name="lines">Likewise.</param>
    public static void Write(IReadOnlyList<SceneBody> bodies, Stream stream, params IReadOnlyList<SceneLine> lines)
    {
        var model = ModelRoot.CreateModel();
        var scene = model.UseScene("scene");
        foreach (var body in bodies)
        {
            var material = model.CreateMaterial(body.Name);
            material.InitializePBRMetallicRoughness();
            if (material.FindChannel("BaseColor") is { } colour)
                colour.Color = body.Colour;
            if (body.Colour.W < 1)
                material.Alpha = AlphaMode.BLEND;
            var mesh = model.CreateMesh(body.Name);
            var surface = mesh.CreatePrimitive();
            surface.DrawPrimitiveType = PrimitiveType.TRIANGLES;
            surface.SetVertexAccessor("POSITION", Vectors(model, InMetres(body.Mesh.Positions)));
            // The format allows no normal without a direction.
            surface.SetVertexAccessor(
                "NORMAL",
                Vectors(model, Array.ConvertAll(body.Mesh.Normals.ToArray(), n => n == default ? Vector3.UnitZ : n))
            );
            Add(model, surface, body.Values);
            surface.SetIndexAccessor(Indices(model, body.Mesh.Corners));
            surface.Material = material;
            scene.CreateNode(body.Name).Mesh = mesh;
        }
        foreach (var line in lines)
        {
            var mesh = model.CreateMesh(line.Name);
            var drawn = mesh.CreatePrimitive();
            drawn.DrawPrimitiveType = PrimitiveType.LINE_LOOP;
            drawn.SetVertexAccessor("POSITION", Vectors(model, InMetres([.. line.Points])));
            Add(model, drawn, line.Values);
            scene.CreateNode(line.Name).Mesh = mesh;
        }
        using var whole = new MemoryStream();
        model.WriteGLB(whole);
        stream.Write(whole.GetBuffer().AsSpan(0, (int)whole.Length));
    }

    private static Vector3[] InMetres(ReadOnlySpan<Vector3> places)
    {
        var metres = new Vector3[places.Length];
        for (var i = 0; i < metres.Length; i++)
            metres[i] = places[i] / 1000;
        return metres;
    }

    private static void Add(ModelRoot model, MeshPrimitive to, IReadOnlyList<VertexValues> values)
    {
        foreach (var (name, numbers) in values)
        {
            var view = model.UseBufferView(MemoryMarshal.AsBytes<float>(numbers).ToArray(), 0, null, 0, BufferMode.ARRAY_BUFFER);
            var accessor = model.CreateAccessor();
            accessor.SetVertexData(view, 0, numbers.Length, new AttributeFormat(DimensionType.SCALAR, EncodingType.FLOAT));
            to.SetVertexAccessor(name, accessor);
        }
    }

    private static Accessor Vectors(ModelRoot model, Vector3[] values)
    {
        var view = model.UseBufferView(MemoryMarshal.AsBytes<Vector3>(values).ToArray(), 0, null, 0, BufferMode.ARRAY_BUFFER);
        var accessor = model.CreateAccessor();
        accessor.SetVertexData(view, 0, values.Length, new AttributeFormat(DimensionType.VEC3, EncodingType.FLOAT));
        return accessor;
    }

    private static Accessor Indices(ModelRoot model, ReadOnlySpan<int> corners)
    {
        var view = model.UseBufferView(MemoryMarshal.AsBytes(corners).ToArray(), 0, null, 0, BufferMode.ELEMENT_ARRAY_BUFFER);
        var accessor = model.CreateAccessor();
        accessor.SetIndexData(view, 0, corners.Length, IndexEncodingType.UNSIGNED_INT);
        return accessor;
    }
}

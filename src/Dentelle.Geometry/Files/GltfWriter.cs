using System.Numerics;
using System.Runtime.InteropServices;
using SharpGLTF.Memory;
using SharpGLTF.Schema2;
using Mesh = Dentelle.Geometry.Meshes.Mesh;

namespace Dentelle.Geometry.Files;

/// <summary>One body of a scene: its name, surface, and colour with opacity, each from 0 to 1.</summary>
public sealed record SceneBody(string Name, Mesh Mesh, Vector4 Colour);

/// <summary>Writes bodies as one binary glTF 2.0 scene, in metres as that format demands.</summary>
public static class GltfWriter
{
    /// <param name="bodies">In millimetres.</param>
    /// <param name="stream">Gets a .glb file.</param>
    public static void Write(IReadOnlyList<SceneBody> bodies, Stream stream)
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
            surface.SetVertexAccessor("POSITION", Vectors(model, Array.ConvertAll(body.Mesh.Positions.ToArray(), p => p / 1000)));
            // The format allows no normal without a direction.
            surface.SetVertexAccessor(
                "NORMAL",
                Vectors(model, Array.ConvertAll(body.Mesh.Normals.ToArray(), n => n == default ? Vector3.UnitZ : n))
            );
            surface.SetIndexAccessor(Indices(model, body.Mesh.Corners));
            surface.Material = material;
            scene.CreateNode(body.Name).Mesh = mesh;
        }
        using var whole = new MemoryStream();
        model.WriteGLB(whole);
        stream.Write(whole.GetBuffer().AsSpan(0, (int)whole.Length));
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

using System.Numerics;
using Dentelle.Core.Drawing;
using Dentelle.Core.Preparing;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Exchange;

/// <summary>How bodies are handed over: the formats by their endings, and the scene of a planned preparation inside its tooth.</summary>
public static class BodyFiles
{
    /// <summary>Ending of a file's name, and what it is written in.</summary>
    public static readonly IReadOnlyDictionary<string, MeshFormat> Formats = new Dictionary<string, MeshFormat>
    {
        ["stl"] = MeshFormat.StlBinary,
        ["ply"] = MeshFormat.PlyBinaryLittleEndian,
        ["obj"] = MeshFormat.Obj,
    };

    /// <summary>The present tooth as glass over the preparation.</summary>
    public static IReadOnlyList<SceneBody> Scene(PlannedBody planned, Fineness fineness) =>
        [new("prepared", planned.Mesh(fineness), Shades["prepared"]), Tooth(planned.PresentMesh(fineness), 0.35f)];

    public static SceneBody Tooth(Mesh mesh, float opacity) => new("tooth", mesh, new Vector4(0.95f, 0.92f, 0.86f, opacity));

    /// <summary>A unit in the round: bodies and finish lines with what is baked at their vertices.</summary>
    public static (IReadOnlyList<SceneBody> Bodies, IReadOnlyList<SceneLine> Lines) Round(RoundFigure figure) =>
        (
            [.. figure.Bodies.Select(body => new SceneBody(body.Name, body.Surface, Shades[body.Name]) { Values = body.Values })],
            [.. figure.FinishLines.Select(line => new SceneLine("finish-line", [.. line.Points.Select(at => (Vector3)at.At)], Along(line)))]
        );

    /// <summary>Teeth round a unit, named by their part.</summary>
    public static IReadOnlyList<SceneBody> Around(IEnumerable<(string Part, Mesh Surface)> teeth) =>
        [.. teeth.Select(tooth => new SceneBody(tooth.Part, tooth.Surface, Shades["tooth"]))];

    private static readonly Dictionary<string, Vector4> Shades = new()
    {
        ["prepared"] = new(0.86f, 0.74f, 0.55f, 1),
        ["tooth"] = new(0.95f, 0.92f, 0.86f, 0.35f),
        ["restored"] = new(0.95f, 0.92f, 0.86f, 0.35f),
    };

    private static VertexValues[] Along(FinishLine line) =>
        line.Points.All(point => point.Width is not null)
            ?
            [
                new("_WIDTH", [.. line.Points.Select(point => (float)point.Width!.Value)]),
                new("_OVER_NECK", [.. line.Points.Select(point => (float)point.OverNeck!.Value)]),
            ]
            : [];
}

using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Geometry.Files;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Figures;

/// <summary>Figures in the round as the screen asks for them and gets them.</summary>
internal static class RoundFiles
{
    public static RoundQuality Quality(string? named) => named == "fine" ? RoundQuality.Fine : RoundQuality.Draft;

    public static Results<FileContentHttpResult, ProblemHttpResult> Sent(Answer<RoundFigure> answer)
    {
        if (!answer.Is(out var figure, out var problem))
            return Problems.From(problem);
        var (bodies, lines) = BodyFiles.Round(figure);
        return Sent(bodies, lines);
    }

    public static FileContentHttpResult Sent(IReadOnlyList<SceneBody> bodies, IReadOnlyList<SceneLine>? lines = null, string? name = null)
    {
        using var stream = new MemoryStream();
        GltfWriter.Write(bodies, stream, lines ?? []);
        return TypedResults.Bytes(stream.ToArray(), "model/gltf-binary", name);
    }
}

using Dentelle.Core.Exchange;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Web.Laboratory;

/// <summary>The files of a bundle.</summary>
internal static class BundleParts
{
    /// <summary>Surfaces of a tooth in its own frame, and the scans as they came.</summary>
    public static IEnumerable<BundlePart> Of(ReadyTooth ready, FileStore files)
    {
        var tooth = ready.Unit.Tooth;
        if (ready.Kept is { } found)
        {
            var bodies = found.Kept.BodiesOf(found.Tooth);
            yield return Surface(bodies.Cut, "cut", HandOverFileKind.Cut, "as cut");
            yield return Surface(bodies.Present, "before", HandOverFileKind.Before, "before cutting");
            if (bodies.Antagonist is { } antagonist)
                yield return Surface(antagonist, "antagonist", HandOverFileKind.Antagonist, "the other jaw, closed");
            foreach (var (part, file) in ready.Files)
                yield return Kept(
                    $"scans/{ready.Set!.Id.ToString("N")[^8..]}-{part}{Path.GetExtension(file.Name).ToLowerInvariant()}",
                    HandOverFileKind.Scan,
                    $"Scan as it came: {part}",
                    file.Sha256,
                    file.Bytes,
                    files,
                    file.Simulated,
                    ready.Set.Teeth
                );
        }
        else if (ready.Planned.Preparation.Body is { } body)
        {
            yield return Made(
                $"meshes/{tooth}-planned.stl",
                HandOverFileKind.Planned,
                $"{tooth} as planned, standing as in the mouth: nothing of it was measured",
                Stl(body.Mesh(Fineness.Full), "planned, not measured"),
                tooth
            );
        }

        BundlePart Surface(Mesh mesh, string name, HandOverFileKind kind, string words) =>
            Made(
                $"meshes/{tooth}-{name}.stl",
                kind,
                $"{tooth} {words}, in its own frame",
                Stl(mesh, ready.Simulated ? StandInFiles.Note : $"{tooth} {name}"),
                tooth,
                ready.Simulated
            );
    }

    public static BundlePart Of(PictureNote picture, int number, FileStore files)
    {
        long bytes;
        using (var content = files.Open(picture.Sha256))
            bytes = content.Length;
        var ending = picture.Media["image/".Length..].Replace("jpeg", "jpg", StringComparison.Ordinal);
        return Kept(
            $"pictures/{number:00}.{ending}",
            HandOverFileKind.Picture,
            picture.Proves,
            picture.Sha256,
            bytes,
            files,
            picture.Simulated
        );
    }

    /// <summary>Made for the bundle.</summary>
    public static BundlePart Made(
        string path,
        HandOverFileKind kind,
        string words,
        byte[] content,
        string? tooth = null,
        bool simulated = false
    )
    {
        var (sha256, bytes) = HandOverBundle.Digest(() => new MemoryStream(content));
        return new(new(path, kind, sha256, bytes, words, tooth, simulated), () => new MemoryStream(content));
    }

    private static BundlePart Kept(
        string path,
        HandOverFileKind kind,
        string words,
        string sha256,
        long bytes,
        FileStore files,
        bool simulated,
        string? tooth = null
    ) => new(new(path, kind, sha256, bytes, words, tooth, simulated), () => files.Open(sha256));

    private static byte[] Stl(Mesh mesh, string note)
    {
        using var bytes = new MemoryStream();
        MeshFile.Write(mesh, bytes, MeshFormat.StlBinary, note);
        return bytes.ToArray();
    }
}

using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Http;

namespace Dentelle.Web.Chair;

/// <summary>Pictures of a visit: kept by what they hold, known by their first bytes and not by what somebody says they are.</summary>
public sealed class Pictures(ChairWork chair, RecordStore record, FileStore files)
{
    public const long MostBytes = 25_000_000;

    public async Task<Answer<ChairView>> AddAsync(
        Guid visit,
        Guid entry,
        Guid? unit,
        string proves,
        bool simulated,
        Stream body,
        CancellationToken stop
    )
    {
        if (await chair.PlacedAsync(visit, stop) is null)
            return Problems.Missing("visit");
        if (proves.Trim().Length is 0 or > 300)
            return new Problem("picture", "Say what the picture is to show, in a sentence.");
        if (!(await files.KeepAsync(body, MostBytes, stop)).Is(out var kept, out var problem))
            return problem;
        if (await MediaAsync(kept.Sha256, stop) is not { } media)
        {
            // Nothing names it: it goes with the next clearing.
            return new Problem("picture", "That is no picture: JPEG, PNG and WebP are taken.");
        }
        await record.NamePictureAsync(kept, media, stop);
        return await chair.EnterAsync(
            visit,
            new ChairEntry
            {
                Id = entry,
                Unit = unit,
                Note = new PictureNote(kept.Sha256, media, proves.Trim(), simulated),
            },
            stop
        );
    }

    public async Task<(Stream Content, string Media)?> FindAsync(string sha256, CancellationToken stop) =>
        sha256.Length == 64 && await record.PictureAsync(sha256, stop) is { } row ? (files.Open(row.Sha256), row.Media) : null;

    private async Task<string?> MediaAsync(string sha256, CancellationToken stop)
    {
        await using var content = files.Open(sha256);
        var head = new byte[12];
        var read = await content.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, stop);
        return head.AsSpan(0, read) switch
        {
            [0xFF, 0xD8, 0xFF, ..] => "image/jpeg",
            [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A, ..] => "image/png",
            [(byte)'R', (byte)'I', (byte)'F', (byte)'F', _, _, _, _, (byte)'W', (byte)'E', (byte)'B', (byte)'P'] => "image/webp",
            _ => null,
        };
    }
}

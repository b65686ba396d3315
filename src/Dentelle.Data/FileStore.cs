using System.Security.Cryptography;

namespace Dentelle.Data;

/// <summary>A file that is kept.</summary>
/// <param name="Sha256">Of what it holds, in lower case hexadecimal: its name.</param>
/// <param name="WasThere">Whether it was kept already: then nothing was written.</param>
public sealed record KeptFile(string Sha256, long Bytes, bool WasThere);

/// <summary>
/// Large files beside the database, each under the digest of what it holds: written whole before anything refers to it, once however
/// often it comes, never changed.
/// </summary>
public sealed class FileStore(string folder)
{
    private const int Block = 1 << 17;

    /// <summary>Keeps what a stream holds.</summary>
    /// <param name="content">Read to its end.</param>
    /// <param name="most">Bytes; beyond them it is refused.</param>
    /// <param name="stop">Leaves nothing behind.</param>
    /// <returns>A problem when it is empty or too large.</returns>
    public async Task<Answer<KeptFile>> KeepAsync(Stream content, long most, CancellationToken stop)
    {
        OwnersOnly.MakeFolder(folder);
        var coming = Path.Combine(folder, $"{Guid.CreateVersion7():N}.coming");
        try
        {
            using var digest = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            var bytes = 0L;
            await using (var file = OwnersOnly.OpenFile(coming, FileShare.None))
            {
                var block = new byte[Block];
                int read;
                while ((read = await content.ReadAsync(block, stop)) > 0)
                {
                    bytes += read;
                    if (bytes > most)
                        return new Problem("file-too-large", $"The file is larger than {most / 1_000_000} MB.");
                    digest.AppendData(block, 0, read);
                    await file.WriteAsync(block.AsMemory(0, read), stop);
                }
                if (bytes == 0)
                    return new Problem("file-empty", "The file is empty.");
                // What a row names has to be on the disk before the row is.
                file.Flush(flushToDisk: true);
            }
            var name = Convert.ToHexStringLower(digest.GetHashAndReset());
            var place = PathOf(name);
            var wasThere = File.Exists(place);
            if (!wasThere)
            {
                OwnersOnly.MakeFolder(Path.GetDirectoryName(place)!);
                File.Move(coming, place, overwrite: true);
            }
            return new KeptFile(name, bytes, wasThere);
        }
        finally
        {
            File.Delete(coming);
        }
    }

    /// <summary>Keeps what is known not to be too large.</summary>
    public Answer<KeptFile> Keep(Stream content, CancellationToken stop) =>
        KeepAsync(content, long.MaxValue, stop).GetAwaiter().GetResult();

    /// <exception cref="FileNotFoundException">It is not kept.</exception>
    public FileStream Open(string sha256) => File.OpenRead(PathOf(sha256));

    public bool Has(string sha256) => IsDigest(sha256) && File.Exists(PathOf(sha256));

    /// <summary>Takes a file away; one that is not there is no fault.</summary>
    public void Remove(string sha256)
    {
        if (Has(sha256))
            File.Delete(PathOf(sha256));
    }

    /// <summary>Digests of what was kept before a time; what was left unfinished before it is taken away.</summary>
    public IReadOnlyList<string> Before(DateTime time)
    {
        if (!Directory.Exists(folder))
            return [];
        string[] old =
        [
            .. Directory.EnumerateFiles(folder, "*", SearchOption.AllDirectories).Where(file => File.GetLastWriteTimeUtc(file) < time),
        ];
        foreach (var left in old.Where(file => file.EndsWith(".coming", StringComparison.Ordinal)))
            File.Delete(left);
        return [.. old.Select(Path.GetFileName).OfType<string>().Where(IsDigest)];
    }

    private static bool IsDigest(string name) => name.Length == 64 && name.All(char.IsAsciiHexDigitLower);

    private string PathOf(string sha256) =>
        IsDigest(sha256) ? Path.Combine(folder, sha256[..2], sha256) : throw new FileNotFoundException("No digest names it.");
}

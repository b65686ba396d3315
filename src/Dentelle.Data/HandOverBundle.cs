using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using Dentelle.Core.Exchange;

namespace Dentelle.Data;

/// <summary>A part of a bundle before it is packed.</summary>
/// <param name="Open">What it holds; asked twice.</param>
public sealed record BundlePart(HandOverFile File, Func<Stream> Open);

/// <summary>
/// What goes to the laboratory in one file: a ZIP with case.json, meshes, page, pictures, and checksums.sha256 as sha256sum reads it
/// (docs/formats.md).
/// </summary>
public sealed class HandOverBundle : IDisposable
{
    public const string DocumentName = "case.json",
        ChecksumsName = "checksums.sha256";

    private const int MostEntries = 200;

    private const long MostDocumentBytes = 4_000_000,
        MostBytes = 2_000_000_000;

    private readonly ZipArchive archive;

    private HandOverBundle(ZipArchive archive, HandOverDocument document) => (this.archive, Document) = (archive, document);

    public HandOverDocument Document { get; }

    /// <summary>Length and digest of what a part will hold.</summary>
    public static (string Sha256, long Bytes) Digest(Func<Stream> open)
    {
        using var content = open();
        return (Convert.ToHexStringLower(SHA256.HashData(content)), content.Length);
    }

    /// <param name="to">Written from where it stands.</param>
    /// <param name="document">Its files are the parts.</param>
    /// <param name="parts">In the order in which they are packed.</param>
    /// <param name="stop">Ends the work early.</param>
    public static async Task WriteAsync(Stream to, HandOverDocument document, IReadOnlyList<BundlePart> parts, CancellationToken stop)
    {
        var json = Encoding.UTF8.GetBytes(JsonDocuments.Write(document));
        var sums = new StringBuilder();
        await using var packed = await ZipArchive.CreateAsync(to, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8, stop);
        await AddAsync(DocumentName, () => new MemoryStream(json), Convert.ToHexStringLower(SHA256.HashData(json)));
        foreach (var part in parts)
            await AddAsync(part.File.Path, part.Open, part.File.Sha256);
        var list = Encoding.UTF8.GetBytes(sums.ToString());
        await AddAsync(ChecksumsName, () => new MemoryStream(list), "");

        async Task AddAsync(string path, Func<Stream> open, string sha256)
        {
            var entry = packed.CreateEntry(path, CompressionLevel.Fastest);
            // The same content is the same file, whenever it is packed.
            entry.LastWriteTime = DateTimeOffset.Parse(document.At, CultureInfo.InvariantCulture);
            await using var into = await entry.OpenAsync(stop);
            await using var from = open();
            await from.CopyToAsync(into, stop);
            sums.Append(CultureInfo.InvariantCulture, $"{sha256}  {path}\n");
        }
    }

    /// <summary>Opens a bundle; what it names is there, once, and holds what its digest says.</summary>
    /// <param name="zip">Sought in; closed with the bundle.</param>
    public static Answer<HandOverBundle> Open(Stream zip)
    {
        ZipArchive? opened = null;
        try
        {
            opened = new ZipArchive(zip, ZipArchiveMode.Read);
            if (!Checked(opened).Is(out var document, out var problem))
                return problem;
            var bundle = new HandOverBundle(opened, document);
            opened = null;
            return bundle;
        }
        catch (Exception broken) when (broken is InvalidDataException or EndOfStreamException or NotSupportedException)
        {
            return new Problem("bundle", "This is no bundle: the ZIP can't be read.");
        }
        finally
        {
            opened?.Dispose();
        }
    }

    /// <summary>A part, unpacked; empty where it holds none of that name.</summary>
    public Stream OpenPart(string path)
    {
        var whole = new MemoryStream();
        using (var content = archive.GetEntry(path)?.Open() ?? Stream.Null)
            content.CopyTo(whole);
        whole.Position = 0;
        return whole;
    }

    public void Dispose() => archive.Dispose();

    private static Answer<HandOverDocument> Checked(ZipArchive archive)
    {
        if (archive.Entries.Count > MostEntries)
            return new Problem("bundle", $"The bundle holds more than {MostEntries} files.");
        if (archive.Entries.GroupBy(entry => entry.FullName).FirstOrDefault(same => same.Count() > 1) is { } twice)
            return new Problem("bundle", $"{twice.Key} is there twice.");
        if (archive.GetEntry(DocumentName) is not { } entry)
            return new Problem("bundle", $"The bundle holds no {DocumentName}.");
        if (entry.Length > MostDocumentBytes || archive.Entries.Sum(one => one.Length) > MostBytes)
            return new Problem("bundle", "The bundle is larger than any that a practice sends.");
        using var reader = new StreamReader(entry.Open());
        if (!JsonDocuments.ReadHandOver(reader.ReadToEnd()).Is(out var document, out var problem))
            return problem;
        foreach (var file in document.Files)
        {
            if (archive.GetEntry(file.Path) is not { } part)
                return new Problem("bundle", $"{file.Path} is missing.");
            using var content = part.Open();
            if (part.Length != file.Bytes || Holds(content, file.Bytes) != file.Sha256)
                return new Problem("bundle", $"{file.Path} is not what was sent: its checksum differs.");
        }
        return document;
    }

    /// <summary>Digest of what is there, which may be more than its head says: then null.</summary>
    private static string? Holds(Stream content, long bytes)
    {
        using var digest = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        var block = new byte[1 << 16];
        int read;
        while ((read = content.Read(block)) > 0)
        {
            if ((bytes -= read) < 0)
                return null;
            digest.AppendData(block, 0, read);
        }
        return Convert.ToHexStringLower(digest.GetHashAndReset());
    }
}

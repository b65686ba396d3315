using System.Text;
using Dentelle.Core.Exchange;
using Dentelle.Core.Measuring;
using Dentelle.Data;
using Dentelle.Geometry.Files;

namespace Dentelle.Web.Scans;

/// <summary>Takes files in: kept under their digest, looked through at once, refused in a sentence where they hold no scan.</summary>
public sealed class ScanIntake(FileStore files, ScanStore store, Inspections inspections, PracticeFiles limits)
{
    /// <summary>More triangles than any scanner gives.</summary>
    private const int MostTriangles = 4_000_000;

    private const int Head = 512;

    public long MostBytes => limits.ScanMegabytes * 1_000_000L;

    public async Task<Answer<ScanFileView>> TakeAsync(Stream content, string name, CancellationToken stop)
    {
        name = Path.GetFileName(name.Trim());
        if (!StandInFiles.IsScan(name))
            return new Problem("scan-format", $"“{name}” is no STL, PLY or OBJ. Export the scan as one of these.");
        if (!(await files.KeepAsync(content, MostBytes, stop)).Is(out var kept, out var problem))
            return problem;
        Scan scan;
        bool simulated;
        try
        {
            if (!(await Task.Run(() => Read(kept.Sha256, name), stop)).Is(out scan!, out problem))
                return await RefusedAsync(problem);
            using var head = files.Open(kept.Sha256);
            simulated = IsSimulated(head);
        }
        catch (OperationCanceledException)
        {
            await RefusedAsync(new Problem("cancelled", "stopped"));
            throw;
        }
        var row = await store.NameAsync(kept, name, simulated, stop);
        return new ScanFileView(
            row.Sha256,
            name,
            StandInFiles.Named(name).Part,
            row.Bytes,
            scan.Surface.TriangleCount,
            row.Simulated,
            kept.WasThere,
            scan.Told
        );

        async Task<Problem> RefusedAsync(Problem why)
        {
            // What another set names stays.
            if (!kept.WasThere && (await store.FilesAsync([kept.Sha256], CancellationToken.None)).Count == 0)
                files.Remove(kept.Sha256);
            return why;
        }
    }

    /// <summary>A kept file as a surface that can be measured; the newest stay in memory.</summary>
    public Answer<Scan> Read(string sha256, string name) => inspections.Scans.Get<Answer<Scan>>((sha256, name), () =>
        {
            try
            {
                using var stream = files.Open(sha256);
                return Scan.Of(MeshFile.Read(stream, name, new MeshReading(MostTriangles)), name);
            }
            catch (MeshFileException wrong)
            {
                return new Problem("scan-file", $"{name}: {wrong.Message}");
            }
        });

    /// <summary>Whether the file's head says that the stand-in scanner made it.</summary>
    public static bool IsSimulated(Stream stream)
    {
        var head = new byte[Head];
        var read = stream.ReadAtLeast(head, Head, throwOnEndOfStream: false);
        return Encoding.ASCII.GetString(head, 0, read).Contains(StandInFiles.Note, StringComparison.Ordinal);
    }
}

using Dentelle.Core.Exchange;

namespace Dentelle.Web.Scans;

/// <summary>The folder into which a scanner exports, a real one or the stand-in: what lies there waits to be measured.</summary>
public sealed class ScannerFolder(PracticeFiles files)
{
    private const int MostSets = 40;

    /// <summary>A file that is being written changes still.</summary>
    private static readonly TimeSpan Settled = TimeSpan.FromSeconds(1);

    public string Place => files.ScannerFolder;

    /// <summary>What has arrived, the newest first: files whose names begin alike belong together.</summary>
    public IReadOnlyList<ArrivedView> Arrived()
    {
        if (!Directory.Exists(Place))
            return [];
        var now = DateTime.UtcNow;
        return
        [
            .. new DirectoryInfo(Place)
                .EnumerateFiles()
                .Where(file => StandInFiles.IsScan(file.Name) && now - file.LastWriteTimeUtc > Settled)
                .GroupBy(file => StandInFiles.Named(file.Name).Set, StringComparer.OrdinalIgnoreCase)
                .Select(set => new ArrivedView(
                    set.Key,
                    [.. set.OrderBy(file => Order(file.Name)).Select(file => file.Name)],
                    Part(set, "before") is not null && Part(set, "after") is not null,
                    set.All(IsSimulated),
                    set.Max(file => file.LastWriteTimeUtc)
                ))
                .OrderByDescending(set => set.At)
                .Take(MostSets),
        ];
    }

    /// <returns>Path of one part of a set; null when it is not there.</returns>
    public string? Find(string set, string part)
    {
        if (!Directory.Exists(Place))
            return null;
        var own = new DirectoryInfo(Place)
            .EnumerateFiles()
            .Where(file =>
                StandInFiles.IsScan(file.Name) && StandInFiles.Named(file.Name).Set.Equals(set, StringComparison.OrdinalIgnoreCase)
            );
        return Part(own, part)?.FullName;
    }

    public void Drop(IReadOnlyList<NamedFile> scans)
    {
        Directory.CreateDirectory(Place);
        foreach (var scan in scans)
        {
            // Whole or not at all: who looks into the folder meanwhile finds no half.
            var coming = Path.Combine(Place, $"{scan.Name}.coming");
            using (var stream = File.Create(coming))
                scan.Write(stream);
            File.Move(coming, Path.Combine(Place, scan.Name), overwrite: true);
        }
    }

    private static FileInfo? Part(IEnumerable<FileInfo> set, string part) =>
        set.Where(file => StandInFiles.Named(file.Name).Part == part).MaxBy(file => file.LastWriteTimeUtc);

    private static int Order(string name) =>
        StandInFiles.Named(name).Part is { } part ? StandInFiles.Parts.ToList().IndexOf(part) : StandInFiles.Parts.Count;

    private static bool IsSimulated(FileInfo file)
    {
        using var stream = file.OpenRead();
        return ScanIntake.IsSimulated(stream);
    }
}

namespace Dentelle.Web.Laboratory;

/// <summary>
/// The folder that is shared with the laboratory: bundles lie in "outgoing", answers come into "incoming". A real laboratory and the
/// stand-in use the same two.
/// </summary>
public sealed class LaboratoryFolder(PracticeFiles files)
{
    /// <summary>A file that is being written changes still.</summary>
    private static readonly TimeSpan Settled = TimeSpan.FromSeconds(1);

    public string Place => Path.GetFullPath(files.LaboratoryFolder);

    private string Outgoing => Path.Combine(Place, "outgoing");

    private string Incoming => Path.Combine(Place, "incoming");

    /// <summary>"0007-3f2a91c4": what a bundle and its answers are called.</summary>
    public static string NameOf(string number, Guid handOver) => $"{number}-{handOver.ToString("N")[^8..]}";

    /// <summary>Whole or not at all: who looks into the folder meanwhile finds no half.</summary>
    public async Task DropAsync(string name, Stream bundle, CancellationToken stop)
    {
        var place = Path.Combine(Outgoing, $"{name}.zip");
        if (File.Exists(place))
            return;
        Directory.CreateDirectory(Outgoing);
        await WholeAsync(place, file => bundle.CopyToAsync(file, stop));
    }

    public Task ReplyAsync(string name, Guid query, string json, CancellationToken stop) =>
        WholeAsync(
            Path.Combine(Directory.CreateDirectory(Outgoing).FullName, $"{name}-reply-{query.ToString("N")[..8]}.json"),
            async file =>
            {
                await using var writer = new StreamWriter(file, leaveOpen: true);
                await writer.WriteAsync(json.AsMemory(), stop);
            }
        );

    /// <summary>Bundles that no answer lies beside yet.</summary>
    public IReadOnlyList<(string Name, string Path)> Unanswered() =>
        [
            .. Files(Outgoing, "*.zip")
                .Select(path => (Path.GetFileNameWithoutExtension(path), path))
                .Where(bundle => !File.Exists(Path.Combine(Incoming, AnswerOf(bundle.Item1))))
                .Where(bundle => !File.Exists(Path.Combine(Incoming, "taken", AnswerOf(bundle.Item1))))
                .Where(bundle => !File.Exists(Path.Combine(Incoming, "refused", AnswerOf(bundle.Item1)))),
        ];

    public Task AnswerAsync(string name, string json, CancellationToken stop) =>
        WholeAsync(Path.Combine(Directory.CreateDirectory(Incoming).FullName, AnswerOf(name)), async file =>
        {
            await using var writer = new StreamWriter(file, leaveOpen: true);
            await writer.WriteAsync(json.AsMemory(), stop);
        });

    /// <summary>Answers that have come, the oldest first.</summary>
    public IReadOnlyList<string> Arrived()
    {
        var now = DateTime.UtcNow;
        return
        [
            .. Files(Incoming, "*.json").Where(path => now - File.GetLastWriteTimeUtc(path) > Settled).OrderBy(File.GetLastWriteTimeUtc),
        ];
    }

    /// <summary>Lays an answer aside, with what stood against it.</summary>
    public void LayAside(string path, string? refused)
    {
        var aside = Directory.CreateDirectory(Path.Combine(Incoming, refused is null ? "taken" : "refused")).FullName;
        var place = Path.Combine(aside, Path.GetFileName(path));
        File.Move(path, place, overwrite: true);
        if (refused is not null)
            File.WriteAllText(place + ".why.txt", refused);
    }

    private static string AnswerOf(string name) => $"{name}-answer.json";

    private static IEnumerable<string> Files(string folder, string pattern) =>
        Directory.Exists(folder) ? Directory.EnumerateFiles(folder, pattern) : [];

    private static async Task WholeAsync(string place, Func<FileStream, Task> write)
    {
        var coming = place + ".coming";
        await using (var file = File.Create(coming))
        {
            await write(file);
            file.Flush(flushToDisk: true);
        }
        File.Move(coming, place, overwrite: true);
    }
}

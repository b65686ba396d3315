using Dentelle.Data;

namespace Dentelle.Cli;

/// <summary>Backups of a practice, also while it is at work, and restoring one.</summary>
internal static class BackupCommands
{
    public static Answer<string> Make(string[] args)
    {
        var values = new Dictionary<string, string> { ["--data"] = "DIR", ["--to"] = "DIR" };
        if (!CommandOptions.Parse(args, values, []).Is(out var options, out var problem))
            return problem;
        var practice = Of(options.Value("--data") ?? "data");
        if (!File.Exists(practice.Database))
            return new Problem("no-practice", $"There is no practice in {Path.GetFullPath(practice.Data)}.");
        var root = options.Value("--to") ?? Path.Combine(practice.Data, "backups");
        return Backup.Make(practice, root, DateTime.UtcNow).Is(out var made, out problem)
            ? Words("Backup made and checked", made)
            : problem;
    }

    public static Answer<string> Check(string[] args) =>
        !CommandOptions.Parse(args, new Dictionary<string, string>(), []).Is(out var options, out var problem) ? problem
        : Backup.Check(options.Words).Is(out var found, out problem) ? Words("The backup is whole", found)
        : problem;

    public static Answer<string> Restore(string[] args)
    {
        var values = new Dictionary<string, string> { ["--into"] = "DIR" };
        if (!CommandOptions.Parse(args, values, []).Is(out var options, out var problem))
            return problem;
        if (options.Value("--into") is not { } into)
            return new Problem("usage", "restore needs an empty place: dentelle restore BACKUP --into DIR.");
        return Backup.Restore(options.Words, Of(into)).Is(out var found, out problem) ? Words("Restored", found) : problem;
    }

    private static PracticeFolder Of(string data) => new(data, Path.Combine(data, "files"));

    private static string Words(string what, BackupFound found) =>
        $"{what}: {found.Folder}\n{found.Entries} entries of the record, {found.Files} files, {found.Bytes / 1e6:0.0} MB.";
}

namespace Dentelle.Data;

/// <summary>
/// One program at a time works with a practice's folder: two would each remember what the other changes. The lock goes with
/// the process, however it ends.
/// </summary>
public sealed class FolderLock : IDisposable
{
    private const string LockName = "dentelle.lock";
    private const string AddressName = "dentelle.address";

    private readonly string folder;
    private readonly FileStream held;

    private FolderLock(string folder, FileStream held) => (this.folder, this.held) = (folder, held);

    /// <returns>The lock, or why this folder can't be had.</returns>
    public static Answer<FolderLock> Take(string folder)
    {
        try
        {
            OwnersOnly.MakeFolder(folder);
            if (IsOurs(folder))
                OwnersOnly.ShutFolder(folder);
            return new FolderLock(folder, OwnersOnly.OpenFile(Path.Combine(folder, LockName), FileShare.None));
        }
        catch (UnauthorizedAccessException)
        {
            return new Problem(
                "store-fault",
                $"{Path.GetFullPath(folder)} may not be written to. Allow it to whoever starts Dentelle, or name another folder."
            );
        }
        catch (IOException failed)
        {
            return File.Exists(Path.Combine(folder, LockName)) && AddressIn(folder) is { } address
                ? new Problem("folder-in-use", $"Dentelle already works with {Path.GetFullPath(folder)}: {address}")
                : new Problem("store-fault", $"{Path.GetFullPath(folder)} can't be used: {failed.Message}");
        }
    }

    /// <summary>Tells whoever comes second where the program answers.</summary>
    public void AnswersAt(string address)
    {
        var file = Path.Combine(folder, AddressName);
        File.WriteAllText(file, address + Environment.NewLine);
        OwnersOnly.ShutFile(file);
    }

    public void Dispose()
    {
        // Who took the folder away while the program ran has taken this with it.
        if (Directory.Exists(folder))
            File.Delete(Path.Combine(folder, AddressName));
        held.Dispose();
    }

    private static string? AddressIn(string folder)
    {
        var file = Path.Combine(folder, AddressName);
        return File.Exists(file) ? File.ReadAllText(file).Trim() : "it is just starting";
    }

    /// <summary>Empty, or one that has been ours: whoever else uses it would not thank us for shutting them out.</summary>
    private static bool IsOurs(string folder) =>
        File.Exists(Path.Combine(folder, LockName)) || !Directory.EnumerateFileSystemEntries(folder).Any();
}

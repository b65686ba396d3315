namespace Dentelle.Data;

/// <summary>Patients' data are nobody else's on this machine: files and folders that only who runs the program may open.</summary>
internal static class OwnersOnly
{
    private const UnixFileMode OfFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;
    private const UnixFileMode OfFolder = OfFile | UnixFileMode.UserExecute;

    /// <summary>Makes a folder; one that is there stays as it is.</summary>
    public static void MakeFolder(string folder)
    {
        if (!Directory.Exists(folder))
            Directory.CreateDirectory(folder, OfFolder);
    }

    public static void ShutFolder(string folder) => File.SetUnixFileMode(folder, OfFolder);

    /// <summary>Opens a file to write, made where it is not there.</summary>
    public static FileStream OpenFile(string path, FileShare share) =>
        new(
            path,
            new FileStreamOptions
            {
                Mode = FileMode.OpenOrCreate,
                Access = FileAccess.ReadWrite,
                Share = share,
                UnixCreateMode = OfFile,
            }
        );

    public static void ShutFile(string path) => File.SetUnixFileMode(path, OfFile);
}

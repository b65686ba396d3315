namespace Dentelle.Web;

/// <summary>
/// Files for what an answer is made of and memory may not hold: for who runs the program alone, gone once they are closed.
/// </summary>
internal static class TemporaryFiles
{
    public static FileStream Open(string folder, string ending) =>
        new(
            Path.Combine(folder, $"{Guid.CreateVersion7():N}.{ending}"),
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.ReadWrite,
                Options = FileOptions.DeleteOnClose | FileOptions.Asynchronous,
                UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
            }
        );
}

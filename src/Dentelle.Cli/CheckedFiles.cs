using Dentelle.Core.Protocols;

namespace Dentelle.Cli;

/// <summary>Remembers beside the program which protocol files have passed their schema. Without write access it just forgets.</summary>
internal static class CheckedFiles
{
    private static readonly Lock Writing = new();

    public static SchemaMemory In(string home)
    {
        var file = Path.Combine(home, "protocols", "checked.txt");
        var known = Attempt(() => File.ReadAllLines(file)) ?? [];
        return new(
            digest => known.Contains(digest),
            digest =>
                Attempt(() =>
                {
                    // Files are read side by side.
                    lock (Writing)
                        File.AppendAllText(file, digest + "\n");
                    return file;
                })
        );
    }

    private static T? Attempt<T>(Func<T> io)
        where T : class
    {
        try
        {
            return io();
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }
}

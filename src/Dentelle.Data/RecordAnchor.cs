using System.Globalization;

namespace Dentelle.Data;

/// <summary>Number and hash of the last signature, in a file beside the database.</summary>
public static class RecordAnchor
{
    /// <summary>In the data folder.</summary>
    public const string FileName = "record.anchor";

    /// <returns>Null where nothing was signed yet.</returns>
    public static (long Number, string Hash)? Read(string path)
    {
        if (!File.Exists(path))
            return null;
        var parts = File.ReadAllText(path).Trim().Split(' ');
        return parts.Length == 2 && long.TryParse(parts[0], out var number) ? (number, parts[1]) : null;
    }

    /// <summary>Whole or not at all: the old one stands until the new one is on the disk.</summary>
    public static void Write(string path, (long Number, string Hash) head)
    {
        var coming = path + ".coming";
        using (var file = new FileStream(coming, FileMode.Create, FileAccess.Write, FileShare.None))
        using (var writer = new StreamWriter(file))
        {
            writer.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{head.Number} {head.Hash}"));
            writer.Flush();
            file.Flush(flushToDisk: true);
        }
        File.Move(coming, path, overwrite: true);
    }
}

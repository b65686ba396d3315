using System.Text;
using Dentelle.Core.Scanning;
using Dentelle.Geometry.Files;

namespace Dentelle.Core.Exchange;

/// <summary>A file as it would land in a scanner's folder.</summary>
public sealed record NamedFile(string Name, Action<Stream> Write);

/// <summary>What the stand-in scanner leaves where a scanner's export would land.</summary>
public static class StandInFiles
{
    /// <summary>In the head of every file: it was never a mouth.</summary>
    public const string Note = "simulated scan, no mouth";

    private static readonly string[] Endings = [".stl", ".ply", ".obj"];

    /// <summary>Parts of a set of scans by the ends of their names.</summary>
    public static readonly IReadOnlyList<string> Parts = ["before", "after", "antagonist"];

    /// <summary>Scans, and beside them the truth that has to be found out.</summary>
    public static IReadOnlyList<NamedFile> Of(StandInScan scan)
    {
        return [.. Scans(scan), new NamedFile($"{SetOf(scan)}-truth.json", stream => stream.Write(Encoding.UTF8.GetBytes(Truth(scan))))];
    }

    /// <summary>What is so, as JSON.</summary>
    public static string Truth(StandInScan scan) =>
        JsonDocuments.Write(TruthDocument.From(scan.Truth, [.. Scans(scan).Select(file => file.Name)]));

    private static string SetOf(StandInScan scan) =>
        $"{string.Join('-', scan.Truth.Preparations.Select(one => one.Plan.Tooth.Iso))}-{scan.Truth.Options.Seed}";

    private static IEnumerable<NamedFile> Scans(StandInScan scan) =>
        Parts
            .Zip([scan.Before, scan.After, scan.Antagonist])
            .Where(part => part.Second is not null)
            .Select(part => new NamedFile($"{SetOf(scan)}-{part.First}.stl", stream =>
                MeshFile.Write(part.Second!, stream, MeshFormat.StlBinary, Note)
            ));

    /// <summary>Whether a file may hold a scan.</summary>
    public static bool IsScan(string name) => Endings.Any(ending => name.EndsWith(ending, StringComparison.OrdinalIgnoreCase));

    /// <summary>
    /// What a file's name says it is: "36-7-after.stl" is the part "after" of "36-7". The part is null where it says nothing.
    /// </summary>
    public static (string Set, string? Part) Named(string name)
    {
        var stem = name.LastIndexOf('.') is > 0 and var dot ? name[..dot] : name;
        foreach (var part in Parts)
        {
            if (stem.EndsWith(part, StringComparison.OrdinalIgnoreCase))
                return (stem[..^part.Length].TrimEnd('-', '_', ' '), part);
        }
        return (stem, null);
    }
}

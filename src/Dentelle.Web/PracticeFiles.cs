using Dentelle.Data;

namespace Dentelle.Web;

/// <summary>Where the practice's files are.</summary>
public sealed record PracticeFiles
{
    public string Data { get; init; } = "data";

    public string? Protocols { get; init; }

    /// <summary>Whether an empty database is filled with the demonstration practice.</summary>
    public bool Demo { get; init; }

    /// <summary>Whether it is run without accounts, for the one user of this machine.</summary>
    public bool SingleUser { get; init; }

    /// <summary>After so many minutes without a touch a screen locks.</summary>
    public int LockAfterMinutes { get; init; } = 10;

    /// <summary>Where a scanner's export lands; in the data folder when not set.</summary>
    public string? Scanner { get; init; }

    /// <summary>Largest file of a scan that is taken, megabytes.</summary>
    public int ScanMegabytes { get; init; } = 200;

    /// <summary>How many sets of scans one case may have.</summary>
    public int ScanSetsOfCase { get; init; } = 40;

    /// <summary>Folder that is shared with the laboratory; in the data folder when not set.</summary>
    public string? Laboratory { get; init; }

    /// <summary>Whether the stand-in answers in the laboratory's place; with the demonstration when not set.</summary>
    public bool? LaboratoryStandIn { get; init; }

    /// <summary>Where backups go; in the data folder when not set, where they help against a slip but not against a lost disk.</summary>
    public string? Backups { get; init; }

    /// <summary>A backup is made when the last is so old; 0 for never.</summary>
    public double BackupHours { get; init; } = 24;

    /// <summary>So many backups are kept.</summary>
    public int BackupsKept { get; init; } = 14;

    public string BackupFolder => Backups ?? Path.Combine(Data, "backups");

    public string LaboratoryFolder => Laboratory ?? Path.Combine(Data, "laboratory");

    public bool AnswersForLaboratory => LaboratoryStandIn ?? Demo;

    public string ScannerFolder => Scanner ?? Path.Combine(Data, "scanner");

    /// <summary>Large files beside the database, by digest.</summary>
    public string FilesFolder => Path.Combine(Data, "files");

    public string DatabasePath => Path.Combine(Data, DatabaseFile.FileName);

    /// <summary>Number and hash of the record's last signature.</summary>
    public string AnchorPath => Path.Combine(Data, RecordAnchor.FileName);

    /// <summary>One file a day; its date goes before the ending.</summary>
    public string LogPath => Path.Combine(Data, "logs", "dentelle-.log");

    public string ProtocolFolder => Protocols ?? Path.Combine(AppContext.BaseDirectory, "protocols");
}

namespace Dentelle.Web;

/// <summary>Where the practice's files are.</summary>
public sealed record PracticeFiles
{
    public string Data { get; init; } = "data";

    public string? Protocols { get; init; }

    /// <summary>Whether an empty database is filled with the demonstration practice.</summary>
    public bool Demo { get; init; }

    public string DatabasePath => Path.Combine(Data, "dentelle.db");

    /// <summary>One file a day; its date goes before the ending.</summary>
    public string LogPath => Path.Combine(Data, "logs", "dentelle-.log");

    public string ProtocolFolder => Protocols ?? Path.Combine(AppContext.BaseDirectory, "protocols");
}

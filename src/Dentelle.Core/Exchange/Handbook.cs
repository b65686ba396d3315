using Dentelle.Core.Anatomy;
using Dentelle.Core.Burs;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing.Steps;
using Dentelle.Core.Visiting;

namespace Dentelle.Core.Exchange;

/// <summary>
/// Everything that is data and not code: a protocol, the sources, the tooth forms, what run sheets are made from, and the
/// burs of a starter drawer.
/// </summary>
public sealed record Handbook(Protocol Protocol, SourceTable Sources, ToothForms Forms)
{
    private readonly (RunSheetTable Table, Drawer Drawer, VisitTable Visits)? sheets;

    private Handbook(Handbook forPlans, (RunSheetTable, Drawer, VisitTable) sheets, string digest)
        : this(forPlans) => (this.sheets, Digest) = (sheets, digest);

    private static InvalidOperationException OnlyForPlans => new("This handbook was read for plans only.");

    /// <summary>What run sheets are made from.</summary>
    public RunSheetTable Sheets => sheets?.Table ?? throw OnlyForPlans;

    /// <summary>What the other visits are made from.</summary>
    public VisitTable Visits => sheets?.Visits ?? throw OnlyForPlans;

    /// <summary>Of the files besides the protocol that a run sheet follows from: what was reckoned from others may not hold.</summary>
    public string Digest { get; } = "";

    /// <summary>The burs of a starter drawer.</summary>
    public Drawer Drawer => sheets?.Drawer ?? throw OnlyForPlans;

    /// <summary>
    /// Reads a handbook from its files. <paramref name="read"/> is given a file name such as "shipped.json" and returns
    /// its text; several threads ask it at once.
    /// </summary>
    public static Answer<Handbook> Read(Func<string, string> read, NamedText? otherProtocol = null, SchemaMemory? memory = null)
    {
        // Run sheets hang on nothing else: they are read while the protocol is tried out.
        var sheetsRead = Task.Run(() => RunSheetReader.ReadTable(Named("run-sheet.json"), Named("run-sheet.schema.json"), memory));
        if (!ForPlans(read, otherProtocol, memory).Is(out var handbook, out var problem))
            return problem;
        if (!sheetsRead.GetAwaiter().GetResult().Is(out var table, out problem))
            return problem;
        if (!RunSheetReader.ReadDrawer(Named("drawer.json"), Named("drawer.schema.json"), table, memory).Is(out var drawer, out problem))
            return problem;
        if (!VisitReader.Read(Named("visits.json"), Named("visits.schema.json"), table, memory).Is(out var visits, out problem))
            return problem;
        var digest = TextDigest.Of($"{read("tooth-forms.json")}\0{read("run-sheet.json")}");
        return new Handbook(handbook, (table, drawer, visits), digest);

        NamedText Named(string name) => new(name, read(name));
    }

    /// <summary>The same without run sheets and burs, for a command that only plans.</summary>
    public static Answer<Handbook> ForPlans(Func<string, string> read, NamedText? otherProtocol = null, SchemaMemory? memory = null)
    {
        var formsRead = Task.Run(() => FormReader.Read(Named("tooth-forms.json"), Named("tooth-forms.schema.json"), memory));
        if (!ProtocolReader.ReadSources(Named("sources.json"), Named("sources.schema.json"), memory).Is(out var sources, out var problem))
            return problem;
        var protocolFile = otherProtocol is null ? Named("shipped.json") : EarlierProtocols.BringUp(otherProtocol, Named("shipped.json"));
        if (!ProtocolFile.Read(protocolFile, Named("protocol.schema.json"), sources, memory).Is(out var protocol, out problem))
            return problem;
        return formsRead.GetAwaiter().GetResult().Is(out var forms, out problem) ? new Handbook(protocol, sources, forms) : problem;

        NamedText Named(string name) => new(name, read(name));
    }
}

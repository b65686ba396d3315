using Dentelle.Core.Anatomy;
using Dentelle.Core.Burs;
using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Exchange;

/// <summary>
/// Everything that is data and not code: a protocol, the sources, the tooth forms, what run sheets are made from, and the
/// burs of a starter drawer.
/// </summary>
public sealed record Handbook(Protocol Protocol, SourceTable Sources, ToothForms Forms, RunSheetTable Sheets, Drawer Drawer)
{
    /// <summary>
    /// Reads a handbook from its files. <paramref name="read"/> is given a file name such as "shipped.json" and returns
    /// its text; several threads ask it at once.
    /// </summary>
    public static Answer<Handbook> Read(Func<string, string> read, NamedText? otherProtocol = null, SchemaMemory? memory = null)
    {
        // Forms and run sheets hang on nothing else: they are read while the protocol is tried out.
        var formsRead = Task.Run(() => FormReader.Read(Named("tooth-forms.json"), Named("tooth-forms.schema.json"), memory));
        var sheetsRead = Task.Run(() => RunSheetReader.ReadTable(Named("run-sheet.json"), Named("run-sheet.schema.json"), memory));
        if (!ProtocolReader.ReadSources(Named("sources.json"), Named("sources.schema.json"), memory).Is(out var sources, out var problem))
            return problem;
        var protocolFile = otherProtocol is null ? Named("shipped.json") : EarlierProtocols.BringUp(otherProtocol, Named("shipped.json"));
        if (!ProtocolFile.Read(protocolFile, Named("protocol.schema.json"), sources, memory).Is(out var protocol, out problem))
            return problem;
        if (!formsRead.GetAwaiter().GetResult().Is(out var forms, out problem))
            return problem;
        if (!sheetsRead.GetAwaiter().GetResult().Is(out var sheets, out problem))
            return problem;
        if (!RunSheetReader.ReadDrawer(Named("drawer.json"), Named("drawer.schema.json"), sheets, memory).Is(out var drawer, out problem))
            return problem;
        return new Handbook(protocol, sources, forms, sheets, drawer);

        NamedText Named(string name) => new(name, read(name));
    }
}

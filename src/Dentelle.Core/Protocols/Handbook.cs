using Dentelle.Core.Forms;

namespace Dentelle.Core.Protocols;

/// <summary>Everything the planner reads that is data and not code: a protocol, the sources and the tooth forms.</summary>
public sealed record Handbook(Protocol Protocol, SourceTable Sources, FormTable Forms)
{
    /// <summary>
    /// Reads a handbook from its files. <paramref name="read"/> is given a file name such as "shipped.json" and returns
    /// its text.
    /// </summary>
    public static Answer<Handbook> Read(Func<string, string> read, NamedText? otherProtocol = null, SchemaMemory? memory = null)
    {
        if (!ProtocolReader.ReadSources(Named("sources.json"), Named("sources.schema.json"), memory).Is(out var sources, out var problem)) return problem;
        var protocolFile = otherProtocol ?? Named("shipped.json");
        if (!ProtocolReader.ReadProtocol(protocolFile, Named("protocol.schema.json"), sources, memory).Is(out var protocol, out problem)) return problem;
        if (!ProtocolReader.ReadForms(Named("tooth-forms.json"), Named("tooth-forms.schema.json"), memory).Is(out var forms, out problem)) return problem;
        return new Handbook(protocol, sources, forms);

        NamedText Named(string name) => new(name, read(name));
    }
}

using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Exchange;

/// <summary>Reads a protocol that is then planned with: its file is complete, or it is refused.</summary>
public static class ProtocolFile
{
    /// <returns>A problem that names the file, the path inside it and what is wrong or missing there.</returns>
    public static Answer<Protocol> Read(NamedText file, NamedText schema, SourceTable sources, SchemaMemory? memory = null)
    {
        if (!ProtocolReader.ReadProtocol(file, schema, sources, memory).Is(out var protocol, out var problem))
            return problem;
        // Takes as long as the schema does, and holds as long as the text is the same.
        var tried = $"trial {TextDigest.Of(file.Text)}";
        if (memory?.Knows(tried) == true)
            return protocol;
        if (Trial.Fault(protocol) is { } fault)
            return DataFile.Wrong(file.Name, fault.Path, fault.What);
        memory?.Remember(tried);
        return protocol;
    }
}

using System.Text.Json.Serialization;

namespace Dentelle.Core.Protocols;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    WriteIndented = true
)]
[JsonSerializable(typeof(Protocol))]
[JsonSerializable(typeof(SourceTable))]
internal sealed partial class ProtocolJson : JsonSerializerContext;

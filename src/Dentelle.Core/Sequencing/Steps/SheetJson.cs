using System.Text.Json.Serialization;

namespace Dentelle.Core.Sequencing.Steps;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    WriteIndented = true
)]
[JsonSerializable(typeof(RunSheetTable))]
internal sealed partial class SheetJson : JsonSerializerContext;

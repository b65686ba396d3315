using System.Text.Json.Serialization;

namespace Dentelle.Core.Anatomy;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    WriteIndented = true
)]
[JsonSerializable(typeof(FormTable))]
internal sealed partial class FormJson : JsonSerializerContext;

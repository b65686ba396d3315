using System.Text.Json.Serialization;

namespace Dentelle.Core.Burs;

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    WriteIndented = true
)]
[JsonSerializable(typeof(Drawer))]
[JsonSerializable(typeof(Bur))]
internal sealed partial class BurJson : JsonSerializerContext;

using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

[JsonConverter(typeof(KebabCase<SectionPlane>))]
public enum SectionPlane
{
    Faciolingual,
    Mesiodistal,
}

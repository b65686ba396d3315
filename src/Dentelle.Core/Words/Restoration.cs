using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

[JsonConverter(typeof(KebabCase<Restoration>))]
public enum Restoration
{
    Crown,
    VeneerFacial,
    VeneerButt,
    VeneerWrap,
    Onlay,
    Inlay,
    PartialCrown,

    /// <summary>A tooth of a bridge that is not there: nothing is cut.</summary>
    Pontic,
}

using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>The eight pieces of a margin, going round the tooth from the facial over the mesial.</summary>
[JsonConverter(typeof(KebabCase<Segment>))]
public enum Segment
{
    Facial,
    Mesiofacial,
    Mesial,
    Mesiolingual,
    Lingual,
    Distolingual,
    Distal,
    Distofacial,
}

public static class Segments
{
    /// <summary>The facial and its corners.</summary>
    public static bool IsFacial(this Segment segment) => segment is Segment.Facial or Segment.Mesiofacial or Segment.Distofacial;

    /// <summary>
    /// Where a direction lies, in segments counted from the middle of the facial over the mesial: 0 facial, 2 mesial, 4
    /// lingual, 6 distal.
    /// </summary>
    /// <param name="angle">Radians from mesial toward facial.</param>
    public static double Position(double angle)
    {
        var position = 2 - (angle / (Math.PI / 4));
        return position - (8 * Math.Floor(position / 8));
    }

    /// <summary>The segment at a position.</summary>
    public static Segment At(double position) => (Segment)((int)Math.Round(position) % 8);

    /// <summary>The direction of a segment's middle: what <see cref="Position"/> is asked of.</summary>
    public static double Angle(Segment segment) => (2 - (int)segment) * Math.PI / 4;
}

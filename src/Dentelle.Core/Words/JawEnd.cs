using System.Text.Json.Serialization;

namespace Dentelle.Core.Words;

/// <summary>Front teeth (incisors, canines) or back teeth (premolars, molars).</summary>
[JsonConverter(typeof(KebabCase<JawEnd>))]
public enum JawEnd
{
    Front,
    Back,
}

public static class JawEnds
{
    public static bool Includes(this JawEnd end, ToothCode tooth) => end == JawEnd.Front == tooth.IsFront;
}

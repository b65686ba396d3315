using System.Text.Json.Serialization;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Planning;

/// <summary>What is cut into a wall so that it holds better.</summary>
[JsonConverter(typeof(KebabCase<FeatureKind>))]
public enum FeatureKind
{
    Groove,
    Box,
}

[JsonConverter(typeof(KebabCase<WallSide>))]
public enum WallSide
{
    Mesial,
    Distal,
    Facial,
    Lingual,
}

/// <summary>A groove or box in the middle of a wall, parallel to the path. Lengths in millimetres.</summary>
/// <param name="Depth">From the wall half-way up to the back.</param>
/// <param name="Width">At the back; the sides open outwards.</param>
/// <param name="AboveMargin">Where it ends.</param>
public sealed record RetentiveFeature(FeatureKind Kind, WallSide Side, Reasoned<Mm> Depth, Reasoned<Mm> Width, Reasoned<Mm> AboveMargin)
{
    /// <summary>Whether it stands in the way when the crown tips in this plane: a groove in a proximal wall stops it from going over to a side.</summary>
    public bool Resists(string plane) => plane == "faciolingual" == Side is WallSide.Mesial or WallSide.Distal;
}

internal static class RetentiveFeatures
{
    /// <summary>What was asked for; without a word the usual ones of a partial crown, whose facial wall is missing, and none elsewhere.</summary>
    public static IReadOnlyList<RetentiveFeature> Of(Restoration restoration, IReadOnlyList<FeatureWish>? wishes, FeatureFigures figures)
    {
        if (restoration is not (Restoration.Crown or Restoration.PartialCrown))
            return [];
        var usual = figures.PartialCrown.Value;
        var wanted = wishes ?? (restoration == Restoration.PartialCrown ? [new(usual, WallSide.Mesial), new(usual, WallSide.Distal)] : []);
        return
        [
            .. wanted
                .Distinct()
                .Where(wish => restoration == Restoration.Crown || wish.Side != WallSide.Facial)
                .OrderBy(wish => wish.Side)
                .Select(Feature),
        ];

        RetentiveFeature Feature(FeatureWish wish)
        {
            var (depth, width) =
                wish.Kind == FeatureKind.Groove ? (figures.GrooveDepthMm, figures.GrooveWidthMm) : (figures.BoxDepthMm, figures.BoxWidthMm);
            return new(wish.Kind, wish.Side, depth.Reasoned(Usual), width.Reasoned(Usual), figures.AboveMarginMm.Reasoned(Usual));
        }
    }

    private const string Usual = "Usual";
}

/// <summary>A groove or box that is asked for.</summary>
public sealed record FeatureWish(FeatureKind Kind, WallSide Side);

using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

internal static class RetentiveFeatures
{
    private const string Usual = "Usual";

    /// <summary>A groove or box that is asked for, with the protocol's sizes.</summary>
    public static RetentiveFeature Feature(this FeatureFigures figures, FeatureWish wish)
    {
        var (depth, width) =
            wish.Kind == FeatureKind.Groove ? (figures.GrooveDepthMm, figures.GrooveWidthMm) : (figures.BoxDepthMm, figures.BoxWidthMm);
        return new(wish.Kind, wish.Side, depth.Reasoned(Usual), width.Reasoned(Usual), figures.AboveMarginMm.Reasoned(Usual));
    }
}

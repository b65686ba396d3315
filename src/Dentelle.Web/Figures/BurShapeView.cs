using Dentelle.Core.Burs;

namespace Dentelle.Web.Figures;

/// <summary>A bur's half outline, flat: distance from the tip, radius … in millimetres.</summary>
/// <param name="WorkingMm">Length of the working part as drawn.</param>
public sealed record BurShapeView(IReadOnlyList<double> Outline, double WorkingMm, double LargestMm, Grit Grit, BurMaterial Material)
{
    public static BurShapeView From(Bur bur)
    {
        var profile = BurProfile.Of(bur);
        double[] outline = [.. profile.Outline.SelectMany(point => (double[])[Math.Round(point.X, 3), Math.Round(point.Y, 3)])];
        return new(outline, Math.Round(profile.CutsTo, 2), bur.LargestMm, bur.Grit, bur.Material);
    }
}

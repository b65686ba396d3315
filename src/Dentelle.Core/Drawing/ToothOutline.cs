using Dentelle.Core.Anatomy;
using Dentelle.Core.Preparing;
using Dentelle.Geometry;

namespace Dentelle.Core.Drawing;

/// <summary>An average tooth seen from the bite, to map cases on. Millimetres in the tooth's own frame: x mesial, y facial.</summary>
public sealed record ToothOutline(
    ToothCode Tooth,
    double Mesiodistal,
    double Faciolingual,
    IReadOnlyList<Vec2> Outline,
    IReadOnlyList<IReadOnlyList<Vec2>> Lines
)
{
    /// <summary>All 32; left and right share a form.</summary>
    public static IReadOnlyList<ToothOutline> All(ToothForms forms) =>
        [
            .. ToothCode.All.Select(tooth =>
            {
                var present = forms.Tooth(tooth, forms.For(tooth).SizeFor(MeasuredSize.None));
                var size = present.Form.Size;
                return new ToothOutline(
                    tooth,
                    size.Mesiodistal,
                    size.Faciolingual,
                    FromAbove.Silhouette(present.Surface, default, PathFrame.Upright),
                    FromAbove.Lines(present, PathFrame.Upright)
                );
            }),
        ];
}

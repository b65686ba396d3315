using Dentelle.Core.Judging;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Inspecting;

/// <summary>What is wrong inside an inlay's or onlay's preparation beyond its zones' depths.</summary>
internal static class CavityFindings
{
    public static IEnumerable<ScanFinding> Of(MeasuredTooth tooth, InspectionLimits limits, double tolerance)
    {
        if (tooth.Cavity is not { } cavity)
            yield break;
        if (cavity.Isthmus is { } isthmus && (isthmus.Width < isthmus.Least - tolerance || isthmus.Width > isthmus.Most + tolerance))
        {
            var said = $"{ScanJudge.Told(isthmus.Width)} wide at the floor of {ScanJudge.Told(isthmus.Planned)}";
            var (narrow, off) = (isthmus.Width < isthmus.Least, Math.Abs(isthmus.Width - isthmus.Planned));
            yield return new ScanFinding(
                ScanFindingKind.Isthmus,
                narrow ? Verdict.Critical : Verdict.Over,
                "Isthmus",
                null,
                off,
                tooth.Registration.Noise,
                $"{ScanJudge.Told(off)} {(narrow ? "narrow" : "wide")}",
                narrow
                    ? $"{said}: the inlay breaks where it is narrowest. Widen it along the wall that has more tooth behind it."
                    : $"{said}: the cusps beside it are weaker. Measure what is left of them; cover a cusp that is too thin.",
                isthmus.Place,
                (narrow ? 3 : 2) * off / tolerance
            )
            {
                Beside = new Measured(isthmus.Width, isthmus.Planned, isthmus.Least, isthmus.Most),
            };
        }
        foreach (var box in cavity.Boxes.Where(box => box.Lip > limits.LipMostMm.Value))
            yield return new ScanFinding(
                ScanFindingKind.Lip,
                Verdict.Critical,
                $"{Kebab.Words(box.Side).UpperFirst()} box",
                null,
                box.Lip,
                tooth.Registration.Noise,
                $"{ScanJudge.Told(box.Lip)} lip",
                "A thin rim of tooth stands at the floor's outer edge and breaks: take it off along the floor, no deeper.",
                box.Place,
                4 + (3 * box.Lip / limits.LipMostMm.Value)
            );
    }
}

using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>Wishes that exclude each other. They are refused, or done all the same for a reason that is given; never silently mended.</summary>
internal static class Contradictions
{
    public static Problem? In(Assessment assessment, Decision decision, RestorationEntry entry)
    {
        var lengthening = decision.BuildOut.At(new Zone(ZoneKind.Edge));
        if (assessment.Tooth.IsFront && decision.Restoration == Restoration.VeneerFacial && lengthening is { } longer && longer > Mm.Zero)
        {
            return Unless(
                "facial-veneer-lengthens",
                $"A facial-only veneer can't lengthen the tooth by {longer}: it does not reach over the edge. Choose an incisal butt or a lingual wrap.",
                [$"{assessment.Tooth.Iso} veneer butt +{longer}", $"{assessment.Tooth.Iso} veneer wrap +{longer}"]
            );
        }

        if (
            entry.Class == MaterialClass.AllCeramic
            && decision.Restoration == Restoration.Crown
            && assessment.Tooth.IsFront
            && assessment.Findings.NoAntagonist
        )
        {
            return Unless(
                "all-ceramic-without-antagonist",
                $"{entry.Name} on a front tooth whose antagonist is missing: nobody knows where it will be hit. Replace the antagonist first, at least for a time, or choose metal-ceramic."
            );
        }

        return null;

        Problem? Unless(string code, string sentence, IReadOnlyList<string>? meant = null) =>
            decision.Because.TryGetValue(code, out var because) && !string.IsNullOrWhiteSpace(because)
                ? null
                : new Problem(code, $"{sentence} It is planned all the same when a reason is given.", meant ?? [])
                {
                    YieldsToReason = true,
                };
    }
}

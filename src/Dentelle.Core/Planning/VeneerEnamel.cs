using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;

namespace Dentelle.Core.Planning;

/// <summary>What a veneer leaves of the facial enamel, against averages: never this patient's.</summary>
/// <param name="Thirds">Incisal, middle, gingival.</param>
/// <param name="BondedShare">Share of the bonded facial surface that is still in enamel: each third counts by its share of the height.</param>
public sealed record VeneerEnamel(IReadOnlyList<EnamelThird> Thirds, double BondedShare, string Source, Standing Standing)
{
    internal static VeneerEnamel? Of(IReadOnlyList<ZonePlan> zones, PlanContext context)
    {
        if (!context.Restoration.IsVeneer())
            return null;
        var average = context.Protocol.Estimates.EnamelMm.Front;
        EnamelThird[] thirds =
        [
            Third(ZoneKind.FacialIncisalThird, average.Incisal),
            Third(ZoneKind.FacialMiddleThird, average.Middle),
            Third(ZoneKind.FacialGingivalThird, average.Cervical),
        ];
        // What is no enamel today is none afterwards either.
        var present = context.Findings.FacialEnamelShare ?? 1;
        return new VeneerEnamel(
            thirds,
            Math.Round(present * thirds.Average(third => third.BondedShare), 3),
            average.Source,
            average.Standing
        );

        EnamelThird Third(ZoneKind kind, double enamel)
        {
            var cut = zones.First(zone => zone.Zone.Kind == kind).Depth.Value;
            // Cut to the least or the most of its range, evenly between: the share of that range that stays in enamel.
            var (least, most) = (cut.Least.Value, cut.Most.Value);
            var share =
                most <= enamel ? 1
                : least >= enamel ? 0
                : (enamel - least) / (most - least);
            return new EnamelThird(kind, new(enamel), Mm.Most(new Mm(enamel) - cut.Target, Mm.Zero), Math.Round(share, 3));
        }
    }
}

/// <param name="Average">Enamel before cutting.</param>
/// <param name="Left">After cutting to the target.</param>
/// <param name="BondedShare">Share of this third that ends in enamel over the planned range of depth.</param>
public sealed record EnamelThird(ZoneKind Zone, Mm Average, Mm Left, double BondedShare);

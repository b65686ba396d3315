namespace Dentelle.Core.Plans;

/// <summary>What a veneer leaves of the facial enamel, against averages: never this patient's.</summary>
/// <param name="Thirds">Incisal, middle, gingival.</param>
/// <param name="BondedShare">Share of the bonded facial surface that is still in enamel: each third counts by its share of
/// the height.</param>
public sealed record VeneerEnamel(IReadOnlyList<EnamelThird> Thirds, double BondedShare, string Source, Standing Standing);

/// <param name="Average">Enamel before cutting.</param>
/// <param name="Left">After cutting to the target.</param>
/// <param name="BondedShare">Share of this third that ends in enamel over the planned range of depth.</param>
public sealed record EnamelThird(ZoneKind Zone, Mm Average, Mm Left, double BondedShare);

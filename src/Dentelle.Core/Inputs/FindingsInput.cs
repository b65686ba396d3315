using Dentelle.Core.Plans;

namespace Dentelle.Core.Inputs;

/// <summary>Findings as they stand in files and in the API. Everything may be left out. Lengths in millimetres, angles in degrees, shares from 0 to 1.</summary>
public sealed record FindingsInput
{
    /// <summary>ISO code of the place it stands in, when it drifted or was moved.</summary>
    public string? StandsAs { get; init; }

    /// <summary>Positive with the mesial side turned to the facial.</summary>
    public double RotationDeg { get; init; }

    /// <summary>Positive leaning to the mesial.</summary>
    public double TiltDeg { get; init; }

    /// <summary>Height lost to wear, by zone or kind of zone.</summary>
    public IReadOnlyDictionary<string, double> WearMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>Width of open contacts, by side: mesial, distal.</summary>
    public IReadOnlyDictionary<string, double> GapMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>Sides on which no tooth stands beside it.</summary>
    public IReadOnlyList<ProximalSide> NoNeighbour
    {
        get => field ?? [];
        init;
    }

    public double ShadeSteps { get; init; }

    public IReadOnlyList<FillingInput> Fillings
    {
        get => field ?? [];
        init;
    }

    public IReadOnlyList<Cusp> CrackedCusps
    {
        get => field ?? [];
        init;
    }

    public IReadOnlyDictionary<string, double> CuspThicknessMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    public double? IsthmusShare { get; init; }

    public IReadOnlyList<ProximalSide> LostRidges
    {
        get => field ?? [];
        init;
    }

    public bool Caries { get; init; }

    public bool RootTreated { get; init; }

    public double? FacialEnamelShare { get; init; }

    public double RecessionMm { get; init; }

    public double? LingualBulgeMm { get; init; }

    /// <summary>From the free margin of the gum to the bone, facially.</summary>
    public double? CrestMm { get; init; }

    /// <summary>From the bone to the contact, by side.</summary>
    public IReadOnlyDictionary<string, double> ContactToCrestMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>Dark triangles under the contact that a veneer is to close.</summary>
    public IReadOnlyList<ProximalSide> DarkTriangles
    {
        get => field ?? [];
        init;
    }

    public bool NeighbourLesion { get; init; }

    public bool NoAntagonist { get; init; }

    public bool HeavyGrinding { get; init; }

    public bool BoggyGum { get; init; }

    public bool ThinGum { get; init; }

    public bool EpinephrineSensitive { get; init; }

    public bool ColdSensitive { get; init; }

    public bool Typodont { get; init; }

    /// <summary>From the surface to the pulp on the radiograph, by zone.</summary>
    public IReadOnlyDictionary<string, double> PulpMm
    {
        get => field ?? new Dictionary<string, double>();
        init;
    }

    /// <summary>What a quick line can say, over what a file says.</summary>
    internal FindingsInput Over(FindingsInput under) =>
        under with
        {
            RotationDeg = RotationDeg != 0 ? RotationDeg : under.RotationDeg,
            TiltDeg = TiltDeg != 0 ? TiltDeg : under.TiltDeg,
            WearMm = PlanInputs.Merged(under.WearMm, WearMm),
            GapMm = PlanInputs.Merged(under.GapMm, GapMm),
            NoNeighbour = [.. under.NoNeighbour.Union(NoNeighbour)],
            ShadeSteps = ShadeSteps != 0 ? ShadeSteps : under.ShadeSteps,
            IsthmusShare = IsthmusShare ?? under.IsthmusShare,
            RootTreated = RootTreated || under.RootTreated,
            FacialEnamelShare = FacialEnamelShare ?? under.FacialEnamelShare,
            RecessionMm = RecessionMm != 0 ? RecessionMm : under.RecessionMm,
            LingualBulgeMm = LingualBulgeMm ?? under.LingualBulgeMm,
            CrestMm = CrestMm ?? under.CrestMm,
            DarkTriangles = [.. under.DarkTriangles.Union(DarkTriangles)],
            NoAntagonist = NoAntagonist || under.NoAntagonist,
            HeavyGrinding = HeavyGrinding || under.HeavyGrinding,
            Typodont = Typodont || under.Typodont,
        };

    internal Answer<Findings> Read(ToothCode tooth)
    {
        if (!Keyed<ProximalSide>("gapMm", GapMm).Is(out var gap, out var problem))
            return problem;
        if (!Keyed<ProximalSide>("contactToCrestMm", ContactToCrestMm).Is(out var contact, out problem))
            return problem;
        if (!Keyed<Cusp>("cuspThicknessMm", CuspThicknessMm).Is(out var cusps, out problem))
            return problem;
        var own = Cusps.Of(tooth);
        Cusp[] strange = [.. CrackedCusps.Concat(cusps.Keys).Except(own)];
        if (strange.Length > 0)
            return new Problem(
                "unknown-cusp",
                $"The {tooth.Name} has no {Kebab.Of(strange[0])} cusp.",
                [.. own.Select(cusp => Kebab.Of(cusp))]
            );
        if (StandsAs is { } place && ToothCode.FromIso(place) is null)
            return new Problem("tooth", $"“{place}” is no permanent tooth (standsAs).");
        return new Findings
        {
            StandsAs = StandsAs is { } code ? ToothCode.FromIso(code) : null,
            RotationDeg = RotationDeg,
            TiltDeg = TiltDeg,
            Wear = PlanInputs.Lengths(WearMm),
            Gap = gap,
            NoNeighbour = NoNeighbour,
            ShadeSteps = ShadeSteps,
            Fillings =
            [
                .. Fillings.Select(filling => new Filling(
                    filling.Surface,
                    PlanInputs.ToMm(filling.EndsAboveGumMm),
                    filling.AgeYears,
                    filling.Share
                )),
            ],
            CrackedCusps = CrackedCusps,
            CuspThickness = cusps,
            IsthmusShare = IsthmusShare,
            LostRidges = LostRidges,
            Caries = Caries,
            RootTreated = RootTreated,
            FacialEnamelShare = FacialEnamelShare,
            Recession = new(RecessionMm),
            LingualBulge = PlanInputs.ToMm(LingualBulgeMm),
            Crest = PlanInputs.ToMm(CrestMm),
            ContactToCrest = contact,
            DarkTriangles = DarkTriangles,
            NeighbourLesion = NeighbourLesion,
            NoAntagonist = NoAntagonist,
            HeavyGrinding = HeavyGrinding,
            BoggyGum = BoggyGum,
            ThinGum = ThinGum,
            EpinephrineSensitive = EpinephrineSensitive,
            ColdSensitive = ColdSensitive,
            Typodont = Typodont,
            Pulp = PlanInputs.Lengths(PulpMm),
        };
    }

    private static Answer<Dictionary<T, Mm>> Keyed<T>(string field, IReadOnlyDictionary<string, double> lengths)
        where T : struct, Enum
    {
        var read = new Dictionary<T, Mm>();
        foreach (var (name, length) in lengths)
        {
            if (!Kebab.TryParse<T>(name, out var key))
            {
                var names = Enum.GetValues<T>().Select(Kebab.Of).ToArray();
                return new Problem("unknown-key", $"“{name}” ({field}) is none of {string.Join(", ", names)}.", names);
            }
            read[key] = new Mm(length);
        }
        return read;
    }
}

/// <param name="EndsAboveGumMm">Height of its lower end over the gum; negative below.</param>
public sealed record FillingInput(FilledSurface Surface, double? EndsAboveGumMm = null, double? AgeYears = null, double? Share = null);

/// <summary>The bridge a unit belongs to: all its teeth in the order of the arch, and which of them are pontics.</summary>
public sealed record BridgeInput(IReadOnlyList<string> Teeth, IReadOnlyList<string> Pontics);

namespace Dentelle.Core.Protocols;

/// <summary>What lies inside an average tooth, where nothing was measured. Millimetres.</summary>
public sealed record Estimates(EnamelEstimates EnamelMm, PulpEstimates PulpMm);

public sealed record EnamelEstimates(FrontEnamel Front, BackEnamel Back);

public sealed record FrontEnamel(double Incisal, double Middle, double Cervical, string Source, Standing Standing);

public sealed record BackEnamel(double Cusp, double Groove, double Middle, double Cervical, string Source, Standing Standing);

public sealed record PulpEstimates(PulpEstimate Front, PulpEstimate Premolar, PulpEstimate Molar)
{
    public PulpEstimate For(ToothCode tooth) =>
        tooth.Kind switch
        {
            ToothKind.Premolar => Premolar,
            ToothKind.Molar => Molar,
            _ => Front,
        };
}

/// <summary>Average dentine and enamel over the pulp at the neck, and from cusp tip or edge to the pulp horn.</summary>
public sealed record PulpEstimate(double NeckWall, double HornBelowTop, string Source, Standing Standing);

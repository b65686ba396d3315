namespace Dentelle.Core.Protocols;

/// <summary>What lies inside an average tooth, where nothing was measured. Millimetres.</summary>
public sealed record Estimates(EnamelEstimates EnamelMm, PulpEstimates PulpMm);

public sealed record EnamelEstimates(FrontEnamel Front, BackEnamel Back);

public sealed record FrontEnamel(double Incisal, double Middle, double Cervical, string Source, Standing Standing);

public sealed record BackEnamel(double Cusp, double Groove, double Middle, double Cervical, string Source, Standing Standing);

public sealed record PulpEstimates(PulpEstimate Front, PulpEstimate Premolar, PulpEstimate UpperMolar, PulpEstimate LowerMolar)
{
    public PulpEstimate For(ToothCode tooth) =>
        tooth.Kind switch
        {
            ToothKind.Premolar => Premolar,
            ToothKind.Molar => tooth.Jaw == Jaw.Upper ? UpperMolar : LowerMolar,
            _ => Front,
        };
}

/// <summary>Average dentine and enamel over the pulp at the neck, and from cusp tip or edge to what lies below it.</summary>
/// <param name="HornBelowTop">To the pulp horn.</param>
/// <param name="CeilingBelowTop">
/// From the facial cusp's tip to the chamber's ceiling; null for front teeth, whose pulp narrows to a ridge.
/// </param>
public sealed record PulpEstimate(double NeckWall, double HornBelowTop, double? CeilingBelowTop, string Source, Standing Standing);

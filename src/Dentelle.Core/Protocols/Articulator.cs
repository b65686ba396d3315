namespace Dentelle.Core.Protocols;

/// <summary>How the jaws slide on each other: an average articulator.</summary>
/// <param name="CondylarDeg">How steeply the condyles go down forward, against the bite plane.</param>
/// <param name="ShiftDeg">How far the balancing condyle goes inward on its way.</param>
/// <param name="IncisalDeg">How steeply the lower incisors go down along the upper ones.</param>
/// <param name="CondyleApartMm">From condyle to condyle, and from each to the lower incisors.</param>
/// <param name="RiseDeg">From the bite plane up to the condyles, seen from the incisors.</param>
public sealed record Articulator(
    Sourced<double> CondylarDeg,
    Sourced<double> ShiftDeg,
    Sourced<double> IncisalDeg,
    Sourced<double> CondyleApartMm,
    Sourced<double> RiseDeg
);

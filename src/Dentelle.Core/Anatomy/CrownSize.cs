namespace Dentelle.Core.Anatomy;

/// <summary>Size of one crown, millimetres.</summary>
public sealed record CrownSize(double Length, double Mesiodistal, double MesiodistalAtNeck, double Faciolingual, double FaciolingualAtNeck);

/// <summary>Sizes of the crown that rules count with.</summary>
/// <param name="Length">From the neck to the highest facial cusp tip, or to the edge.</param>
/// <param name="Intercuspal">Between facial and lingual cusp tips; null for front teeth.</param>
/// <param name="MesialRidge">Height of the mesial marginal ridge over the cervical line of its side; null for front teeth, and
/// where nobody asked.</param>
/// <param name="DistalRidge">The same on the distal side.</param>
public sealed record FormFigures(Mm Length, Mm Mesiodistal, Mm? Intercuspal, Mm? MesialRidge = null, Mm? DistalRidge = null)
{
    public Mm? Ridge(ProximalSide side) => side == ProximalSide.Mesial ? MesialRidge : DistalRidge;
}

/// <summary>Crown size measured on this patient, millimetres; null where it was not measured.</summary>
public sealed record MeasuredSize(Mm? Length, Mm? Mesiodistal, Mm? Faciolingual)
{
    public static readonly MeasuredSize None = new(null, null, null);
}

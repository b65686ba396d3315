namespace Dentelle.Core.Anatomy;

/// <summary>What time has done to a tooth, and how it stands.</summary>
/// <param name="WearMm">Height lost at each cusp tip or along the edge to a flat facet.</param>
/// <param name="TipErosionMm">Depth of the rounded loss at each cusp tip.</param>
/// <param name="RotationDeg">About the long axis, mesial turning facially.</param>
/// <param name="TiltMesialDeg">Of the long axis to the mesial.</param>
/// <param name="TiltFacialDeg">Of the long axis to the facial.</param>
public sealed record ToothCondition(
    double WearMm = 0,
    double TipErosionMm = 0,
    double RotationDeg = 0,
    double TiltMesialDeg = 0,
    double TiltFacialDeg = 0
)
{
    public static readonly ToothCondition Sound = new();
}

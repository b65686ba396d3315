using Dentelle.Core.Anatomy;

namespace Dentelle.Core.Plans;

/// <summary>What was found on the tooth before cutting.</summary>
/// <param name="Tooth">The tooth.</param>
/// <param name="Crossbite">Whether the functional cusps are the other row.</param>
/// <param name="RoomBefore">Room to the antagonist that is already there, by zone; a zone that is absent was not measured.</param>
/// <param name="MeasuredSize">The crown as measured; averages stand in for what is missing.</param>
public sealed record Assessment(ToothCode Tooth, bool Crossbite, ByZone RoomBefore, MeasuredSize MeasuredSize)
{
    public Findings Findings { get; init; } = Findings.None;

    /// <summary>The crown's size, averages standing in for what was not measured; null where no form was asked.</summary>
    public FormFigures? Form { get; init; }

    public static Assessment Of(ToothCode tooth) => new(tooth, Crossbite: false, ByZone.Empty, MeasuredSize.None);
}

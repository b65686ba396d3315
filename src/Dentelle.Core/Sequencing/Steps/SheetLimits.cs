using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing.Steps;

/// <param name="ShellMm">Enamel left against the neighbour while a contact is opened.</param>
/// <param name="ContactHeightShare">How far under the top the contact lies, as a share of the crown.</param>
/// <param name="ChangeMinutes">Taking up another bur.</param>
/// <param name="ViewMinutes">Another place or turn of the head.</param>
/// <param name="DryPlasticUses">How many preparations a bur stands on dry plastic.</param>
/// <param name="TimesNeeded">So many recorded times replace an assumed one.</param>
/// <param name="ToleranceMm">Nearer than this a mark on the bur is the depth itself.</param>
/// <param name="UsesMost">Preparations a bur lasts until the practice says otherwise.</param>
/// <param name="CarbideBlades">Blades of a finishing carbide whose number does not tell them.</param>
/// <param name="StarterPieces">Pieces of each bur in a drawer that nobody has counted yet.</param>
public sealed record SheetLimits(
    Sourced<double> ShellMm,
    Sourced<double> ContactHeightShare,
    Sourced<double> ChangeMinutes,
    Sourced<double> ViewMinutes,
    Sourced<double> DryPlasticUses,
    Sourced<double> TimesNeeded,
    Sourced<double> ToleranceMm,
    Sourced<double> UsesMost,
    Sourced<double> CarbideBlades,
    Sourced<double> StarterPieces
);

using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing.Steps;

public sealed record SheetLimits
{
    /// <summary>Enamel left against the neighbour while a contact is opened.</summary>
    public required Sourced<double> ShellMm { get; init; }

    /// <summary>How far under the top the contact lies, as a share of the crown.</summary>
    public required Sourced<double> ContactHeightShare { get; init; }

    /// <summary>Taking up another bur.</summary>
    public required Sourced<double> ChangeMinutes { get; init; }

    /// <summary>Another place or turn of the head.</summary>
    public required Sourced<double> ViewMinutes { get; init; }

    /// <summary>How many preparations a bur stands on dry plastic.</summary>
    public required Sourced<double> DryPlasticUses { get; init; }

    /// <summary>So many recorded times replace an assumed one.</summary>
    public required Sourced<double> TimesNeeded { get; init; }

    /// <summary>Nearer than this a mark on the bur is the depth itself.</summary>
    public required Sourced<double> ToleranceMm { get; init; }

    /// <summary>Preparations a bur lasts until the practice says otherwise.</summary>
    public required Sourced<double> UsesMost { get; init; }

    /// <summary>Blades of a finishing carbide whose number does not tell them.</summary>
    public required Sourced<double> CarbideBlades { get; init; }

    /// <summary>Pieces of each bur in a drawer that nobody has counted yet.</summary>
    public required Sourced<double> StarterPieces { get; init; }

    /// <summary>A longer visit is proposed to be split over several.</summary>
    public required Sourced<double> VisitMostMinutes { get; init; }
}

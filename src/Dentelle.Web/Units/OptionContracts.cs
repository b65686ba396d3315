using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Units;

public sealed record OptionsEntry
{
    /// <summary>What would stand behind the tooth in a quick line: "crown metal".</summary>
    [MaxLength(8)]
    public required IReadOnlyList<string> Options { get; init; }
}

/// <param name="Columns">What is planned first.</param>
public sealed record OptionsView(IReadOnlyList<OptionColumn> Columns);

/// <param name="Option">As it was asked for; empty for what is planned.</param>
/// <param name="Inputs">What the unit's inputs would be.</param>
/// <param name="DeepestMm">Deepest cut of any zone.</param>
/// <param name="Cost">Null where the restoration's body is not made.</param>
/// <param name="HoldShare">Share of the weakest wall that resists tipping; null where no walls were drawn.</param>
/// <param name="BondedShare">Share of a veneer's bonded surface that ends in enamel.</param>
/// <param name="Section">Through facial and lingual.</param>
/// <param name="Sentence">What it gains and loses against what is planned.</param>
public sealed record OptionColumn(
    string Option,
    PlanInputs Inputs,
    Restoration Restoration,
    string What,
    Material Material,
    double DeepestMm,
    CutCost? Cost,
    double? HoldShare,
    double? BondedShare,
    IReadOnlyList<string> Cautions,
    SectionView Section,
    string? Sentence
)
{
    public static OptionColumn From(string option, PlanInputs inputs, PlannedUnit unit, UnitDocument document, string? sentence) =>
        new(
            option,
            inputs,
            unit.Plan.Restoration,
            unit.Plan.Restoration.Words(),
            unit.Plan.Material.Value,
            Comparison.Deepest(document),
            document.Cost,
            document.Resistance?.Min(way => way.Share),
            document.Enamel?.BondedShare,
            [.. document.Cautions.Select(caution => caution.Text)],
            SectionView.From(unit.Drawing.Faciolingual[0], []),
            sentence
        );
}

using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Preparing;
using Dentelle.Core.Restorations;
using Dentelle.Web.Figures;

namespace Dentelle.Web.Units;

public sealed record OptionsEntry
{
    /// <summary>What would stand behind the tooth in a quick line: "crown metal"; left out for the two likeliest.</summary>
    [MaxLength(8)]
    public IReadOnlyList<string>? Options { get; init; }
}

/// <param name="Columns">What is planned first.</param>
public sealed record OptionsView(IReadOnlyList<OptionColumn> Columns);

public sealed record OptionColumn
{
    /// <summary>As it was asked for; empty for what is planned.</summary>
    public required string Option { get; init; }

    /// <summary>What the unit's inputs would be, the material among them: they take the place of those that stand.</summary>
    public required PlanInputs Inputs { get; init; }

    public required Restoration Restoration { get; init; }

    public required string What { get; init; }

    public required Material Material { get; init; }

    /// <summary>Deepest cut of any zone.</summary>
    public required double DeepestMm { get; init; }

    /// <summary>Null where the restoration's body is not made.</summary>
    public CutCost? Cost { get; init; }

    /// <summary>Share of the weakest wall that resists tipping; null where no walls were drawn.</summary>
    public double? HoldShare { get; init; }

    /// <summary>Share of a veneer's bonded surface that ends in enamel.</summary>
    public double? BondedShare { get; init; }

    public required IReadOnlyList<string> Cautions { get; init; }

    /// <summary>Through facial and lingual.</summary>
    public required SectionView Section { get; init; }

    /// <summary>What it gains and loses against what is planned.</summary>
    public string? Sentence { get; init; }

    public static OptionColumn From(string option, PlanInputs inputs, PlannedUnit unit, UnitDocument document, string? sentence) =>
        new()
        {
            Option = option,
            Inputs = inputs with { Material = unit.Plan.Material.Value },
            Restoration = unit.Plan.Restoration,
            What = unit.Plan.Restoration.Words(),
            Material = unit.Plan.Material.Value,
            DeepestMm = Comparison.Deepest(document),
            Cost = document.Cost,
            HoldShare = document.Resistance?.Min(way => way.Share),
            BondedShare = document.Enamel?.BondedShare,
            Cautions = [.. document.Cautions.Select(caution => caution.Text)],
            Section = SectionView.From(unit.Drawing.Faciolingual[0], []),
            Sentence = sentence,
        };
}

using System.ComponentModel.DataAnnotations;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Restorations;
using Dentelle.Data;
using Dentelle.Web.Access;
using Dentelle.Web.Http;
using Dentelle.Web.Protocols;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Units;

/// <summary>Options for a unit's tooth, side by side with what is planned.</summary>
public static class OptionEndpoints
{
    private const int Most = 3;

    public static void MapOptions(this WebApplication app) =>
        app.MapPost("/api/units/{id:guid}/options", Compare)
            .RequireAuthorization(Policies.Clinician)
            .WithTags("Units")
            .WithName("compareOptions");

    /// <summary>Each option keeps the unit's findings and changes what it names. Nothing is saved.</summary>
    private static async Task<Results<Ok<OptionsView>, ProblemHttpResult>> Compare(
        Guid id,
        OptionsEntry entry,
        CaseStore store,
        UnitViews views,
        ProtocolShelf shelf,
        CancellationToken stop
    )
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.NoSuch("unit");
        var handbook = shelf.Of(unit).Handbook;
        if (entry.Options.Count > Most)
            return Problems.From(new Problem("options", $"At most {Most} options stand beside what is planned."));
        var (tooth, inputs) = (UnitViews.ToothOf(unit), UnitViews.InputsOf(unit));
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return Problems.From(problem);
        var first = UnitDocument.From(planned, handbook.Protocol);
        var columns = new List<OptionColumn> { OptionColumn.From("", inputs, planned, first, null) };
        foreach (var option in entry.Options)
        {
            if (!Read(tooth, option, inputs, handbook).Is(out var other, out problem))
                return Problems.From(problem with { Sentence = $"“{option}”: {problem.Sentence}" });
            if (!views.Planned(unit, other, shelf.Of(unit)).Is(out var made, out problem))
                return Problems.From(problem with { Sentence = $"“{option}”: {problem.Sentence}" });
            var document = UnitDocument.From(made, handbook.Protocol);
            columns.Add(OptionColumn.From(option, other, made, document, Comparison.Sentence(first, document)));
        }
        return TypedResults.Ok(new OptionsView(columns));
    }

    private static Answer<PlanInputs> Read(ToothCode tooth, string option, PlanInputs inputs, Handbook handbook)
    {
        if (!QuickLineReader.Read($"{tooth.Iso} {option}", ToothNotation.Iso, handbook.Protocol).Is(out var line, out var problem))
            return problem;
        // What belonged to the other restoration is not carried over.
        return line.Units[0]
            .Inputs.Over(
                inputs with
                {
                    Material = null,
                    Coverage = null,
                    FacialMargin = null,
                    School = null,
                    CoveredCusps = null,
                    Boxes = null,
                    Features = null,
                }
            );
    }
}

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

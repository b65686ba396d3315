using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.QuickLine;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.Units;

/// <summary>Other ways to restore a unit's tooth, planned beside the one that is chosen.</summary>
public sealed class UnitOptions(CaseStore store, UnitViews views, ProtocolShelf shelf)
{
    private const int Most = 3;

    /// <summary>Each option keeps the unit's findings and changes what it names.</summary>
    public async Task<Answer<OptionsView>> CompareAsync(Guid id, IReadOnlyList<string> options, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.Missing("unit");
        if (options.Count > Most)
            return new Problem("options", $"At most {Most} options stand beside what is planned.");
        var (handbook, tooth, inputs) = (shelf.Of(unit).Handbook, UnitViews.ToothOf(unit), UnitViews.InputsOf(unit));
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return problem;
        var first = UnitDocument.From(planned, handbook.Protocol);
        var columns = new List<OptionColumn> { OptionColumn.From("", inputs, planned, first, null) };
        foreach (var option in options)
        {
            if (
                !Read(tooth, option, inputs, handbook).Is(out var other, out problem)
                || !views.Planned(unit, other, shelf.Of(unit)).Is(out var made, out problem)
            )
                return problem with { Sentence = $"“{option}”: {problem.Sentence}" };
            var document = UnitDocument.From(made, handbook.Protocol);
            columns.Add(OptionColumn.From(option, other, made, document, Comparison.Sentence(first, document)));
        }
        return new OptionsView(columns);
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

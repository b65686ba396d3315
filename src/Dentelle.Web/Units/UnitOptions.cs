using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Restorations;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;

namespace Dentelle.Web.Units;

/// <summary>Other ways to restore a unit's tooth, planned beside the one that is chosen.</summary>
public sealed class UnitOptions(CaseStore store, UnitViews views, ProtocolShelf shelf)
{
    private const int Most = 3;
    private const int Likeliest = 2;

    /// <summary>Each option keeps the unit's findings and changes what it names.</summary>
    public async Task<Answer<OptionsView>> CompareAsync(Guid id, IReadOnlyList<string>? wanted, CancellationToken stop)
    {
        if (await store.UnitAsync(id, stop) is not { } unit)
            return Problems.Missing("unit");
        if (wanted?.Count > Most)
            return new Problem("options", $"At most {Most} options stand beside what is planned.");
        var (handbook, tooth, inputs) = (shelf.Of(unit).Handbook, UnitViews.ToothOf(unit), UnitViews.InputsOf(unit));
        if (!views.Planned(unit).Is(out var planned, out var problem))
            return problem;
        var first = UnitDocument.From(planned, handbook.Protocol);
        var columns = new List<OptionColumn> { OptionColumn.From("", inputs, planned, first, null) };
        foreach (var option in wanted ?? Likely(planned.Plan, handbook.Protocol).Distinct())
        {
            if (
                !Read(tooth, option, inputs, handbook).Is(out var other, out problem)
                || !views.Planned(unit, other, shelf.Of(unit)).Is(out var made, out problem)
            )
            {
                // What nobody asked for is left out where it can't be.
                if (wanted is null)
                    continue;
                return problem with { Sentence = $"“{option}”: {problem.Sentence}" };
            }
            if (wanted is null && columns.Count > Likeliest)
                break;
            var document = UnitDocument.From(made, handbook.Protocol);
            columns.Add(OptionColumn.From(option, other, made, document, Comparison.Sentence(first, document)));
        }
        return new OptionsView(columns);
    }

    /// <summary>
    /// What else would be thought of, the likeliest first: the restoration that the advice prefers, the same restoration of
    /// another material, then the other restorations that are offered for the tooth.
    /// </summary>
    private static IEnumerable<string> Likely(Plan plan, Protocol protocol)
    {
        string[] kinds =
        [
            .. Enum.GetValues<Restoration>()
                .Where(kind => kind != plan.Restoration && protocol.On(plan.Tooth, kind).Any())
                .Select(kind => kind.Rules().Said[0]),
        ];
        var materials = protocol.On(plan.Tooth, plan.Restoration).Select(offer => offer.Material).Where(one => one != plan.Material.Value);
        return
        [
            .. Advisor
                .On(plan, [], protocol)
                .SelectMany(advice => kinds.Where(kind => kind == advice.Preferred || kind == $"veneer {advice.Preferred}")),
            .. materials.Take(1).Select(material => $"{plan.Rules().Said[0]} {Kebab.Of(material)}"),
            .. kinds,
        ];
    }

    /// <summary>What an option asks for; the plan's own where it names nothing.</summary>
    public Answer<PlanInputs> Read(UnitRow unit, string option) =>
        option.Length == 0
            ? UnitViews.InputsOf(unit)
            : Read(UnitViews.ToothOf(unit), option, UnitViews.InputsOf(unit), shelf.Of(unit).Handbook);

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

using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning.Cautions;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Sequencing;

namespace Dentelle.Core.Tests;

/// <summary>The shipped protocol files, and short ways to plan from them.</summary>
internal static class Shipped
{
    public static readonly Handbook Handbook = Need(Handbook.Read(Text));

    public static Protocol Protocol => Handbook.Protocol;

    public static string Text(string name) => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "protocols", name));

    public static PlannedUnit Unit(string line, Func<PlanInputs, PlanInputs>? with = null)
    {
        var understood = Need(QuickLineReader.Read(line, ToothNotation.Iso, Protocol));
        var (tooth, inputs) = understood.Units[0];
        return Need(PlannedUnit.Make(tooth, with is null ? inputs : with(inputs), Handbook));
    }

    /// <summary>The plans of a line, a bridge's joined.</summary>
    public static Plan[] Plans(string line, Protocol? protocol = null)
    {
        var own = protocol ?? Protocol;
        return Need(
            PlannedLine.JoinedPlans(Need(QuickLineReader.Read(line, ToothNotation.Iso, own)).Units, Handbook with { Protocol = own })
        );
    }

    /// <summary>The shipped protocol with other sides taken in questions on which practitioners differ.</summary>
    public static Protocol Taking(params (string Question, string Side)[] sides) =>
        Protocol with
        {
            Disagreements =
            [
                .. Protocol.Disagreements.Select(entry =>
                    sides.FirstOrDefault(side => side.Question == entry.Id) is { Side: { } side } ? entry with { Chosen = side } : entry
                ),
            ],
        };

    public static PlannedLine Line(string line) =>
        Need(PlannedLine.Make(Need(QuickLineReader.Read(line, ToothNotation.Iso, Protocol)).Units, Handbook));

    public static IEnumerable<RestorationEntry> Crowns => Protocol.Restorations.Where(entry => entry.Restoration == Restoration.Crown);

    /// <summary>What is asked for, before the tooth's form is looked at.</summary>
    public static Plan Plan(string line, Func<PlanInputs, PlanInputs>? with = null)
    {
        var (tooth, inputs) = Need(QuickLineReader.Read(line, ToothNotation.Iso, Protocol)).Units[0];
        return Need(PlannedUnit.PlanOnly(tooth, with is null ? inputs : with(inputs), Handbook));
    }

    /// <summary>What shows on the plan alone.</summary>
    public static IReadOnlyList<Caution> Cautions(Plan plan, Protocol? protocol = null) => CautionTable.Of(plan, protocol ?? Protocol);

    public static T Need<T>(Answer<T> answer)
        where T : class => answer.Is(out var value, out var problem) ? value : throw new InvalidOperationException(problem.Sentence);

    /// <summary>What is laid out for the sheets of a day.</summary>
    public static IReadOnlyList<TrayItem> Tray(params (string Case, RunSheet Sheet)[] sheets) =>
        TrayList.Of(sheets.SelectMany(entry => TrayList.Wanted(entry.Case, entry.Sheet, Protocol)));
}

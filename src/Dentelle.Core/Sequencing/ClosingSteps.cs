using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing;

/// <summary>What ends a visit once every tooth is ready: impressions or a scan, the bite, the provisional and the cement under it.</summary>
internal sealed class ClosingSteps
{
    private readonly List<SheetStep> steps = [];
    private readonly List<Precedence> order = [];
    private readonly Protocol protocol;
    private readonly RunSheetTable table;

    /// <param name="teeth">How many teeth are cut in the visit.</param>
    public ClosingSteps(Protocol protocol, RunSheetTable table, int teeth)
    {
        (this.protocol, this.table) = (protocol, table);
        var bare = Taken(teeth);
        var made = Provisional();
        foreach (var step in bare)
            order.Add(new(step.Key, made[0].Key, "The provisional covers the bare teeth", true));
        for (var i = 1; i < made.Count; i++)
            order.Add(
                new(
                    made[i - 1].Key,
                    made[i].Key,
                    made[i - 1].Code == "provisional-cement" ? "Cement is never wiped while liquid" : "What is cemented is made first",
                    true
                )
            );
        steps.AddRange(bare);
        steps.AddRange(made);
    }

    public IReadOnlyList<SheetStep> Steps => steps;

    public IReadOnlyList<Precedence> Order => order;

    /// <summary>What is taken of the bare teeth; the first of it waits for every tooth.</summary>
    private IReadOnlyList<SheetStep> Taken(int teeth)
    {
        if (protocol.Takes("impressions", "scan"))
        {
            var (scan, scannedBite) = (Step("impression-scan"), Step("bite-scan"));
            order.Add(new(scan.Key, scannedBite.Key, "Both jaws are there before they are put together"));
            return [scan, scannedBite];
        }
        var two = protocol.Takes("impressions", "two");
        var (first, bite) = (Step("impression"), Step("bite"));
        first = first with
        {
            Hint = Sentence(two ? "Rigid tray that does not touch the strips" : null, teeth > 1 ? "Custom tray for several teeth" : null),
        };
        order.Add(new(first.Key, bite.Key, "The impression sets first", true));
        if (!two)
            return [first, bite];
        var second = Step("second-impression");
        order.Add(new(bite.Key, second.Key, "Nobody bites on a tray: the bite is taken between the two"));
        return [first, bite, second];
    }

    /// <summary>In the mouth or on a cast, and how it holds: etched spots need no cement.</summary>
    private IReadOnlyList<SheetStep> Provisional()
    {
        var direct = !protocol.Takes("provisional", "cast");
        var made = Step(direct ? "provisional" : "provisional-cast");
        if (direct && protocol.Takes("provisional-hold", "spot-etched"))
            return
            [
                made with
                {
                    Hint = "Etched in spots, so that it holds",
                    Cautions = [.. made.Cautions, "Photograph the etched spots: they are ground off at the next visit."],
                },
            ];
        if (direct)
            made = made with { Hint = "Teeth wetted, so that resin does not stick" };
        var (cement, surplus) = (Step("provisional-cement"), Step("surplus"));
        return protocol.Takes("cement", "with-the-rest")
            ? [made, cement, surplus with { Hint = "Contacts flossed now, with the rest" }]
            : [made, cement with { Hint = "Contacts flossed at once, before it sets under them" }, surplus];
    }

    private SheetStep Step(string code) => SheetStep.OncePerVisit(table.Step(code));

    private static string? Sentence(params string?[] parts) =>
        parts.OfType<string>().ToArray() is { Length: > 0 } said
            ? string.Join("; ", said.Select((part, i) => i == 0 ? part : part.LowerFirst()))
            : null;
}

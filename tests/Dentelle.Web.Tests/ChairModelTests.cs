using System.Text.Json.Nodes;
using CsCheck;

namespace Dentelle.Web.Tests;

/// <summary>
/// Whatever is tapped at the chair, in whatever order: the run sheet's ticks and the ledger stay those of a model that fits on a page.
/// </summary>
public sealed class ChairModelTests : IDisposable
{
    private readonly Practice practice = new();
    private readonly HttpClient client;

    public ChairModelTests() => client = practice.CreateClient();

    public void Dispose() => practice.Dispose();

    private enum Tap
    {
        Start,
        Stop,
        TakeBack,
        NewPiece,
        Worn,
        NotWorn,
        School,
        Restored,
        Gone,
    }

    /// <summary>
    /// Mostly ticks; in between somebody sees to the drawer or wants another order. Steps are drawn from few places of the
    /// sheet, so that they meet again.
    /// </summary>
    private static readonly Gen<(Tap Tap, int Visit, int Step)[]> Afternoons = Gen.Select(
        Gen.Int[0, 22]
            .Select(i =>
                i < 8 ? Tap.Start
                : i < 13 ? Tap.Stop
                : i < 17 ? Tap.TakeBack
                : (Tap)(i - 14)
            ),
        Gen.Int[0, 1],
        Gen.Int[0, 5]
    ).Array[12, 30];

    [Fact(
        DisplayName = "Any order of taps: one step runs at a time in a case, a bur is counted once a tooth and piece, what is "
            + "taken back counts no more, nothing fails"
    )]
    public Task Any_order() =>
        Afternoons.SampleAsync(
            async taps =>
            {
                Visit[] visits = [await VisitAsync("36 37 crown zirconia"), await VisitAsync("11 crown mc plastic")];
                var book = new Book(await UsesAsync());
                foreach (var (tap, which, place) in taps)
                {
                    var visit = visits[which];
                    var sheet = await client.Get($"/api/cases/{visit.Id}/sheet");
                    JsonNode[] cutting =
                    [
                        .. sheet["sheet"]!["steps"]!.AsArray().Where(step => step!["burId"] is not null).Select(step => step!),
                    ];
                    // Worn burs, one after the other, may leave nothing to cut with.
                    if (cutting.Length == 0)
                        continue;
                    // Every third, so that teeth and burs differ; a few of them only.
                    var step = cutting[place * 3 % cutting.Length];
                    var (key, bur, tooth) = ((string)step["key"]!, (string)step["burId"]!, (string)step["tooth"]!);
                    switch (tap)
                    {
                        case Tap.Start:
                            Assert.True((await TickAsync(visit, key, "start")).IsSuccessStatusCode);
                            if (visit.End() is { } running && running.Key != key)
                                book.Use(running.Value, visit.Id);
                            else if (visit.Ticks.TryGetValue(key, out var again) && !again.Ended)
                                visit.Ticks.Remove(key);
                            visit.Ticks[key] = new(bur, tooth, false);
                            break;
                        case Tap.Stop:
                            var runs = visit.Ticks.TryGetValue(key, out var tick) && !tick.Ended;
                            Assert.Equal(runs, (await TickAsync(visit, key, "stop")).IsSuccessStatusCode);
                            if (runs)
                                book.Use(visit.End()!.Value.Value, visit.Id);
                            break;
                        case Tap.TakeBack:
                            Assert.True((await TickAsync(visit, key, "take-back")).IsSuccessStatusCode);
                            if (
                                visit.Ticks.Remove(key, out var taken)
                                && !visit.Ticks.Values.Any(other => other.Ended && other.Bur == taken.Bur && other.Tooth == taken.Tooth)
                            )
                                book.TakeBack(taken, visit.Id);
                            break;
                        case Tap.NewPiece or Tap.Worn or Tap.NotWorn:
                            await client
                                .Post(
                                    $"/api/drawer/burs/{bur}/changes",
                                    $$"""{ "what": "{{(tap == Tap.NewPiece ? "new-piece" : tap == Tap.Worn ? "worn" : "not-worn")}}" }"""
                                )
                                .Json();
                            if (tap == Tap.NewPiece)
                                book.Renew(bur);
                            break;
                        case Tap.School:
                            await client.Put($"/api/cases/{visit.Id}/sheet", """{ "school": "proximal-first" }""");
                            break;
                        case Tap.Restored:
                            await client.Put($"/api/cases/{visit.Id}/sheet", """{ "ownSchools": true }""").Json();
                            break;
                        default:
                            Assert.Equal((404, "not-found"), await TickAsync(visit, $"{tooth}/no-such-step", "start").Refused());
                            break;
                    }
                    var shown = (await client.Get($"/api/cases/{visit.Id}/sheet"))["ticks"]!
                        .AsArray()
                        .ToDictionary(entry => (string)entry!["key"]!, entry => entry!["endedAt"] is not null);
                    Assert.Equal(visit.Ticks.ToDictionary(entry => entry.Key, entry => entry.Value.Ended), shown);
                    Assert.True(shown.Values.Count(ended => !ended) <= 1);
                    var ledger = await UsesAsync();
                    foreach (var (id, uses) in book.Counts())
                        Assert.Equal((id, uses), (id, ledger[id]));
                }
                await TheSameFromACold(visits);
                await client.Put($"/api/units/{visits[0].Unit}/inputs", """{ "material": "metal" }""", "\"1\"").Json();
                await TheSameFromACold(visits);
            },
            iter: 6,
            threads: 1
        );

    /// <summary>Sheets are kept once made. What was kept is what a server that was just started on a copy of the file makes.</summary>
    private async Task TheSameFromACold(IEnumerable<Visit> visits)
    {
        await using var started = new Practice { CopyOf = practice.DatabasePath };
        using var cold = started.CreateClient();
        foreach (var visit in visits)
            Assert.Equal(
                await cold.GetStringAsync($"/api/cases/{visit.Id}/sheet"),
                await client.GetStringAsync($"/api/cases/{visit.Id}/sheet")
            );
    }

    private async Task<Visit> VisitAsync(string line)
    {
        var done = await client.Post("/api/quick-line/do", $$"""{ "line": "{{line}}" }""").Json();
        return new((string)done["caseId"]!, (string)done["unitId"]!);
    }

    private Task<HttpResponseMessage> TickAsync(Visit visit, string key, string what) =>
        client.Post($"/api/cases/{visit.Id}/sheet/ticks", $$"""{ "key": "{{key}}", "what": "{{what}}" }""");

    private async Task<Dictionary<string, int>> UsesAsync() =>
        (await client.Get("/api/drawer"))["burs"]!.AsArray().ToDictionary(bur => (string)bur!["id"]!, bur => (int)bur!["uses"]!);

    /// <param name="Bur">The bur the sheet gave the step when it was begun.</param>
    private sealed record Ticked(string Bur, string Tooth, bool Ended);

    private sealed record Visit(string Id, string Unit)
    {
        public Dictionary<string, Ticked> Ticks { get; } = [];

        /// <summary>Ends the step that runs.</summary>
        public KeyValuePair<string, Ticked>? End()
        {
            if (Ticks.Where(tick => !tick.Value.Ended).ToArray() is not [var (key, running)])
                return null;
            return new(key, Ticks[key] = running with { Ended = true });
        }
    }

    /// <summary>What the piece of each bur that is in use has cut: what was in the book before, and a set.</summary>
    private sealed class Book(Dictionary<string, int> before)
    {
        private readonly HashSet<(string Bur, string Visit, string Tooth)> cut = [];

        public void Use(Ticked step, string visit) => cut.Add((step.Bur, visit, step.Tooth));

        public void TakeBack(Ticked step, string visit) => cut.Remove((step.Bur, visit, step.Tooth));

        public void Renew(string bur)
        {
            before[bur] = 0;
            cut.RemoveWhere(use => use.Bur == bur);
        }

        public IEnumerable<(string Bur, int Uses)> Counts() =>
            before.Select(entry => (entry.Key, entry.Value + cut.Count(use => use.Bur == entry.Key)));
    }
}

using System.Text.Json;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Measuring;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Protocols;
using Dentelle.Web.Units;

namespace Dentelle.Web.Demo;

/// <summary>Fills an empty database with an invented practice, through the same doors a user's entries take.</summary>
internal static class DemoPractice
{
    private const string By = "demonstration";

    public static async Task FillAsync(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var store = scope.ServiceProvider.GetRequiredService<CaseStore>();
        var today = scope.ServiceProvider.GetRequiredService<TimeProvider>().Today();
        var stop = CancellationToken.None;
        if (await scope.ServiceProvider.GetRequiredService<CaseList>().AnyAsync(stop))
            return;

        var (file, shelf) = (Read(), scope.ServiceProvider.GetRequiredService<ProtocolShelf>());
        await using var all = await store.BeginAsync(stop);
        var house = Need(
            await scope.ServiceProvider.GetRequiredService<ProtocolDrafts>().KeepAsync(file.House.On(shelf.Shipped), By, stop)
        );
        foreach (var demo in file.Cases)
        {
            var visit = today.AddDays(demo.Day).ToDateTime(demo.Time, DateTimeKind.Local);
            var added = await store.AddCaseAsync(demo.Patient, visit, demo.Note, stop);
            foreach (var unit in demo.Units)
                await AddAsync(unit, added, store, unit.House ? house.Handbook : shelf.InUse.Handbook, stop);
        }

        var drawer = scope.ServiceProvider.GetRequiredService<DrawerStore>();
        foreach (var demo in file.Drawer)
        {
            await drawer.ChangeAsync(
                demo.Bur,
                (row, _, _) => (row.Pieces, row.Sterilised, row.Worn) = (demo.Pieces, demo.Sterilised, demo.Worn),
                stop
            );
            for (var use = 0; use < demo.Uses; use++)
                await drawer.UseAsync(demo.Bur, UsedOn.Tooth, wet: true, caseId: null, tooth: null, stop);
        }

        await all.CommitAsync(stop);
    }

    private static async Task AddAsync(DemoUnit demo, CaseRow to, CaseStore store, Handbook handbook, CancellationToken stop)
    {
        var line = Need(QuickLineReader.Read(demo.Line, ToothNotation.Iso, handbook.Protocol));
        LineUnit[] units = [.. line.Units.Select(said => said with { Inputs = said.Inputs.Over(demo.Inputs) })];
        var planned = Need(PlannedLine.Make(units, handbook));
        var rows = new List<UnitRow>();
        for (var i = 0; i < units.Length; i++)
            rows.Add(Need(await store.AddUnitAsync(to.Id, planned.Units[i], units[i].Inputs, handbook.Protocol, By, replace: false, stop)));
        var unit = rows[0];
        foreach (var reading in demo.Readings ?? [])
        {
            foreach (var zone in reading.Zones)
            {
                var entry = new ReadingEntry
                {
                    Zone = zone,
                    Kind = reading.Kind,
                    Gauge = reading.Gauge,
                    Passed = reading.Passed,
                    ValueMm = reading.ValueMm,
                };
                await store.AddReadingsAsync(unit, [Need(UnitWork.ReadingOf(entry, handbook.Protocol))], By, stop);
            }
        }

        if (demo.Finished)
            await store.SetFinishedAsync(unit, finished: true, stop);
    }

    private static DemoFile Read()
    {
        using var stream = typeof(DemoPractice).Assembly.GetManifestResourceStream("Dentelle.Web.Demo.practice.json")!;
        return JsonSerializer.Deserialize<DemoFile>(stream, JsonSerializerOptions.Web)!;
    }

    private static T Need<T>(Answer<T> answer)
        where T : class =>
        answer.Is(out var value, out var problem)
            ? value
            : throw new InvalidDataException($"The demonstration practice is wrong: {problem.Sentence}");

    private sealed record DemoFile(IReadOnlyList<DemoCase> Cases, DemoHouse House, IReadOnlyList<DemoBur> Drawer);

    private sealed record DemoBur(string Bur, int Pieces, int Uses, int Sterilised, bool Worn);

    /// <summary>A house protocol: one row's target and sides taken in disagreements.</summary>
    private sealed record DemoHouse(
        string Name,
        string Note,
        string Group,
        string Words,
        double TargetMm,
        IReadOnlyDictionary<string, string> Sides
    )
    {
        public KeepEntry On(KeptProtocol shipped)
        {
            var row = shipped.Text.Lines.First(line => line.Group == Group && line.Words == Words);
            var sides = shipped.Protocol.Disagreements.Select((entry, i) => (entry, i)).Where(pair => Sides.ContainsKey(pair.entry.Id));
            return new KeepEntry
            {
                Id = shipped.Protocol.Id,
                Version = shipped.Protocol.Version,
                Name = Name,
                Note = Note,
                Use = false,
                Edits =
                [
                    new(row.Fields.First(field => field.Words == "target").Path, Number: TargetMm),
                    .. sides.Select(pair => new ProtocolEdit(pair.entry.Pointer(pair.i), Choice: Sides[pair.entry.Id])),
                ],
            };
        }
    }

    private sealed record DemoCase(string Patient, int Day, TimeOnly Time, string Note, IReadOnlyList<DemoUnit> Units);

    private sealed record DemoUnit(string Line, PlanInputs Inputs, bool Finished, bool House, IReadOnlyList<DemoReading>? Readings);

    private sealed record DemoReading(IReadOnlyList<string> Zones, ReadingKind Kind, string Gauge, double? Passed, double? ValueMm);
}

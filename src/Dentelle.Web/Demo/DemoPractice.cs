using System.Text.Json;
using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Measuring;
using Dentelle.Core.Protocols;
using Dentelle.Core.QuickLine;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Protocols;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Demo;

/// <summary>Fills an empty database with an invented practice, through the same doors a user's entries take.</summary>
internal static class DemoPractice
{
    private const string By = "demonstration";

    public static async Task FillAsync(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var store = scope.ServiceProvider.GetRequiredService<CaseStore>();
        var patients = scope.ServiceProvider.GetRequiredService<PatientStore>();
        var today = scope.ServiceProvider.GetRequiredService<TimeProvider>().Today();
        var stop = CancellationToken.None;
        if (await scope.ServiceProvider.GetRequiredService<CaseList>().AnyAsync(stop))
            return;

        var (file, shelf) = (Read(), scope.ServiceProvider.GetRequiredService<ProtocolShelf>());
        await using var all = await store.BeginAsync(stop);
        await AddPeopleAsync(file.People, scope.ServiceProvider, stop);
        var house = Need(
            await scope.ServiceProvider.GetRequiredService<ProtocolDrafts>().KeepAsync(file.House.On(shelf.Shipped), By, stop)
        );
        foreach (var demo in file.Cases)
        {
            var visit = today.AddDays(demo.Day).ToDateTime(demo.Time, DateTimeKind.Local);
            var patient = await patients.OfNameAsync(demo.Patient, stop);
            if (demo.Alerts is { } alerts && patient is not null)
                Need(await patients.ChangeAsync(patient.Id, patient.Version, alerts, stop));
            var added = await store.AddCaseAsync(demo.Patient, visit, demo.Note, stop, patientId: patient?.Id);
            await AddVisitsAsync(demo, added, today, scope.ServiceProvider.GetRequiredService<VisitStore>(), stop);
            foreach (var unit in demo.Units)
                await AddAsync(unit, added, store, unit.House ? house.Handbook : shelf.InUse.Handbook, stop);
            await AddNotesAsync(demo, added, scope.ServiceProvider, stop);
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

    /// <summary>The first clinician among them is who the demonstration opens as.</summary>
    private static async Task AddPeopleAsync(IReadOnlyList<DemoPerson> people, IServiceProvider services, CancellationToken stop)
    {
        var (db, now) = (services.GetRequiredService<DentelleDb>(), services.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime);
        for (var i = 0; i < people.Count; i++)
        {
            var name = people[i].Name.ToLowerInvariant().Replace(' ', '.');
            db.People.Add(
                new PersonRow
                {
                    Id = Guid.CreateVersion7(),
                    UserName = name,
                    NormalizedUserName = name.ToUpperInvariant(),
                    FullName = people[i].Name,
                    Roles = people[i].Roles,
                    IsDemo = true,
                    CreatedAt = now.AddSeconds(i),
                }
            );
        }
        await db.SaveChangesAsync(stop);
        // What the demonstration has done, its clinician has.
        var clinician = await db.People.FirstAsync(person => person.FullName == people[0].Name, stop);
        var actor = services.GetRequiredService<Actor>();
        (actor.Id, actor.Name) = (clinician.Id, clinician.FullName);
    }

    /// <summary>Visits besides the next one, and what is known of the patient.</summary>
    private static async Task AddVisitsAsync(DemoCase demo, CaseRow to, DateOnly today, VisitStore visits, CancellationToken stop)
    {
        foreach (var more in demo.MoreVisits ?? [])
        {
            var at = today.AddDays(more.Day).ToDateTime(more.Time, DateTimeKind.Local);
            await visits.AddAsync(to.Id, more.Kind, new(At: at, Done: more.Day < 0), stop);
        }
    }

    /// <summary>What was written at the cutting visit.</summary>
    private static async Task AddNotesAsync(DemoCase demo, CaseRow to, IServiceProvider services, CancellationToken stop)
    {
        var json = services.GetRequiredService<IOptions<JsonOptions>>().Value.SerializerOptions;
        var record = services.GetRequiredService<RecordStore>();
        var visits = await services.GetRequiredService<VisitStore>().OfCaseAsync(to.Id, stop);
        var visit = visits.FirstOrDefault(one => one.Kind == VisitKind.Prepare);
        foreach (var note in demo.Notes ?? [])
            await record.WriteAsync(new(Guid.CreateVersion7(), note.Kind(), JsonSerializer.Serialize(note, json)), to.Id, visit?.Id, stop);
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

    private sealed record DemoFile(
        IReadOnlyList<DemoPerson> People,
        IReadOnlyList<DemoCase> Cases,
        DemoHouse House,
        IReadOnlyList<DemoBur> Drawer
    );

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

    private sealed record DemoPerson(string Name, IReadOnlyList<PersonRole> Roles);

    private sealed record DemoCase(
        string Patient,
        int Day,
        TimeOnly Time,
        string Note,
        IReadOnlyList<DemoUnit> Units,
        PatientFacts? Alerts = null,
        IReadOnlyList<DemoVisit>? MoreVisits = null,
        IReadOnlyList<ChairNote>? Notes = null
    );

    private sealed record DemoVisit(int Day, TimeOnly Time, VisitKind Kind);

    private sealed record DemoUnit(string Line, PlanInputs Inputs, bool Finished, bool House, IReadOnlyList<DemoReading>? Readings);

    private sealed record DemoReading(IReadOnlyList<string> Zones, ReadingKind Kind, string Gauge, double? Passed, double? ValueMm);
}

using System.Text.Json.Nodes;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Dentelle.Web.Tests;

public sealed class DatabaseTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("dentelle-data").FullName;
    private readonly Handbook handbook = Handbook
        .Read(name => File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "protocols", name)))
        .Value!;

    private string DatabasePath => Path.Combine(folder, "sub", "dentelle.db");

    public void Dispose()
    {
        DatabaseFile.LetGo(DatabasePath);
        Directory.Delete(folder, recursive: true);
    }

    [Fact(DisplayName = "Every version of a plan stays, with its inputs, its protocol and the result as it was shown")]
    public async Task Plans_are_only_added()
    {
        Assert.Null(DatabaseFile.BringUpToDate(DatabasePath, failed => Assert.Fail(failed.ToString())));
        Guid id;
        await using (var db = DatabaseFile.Open(DatabasePath))
        {
            var store = new CaseStore(db, new VisitStore(db, TimeProvider.System), TimeProvider.System);
            var added = await store.AddCaseAsync("Ines Calder", null, "", default);
            var unit = (await store.AddUnitAsync(added.Id, Make(0), Inputs(0), handbook.Protocol, "a", replace: false, default)).Value!;
            id = unit.Id;
            foreach (var step in (double[])[0.1, 0.2])
                Assert.True(await store.SavePlanAsync(unit, Make(step), Inputs(step), handbook.Protocol, "b", default));
        }

        await using var again = DatabaseFile.Open(DatabasePath);
        var plans = await again
            .Plans.Include(plan => plan.Result)
            .Where(plan => plan.UnitId == id)
            .OrderBy(plan => plan.Version)
            .ToListAsync();
        Assert.Equal([1, 2, 3], plans.Select(plan => plan.Version));
        Assert.Equal(["a", "b", "b"], plans.Select(plan => plan.MadeBy));
        Assert.All(plans, plan => Assert.Equal((handbook.Protocol.Id, handbook.Protocol.Version), (plan.ProtocolId, plan.ProtocolVersion)));
        foreach (var (plan, step) in plans.Zip((double[])[0, 0.1, 0.2]))
        {
            Assert.Equal(Inputs(step).BuildOutMm, JsonDocuments.ReadInputs("kept", plan.Inputs).Value!.BuildOutMm);
            var groove = JsonNode.Parse(plan.Result!.Document)!["units"]![0]!["zones"]!
                .AsArray()
                .First(zone => (string)zone!["zone"]! == "groove")!;
            Assert.Equal(1.0 - step, (double)groove["depthMm"]!["target"]!, 9);
        }

        // The newest plan is what a unit comes back with.
        await using var fresh = DatabaseFile.Open(DatabasePath);
        Assert.Equal(
            3,
            Assert
                .Single(
                    (
                        await new CaseStore(fresh, new VisitStore(fresh, TimeProvider.System), TimeProvider.System).UnitAsync(id, default)
                    )!.Plans
                )
                .Version
        );
    }

    [Fact(DisplayName = "The database syncs every commit to the disk, and bringing it up to date twice changes nothing")]
    public async Task Durable()
    {
        Assert.Null(DatabaseFile.BringUpToDate(DatabasePath, failed => Assert.Fail(failed.ToString())));
        Assert.Null(DatabaseFile.BringUpToDate(DatabasePath, failed => Assert.Fail(failed.ToString())));
        await using var db = DatabaseFile.Open(DatabasePath);
        Assert.Equal("wal", await db.Database.SqlQueryRaw<string>("SELECT journal_mode AS Value FROM pragma_journal_mode").SingleAsync());
        // 2 is FULL (SQLite's documentation of PRAGMA synchronous).
        Assert.Equal(2, await db.Database.SqlQueryRaw<int>("SELECT synchronous AS Value FROM pragma_synchronous").SingleAsync());
        Assert.Empty(await db.Database.GetPendingMigrationsAsync());
        Assert.False(db.Database.HasPendingModelChanges());
        Assert.False(File.Exists(DatabasePath + ".trial"));
    }

    [Theory(DisplayName = "A database of an earlier version is brought up to date with what is in it, over a copy that is cleared away")]
    [InlineData("Start")]
    [InlineData("Protocols")]
    [InlineData("RunSheets")]
    public async Task Earlier(string version)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(DatabasePath)!);
        var id = Guid.NewGuid();
        await using (var old = DatabaseFile.Open(DatabasePath))
        {
            await old.GetService<IMigrator>().MigrateAsync(version);
            await old.Database.ExecuteSqlAsync(
                $"INSERT INTO Cases (Id, Number, Patient, Note, CreatedAt) VALUES ({id}, 7, 'Ines Calder', 'kept', '2026-01-02 08:00:00')"
            );
        }
        DatabaseFile.LetGo(DatabasePath);
        Assert.Null(DatabaseFile.BringUpToDate(DatabasePath, failed => Assert.Fail(failed.ToString())));
        await using var db = DatabaseFile.Open(DatabasePath);
        Assert.Empty(await db.Database.GetPendingMigrationsAsync());
        var row = (await new CaseStore(db, new VisitStore(db, TimeProvider.System), TimeProvider.System).CaseAsync(id, default))!;
        Assert.Equal((id, "Ines Calder", "kept"), (row.Id, row.Patient, row.Note));
        Assert.Equal(
            ["dentelle.db"],
            Directory
                .GetFiles(Path.GetDirectoryName(DatabasePath)!)
                .Select(Path.GetFileName)
                .Where(name => !name!.EndsWith("-wal", StringComparison.Ordinal) && !name.EndsWith("-shm", StringComparison.Ordinal))
        );
    }

    private static PlanInputs Inputs(double buildOut) =>
        new()
        {
            Material = Material.ZirconiaMonolithic,
            BuildOutMm = new Dictionary<string, double> { ["groove"] = buildOut },
        };

    private PlannedUnit Make(double buildOut) => PlannedUnit.Make(ToothCode.Of(3, 6), Inputs(buildOut), handbook).Value!;
}

using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Dentelle.Data;

/// <summary>The practice's database: SQLite, one file.</summary>
public sealed class DentelleDb(DbContextOptions<DentelleDb> options) : DbContext(options)
{
    public DbSet<CaseRow> Cases => Set<CaseRow>();

    public DbSet<UnitRow> Units => Set<UnitRow>();

    public DbSet<PlanRow> Plans => Set<PlanRow>();

    public DbSet<ReadingRow> Readings => Set<ReadingRow>();

    public DbSet<ProtocolRow> Protocols => Set<ProtocolRow>();

    public DbSet<StepTickRow> StepTicks => Set<StepTickRow>();

    public DbSet<DrawerBurRow> DrawerBurs => Set<DrawerBurRow>();

    public DbSet<BurUseRow> BurUses => Set<BurUseRow>();

    public DbSet<SettingsRow> Settings => Set<SettingsRow>();

    public DbSet<KeptSumRow> KeptSums => Set<KeptSumRow>();

    public DbSet<ScanFileRow> ScanFiles => Set<ScanFileRow>();

    public DbSet<ScanSetRow> ScanSets => Set<ScanSetRow>();

    internal IQueryable<CaseRow> WholeCases() =>
        Cases.AsSplitQuery().Include(row => row.Units.OrderBy(unit => unit.Order)).ThenInclude(unit => unit.Readings);

    // A unit's version is its newest plan's, so each is found by the index however many came before; loaded here, EF hangs
    // them into their units.
    internal IQueryable<PlanRow> NewestPlans(IQueryable<UnitRow> units) =>
        from unit in units
        join plan in Plans on new { UnitId = unit.Id, unit.Version } equals new { plan.UnitId, plan.Version }
        select plan;

    /// <summary>The one row of settings, to be changed; made where there is none yet.</summary>
    internal async Task<SettingsRow> OnlySettingsAsync(CancellationToken stop)
    {
        if (await Settings.SingleOrDefaultAsync(row => row.Id == SettingsRow.OnlyId, stop) is { } there)
            return there;
        var made = new SettingsRow();
        Settings.Add(made);
        return made;
    }

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<CaseRow>(row =>
        {
            row.HasIndex(entry => entry.Number).IsUnique();
            row.Property(entry => entry.Patient).HasMaxLength(120);
            row.Property(entry => entry.SheetSchool).HasConversion<string>();
            row.HasMany(entry => entry.Units).WithOne(entry => entry.Case).HasForeignKey(entry => entry.CaseId);
            row.HasIndex(entry => entry.VisitAt);
            row.HasQueryFilter(entry => entry.RemovedAt == null);
        });
        modelBuilder.Entity<UnitRow>(row =>
        {
            row.Property(entry => entry.Version).IsConcurrencyToken();
            row.Property(entry => entry.Restoration).HasConversion<KebabName<Restoration>>();
            row.Property(entry => entry.Material).HasConversion<KebabName<Material>>();
            row.HasQueryFilter(entry => entry.RemovedAt == null);
            row.HasMany(entry => entry.Plans).WithOne().HasForeignKey(entry => entry.UnitId);
            row.HasMany(entry => entry.Readings).WithOne().HasForeignKey(entry => entry.UnitId);
        });
        modelBuilder.Entity<KeptSumRow>(row =>
        {
            row.HasKey(entry => entry.Key);
            row.HasIndex(entry => entry.At);
        });
        modelBuilder.Entity<PlanRow>(row =>
        {
            row.ToTable("Plans");
            row.HasIndex(entry => new { entry.UnitId, entry.Version }).IsUnique();
            row.HasOne(entry => entry.Result).WithOne().HasForeignKey<PlanResultRow>(result => result.Id);
            row.Navigation(entry => entry.Result).IsRequired();
        });
        modelBuilder.Entity<PlanResultRow>(row =>
        {
            row.ToTable("Plans");
            row.Property(entry => entry.Document).HasColumnName("Result");
        });
        modelBuilder.Entity<ReadingRow>(row =>
        {
            row.Property(entry => entry.Kind).HasConversion<string>();
            row.HasIndex(entry => new { entry.UnitId, entry.Zone });
            row.HasIndex(entry => entry.Entry);
        });
        modelBuilder.Entity<ProtocolRow>(row =>
        {
            row.HasIndex(entry => new { entry.ProtocolId, entry.Version }).IsUnique();
            row.HasQueryFilter(entry => entry.RemovedAt == null);
        });
        modelBuilder.Entity<StepTickRow>(row =>
        {
            row.Property(entry => entry.Kind).HasConversion<string>();
            row.HasIndex(entry => new { entry.CaseId, entry.Key });
            row.HasIndex(entry => entry.Entry);
            row.HasQueryFilter(entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<DrawerBurRow>(row =>
        {
            row.HasIndex(entry => entry.BurId).IsUnique();
            row.HasQueryFilter(entry => entry.RemovedAt == null);
        });
        modelBuilder.Entity<BurUseRow>(row =>
        {
            row.Property(entry => entry.On).HasConversion<string>();
            row.HasIndex(entry => new { entry.BurId, entry.Entry });
            row.HasIndex(entry => entry.Entry);
            row.HasQueryFilter(entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<ScanFileRow>().HasKey(entry => entry.Sha256);
        modelBuilder.Entity<ScanSetRow>(row =>
        {
            row.HasIndex(entry => new { entry.CaseId, entry.Entry });
            row.HasIndex(entry => entry.Entry);
            foreach (var name in (string[])[nameof(ScanSetRow.Before), nameof(ScanSetRow.After), nameof(ScanSetRow.Antagonist)])
                row.HasOne(typeof(ScanFileRow)).WithMany().HasForeignKey(name).OnDelete(DeleteBehavior.Restrict);
            row.HasOne<CaseRow>().WithMany().HasForeignKey(entry => entry.CaseId);
            row.HasQueryFilter(entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<SettingsRow>(row =>
        {
            row.Property(entry => entry.Notation).HasConversion<string>();
            row.Property(entry => entry.WeekStart).HasConversion<string>();
        });
        // Keys are made in the program: without this a new row with a key set would be taken for an old one.
        foreach (var entity in modelBuilder.Model.GetEntityTypes())
            entity.FindPrimaryKey()!.Properties[0].ValueGenerated = Microsoft.EntityFrameworkCore.Metadata.ValueGenerated.Never;
    }

    // SQLite keeps no time zone: every time in the database is UTC and comes back saying so.
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<DateTime>().HaveConversion<UtcTimes>();

    private sealed class UtcTimes()
        : ValueConverter<DateTime, DateTime>(time => time.ToUniversalTime(), time => DateTime.SpecifyKind(time, DateTimeKind.Utc));

    /// <summary>A word of the vocabulary as it stands in every file and answer.</summary>
    private sealed class KebabName<T>() : ValueConverter<T, string>(value => Kebab.Of(value), name => Kebab.Read<T>(name))
        where T : struct, Enum;
}

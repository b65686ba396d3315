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

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<CaseRow>(row =>
        {
            row.HasIndex(entry => entry.Number).IsUnique();
            row.Property(entry => entry.Patient).HasMaxLength(120);
            row.Property(entry => entry.SheetSchool).HasConversion<string>();
            row.HasMany(entry => entry.Units).WithOne(entry => entry.Case).HasForeignKey(entry => entry.CaseId);
        });
        modelBuilder.Entity<UnitRow>(row =>
        {
            row.Property(entry => entry.Version).IsConcurrencyToken();
            row.HasMany(entry => entry.Plans).WithOne().HasForeignKey(entry => entry.UnitId);
            row.HasMany(entry => entry.Readings).WithOne().HasForeignKey(entry => entry.UnitId);
        });
        modelBuilder.Entity<PlanRow>().HasIndex(entry => new { entry.UnitId, entry.Version }).IsUnique();
        modelBuilder.Entity<ReadingRow>(row =>
        {
            row.Property(entry => entry.Kind).HasConversion<string>();
            row.HasIndex(entry => new { entry.UnitId, entry.Zone });
        });
        modelBuilder.Entity<ProtocolRow>().HasIndex(entry => new { entry.ProtocolId, entry.Version }).IsUnique();
        modelBuilder.Entity<StepTickRow>(row =>
        {
            row.Property(entry => entry.Kind).HasConversion<string>();
            row.HasIndex(entry => new { entry.CaseId, entry.Key });
            row.HasQueryFilter(entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<DrawerBurRow>().HasIndex(entry => entry.BurId).IsUnique();
        modelBuilder.Entity<BurUseRow>(row =>
        {
            row.Property(entry => entry.On).HasConversion<string>();
            row.HasIndex(entry => new { entry.BurId, entry.At });
            row.HasQueryFilter(entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<SettingsRow>().Property(entry => entry.Notation).HasConversion<string>();
        // Keys are made in the program: without this a new row with a key set would be taken for an old one.
        foreach (var entity in modelBuilder.Model.GetEntityTypes())
            entity.FindPrimaryKey()!.Properties[0].ValueGenerated = Microsoft.EntityFrameworkCore.Metadata.ValueGenerated.Never;
    }

    // SQLite keeps no time zone: every time in the database is UTC and comes back saying so.
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<DateTime>().HaveConversion<UtcTimes>();

    private sealed class UtcTimes()
        : ValueConverter<DateTime, DateTime>(time => time.ToUniversalTime(), time => DateTime.SpecifyKind(time, DateTimeKind.Utc));
}

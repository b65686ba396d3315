using Dentelle.Core.Visiting;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace Dentelle.Data;

/// <summary>
/// The practice's database: SQLite, one file. Whoever reads finds what <see cref="Actor"/> may see; whatever is saved that the
/// record must know is entered there in the same step.
/// </summary>
public sealed class DentelleDb(DbContextOptions<DentelleDb> options, Actor? actor = null, TimeProvider? clock = null) : DbContext(options)
{
    /// <summary>Names of the filters, each left out by its own name.</summary>
    internal const string Removed = "removed",
        TakenBack = "taken-back",
        Seen = "seen";

    private readonly Actor actor = actor ?? new Actor();
    private readonly List<RecordNote> notes = [];

    private Sight Sight => actor.Sight;

    private Guid? Me => actor.Id;

    public DbSet<PersonRow> People => Set<PersonRow>();

    public DbSet<SessionRow> Sessions => Set<SessionRow>();

    public DbSet<AuditRow> Audit => Set<AuditRow>();

    public DbSet<PatientRow> Patients => Set<PatientRow>();

    public DbSet<VisitRow> Visits => Set<VisitRow>();

    public DbSet<RecordRow> Record => Set<RecordRow>();

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

    public DbSet<PictureRow> Pictures => Set<PictureRow>();

    public DbSet<HandOverRow> HandOvers => Set<HandOverRow>();

    public DbSet<LaboratoryQueryRow> LaboratoryQueries => Set<LaboratoryQueryRow>();

    public DbSet<ScanSetRow> ScanSets => Set<ScanSetRow>();

    /// <summary>Goes into the record with the next save, or not at all.</summary>
    internal void Note(RecordNote note) => notes.Add(note);

    public override int SaveChanges(bool acceptAllChangesOnSuccess) =>
        throw new NotSupportedException("What is saved goes into the record too, which takes a turn: save with await.");

    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        Owned();
        RecordNote[] news = [.. RecordNews.Of(this), .. notes];
        notes.Clear();
        // Its place in the chain follows from what is there: nobody else may write between looking and adding.
        await using var all = await Together.BeginAsync(this, cancellationToken);
        var added =
            news.Length == 0 ? [] : await RecordChain.AppendAsync(this, news, actor, clock ?? TimeProvider.System, cancellationToken);
        try
        {
            var saved = await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
            await all.CommitAsync(cancellationToken);
            return saved;
        }
        catch
        {
            // What did not come about is no news for a later save.
            foreach (var row in added)
                Entry(row).State = EntityState.Detached;
            throw;
        }
    }

    /// <summary>What a student begins is the student's.</summary>
    private void Owned()
    {
        if (Sight != Sight.Own)
            return;
        foreach (var entry in ChangeTracker.Entries<CaseRow>().Where(entry => entry.State == EntityState.Added))
            entry.Entity.OwnerId = Me;
        foreach (var entry in ChangeTracker.Entries<UnitRow>().Where(entry => entry.State == EntityState.Added))
            entry.Entity.OwnerId = Me;
    }

    internal IQueryable<CaseRow> WholeCases() =>
        Cases
            .AsSplitQuery()
            .Include(row => row.PatientRecord)
            .Include(row => row.Visits)
            .Include(row => row.Units.OrderBy(unit => unit.Order))
                .ThenInclude(unit => unit.Readings);

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
            row.HasIndex(entry => entry.PatientId);
            row.HasOne(entry => entry.PatientRecord).WithMany().HasForeignKey(entry => entry.PatientId).OnDelete(DeleteBehavior.Restrict);
            row.HasQueryFilter(Removed, entry => entry.RemovedAt == null);
            row.HasQueryFilter(Seen, entry =>
                Sight == Sight.All
                || (Sight == Sight.Own && entry.OwnerId == Me)
                || (Sight == Sight.OfStudents && entry.OwnerId != null)
                || (Sight == Sight.HandedOver && entry.HandedOverAt != null)
            );
        });
        modelBuilder.Entity<UnitRow>(row =>
        {
            row.Property(entry => entry.Version).IsConcurrencyToken();
            row.Property(entry => entry.Restoration).HasConversion<KebabName<Restoration>>();
            row.Property(entry => entry.Material).HasConversion<KebabName<Material>>();
            row.HasQueryFilter(Removed, entry => entry.RemovedAt == null);
            // The laboratory finds its teeth through the cases it was given.
            row.HasQueryFilter(Seen, entry =>
                Sight == Sight.All
                || Sight == Sight.HandedOver
                || (Sight == Sight.Own && entry.OwnerId == Me)
                || (Sight == Sight.OfStudents && entry.OwnerId != null)
            );
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
            row.HasQueryFilter(Removed, entry => entry.RemovedAt == null);
        });
        modelBuilder.Entity<StepTickRow>(row =>
        {
            row.Property(entry => entry.Kind).HasConversion<string>();
            row.HasIndex(entry => new { entry.CaseId, entry.Key });
            row.HasIndex(entry => entry.Entry);
            row.HasQueryFilter(TakenBack, entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<DrawerBurRow>(row =>
        {
            row.HasIndex(entry => entry.BurId).IsUnique();
            row.HasQueryFilter(Removed, entry => entry.RemovedAt == null);
        });
        modelBuilder.Entity<BurUseRow>(row =>
        {
            row.Property(entry => entry.On).HasConversion<string>();
            row.HasIndex(entry => new { entry.BurId, entry.Entry });
            row.HasIndex(entry => entry.Entry);
            row.HasQueryFilter(TakenBack, entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<ScanFileRow>().HasKey(entry => entry.Sha256);
        modelBuilder.Entity<PictureRow>().HasKey(entry => entry.Sha256);
        modelBuilder.Entity<ScanSetRow>(row =>
        {
            row.HasIndex(entry => new { entry.CaseId, entry.Entry });
            row.HasIndex(entry => entry.Entry);
            foreach (var name in (string[])[nameof(ScanSetRow.Before), nameof(ScanSetRow.After), nameof(ScanSetRow.Antagonist)])
                row.HasOne(typeof(ScanFileRow)).WithMany().HasForeignKey(name).OnDelete(DeleteBehavior.Restrict);
            row.HasOne<CaseRow>().WithMany().HasForeignKey(entry => entry.CaseId);
            row.HasQueryFilter(TakenBack, entry => entry.TakenBackAt == null);
        });
        modelBuilder.Entity<SettingsRow>(row =>
        {
            row.Property(entry => entry.Notation).HasConversion<string>();
            row.Property(entry => entry.WeekStart).HasConversion<string>();
        });
        OnPeopleCreating(modelBuilder);
        OnRecordCreating(modelBuilder);
        // Keys are made in the program: without this a new row with a key set would be taken for an old one.
        foreach (var entity in modelBuilder.Model.GetEntityTypes())
            entity.FindPrimaryKey()!.Properties[0].ValueGenerated = Microsoft.EntityFrameworkCore.Metadata.ValueGenerated.Never;
        modelBuilder.Entity<AuditRow>().Property(entry => entry.Id).ValueGeneratedOnAdd();
    }

    private static void OnPeopleCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<PersonRow>(row =>
        {
            row.ToTable("People");
            row.HasIndex(entry => entry.NormalizedUserName).IsUnique();
            row.Property(entry => entry.ConcurrencyStamp).IsConcurrencyToken();
            row.Property(entry => entry.FullName).HasMaxLength(120);
            row.Ignore(entry => entry.Roles);
        });
        // What the standard store of people asks for; nobody signs in by another's door here.
        modelBuilder.Entity<IdentityUserClaim<Guid>>().ToTable("PeopleClaims");
        modelBuilder
            .Entity<IdentityUserLogin<Guid>>()
            .ToTable("PeopleLogins")
            .HasKey(entry => new { entry.LoginProvider, entry.ProviderKey });
        modelBuilder
            .Entity<IdentityUserToken<Guid>>()
            .ToTable("PeopleTokens")
            .HasKey(entry => new
            {
                entry.UserId,
                entry.LoginProvider,
                entry.Name,
            });
        modelBuilder.Entity<SessionRow>(row =>
        {
            row.HasIndex(entry => entry.PersonId);
            row.HasOne<PersonRow>().WithMany().HasForeignKey(entry => entry.PersonId);
        });
        modelBuilder.Entity<AuditRow>(row =>
        {
            row.HasIndex(entry => entry.At);
            row.HasIndex(entry => new { entry.Subject, entry.At });
            row.HasIndex(entry => new { entry.PersonId, entry.At });
        });
    }

    private static void OnRecordCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<PatientRow>(row =>
        {
            row.HasIndex(entry => entry.Chart).IsUnique();
            row.Ignore(entry => entry.Alerts);
            row.Ignore(entry => entry.AlertWords);
            row.HasIndex(entry => entry.Name);
            row.Property(entry => entry.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<VisitRow>(row =>
        {
            row.Property(entry => entry.Kind).HasConversion<KebabName<VisitKind>>();
            row.Property(entry => entry.Version).IsConcurrencyToken();
            row.HasIndex(entry => entry.CaseId);
            row.HasIndex(entry => entry.At);
            row.HasOne<CaseRow>().WithMany(entry => entry.Visits).HasForeignKey(entry => entry.CaseId);
            row.HasQueryFilter(Removed, entry => entry.RemovedAt == null);
        });
        modelBuilder.Entity<HandOverRow>(row =>
        {
            row.HasIndex(entry => entry.CaseId);
            row.HasIndex(entry => entry.At);
            row.HasOne<CaseRow>().WithMany().HasForeignKey(entry => entry.CaseId).OnDelete(DeleteBehavior.Restrict);
            row.HasMany(entry => entry.Queries).WithOne(entry => entry.HandOver).HasForeignKey(entry => entry.HandOverId);
        });
        modelBuilder.Entity<LaboratoryQueryRow>().HasIndex(entry => entry.RepliedAt);
        modelBuilder.Entity<RecordRow>(row =>
        {
            row.HasIndex(entry => entry.Number).IsUnique();
            row.HasIndex(entry => new { entry.CaseId, entry.Number });
            row.HasIndex(entry => new { entry.PatientId, entry.Number });
        });
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

using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>What is known of a patient; what is null stays as it is.</summary>
public sealed record PatientFacts(
    string? Chart = null,
    string? Name = null,
    int? BirthYear = null,
    bool? EpinephrineSensitive = null,
    bool? Anticoagulants = null,
    bool? ColdSensitive = null,
    string? Allergies = null
);

/// <summary>A patient as a list shows it.</summary>
public sealed record FoundPatient(PatientRow Row, int Cases, DateTime? NextVisit);

/// <summary>Keeps patients.</summary>
public sealed class PatientStore(DentelleDb db, Actor actor, TimeProvider clock)
{
    private DateTime Now => clock.GetUtcNow().UtcDateTime;

    /// <summary>Null too for whoever sees no patients: a student's case is only named.</summary>
    public async Task<PatientRow?> PatientAsync(Guid id, CancellationToken stop) =>
        actor.Sight == Sight.All ? await db.Patients.FirstOrDefaultAsync(row => row.Id == id, stop) : null;

    /// <summary>Its cases, the first one first.</summary>
    public async Task<IReadOnlyList<Guid>> CasesAsync(Guid id, CancellationToken stop) =>
        await db.Cases.Where(row => row.PatientId == id).OrderBy(row => row.Number).Select(row => row.Id).ToListAsync(stop);

    /// <summary>By parts of name or chart number; those who stand for themselves only.</summary>
    public async Task<IReadOnlyList<FoundPatient>> FindAsync(string text, int most, CancellationToken stop)
    {
        var words = PlainLetters.Of(text).Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var all = await (
            from patient in db.Patients.AsNoTracking()
            where patient.MergedInto == null
            orderby patient.Name, patient.Chart
            select new FoundPatient(
                patient,
                db.Cases.Count(row => row.PatientId == patient.Id),
                db.Cases.Where(row => row.PatientId == patient.Id).Min(row => row.VisitAt)
            )
        ).ToListAsync(stop);
        return
        [
            .. all.Where(found =>
                    words.All(word =>
                        $" {PlainLetters.Of(found.Row.Name)} {PlainLetters.Of(found.Row.Chart)}".Contains(
                            $" {word}",
                            StringComparison.OrdinalIgnoreCase
                        )
                    )
                )
                .Take(most),
        ];
    }

    /// <summary>The only patient of exactly this name, or a new one; null for whoever sees no patients.</summary>
    public async Task<PatientRow?> OfNameAsync(string name, CancellationToken stop)
    {
        if (actor.Sight != Sight.All)
            return null;
        var same = await db
            .Patients.Where(row => row.Name == name && row.MergedInto == null)
            .OrderBy(row => row.Chart)
            .Take(2)
            .ToListAsync(stop);
        return same.Count == 1 ? same[0]
            : await AddAsync(new(Name: name), stop) is { Value: { } added } ? added
            : null;
    }

    /// <param name="facts">With a name at least; without a chart number it gets the next.</param>
    public Task<Answer<PatientRow>> AddAsync(PatientFacts facts, CancellationToken stop) =>
        db.GuardedAsync<Answer<PatientRow>>(
            async () =>
            {
                var chart = facts.Chart ?? await NextChartAsync(stop);
                if (await db.Patients.AnyAsync(row => row.Chart == chart, stop))
                    return ChartTaken(chart);
                var added = new PatientRow
                {
                    Id = Guid.CreateVersion7(),
                    Chart = chart,
                    Name = facts.Name!,
                    CreatedAt = Now,
                    Version = 1,
                };
                Take(added, facts);
                db.Patients.Add(added);
                return added;
            },
            stop
        );

    /// <param name="version">Of the patient as it was seen.</param>
    public Task<Answer<PatientRow>> ChangeAsync(Guid id, int version, PatientFacts facts, CancellationToken stop) =>
        db.GuardedAsync<Answer<PatientRow>>(
            async () =>
            {
                if (await PatientAsync(id, stop) is not { } row)
                    return Missing;
                // Whoever looked at it before this turn began may have seen an older one.
                await db.Entry(row).ReloadAsync(stop);
                if (row.MergedInto is not null)
                    return Missing;
                if (row.Version != version)
                    return ChangedMeanwhile;
                if (facts.Chart is { } chart && await db.Patients.AnyAsync(other => other.Chart == chart && other.Id != id, stop))
                    return ChartTaken(chart);
                Take(row, facts);
                row.Version++;
                foreach (var own in await db.Cases.Where(own => own.PatientId == id && own.Patient != row.Name).ToListAsync(stop))
                    own.Patient = row.Name;
                return row;
            },
            stop
        );

    /// <summary>Two that are one: the cases of the first become the other's, with the alerts of both.</summary>
    public Task<Answer<PatientRow>> MergeAsync(Guid from, Guid into, CancellationToken stop) =>
        db.GuardedAsync<Answer<PatientRow>>(
            async () =>
            {
                if (from == into)
                    return new Problem("same-patient", "A patient can't be joined with itself.");
                if (
                    await PatientAsync(from, stop) is not { MergedInto: null } gone
                    || await PatientAsync(into, stop) is not { MergedInto: null } stays
                )
                    return Missing;
                (gone.MergedInto, gone.Version) = (into, gone.Version + 1);
                stays.EpinephrineSensitive |= gone.EpinephrineSensitive;
                stays.Anticoagulants |= gone.Anticoagulants;
                stays.ColdSensitive |= gone.ColdSensitive;
                stays.Allergies = string.Join(", ", new[] { stays.Allergies, gone.Allergies }.Where(text => text.Length > 0).Distinct());
                stays.BirthYear ??= gone.BirthYear;
                stays.Version++;
                foreach (var own in await db.Cases.Where(row => row.PatientId == from).ToListAsync(stop))
                    (own.PatientId, own.Patient) = (into, stays.Name);
                return stays;
            },
            stop
        );

    private static void Take(PatientRow row, PatientFacts facts)
    {
        row.Chart = facts.Chart ?? row.Chart;
        row.Name = facts.Name ?? row.Name;
        row.BirthYear = facts.BirthYear ?? row.BirthYear;
        row.EpinephrineSensitive = facts.EpinephrineSensitive ?? row.EpinephrineSensitive;
        row.Anticoagulants = facts.Anticoagulants ?? row.Anticoagulants;
        row.ColdSensitive = facts.ColdSensitive ?? row.ColdSensitive;
        row.Allergies = facts.Allergies ?? row.Allergies;
    }

    /// <summary>Practices number their charts; the next is one more than the largest that is a number.</summary>
    private async Task<string> NextChartAsync(CancellationToken stop)
    {
        var charts = await db.Patients.Select(row => row.Chart).ToListAsync(stop);
        var largest = charts.Select(chart => int.TryParse(chart, out var number) ? number : 0).DefaultIfEmpty(0).Max();
        return (largest + 1).ToString("0000", System.Globalization.CultureInfo.InvariantCulture);
    }

    private static Problem ChartTaken(string chart) => new("chart-taken", $"Chart {chart} is another patient's.");

    private static Problem Missing { get; } = new("not-found", "There is no such patient.");

    private static Problem ChangedMeanwhile { get; } =
        new(
            "changed-meanwhile",
            "This patient was changed elsewhere meanwhile. Look at what stands there now, then make your change again."
        );
}

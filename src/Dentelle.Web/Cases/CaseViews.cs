using Dentelle.Core.Judging;
using Dentelle.Core.Restorations;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Documents.Letters;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Logging;
using Dentelle.Web.QuickLine;
using Dentelle.Web.Units;

namespace Dentelle.Web.Cases;

/// <summary>Puts together what is shown of cases, and changes what is kept of them besides their units.</summary>
public sealed class CaseViews(
    CaseStore store,
    PatientStore patients,
    CaseList list,
    CaseFinder finder,
    HandOverStore handOvers,
    UnitViews views,
    ProtocolShelf shelf,
    TimeProvider clock,
    ILogger<CaseViews> log
)
{
    /// <summary>A day shows no more of each kind; the rest is found.</summary>
    private const int MostListed = 60;
    private const int PageSize = 50;

    /// <summary>When today began, UTC.</summary>
    private DateTime Today => clock.Today().Begin();

    public async Task<DayView> DayAsync(CancellationToken stop)
    {
        var settings = await store.SettingsAsync(stop);
        var day = await list.DayAsync(Today, MostListed, stop);
        return new(
            [.. day.Coming.Select(listed => ViewOf(listed, settings))],
            [.. day.WithoutVisit.Select(listed => ViewOf(listed, settings))],
            day.ComingInAll,
            day.WithoutVisitInAll,
            day.EarlierOpen,
            [
                .. (await handOvers.OpenAsync(MostListed, stop)).Select(open => new AskedView(
                    open.Query.Id,
                    open.Query.CaseId,
                    Number(open.Number),
                    open.Patient,
                    open.Query.Tooth,
                    open.Query.Kind,
                    open.Query.Text,
                    open.Query.At
                )),
            ]
        );
    }

    public async Task<Answer<FoundView>> FindAsync(FindEntry entry, CancellationToken stop)
    {
        if (!Known<Restoration>(entry.Restoration, out var restoration))
            return new Problem("restoration", $"“{entry.Restoration}” is no restoration that is known here.");
        if (!Known<Material>(entry.Material, out var material))
            return new Problem("material", $"“{entry.Material}” is no material that is known here.");
        var notation = (await store.SettingsAsync(stop)).Notation;
        var (from, until) = (entry.From?.Begin(), entry.To?.AddDays(1).Begin());
        var search = new Search(
            SearchWords.Of(entry.Text ?? "", notation),
            entry.When == "coming" && !(from > Today) ? Today : from,
            entry.When == "past" && !(until < Today) ? Today : until,
            entry.When == "none",
            entry.Open,
            restoration,
            material
        );
        var (page, inAll) = await finder.FindAsync(search, Math.Clamp(entry.Page ?? 0, 0, 100_000) * PageSize, PageSize, stop);
        return new FoundView([.. page.Select(found => ViewOf(found, notation))], inAll, PageSize);
    }

    private static bool Known<T>(string? name, out T? value)
        where T : struct, Enum
    {
        value = name is not null && Kebab.TryParse<T>(name, out var known) ? known : null;
        return name is null || value is not null;
    }

    public async Task<Answer<CaseView>> ShowAsync(Guid id, CancellationToken stop) =>
        await store.CaseAsync(id, stop) is { } row
            ? ViewOf(new ListedCase(id, row, null), await store.SettingsAsync(stop))
            : Problems.Missing("case");

    /// <returns>What is wrong with the entry; null when it is kept.</returns>
    public async Task<Problem?> ChangeAsync(Guid id, CaseEntry entry, CancellationToken stop)
    {
        if (await store.CaseAsync(id, stop) is not { } row)
            return Problems.Missing("case");
        if (CaseRules.Complaint(entry.Patient, entry.Note, entry.VisitAt) is { } wrong)
            return wrong;
        await using var all = await store.BeginAsync(stop);
        if (!(await OwnerAsync(row, entry, stop)).Is(out var owner, out var missing))
            return missing;
        await store.ChangeCaseAsync(row, owner.Patient, entry.VisitAt, noVisit: entry.NoVisit == true, entry.Note, stop);
        await all.CommitAsync(stop);
        return null;
    }

    /// <summary>
    /// Whose the case becomes: the patient that is chosen; else the name puts right how its own is called, or names who had no
    /// name yet.
    /// </summary>
    private async Task<Answer<NewOwner>> OwnerAsync(CaseRow row, CaseEntry entry, CancellationToken stop)
    {
        if (entry.PatientId is { } chosen)
            return await patients.PatientAsync(chosen, stop) is { MergedInto: null } patient
                ? new NewOwner((patient.Name, patient.Id))
                : Problems.Missing("patient");
        if (entry.Patient?.Trim() is not { } name || name == row.Patient)
            return new NewOwner(null);
        if (row.PatientId is { } own && await patients.PatientAsync(own, stop) is { } known)
        {
            if (!(await patients.ChangeAsync(own, known.Version, new(Name: name), stop)).Is(out _, out var problem))
                return problem;
            return new NewOwner((name, own));
        }
        return new NewOwner((name, name == LineWork.Unnamed ? null : (await patients.OfNameAsync(name, stop))?.Id));
    }

    private sealed record NewOwner((string Name, Guid? Id)? Patient);

    /// <summary>Whatever is wrong with one case, the others are shown: this one as broken.</summary>
    private CaseView ViewOf(ListedCase listed, SettingsRow settings)
    {
        var fault = listed.Fault;
        if (listed.Row is { } row)
        {
            try
            {
                var next = row.Visits.Where(visit => visit.DoneAt is null).MinBy(visit => visit.At ?? DateTime.MaxValue);
                return new(
                    row.Id,
                    Number(row.Number),
                    row.Patient,
                    row.VisitAt,
                    row.Note,
                    [.. row.Units.Select(unit => Summary(unit, settings))],
                    Unprintable: Writing.Unprintable(row.Patient)
                )
                {
                    PatientId = row.PatientId,
                    Alerts = row.PatientRecord?.AlertWords ?? [],
                    NextVisit = next?.Id,
                    NextVisitName = next is null ? null : next.Kind.Name,
                    HasVisits = row.Visits.Count > 0,
                    HandedOverAt = row.HandedOverAt,
                };
            }
            catch (Exception broken) when (broken is not OperationCanceledException)
            {
                fault = broken;
            }
        }
        log.CaseNotShown(listed.Id, fault);
        return new(
            listed.Id,
            listed.Row is { } known ? Number(known.Number) : "",
            listed.Row?.Patient ?? "",
            listed.Row?.VisitAt,
            listed.Row?.Note ?? "",
            [],
            "What is kept of this case can't be read. The log says why; nothing of it was changed."
        );
    }

    private static FoundCaseView ViewOf(FoundCase found, ToothNotation notation)
    {
        FoundUnitView[] units = [.. found.Units.Select(unit => ViewOf(unit, notation))];
        return new(
            found.Id,
            Number(found.Number),
            found.Patient,
            found.VisitAt,
            units.Length == 0 ? null
                : units.All(unit => unit.Stage == UnitStage.Finished) ? UnitStage.Finished
                : units.Any(unit => unit.Stage != UnitStage.Planned) ? UnitStage.BeingCut
                : UnitStage.Planned,
            units
        );
    }

    private static FoundUnitView ViewOf(FoundUnit unit, ToothNotation notation) =>
        new(
            unit.Id,
            unit.Tooth,
            ToothCode.FromIso(unit.Tooth)?.Write(notation) ?? unit.Tooth,
            unit.Restoration.Words(),
            Kebab.Words(unit.Material),
            unit.Finished ? UnitStage.Finished
                : unit.Read ? UnitStage.BeingCut
                : UnitStage.Planned
        );

    private static string Number(int number) => number.ToString("0000");

    /// <summary>Kept by all it follows from: a day lists a hundred and more.</summary>
    private CaseUnitView Summary(UnitRow unit, SettingsRow settings)
    {
        var read = unit.Readings.Select(row => $"{row.Id}{(row.TakenBackAt is null ? '+' : '-')}").Order(StringComparer.Ordinal);
        var key = $"{views.KeyOf(unit)}\n{unit.Id} {settings.Notation} {unit.FinishedAt} {string.Join(' ', read)}";
        return shelf.Summaries.Get(key, () => Summarised(unit, settings));
    }

    private CaseUnitView Summarised(UnitRow unit, SettingsRow settings)
    {
        var tooth = UnitViews.ToothOf(unit);
        var written = tooth.Write(settings.Notation);
        var stage =
            unit.FinishedAt is not null ? UnitStage.Finished
            : unit.Readings.Any(row => row.TakenBackAt is null) ? UnitStage.BeingCut
            : UnitStage.Planned;
        // What was asked for is enough to count zones; only readings are held against what the body takes.
        if (!(stage == UnitStage.Planned ? views.AskedOf(unit) : views.PlanOf(unit)).Is(out var plan, out var problem))
            return new()
            {
                Id = unit.Id,
                Tooth = unit.Tooth,
                Written = written,
                ToothName = tooth.Name,
                What = views.WhatOf(unit),
                Material = views.MaterialNameOf(unit),
                Stage = stage,
                Measured = 0,
                Zones = 0,
                Worst = null,
                Telling = problem.Sentence,
            };

        var latest = views.Readings(unit, plan).Where(reading => reading is { IsLatest: true, Finding: not null }).ToArray();
        // Verdicts are declared worst first but for "over" and "can't tell", which still ask for a look before "within" does.
        var worst = latest
            .OrderBy(reading => reading.Finding!.Verdict == Verdict.Within)
            .ThenBy(reading => reading.Finding!.Verdict)
            .FirstOrDefault();
        var telling =
            worst is null ? null
            : worst.Finding!.Verdict == Verdict.Within ? $"{latest.Length} of {plan.Zones.Count} zones read, all within"
            : $"{plan.Zone(worst.Zone)!.Zone.Words}: {worst.Finding.Headline.LowerFirst()}";
        return new()
        {
            Id = unit.Id,
            Tooth = unit.Tooth,
            Written = written,
            ToothName = tooth.Name,
            What = views.WhatOf(unit),
            Material = views.MaterialNameOf(unit),
            Stage = stage,
            Measured = latest.Length,
            Zones = plan.Zones.Count,
            Worst = worst?.Finding?.Verdict,
            Telling = telling,
        };
    }
}

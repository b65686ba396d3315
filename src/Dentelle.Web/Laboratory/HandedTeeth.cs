using Dentelle.Core.Exchange;
using Dentelle.Core.HandingOver;
using Dentelle.Core.Visiting;
using Dentelle.Data;
using Dentelle.Web.Chair;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Scans;
using Dentelle.Web.Units;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Laboratory;

/// <summary>One tooth of a case as it goes to the laboratory, with what its sheet is drawn from.</summary>
/// <param name="Kept">What was measured on its newest scans; null where there are none.</param>
/// <param name="Set">Those scans.</param>
/// <param name="Files">Their files, by what they are: "before", "after", "antagonist".</param>
public sealed record ReadyTooth(
    HandOverUnit Unit,
    PlannedUnit Planned,
    ScanWork.FoundTooth? Kept,
    ScanSetRow? Set,
    IReadOnlyList<(string Part, ScanFileRow File)> Files
)
{
    public bool Simulated => Files.Any(file => file.File.Simulated);
}

/// <summary>The teeth of a case with all that was planned, measured and written of them.</summary>
public sealed class HandedTeeth(
    UnitViews views,
    ScanWork scans,
    ScanStore scanStore,
    RecordStore record,
    ProtocolShelf shelf,
    IOptions<JsonOptions> json
)
{
    /// <param name="row">The case, whole.</param>
    /// <param name="wishes">By tooth.</param>
    /// <param name="stop">Ends the work early: scans may have to be measured.</param>
    public async Task<Answer<IReadOnlyList<ReadyTooth>>> OfAsync(
        CaseRow row,
        IReadOnlyDictionary<string, string> wishes,
        CancellationToken stop
    )
    {
        if (row.Units.Count == 0)
            return new Problem("no-units", "The case has no tooth yet: there is nothing to hand over.");
        var notes = ChairNotes.Of(await record.OfCaseAsync(row.Id, stop), json.Value.SerializerOptions);
        var sets = await scanStore.OfCaseAsync(row.Id, stop);
        var ready = new List<ReadyTooth>();
        foreach (var unit in row.Units.OrderBy(unit => unit.Order))
        {
            if (!views.Planned(unit).Is(out var planned, out var problem))
                return problem;
            // Scans that can't be measured any more are no reason to hold the case back; what was read by hand stands.
            var set = sets.Where(set => set.ToothCodes.Contains(unit.Tooth)).MaxBy(set => set.Entry);
            var found = set is null ? null : (await scans.ToothAsync(set.Id, unit.Tooth, stop)).Value;
            var files = set is null ? [] : await FilesAsync(set, stop);
            var scan = found is null ? null : new ScannedTooth(found.Tooth, files.Any(file => file.File.Simulated));
            ready.Add(new(Of(unit, planned, notes, scan, set?.At, wishes.GetValueOrDefault(unit.Tooth)), planned, found, set, files));
        }
        return ready;
    }

    private async Task<IReadOnlyList<(string Part, ScanFileRow File)>> FilesAsync(ScanSetRow set, CancellationToken stop)
    {
        var rows = await scanStore.FilesAsync(set.Files, stop);
        return [.. StandInFiles.Parts.Zip(set.Files, (part, sha256) => (part, rows[sha256]))];
    }

    private HandOverUnit Of(
        UnitRow unit,
        PlannedUnit planned,
        IReadOnlyList<(RecordRow Row, ChairNote Note)> notes,
        ScannedTooth? scan,
        DateTime? scannedAt,
        string? wishes
    )
    {
        var protocol = shelf.Of(unit).Protocol;
        var own = notes.Where(note => note.Row.UnitId is null || note.Row.UnitId == unit.Id).ToArray();
        var shade = own.Select(note => note.Note).OfType<ShadeNote>().LastOrDefault();
        return HandOver.Of(
            new HandedTooth
            {
                Plan = planned.Plan,
                MaterialName = views.MaterialNameOf(unit),
                Readings =
                [
                    .. unit
                        .Readings.Where(reading => reading.TakenBackAt is null)
                        .OrderByDescending(reading => reading.Entry)
                        .Select(reading => new TakenReading(reading.ToReading(), GaugeOf(reading), scannedAt < reading.TakenAt)),
                ],
                Scan = scan,
                Shade = shade?.Shade,
                StumpShade = string.IsNullOrWhiteSpace(shade?.Stump) ? null : shade.Stump,
                Wishes = string.IsNullOrWhiteSpace(wishes) ? null : wishes.Trim(),
                Said =
                [
                    .. planned
                        .Preparation.Cautions.Where(caution => caution.Because is not null)
                        .Select(caution => $"{caution.Text} Done all the same: {caution.Because}"),
                    .. own.Where(note => note.Note is DeviationNote or GateNote).Select(note => note.Note.Say()),
                ],
            },
            protocol
        );

        string GaugeOf(ReadingRow reading) =>
            protocol.Gauges.FirstOrDefault(known => known.Id == reading.GaugeId)?.Name.ToLowerInvariant() ?? reading.GaugeId;
    }
}

using System.Text.Json;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Measuring;
using Dentelle.Core.Preparing;
using Dentelle.Core.Scanning;
using Dentelle.Data;
using Dentelle.Geometry;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Units;

namespace Dentelle.Web.Scans;

/// <summary>Sets of scans of a unit: which there are, new ones, what was found on them.</summary>
public sealed class ScanWork(
    CaseStore cases,
    ScanStore store,
    ScanIntake intake,
    ScannerFolder folder,
    Inspections inspections,
    UnitViews views,
    ProtocolShelf shelf,
    PracticeFiles limits
)
{
    private static readonly Problem NoUnit = Problems.Missing("unit");
    private static readonly Problem NoScans = Problems.Missing("set of scans");

    public async Task<Answer<ScansView>> OfUnitAsync(Guid unitId, CancellationToken stop) =>
        await cases.UnitAsync(unitId, stop) is { } unit ? await ShownAsync(unit, stop) : NoUnit;

    public async Task<Answer<ScansView>> AddAsync(Guid unitId, ScanSetEntry entry, string by, CancellationToken stop)
    {
        if (await cases.UnitAsync(unitId, stop) is not { } unit)
            return NoUnit;
        string[] named = [entry.Before, entry.After, .. entry.Antagonist is { } other ? [other] : Array.Empty<string>()];
        var known = await store.FilesAsync(named, stop);
        if (named.Any(sha256 => !known.ContainsKey(sha256)))
            return new Problem("scan-unknown", "One of these files is not here any more. Add it again.");
        if (named.Distinct().Count() < named.Length)
            return new Problem("scan-twice", "The same file stands for two scans. Choose another for one of them.");
        if (entry.With.FirstOrDefault(tooth => unit.Case!.Units.All(other => other.Tooth != tooth)) is { } foreign)
            return new Problem("scan-teeth", $"The case has no {foreign}.");
        var row = new ScanSetRow
        {
            Id = Guid.CreateVersion7(),
            CaseId = unit.CaseId,
            Teeth = string.Join(',', Own(unit).Select(own => own.Tooth).Concat(entry.With).Distinct()),
            Before = entry.Before,
            After = entry.After,
            Antagonist = entry.Antagonist,
            By = by,
        };
        return (await store.AddAsync(row, limits.ScanSetsOfCase, stop)).Is(out _, out var problem) ? await ShownAsync(unit, stop) : problem;
    }

    /// <summary>Takes in what lies in the scanner's folder.</summary>
    public async Task<Answer<ScansView>> TakeArrivedAsync(Guid unitId, ArrivedEntry entry, string by, CancellationToken stop)
    {
        var taken = new Dictionary<string, string>();
        foreach (var part in StandInFiles.Parts)
        {
            if (folder.Find(entry.Name, part) is not { } path)
                continue;
            await using var stream = File.OpenRead(path);
            if (!(await intake.TakeAsync(stream, Path.GetFileName(path), stop)).Is(out var file, out var problem))
                return problem;
            taken[part] = file.Sha256;
        }
        return taken.TryGetValue("before", out var before) && taken.TryGetValue("after", out var after)
            ? await AddAsync(
                unitId,
                new ScanSetEntry
                {
                    Before = before,
                    After = after,
                    Antagonist = taken.GetValueOrDefault("antagonist"),
                    With = entry.With,
                },
                by,
                stop
            )
            : new Problem("scan-parts", $"“{entry.Name}” wants a file that ends in “before” and one that ends in “after”.");
    }

    /// <summary>Has the stand-in scanner scan what is planned, with faults; its files land in the scanner's folder.</summary>
    public async Task<Answer<ScansView>> StandInAsync(Guid unitId, StandInEntry entry, CancellationToken stop)
    {
        if (await cases.UnitAsync(unitId, stop) is not { } unit)
            return NoUnit;
        var faults = new List<Fault>();
        foreach (var text in entry.Faults)
        {
            if (!Fault.Parse(text).Is(out var fault, out var wrong))
                return wrong;
            faults.Add(fault);
        }
        if (!Planned(Own(unit)).Is(out var planned, out var problem))
            return problem;
        var handbook = shelf.Of(unit).Handbook;
        var options = new ScanOptions(entry.Seed, ScanReach.Teeth);
        // The faults belong to the tooth that was asked for.
        Preparation[] first = [.. planned.OrderBy(one => one.Plan.Tooth.Iso != unit.Tooth)];
        var made = await Task.Run(() => StandInScanner.Make(first, faults, options, handbook.Protocol, handbook.Forms, stop), stop);
        if (!made.Is(out var scan, out problem))
            return problem;
        folder.Drop(StandInFiles.Of(scan));
        return await ShownAsync(unit, stop);
    }

    /// <summary>Keeps what was put right with the scans; they are measured by it from then on.</summary>
    public async Task<Answer<ScansView>> CorrectAsync(Guid unitId, Guid id, CorrectionEntry entry, CancellationToken stop)
    {
        if (await cases.UnitAsync(unitId, stop) is not { } unit)
            return NoUnit;
        if (await store.SetAsync(id, stop) is not { } set || !set.ToothCodes.Contains(entry.Tooth))
            return NoScans;
        var put = entry.Correction;
        if (put.Moves.Any(move => !(Math.Abs(move.ByMm) <= LineMove.Most) || move.Position is not (>= 0 and < 8)))
            return new Problem("line", $"A place of the line is moved by {LineMove.Most} at most.");
        if (!new[] { put.TipMesialDeg, put.TipFacialDeg, put.TurnDeg }.All(angle => Math.Abs(angle) <= ToothCorrection.MostDegrees))
            return new Problem(
                "frame",
                $"The tooth's frame is turned by {ToothCorrection.MostDegrees}° at most: beyond that the wrong tooth was found."
            );
        var all = CorrectionsOf(set).ToDictionary();
        all.Remove(entry.Tooth);
        if (put is not { Moves.Count: 0, TipMesialDeg: 0, TipFacialDeg: 0, TurnDeg: 0 })
            all[entry.Tooth] = put;
        await store.CorrectAsync(id, all.Count == 0 ? null : JsonSerializer.Serialize(all), stop);
        return await ShownAsync(unit, stop);
    }

    /// <summary>Keeps places that were pointed at on both scans: by them they are laid onto each other.</summary>
    public async Task<Answer<ScansView>> PickAsync(Guid unitId, Guid id, PickedEntry entry, CancellationToken stop)
    {
        if (await cases.UnitAsync(unitId, stop) is not { } unit)
            return NoUnit;
        if (entry.Pairs.Count is > 0 and < 3)
            return new Problem("picked", "Three places on either scan say how they lie; point at three.");
        if (!(await StandingAsync(id, "before", stop)).Is(out var before, out var problem))
            return problem;
        if (!(await StandingAsync(id, "after", stop)).Is(out var after, out problem))
            return problem;
        var kept = new List<double[]>();
        foreach (var pair in entry.Pairs)
        {
            if (before.Scan(Place(pair.Before)) is not { } here || after.Scan(Place(pair.After)) is not { } there)
                return new Problem("picked", "One of the places lies on neither scan. Point at the teeth themselves.");
            kept.Add([there.X, there.Y, there.Z, here.X, here.Y, here.Z]);
        }
        await store.PickAsync(id, kept.Count == 0 ? null : JsonSerializer.Serialize(kept), stop);
        return await ShownAsync(unit, stop);

        static Vec3 Place(double[] at) => new(at[0], at[1], at[2]);
    }

    /// <summary>One of the scans by itself, "before" or "after".</summary>
    public async Task<Answer<StandingScan>> StandingAsync(Guid id, string part, CancellationToken stop)
    {
        if (await store.SetAsync(id, stop) is not { } set || part is not ("before" or "after"))
            return NoScans;
        var sha256 = part == "before" ? set.Before : set.After;
        var names = await store.FilesAsync([sha256], stop);
        return await Task.Run(
            () =>
                intake.Read(sha256, names[sha256].Name).Is(out var scan, out var problem)
                    ? inspections.Standing.Get(sha256, () => StandingScan.Of(scan))
                    : (Answer<StandingScan>)problem,
            stop
        );
    }

    private static (Vec3 After, Vec3 Before)[]? PickedOf(ScanSetRow set) =>
        set.Picked is { } kept
            ?
            [
                .. JsonSerializer
                    .Deserialize<double[][]>(kept)!
                    .Select(pair => (new Vec3(pair[0], pair[1], pair[2]), new Vec3(pair[3], pair[4], pair[5]))),
            ]
            : null;

    private static IReadOnlyDictionary<string, CorrectionView> CorrectionsOf(ScanSetRow set) =>
        set.Corrections is { } kept
            ? JsonSerializer.Deserialize<Dictionary<string, CorrectionView>>(kept)!
            : new Dictionary<string, CorrectionView>();

    public async Task<Answer<ScansView>> TakeBackAsync(Guid unitId, Guid id, bool takenBack, CancellationToken stop)
    {
        if (await cases.UnitAsync(unitId, stop) is not { } unit)
            return NoUnit;
        return await store.SetTakenBackAsync(id, takenBack, stop) ? await ShownAsync(unit, stop) : NoScans;
    }

    /// <summary>What is measured from a set, and how.</summary>
    /// <param name="Units">The units of the teeth, in their order.</param>
    public sealed record Asked(
        ScanSetRow Set,
        IReadOnlyList<UnitRow> Units,
        string Key,
        Func<IProgress<InspectionNews>, CancellationToken, Task<Answer<Inspection>>> Work
    );

    /// <summary>A measured tooth with all that it belongs to.</summary>
    public sealed record FoundTooth(Asked Asked, KeptInspection Kept, MeasuredTooth Tooth, UnitRow Unit);

    public async Task<Answer<Asked>> AskedAsync(Guid id, CancellationToken stop)
    {
        if (await store.SetAsync(id, stop) is not { } set || await cases.CaseAsync(set.CaseId, stop) is not { } whole)
            return NoScans;
        UnitRow[] units = [.. set.ToothCodes.Select(iso => whole.Units.FirstOrDefault(unit => unit.Tooth == iso)).OfType<UnitRow>()];
        if (units.Length == 0)
            return new Problem("scan-teeth", $"The case has no {string.Join(", ", set.ToothCodes)} any more.");
        if (!Planned(units).Is(out var planned, out var problem))
            return problem;
        var names = await store.FilesAsync(set.Files, stop);
        var protocol = shelf.Of(units[0]).Protocol;
        var corrections = CorrectionsOf(set)
            .ToDictionary(
                own => ToothCode.FromIso(own.Key)!.Value,
                own => new ToothCorrection(
                    [.. own.Value.Moves.Select(move => new LineMove(move.Position, move.ByMm))],
                    own.Value.TipMesialDeg,
                    own.Value.TipFacialDeg,
                    own.Value.TurnDeg
                )
            );
        var key = string.Join('\n', [set.Before, set.After, set.Antagonist, set.Corrections, set.Picked, .. units.Select(views.KeyOf)]);
        return new Asked(set, units, key, (progress, cancel) => Task.Run(
                () =>
                {
                    progress.Report(new(InspectionStage.Reading));
                    var read = new Answer<Scan>[set.Files.Count];
                    Parallel.For(0, read.Length, i => read[i] = intake.Read(set.Files[i], names[set.Files[i]].Name));
                    if (Array.Find(read, one => one.Problem is not null) is { } wrong)
                        return wrong.Problem!;
                    var scans = new InspectedScans(read[0].Value!, read[1].Value!, read.ElementAtOrDefault(2)?.Value)
                    {
                        Corrections = corrections,
                        Picked = PickedOf(set),
                    };
                    return Inspector.Measure(scans, planned, protocol, progress, cancel);
                },
                cancel
            ));
    }

    /// <summary>One tooth of a set, measured now if nobody has asked for it yet.</summary>
    public async Task<Answer<FoundTooth>> ToothAsync(Guid id, string iso, CancellationToken stop)
    {
        if (!(await AskedAsync(id, stop)).Is(out var asked, out var problem))
            return problem;
        if (!(await inspections.NeedAsync(asked.Key, asked.Work, stop)).Is(out var kept, out problem))
            return problem;
        return kept.Tooth(iso) is { } tooth
            ? new FoundTooth(asked, kept, tooth, asked.Units.First(unit => unit.Tooth == iso))
            : Problems.Missing("tooth in these scans");
    }

    internal async Task<MeasuredPageHead> HeadAsync(FoundTooth found, DateTimeOffset printed, CancellationToken stop)
    {
        var (set, whole) = (found.Asked.Set, found.Unit.Case!);
        var names = await store.FilesAsync([set.Before, set.After], stop);
        return new MeasuredPageHead(
            $"{whole.Number:0000} · {whole.Patient}",
            $"{names[set.Before].Name}, {names[set.After].Name}, entered {set.At.ToLocalTime():yyyy-MM-dd HH:mm}",
            names.Values.Any(file => file.Simulated),
            shelf.Of(found.Unit).Words,
            printed
        );
    }

    private async Task<ScansView> ShownAsync(UnitRow unit, CancellationToken stop)
    {
        var sets = (await store.OfCaseAsync(unit.CaseId, stop)).Where(set => set.ToothCodes.Contains(unit.Tooth)).ToArray();
        var names = await store.FilesAsync([.. sets.SelectMany(set => set.Files)], stop);
        var own = Own(unit);
        var isCut = views.Planned(unit).Value?.Preparation.Body is not null;
        var jaw = UnitViews.ToothOf(unit).Jaw;
        return new ScansView(
            [
                .. sets.Select(set => new ScanSetView(
                    set.Id,
                    set.ToothCodes,
                    new(set.Before, names[set.Before].Name),
                    new(set.After, names[set.After].Name),
                    set.Antagonist is { } antagonist ? new(antagonist, names[antagonist].Name) : null,
                    names[set.Before].Simulated || names[set.After].Simulated,
                    set.At,
                    CorrectionsOf(set)
                )),
            ],
            folder.Arrived(),
            Path.GetFullPath(folder.Place),
            [
                .. unit.Case!.Units.Where(other => UnitViews.ToothOf(other).Jaw == jaw && !own.Contains(other))
                    .Where(other => views.PlanOf(other).Value is { } plan && plan.Zones.Any(zone => zone.Depth.Value.Target > Mm.Zero))
                    .Select(other => other.Tooth),
            ],
            isCut,
            intake.MostBytes
        );
    }

    /// <summary>A unit and the others of its bridge: what was cut between the scans at the least.</summary>
    private static UnitRow[] Own(UnitRow unit)
    {
        var bridge = UnitViews.InputsOf(unit).Bridge?.Teeth ?? [];
        var others = bridge.Select(tooth => unit.Case!.Units.FirstOrDefault(row => row.Tooth == tooth));
        return [.. others.OfType<UnitRow>().Prepend(unit).Distinct()];
    }

    private Answer<Preparation[]> Planned(IReadOnlyList<UnitRow> units)
    {
        var found = new List<Preparation>();
        foreach (var row in units)
        {
            if (!views.Planned(row).Is(out var planned, out var problem))
                return problem;
            found.Add(planned.Preparation);
        }
        return found.ToArray();
    }
}

using Dentelle.Core.Drawing;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inputs;
using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Data;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Units;

namespace Dentelle.Web.Protocols;

/// <summary>
/// House protocols in the making: a kept one with changes, what it would do to the teeth that are planned, and the keeping
/// of it.
/// </summary>
public sealed class ProtocolDrafts(ProtocolShelf shelf, ProtocolStore store, CaseStore cases, CaseList list)
{
    private const string House = "house";

    /// <summary>What a change would do is shown on the newest cases that are not finished, so many at most.</summary>
    private const int MostCases = 60;

    // One of each kind of tooth.
    private static readonly string[] SampleTeeth = ["36", "11", "13", "14"];

    public Answer<CheckedProtocol> Read(DraftEntry entry, string? name = null)
    {
        if (shelf.Find(entry.Id, entry.Version) is not { } on)
            return new Problem("not-found", $"There is no protocol “{entry.Id}” of version {entry.Version} here.");
        var called = name ?? on.Protocol.Name;
        var id = IdOf(on, called);
        if (!on.Text.With(entry.Edits, id, shelf.NextVersion(id), called, shelf.Shipped.Text).Is(out var draft, out var problem))
            return problem;
        return shelf.Read(draft, called).Is(out var read, out problem) ? read : Pointed(problem, draft, called);
    }

    public ProtocolView View(CheckedProtocol read) => View(read.Text, read.Handbook.Protocol);

    public ProtocolView View(ProtocolText text, Protocol protocol)
    {
        var chosen = text.Lines.SelectMany(line => line.Fields).ToDictionary(field => field.Path);
        return new(
            // The sides of a disagreement are shown with their reasons, not as a row.
            [.. text.Lines.Where(line => !line.Fields[0].Path.StartsWith("/disagreements/", StringComparison.Ordinal))],
            [
                .. protocol.Disagreements.Select(
                    (entry, i) =>
                        new DisagreementView(
                            entry.Id,
                            entry.Question,
                            entry.Pointer(i),
                            chosen[entry.Pointer(i)].Choice!,
                            entry.Sides,
                            entry.Source,
                            entry.Standing
                        )
                ),
            ],
            [
                .. protocol.Restorations.Select(
                    (entry, i) =>
                        new SampleKind(
                            GroupOf(text, i),
                            entry.Restoration,
                            entry.Materials[0],
                            [.. SampleTeeth.Where(iso => entry.Suits(ToothCode.FromIso(iso)!.Value))]
                        )
                ),
            ],
            text.From(shelf.Shipped.Text)
        );
    }

    private static string GroupOf(ProtocolText text, int entry) =>
        text.Lines.First(line => line.Fields[0].Path.StartsWith($"/restorations/{entry}/depths/", StringComparison.Ordinal)).Group;

    public async Task<DraftView> DraftAsync(DraftEntry entry, CheckedProtocol draft, CancellationToken stop)
    {
        var notation = (await cases.SettingsAsync(stop)).Notation;
        var (effects, untouched) = (new List<UnitEffect>(), 0);
        foreach (var whole in (await list.PlannedWithAsync(entry.Id, MostCases, stop)).Select(listed => listed.Row).OfType<CaseRow>())
        {
            // Units of another protocol stay with that; whether they go over is asked on themselves.
            foreach (var unit in whole.Units.Where(unit => unit.FinishedAt is null && shelf.Of(unit).Protocol.Id == entry.Id))
            {
                if (EffectOn(unit, whole.Patient, notation, draft.Handbook) is { } effect)
                    effects.Add(effect);
                else
                    untouched++;
            }
        }
        return new(View(draft), draft.Text.From(shelf.Find(entry.Id, entry.Version)!.Text), effects, untouched);
    }

    public Answer<SampleView> Sample(SampleEntry entry) =>
        Planned(entry).Is(out var planned, out var problem)
            ? new SampleView(
                planned.Plan.Tooth.Iso,
                planned.Plan.Tooth.Name,
                DrawingView.From(planned, ArchDrawing.None(planned.Drawing)),
                [.. planned.Plan.Zones.Select(ZoneDocument.From)]
            )
            : problem;

    /// <summary>The sample tooth's bodies with what an engraving needs.</summary>
    public Answer<RoundFigure> Round(SampleEntry entry, RoundQuality quality, CancellationToken stop) =>
        Planned(entry).Is(out var planned, out var problem) ? RoundBaker.Of(planned.Preparation, quality, stop) : problem;

    private Answer<PlannedUnit> Planned(SampleEntry entry)
    {
        if (!Read(entry).Is(out var draft, out var problem))
            return problem;
        if (ToothCode.FromIso(entry.Tooth) is not { } tooth)
            return new Problem("tooth", $"“{entry.Tooth}” is no ISO 3950 code.");
        var inputs = new PlanInputs { Restoration = entry.Restoration, Material = entry.Material };
        return PlannedUnit.Make(tooth, inputs, draft.Handbook);
    }

    public async Task<Answer<KeptProtocol>> KeepAsync(KeepEntry entry, string by, CancellationToken stop)
    {
        var (name, note) = (entry.Name.Trim(), entry.Note.Trim());
        if (name.Length == 0)
            return new Problem("protocol-name", "Give the protocol a name.");
        if (note.Length == 0)
            return new Problem("protocol-note", "Say in a few words why: whoever plans with it will want to know.");
        if (!Read(entry, name).Is(out var read, out var problem))
            return problem;
        if (read.Handbook.Protocol.Id == shelf.Shipped.Protocol.Id)
            return new Problem("protocol-name", $"“{name}” is the shipped protocol's name; choose another.");
        return await KeepAsync(read, note, by, entry.Use, stop);
    }

    /// <summary>Keeps a file from elsewhere. A version that is taken here by other numbers gets the next free one.</summary>
    public async Task<Answer<KeptProtocol>> ImportAsync(string text, string by, CancellationToken stop)
    {
        if (!shelf.Read(text, "the file").Is(out var read, out var problem))
            return problem;
        var protocol = read.Handbook.Protocol;
        if (shelf.Find(protocol.Id, protocol.Version) is { } here)
        {
            if (read.Text.From(here.Text).Count == 0)
                return new Problem("protocol-here", $"{here.Words}, is here already with the same numbers.");
            if (protocol.Id == shelf.Shipped.Protocol.Id)
                return new Problem(
                    "protocol-file",
                    "The file calls itself the shipped protocol but has other numbers; give it its own id."
                );
        }
        if (shelf.IsTaken(protocol.Id, protocol.Version))
        {
            var next = read.Text.With([], protocol.Id, shelf.NextVersion(protocol.Id), protocol.Name, shelf.Shipped.Text).Value!;
            if (!shelf.Read(next, "the file").Is(out read, out problem))
                return problem;
        }
        return await KeepAsync(read, "Imported", by, use: false, stop);
    }

    private async Task<Answer<KeptProtocol>> KeepAsync(CheckedProtocol read, string note, string by, bool use, CancellationToken stop)
    {
        var protocol = read.Handbook.Protocol;
        await using var all = await store.BeginAsync(stop);
        if (await store.AddAsync(protocol.Id, protocol.Version, protocol.Name, read.Text.File.Text, note, by, stop) is not { } row)
            return new Problem("changed-meanwhile", "Another version was kept meanwhile. Look at it, then keep yours again.");
        if (use)
            await store.UseAsync(protocol.Id, protocol.Version, stop);
        await all.CommitAsync(stop);
        // What is remembered is only what was saved.
        var kept = shelf.Put(row, read);
        if (use)
            shelf.Use(kept);
        return kept;
    }

    public async Task UseAsync(KeptProtocol chosen, CancellationToken stop)
    {
        var shipped = chosen == shelf.Shipped;
        await store.UseAsync(shipped ? null : chosen.Protocol.Id, shipped ? null : chosen.Protocol.Version, stop);
        shelf.Use(chosen);
    }

    private UnitEffect? EffectOn(UnitRow unit, string patient, ToothNotation notation, Handbook draft)
    {
        var (tooth, inputs) = (UnitViews.ToothOf(unit), UnitViews.InputsOf(unit));
        var today = shelf.Of(unit).Handbook;
        if (!PlannedUnit.PlanOnly(tooth, inputs, today).Is(out var now, out _))
            return null;
        var possible = PlannedUnit.PlanOnly(tooth, inputs, draft).Is(out var then, out var problem);
        var changes = possible ? PlanChanges.Between((now, today.Protocol), (then!, draft.Protocol)) : [];
        // Where something changes it is told as the bodies settle it: what is asked of a wall is less than what is cut.
        if (possible && (changes.Count > 0 || today.Protocol.Shape != draft.Protocol.Shape))
        {
            possible = PlannedUnit.Settled(now, today).Is(out var cut, out problem);
            possible = possible && PlannedUnit.Settled(then!, draft).Is(out then, out problem);
            changes = possible ? PlanChanges.Between((cut!, today.Protocol), (then!, draft.Protocol)) : [];
        }
        return possible && changes.Count == 0
            ? null
            : new(unit.Id, tooth.Write(notation), patient, inputs.Restoration.Words(), changes, problem?.Sentence);
    }

    /// <summary>A house protocol goes on under its id; a copy of the shipped one gets an id from its name.</summary>
    private string IdOf(KeptProtocol on, string name)
    {
        if (on.Protocol.Id != shelf.Shipped.Protocol.Id)
            return on.Protocol.Id;
        var slug = Slug(name);
        return slug.Length == 0 || slug == Slug(shelf.Shipped.Protocol.Name) ? House : slug;
    }

    private static string Slug(string name) =>
        string.Join(
            '-',
            string.Concat(name.ToLowerInvariant().Select(letter => char.IsAsciiLetterOrDigit(letter) ? letter : ' '))
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );

    /// <summary>A pointer into the file says little on a screen: the row's words stand in for it.</summary>
    private static Problem Pointed(Problem problem, ProtocolText draft, string name)
    {
        var sentence = problem.Sentence.Replace($"{name}: ", "", StringComparison.Ordinal);
        var hit = draft
            .Lines.SelectMany(line => line.Fields.Select(field => (line, field)))
            .Where(entry =>
                sentence.StartsWith(entry.field.Path + ":", StringComparison.Ordinal)
                || entry.field.Path.StartsWith(sentence.Split(':')[0] + "/", StringComparison.Ordinal)
            )
            .Select(entry => entry.line)
            .FirstOrDefault();
        return hit is null
            ? problem
            : problem with
            {
                Sentence =
                    $"{(hit.Group.Length > 0 ? hit.Group + ": " : "")}{hit.Words}: "
                    + $"{sentence[(sentence.IndexOf(": ", StringComparison.Ordinal) + 2)..]}",
            };
    }
}

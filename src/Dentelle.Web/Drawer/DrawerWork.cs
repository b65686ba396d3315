using Dentelle.Core.Burs;
using Dentelle.Core.Exchange;
using Dentelle.Core.Sequencing.Steps;
using Dentelle.Data;
using Dentelle.Web.Figures;
using Dentelle.Web.Handbooks;
using Dentelle.Web.Http;
using Dentelle.Web.Sheets;

namespace Dentelle.Web.Drawer;

/// <summary>What can be done with the drawer. Every answer shows it as it is afterwards, with what planned cases want of it.</summary>
public sealed class DrawerWork(DrawerStore drawer, CaseSheets sheets, VisitSums sums, ProtocolShelf shelf, TimeProvider clock)
{
    private const int MostPieces = 200;

    private Handbook Handbook => shelf.InUse.Handbook;

    public async Task<DrawerView> ShowAsync(CancellationToken stop)
    {
        var dry = Handbook.Sheets.Limits.DryPlasticUses.Value;
        var bench = await sheets.BenchAsync(stop);
        var needs = new List<(string Case, IReadOnlyDictionary<string, int> Teeth)>();
        var missing = new List<(string Case, MissingBur Bur)>();
        CaseRow[] ahead = [.. (await sheets.ComingAsync(clock.Today(), stop)).Where(CaseSheets.IsAhead)];
        var known = await sums.OfAsync(ahead, bench, whole: false, stop);
        foreach (var (row, sum) in known.Sums)
        {
            var name = CaseSheets.NameOf(row);
            needs.Add((name, sum.Burs));
            missing.AddRange(sum.Missing.Select(bur => (name, bur)));
        }
        return new(
            [.. bench.Ledgers.Select(ledger => View(ledger, dry, CasesOf(ledger.Bur)))],
            [.. Forecast.Of(bench.Ledgers, needs, dry).Select(DrawerWords.Said)],
            [
                .. missing
                    .GroupBy(entry => (entry.Bur.Wanted, entry.Bur.Instead))
                    .Select(group => new MissingView(
                        group.Key.Wanted,
                        group.Key.Instead,
                        [.. group.Select(entry => entry.Case).Distinct()]
                    )),
            ],
            Handbook.Drawer.Remark ?? "",
            known.Counting
        );

        IReadOnlyList<string> CasesOf(Bur bur) => [.. needs.Where(need => need.Teeth.ContainsKey(bur.Id)).Select(need => need.Case)];
    }

    public async Task<Answer<DrawerView>> AddAsync(AddBurEntry entry, CancellationToken stop)
    {
        if (!BurOf(entry, Handbook).Is(out var bur, out var problem))
            return problem;
        if (entry.Pieces is < 1 or > MostPieces)
            return new Problem("pieces", $"So many pieces are no count: 1 to {MostPieces}.");
        if (!await drawer.AddAsync(bur, entry.Pieces ?? 1, stop))
            return new Problem("bur-known", $"The drawer has this bur already: {bur.Name}. Add a piece to it instead.");
        return await ShowAsync(stop);
    }

    public async Task<Answer<DrawerView>> ChangeAsync(string burId, BurChangeEntry entry, CancellationToken stop)
    {
        if (entry.What == BurChange.Limit && entry.UsesMost is not (>= 1 and <= 1000))
            return new Problem("bur-limit", "A bur's limit is a number of preparations, 1 to 1000; 1 is for single use.");
        var found = entry.What switch
        {
            BurChange.Undo => await drawer.UndoAsync(burId, stop),
            BurChange.UsedOnTooth => await drawer.UseAsync(burId, UsedOn.Tooth, wet: true, null, null, stop),
            BurChange.UsedOnPlastic => await drawer.UseAsync(burId, UsedOn.Plastic, wet: false, null, null, stop),
            BurChange.UsedOnWetPlastic => await drawer.UseAsync(burId, UsedOn.Plastic, wet: true, null, null, stop),
            _ => await drawer.ChangeAsync(burId, (row, now, lastUse) => Apply(row, entry, now, lastUse), stop),
        };
        return found ? await ShowAsync(stop) : Problems.Missing("bur in the drawer");
    }

    /// <summary>
    /// What a number says, with the sizes it doesn't: from the starter drawer, from the entry, or of a ball from the number
    /// itself.
    /// </summary>
    internal static Answer<Bur> BurOf(AddBurEntry entry, Handbook handbook)
    {
        if (!IsoCode.Parse(entry.Code).Is(out var code, out var problem))
            return problem;
        if (handbook.Sheets.Shapes.Of(code.Shape) is not { } family)
            return new Problem(
                "shape-unknown",
                $"The third group, {code.Shape}, is no shape known here, so that the bur can't be drawn or reckoned with."
            );
        if (
            handbook.Drawer.Burs.FirstOrDefault(known => known.Code == code.ToString()) is { } shipped
            && entry.TipMm is null
            && entry.LengthMm is null
        )
            return shipped;
        var ball = family == BurFamily.Round;
        if (!ball && (entry.TipMm is null || entry.LengthMm is null))
            return new Problem(
                "bur-sizes",
                $"A {family.Words()} of {code.Size}: the number does not tell its tip and its length. Measure both and enter them."
            );
        var size = code.Size.Value;
        var (tip, length) = (entry.TipMm ?? size, entry.LengthMm ?? size);
        if (!(tip > 0 && tip <= 8 && length > 0 && length <= 20))
            return new Problem("bur-sizes", "A bur's tip has 0.1 to 8 mm and its working part up to 20.");
        var bur = new Bur
        {
            Id = $"{Kebab.Of(family)}-{tip:0.0#}-{code}",
            Family = family,
            Material = code.Material,
            Grit = code.Grit ?? Grit.Medium,
            TipMm = tip,
            LargestMm = size,
            LengthMm = length,
            Shank = code.Shank.Group,
            Code = code.ToString(),
            Blades = code.Material == BurMaterial.Carbide ? (int)handbook.Sheets.Limits.CarbideBlades.Value : null,
            UsesMost = (int)handbook.Sheets.Limits.UsesMost.Value,
        };
        return RunSheetReader.Complaint(bur, handbook.Sheets.Shapes) is { } wrong
            ? new Problem("bur-sizes", $"That can't be: {wrong}.")
            : bur;
    }

    private static void Apply(DrawerBurRow row, BurChangeEntry entry, DateTime now, long lastUse)
    {
        var what = entry.What;
        if (what == BurChange.Sterilised)
            row.Sterilised++;
        else if (what is BurChange.Worn or BurChange.NotWorn)
            row.Worn = what == BurChange.Worn;
        else if (what == BurChange.NewPiece)
            (row.Pieces, row.Sterilised, row.Worn, row.NewSince, row.UsedBefore) = (Math.Max(0, row.Pieces - 1), 0, false, now, lastUse);
        else if (what == BurChange.Limit)
            row.Text = JsonDocuments.Write(JsonDocuments.ReadBur(row.Text) with { UsesMost = entry.UsesMost });
        else if (what == BurChange.OneMore)
            row.Pieces = Math.Min(MostPieces, row.Pieces + 1);
        else
            row.Pieces = Math.Max(0, row.Pieces - 1);
    }

    private static DrawerBurView View(BurLedger ledger, double dry, IReadOnlyList<string> cases)
    {
        var bur = ledger.Bur;
        return new()
        {
            Id = bur.Id,
            Name = bur.Name,
            Family = bur.Family,
            FamilyWords = bur.Family.Words(),
            Grit = bur.Grit,
            Material = bur.Material,
            TipMm = bur.TipMm,
            LargestMm = bur.LargestMm,
            LengthMm = bur.LengthMm,
            Code = bur.Code is { } code && IsoCode.Parse(code).Is(out var parsed, out _) ? parsed.Spaced : null,
            Shape = BurShapeView.From(bur),
            Sums = BurDocument.SumsOf(bur),
            Pieces = ledger.Pieces,
            Uses = ledger.Uses.Count,
            UsesOnPlastic = ledger.Uses.Count(use => use.On == UsedOn.Plastic),
            UsesMost = bur.UsesMost,
            Spent = ledger.Spent(dry) is { } spent ? Math.Round(spent, 3) : null,
            Left = ledger.Left(dry),
            Sterilised = ledger.Sterilised,
            Worn = ledger.Worn,
            Warning = ledger.Warning(dry),
            Cases = cases,
        };
    }
}

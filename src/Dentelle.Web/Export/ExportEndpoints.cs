using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Dentelle.Data;
using Dentelle.Web.Cases;
using Dentelle.Web.Handbooks;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Dentelle.Web.Export;

/// <summary>Everything the practice has, as one ZIP of open files: to be read elsewhere, or kept.</summary>
public static class ExportEndpoints
{
    public static void MapExport(this IEndpointRouteBuilder routes) =>
        routes.MapGet("export.zip", Write).WithName("exportAll").WithTags("Export").ExcludeFromDescription();

    private static async Task<IResult> Write(
        CaseList cases,
        DrawerStore drawer,
        SheetStore sheets,
        ScanStore scans,
        FileStore files,
        ProtocolShelf shelf,
        PracticeFiles practice,
        TimeProvider clock,
        IOptions<JsonOptions> json,
        CancellationToken stop
    )
    {
        // An archive writes in one go what an answer takes in pieces only; and it may be larger than memory.
        var file = TemporaryFiles.Open(practice.Data, "export");
        await using (var archive = await ZipArchive.CreateAsync(file, ZipArchiveMode.Create, leaveOpen: true, Encoding.UTF8, stop))
        {
            var ticks = new List<IReadOnlyList<string?>>();
            // One case after the other: the whole practice need not fit into memory.
            await foreach (var listed in cases.EachAsync(stop))
            {
                if (listed.Row is not { } row)
                    continue;
                await AddAsync(
                    archive,
                    $"cases/{row.Number:0000}.json",
                    JsonSerializer.Serialize(CaseFiles.Write(row), json.Value.SerializerOptions)
                );
                await AddScansAsync(archive, row, scans, files, stop);
                foreach (var tick in await sheets.TicksAsync(row.Id, stop))
                    ticks.Add([$"{row.Number:0000}", tick.Code, tick.Tooth, tick.BurId, Time(tick.StartedAt), Time(tick.EndedAt)]);
            }
            await AddAsync(archive, "steps.csv", Csv.Write(["case", "step", "tooth", "bur", "started", "ended"], ticks));
            foreach (var kept in shelf.All)
                await AddAsync(archive, $"protocols/{kept.Protocol.Id}-{kept.Protocol.Version}.json", kept.Text.File.Text);
            await AddAsync(
                archive,
                "drawer.csv",
                Csv.Write(
                    ["bur", "code", "pieces", "sterilised", "worn", "uses"],
                    (await drawer.LedgersAsync(stop)).Select(ledger =>
                        (IReadOnlyList<string?>)
                            [
                                ledger.Bur.Name,
                                ledger.Bur.Code,
                                $"{ledger.Pieces}",
                                $"{ledger.Sterilised}",
                                ledger.Worn ? "yes" : "no",
                                $"{ledger.Uses.Count}",
                            ]
                    )
                )
            );
        }
        file.Position = 0;
        return TypedResults.Stream(file, "application/zip", $"dentelle-{clock.GetLocalNow():yyyy-MM-dd}.zip");
    }

    /// <summary>Scans as they came, each once for a case.</summary>
    private static async Task AddScansAsync(ZipArchive archive, CaseRow row, ScanStore scans, FileStore files, CancellationToken stop)
    {
        var sets = await scans.OfCaseAsync(row.Id, stop);
        var named = sets.SelectMany(set => set.Files).Distinct().ToArray();
        foreach (var file in (await scans.FilesAsync(named, stop)).Values.Where(file => files.Has(file.Sha256)))
        {
            var entry = archive.CreateEntry($"scans/{row.Number:0000}/{file.Sha256[..8]}-{file.Name}", CompressionLevel.Fastest);
            await using var to = await entry.OpenAsync(stop);
            await using var from = files.Open(file.Sha256);
            await from.CopyToAsync(to, stop);
        }
    }

    private static async Task AddAsync(ZipArchive archive, string name, string text)
    {
        await using var entry = await archive.CreateEntry(name, CompressionLevel.Fastest).OpenAsync();
        await entry.WriteAsync(Encoding.UTF8.GetBytes(text));
    }

    private static string Time(DateTime? at) => at is { } time ? time.ToString("yyyy-MM-dd'T'HH:mm:ss'Z'") : "";
}

using Dentelle.Data;
using Dentelle.Web.Http;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Dentelle.Web.Backups;

/// <param name="Folder">Where they lie.</param>
/// <param name="Hours">One is made when the last is so old; 0 for never.</param>
/// <param name="Failed">Why the last one failed; null when it did not.</param>
public sealed record BackupsView(string Folder, double Hours, int Kept, IReadOnlyList<BackupView> Backups, string? Failed);

/// <param name="Entries">Length of the record in it.</param>
/// <param name="Files">Scans, pictures and bundles that belong to it.</param>
public sealed record BackupView(DateTime At, long Entries, int Files, long Bytes);

/// <summary>The whole HTTP face of backups.</summary>
public static class BackupEndpoints
{
    public static void MapBackups(this IEndpointRouteBuilder routes)
    {
        var api = routes.MapGroup("backups").WithTags("Backups");
        api.MapGet("", List).WithName("getBackups");
        api.MapPost("", Make).WithName("makeBackup");
    }

    private static Ok<BackupsView> List(PracticeFiles files, BackupKeeper keeper) => TypedResults.Ok(View(files, keeper));

    private static async Task<Results<Ok<BackupsView>, ProblemHttpResult>> Make(
        PracticeFiles files,
        BackupKeeper keeper,
        CancellationToken stop
    ) => (await keeper.MakeAsync(stop)).Is(out _, out var problem) ? TypedResults.Ok(View(files, keeper)) : Problems.From(problem);

    private static BackupsView View(PracticeFiles files, BackupKeeper keeper) =>
        new(
            Path.GetFullPath(files.BackupFolder),
            files.BackupHours,
            files.BackupsKept,
            [.. Backup.List(files.BackupFolder).Select(found => new BackupView(found.At, found.Entries, found.Files, found.Bytes))],
            keeper.Failed?.Sentence
        );
}

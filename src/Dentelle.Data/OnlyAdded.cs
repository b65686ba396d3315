using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>
/// What is only ever added stays as it was written, whoever writes to the file: the database itself refuses to change or
/// remove it. What is taken back is marked, and steps end; nothing else of a row moves. Only what lies in the bin can be
/// removed, or belongs to what lies there.
/// </summary>
internal static class OnlyAdded
{
    private const string OfAUnitInTheBin = """
        EXISTS (SELECT 1 FROM "Units" u JOIN "Cases" c ON c."Id" = u."CaseId"
            WHERE u."Id" = OLD."UnitId" AND (u."RemovedAt" IS NOT NULL OR c."RemovedAt" IS NOT NULL))
        """;
    private const string OfACaseInTheBin = """
        EXISTS (SELECT 1 FROM "Cases" c WHERE c."Id" = OLD."CaseId" AND c."RemovedAt" IS NOT NULL)
        """;

    private static readonly (Type Row, string[] Marks, string Removable)[] Tables =
    [
        (typeof(PlanRow), [], OfAUnitInTheBin),
        (typeof(ProtocolRow), [nameof(ProtocolRow.RemovedAt)], "OLD.\"RemovedAt\" IS NOT NULL"),
        (typeof(ReadingRow), [nameof(ReadingRow.TakenBackAt)], OfAUnitInTheBin),
        (typeof(StepTickRow), [nameof(StepTickRow.EndedAt), nameof(StepTickRow.TakenBackAt)], OfACaseInTheBin),
        (
            typeof(ScanSetRow),
            [nameof(ScanSetRow.CaseId), nameof(ScanSetRow.Corrections), nameof(ScanSetRow.Picked), nameof(ScanSetRow.TakenBackAt)],
            OfACaseInTheBin
        ),
        (typeof(BurUseRow), [nameof(BurUseRow.TakenBackAt)], "0"),
        // Words may be erased where the law asks for it, never put otherwise: the trigger below.
        (typeof(RecordRow), [nameof(RecordRow.Words)], "0"),
        (typeof(HandOverRow), [nameof(HandOverRow.AnsweredAt), nameof(HandOverRow.AnsweredBy), nameof(HandOverRow.Unseen)], "0"),
        (
            typeof(LaboratoryQueryRow),
            [nameof(LaboratoryQueryRow.Reply), nameof(LaboratoryQueryRow.RepliedAt), nameof(LaboratoryQueryRow.RepliedBy)],
            "0"
        ),
        (typeof(AuditRow), [], "0"),
    ];

    private const string Erasing = "RecordWordsAreNotChanged";

    /// <summary>Anew at every start: a migration that makes a table anew takes its triggers away.</summary>
    public static void Protect(DentelleDb db)
    {
        Unprotect(db);
        foreach (var (row, marks, removable) in Tables)
        {
            var entity = db.Model.FindEntityType(row)!;
            var table = entity.GetTableName()!;
            var columns = db
                .Model.GetEntityTypes()
                .Where(sharing => sharing.GetTableName() == table)
                .SelectMany(sharing => sharing.GetProperties())
                .Select(property => property.GetColumnName())
                .Distinct()
                .Except(marks);
            Refuse(db, $"{table}AreNotRemoved", $"DELETE ON \"{table}\"", table, $"WHEN NOT ({removable})");
            Refuse(
                db,
                $"{table}AreNotChanged",
                $"UPDATE OF {string.Join(", ", columns.Select(column => $"\"{column}\""))} ON \"{table}\"",
                table
            );
        }
        Refuse(db, Erasing, "UPDATE OF \"Words\" ON \"Record\"", "Record", "WHEN NEW.\"Words\" IS NOT NULL");
    }

    /// <summary>Before a migration, which may have to rewrite what is kept.</summary>
    public static void Unprotect(DentelleDb db)
    {
        foreach (var (row, _, _) in Tables)
        {
            var table = db.Model.FindEntityType(row)!.GetTableName();
            Run(db, $"DROP TRIGGER IF EXISTS \"{table}AreNotRemoved\"");
            Run(db, $"DROP TRIGGER IF EXISTS \"{table}AreNotChanged\"");
        }
        Run(db, $"DROP TRIGGER IF EXISTS \"{Erasing}\"");
    }

    private static void Refuse(DentelleDb db, string name, string what, string table, string when = "") =>
        Run(db, $"CREATE TRIGGER \"{name}\" BEFORE {what} {when} BEGIN SELECT RAISE(ABORT, '{table} are only added'); END");

    private static void Run(DentelleDb db, string sql) => db.Database.ExecuteSqlRaw(sql);
}

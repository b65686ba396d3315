using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>
/// What is only ever added stays as it was written, whoever writes to the file: the database itself refuses to change or
/// remove it. What is taken back is marked, and steps end; nothing else of a row moves.
/// </summary>
internal static class OnlyAdded
{
    private static readonly (Type Row, string[] Marks)[] Tables =
    [
        (typeof(PlanRow), []),
        (typeof(ProtocolRow), []),
        (typeof(ReadingRow), [nameof(ReadingRow.TakenBackAt)]),
        (typeof(StepTickRow), [nameof(StepTickRow.EndedAt), nameof(StepTickRow.TakenBackAt)]),
        (typeof(BurUseRow), [nameof(BurUseRow.TakenBackAt)]),
    ];

    /// <summary>Again at every start: a migration that makes a table anew takes its triggers away.</summary>
    public static void Protect(DentelleDb db)
    {
        foreach (var (row, marks) in Tables)
        {
            var entity = db.Model.FindEntityType(row)!;
            var table = entity.GetTableName()!;
            var columns = entity.GetProperties().Select(property => property.GetColumnName()).Except(marks);
            Refuse(db, $"{table}AreNotRemoved", $"DELETE ON \"{table}\"", table);
            Refuse(
                db,
                $"{table}AreNotChanged",
                $"UPDATE OF {string.Join(", ", columns.Select(column => $"\"{column}\""))} ON \"{table}\"",
                table
            );
        }
    }

    /// <summary>Before a migration, which may have to rewrite what is kept.</summary>
    public static void Unprotect(DentelleDb db)
    {
        foreach (var (row, _) in Tables)
        {
            var table = db.Model.FindEntityType(row)!.GetTableName();
            Run(db, $"DROP TRIGGER IF EXISTS \"{table}AreNotRemoved\"");
            Run(db, $"DROP TRIGGER IF EXISTS \"{table}AreNotChanged\"");
        }
    }

    private static void Refuse(DentelleDb db, string name, string what, string table) =>
        Run(db, $"CREATE TRIGGER IF NOT EXISTS \"{name}\" BEFORE {what} BEGIN SELECT RAISE(ABORT, '{table} are only added'); END");

    private static void Run(DentelleDb db, string sql) => db.Database.ExecuteSqlRaw(sql);
}

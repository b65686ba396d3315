using System.Globalization;
using Microsoft.EntityFrameworkCore;

namespace Dentelle.Data;

/// <summary>
/// A full-text index of cases (SQLite's FTS5), kept by the database itself whoever writes to it: name, number, note, teeth
/// with what they get, stage, and the visit's date in figures and with its month's name.
/// </summary>
internal static class FindIndex
{
    private static readonly string Words = $"""
        CREATE VIEW "WordsOfCases" AS
        SELECT c."Number", {PlainLetters.InSql(
            "c.\"Patient\""
        )} AS "Patient", printf('%04d %d', c."Number", c."Number") || ' ' || {PlainLetters.InSql("c.\"Note\"")} || ' '
            || coalesce(strftime('%Y-%m-%d %d.%m.%Y ', c."VisitAt", 'localtime')
                || rtrim(substr(
                    'January  February March    April    May      June     ' || 'July     August   SeptemberOctober  November December ',
                    9 * strftime('%m', c."VisitAt", 'localtime') - 8, 9)), 'no visit') || ' '
            || coalesce((SELECT group_concat(u."Tooth" || ' ' || u."Restoration" || ' ' || u."Material" || ' '
                || CASE WHEN u."FinishedAt" IS NOT NULL THEN 'finished'
                    WHEN EXISTS (SELECT 1 FROM "Readings" r WHERE r."UnitId" = u."Id" AND r."TakenBackAt" IS NULL) THEN 'being cut'
                    ELSE 'planned' END, ' ')
                FROM "Units" u WHERE u."CaseId" = c."Id" AND u."RemovedAt" IS NULL), '') AS "Words"
        FROM "Cases" c
        """;

    private const string Table = """
        CREATE VIRTUAL TABLE "CaseWords" USING fts5("Patient", "Words", tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3');
        INSERT INTO "CaseWords" (rowid, "Patient", "Words") SELECT "Number", "Patient", "Words" FROM "WordsOfCases"
        """;

    /// <summary>What changes the words of cases, and how their numbers are found: a tooth that is moved changes those of two.</summary>
    private static readonly (string Table, string Events, string Numbers)[] Sources =
    [
        ("Cases", "INSERT", "(NEW.\"Number\")"),
        ("Cases", "UPDATE", "(NEW.\"Number\")"),
        ("Units", "INSERT", NumbersOf("NEW.\"CaseId\"")),
        ("Units", "UPDATE", NumbersOf("OLD.\"CaseId\", NEW.\"CaseId\"")),
        ("Readings", "INSERT", NumbersOf("(SELECT \"CaseId\" FROM \"Units\" WHERE \"Id\" = NEW.\"UnitId\")")),
        ("Readings", "UPDATE", NumbersOf("(SELECT \"CaseId\" FROM \"Units\" WHERE \"Id\" = NEW.\"UnitId\")")),
    ];

    /// <summary>All that makes the index, in order.</summary>
    private static readonly string[] Statements =
    [
        Words,
        Table,
        .. Sources.Select(source => Trigger(source.Table, source.Events, source.Numbers)),
        """CREATE TRIGGER "CasesAreNotFound" AFTER DELETE ON "Cases" BEGIN DELETE FROM "CaseWords" WHERE rowid = OLD."Number"; END""",
    ];

    /// <summary>What the file is marked with: of all that makes the index, and of where its days begin.</summary>
    private static int Mark { get; } = Convert.ToInt32(TextDigest.Of(string.Join('\n', Statements.Append(TimeZoneInfo.Local.Id)))[..8], 16);

    /// <summary>Made anew where it is another program's, or another place's.</summary>
    public static void Make(DentelleDb db)
    {
        if (db.Database.SqlQueryRaw<int>("SELECT user_version AS Value FROM pragma_user_version").AsEnumerable().Single() == Mark)
            return;
        using var all = db.Database.BeginTransaction();
        Drop(db);
        foreach (var statement in Statements)
            Run(db, statement);
        Run(db, string.Create(CultureInfo.InvariantCulture, $"PRAGMA user_version = {Mark}"));
        all.Commit();
    }

    /// <summary>Before a migration: a table that is made anew would lose or break what hangs on it.</summary>
    public static void Drop(DentelleDb db)
    {
        Run(db, "PRAGMA user_version = 0");
        foreach (var (table, events, _) in Sources)
            Run(db, $"DROP TRIGGER IF EXISTS \"{table}{events}IsFound\"");
        Run(db, "DROP TRIGGER IF EXISTS \"CasesAreNotFound\"");
        Run(db, "DROP TABLE IF EXISTS \"CaseWords\"");
        Run(db, "DROP VIEW IF EXISTS \"WordsOfCases\"");
    }

    private static string Trigger(string table, string events, string numbers) =>
        $"""
            CREATE TRIGGER "{table}{events}IsFound" AFTER {events} ON "{table}" BEGIN
                DELETE FROM "CaseWords" WHERE rowid IN {numbers};
                INSERT INTO "CaseWords" (rowid, "Patient", "Words")
                    SELECT "Number", "Patient", "Words" FROM "WordsOfCases" WHERE "Number" IN {numbers};
            END
            """;

    private static string NumbersOf(string caseIds) => $"(SELECT \"Number\" FROM \"Cases\" WHERE \"Id\" IN ({caseIds}))";

    private static void Run(DentelleDb db, string sql) => db.Database.ExecuteSqlRaw(sql);
}

using Microsoft.Data.Sqlite;

namespace Dentelle.Bench;

/// <summary>Makes the database of a demonstration practice as large as one of many years; the server must be stopped.</summary>
internal static class LargePractice
{
    public static void Grow(string database, int count)
    {
        using var connection = new SqliteConnection($"Data Source={database}");
        connection.Open();
        using var all = connection.BeginTransaction();
        using var command = connection.CreateCommand();
        command.Transaction = all;
        command.CommandText = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "grow.sql"));
        command.Parameters.AddWithValue("$count", count);
        command.ExecuteNonQuery();
        all.Commit();
    }
}

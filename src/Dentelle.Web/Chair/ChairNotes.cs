using System.Text.Json;
using Dentelle.Core.Visiting;
using Dentelle.Data;

namespace Dentelle.Web.Chair;

internal static class ChairNotes
{
    /// <summary>What was written at the chair, in its order; the record has other kinds of entries.</summary>
    public static IReadOnlyList<(RecordRow Row, ChairNote Note)> Of(IEnumerable<RecordRow> rows, JsonSerializerOptions json)
    {
        var notes = new List<(RecordRow, ChairNote)>();
        foreach (var row in rows.Where(row => row.Words is not null && ChairNote.Kinds.Values.Contains(row.Kind)))
        {
            if (JsonSerializer.Deserialize<ChairNote>(row.Words!, json) is { } note)
                notes.Add((row, note));
        }
        return notes;
    }
}

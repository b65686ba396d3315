using Dentelle.Core.Protocols;

namespace Dentelle.Core.Anatomy;

/// <summary>Reads the tooth-forms file.</summary>
public static class FormReader
{
    private static volatile FormsRead? last;

    /// <summary>The same text gives the same forms: bodies once made serve a whole process.</summary>
    public static Answer<ToothForms> Read(NamedText file, NamedText schema, SchemaMemory? memory = null)
    {
        if (!DataFile.Read(file, schema, FormJson.Default.FormTable, memory).Is(out var table, out var problem))
            return problem;
        if (last is { } known && known.Text == file.Text)
            return known.Forms;
        last = new(file.Text, new ToothForms(table));
        return last.Forms;
    }

    private sealed record FormsRead(string Text, ToothForms Forms);
}

using Dentelle.Core.Protocols;
using Dentelle.Core.Sequencing.Steps;

namespace Dentelle.Core.Visiting;

/// <summary>Reads the table of visits, held against its schema and against what a schema can't say.</summary>
public static class VisitReader
{
    public static Answer<VisitTable> Read(NamedText file, NamedText schema, RunSheetTable sheets, SchemaMemory? memory = null)
    {
        if (!DataFile.Read(file, schema, VisitJson.Default.VisitTable, memory).Is(out var table, out var problem))
            return problem;
        return Complaint(table, sheets) is { } wrong ? DataFile.Wrong(file.Name, wrong.Path, wrong.What) : table;
    }

    private static (string Path, string What)? Complaint(VisitTable table, RunSheetTable sheets)
    {
        var codes = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (kind, steps) in table.Visits)
        {
            for (var i = 0; i < steps.Count; i++)
            {
                if (!codes.Add(steps[i].Code))
                    return ($"/visits/{kind}/{i}/code", $"{steps[i].Code} stands here a second time");
                var conditions = steps[i].Cautions.Concat(steps[i].Hints).Select(remark => remark.When).Append(steps[i].When);
                if (Unknown(conditions) is { } wrong)
                    return ($"/visits/{kind}/{i}", wrong);
            }
        }
        var known = sheets.Steps.SelectMany(step => new[] { step.Code, step.As }).ToHashSet();
        for (var i = 0; i < table.Prompts.Count; i++)
        {
            if (!known.Contains(table.Prompts[i].Step))
                return ($"/prompts/{i}/step", $"there is no step {table.Prompts[i].Step}");
        }
        for (var i = 0; i < table.Advice.Count; i++)
        {
            if (Unknown([table.Advice[i].When]) is { } wrong)
                return ($"/advice/{i}", wrong);
        }
        return null;
    }

    private static string? Unknown(IEnumerable<StepConditions> conditions) =>
        conditions.SelectMany(one => one.Words).Select(StepConditions.Complaint).FirstOrDefault(wrong => wrong is not null);
}

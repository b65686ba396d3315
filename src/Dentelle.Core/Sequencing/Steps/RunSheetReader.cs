using Dentelle.Core.Burs;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>Reads the run-sheet table and drawers, each held against its schema and against what a schema can't say.</summary>
public static class RunSheetReader
{
    public static Answer<RunSheetTable> ReadTable(NamedText file, NamedText schema, SchemaMemory? memory = null)
    {
        if (!DataFile.Read(file, schema, SheetJson.Default.RunSheetTable, memory).Is(out var table, out var problem))
            return problem;
        return Complaint(table) is { } complaint ? DataFile.Wrong(file.Name, complaint.Path, complaint.What) : table;
    }

    public static Answer<Drawer> ReadDrawer(NamedText file, NamedText schema, RunSheetTable table, SchemaMemory? memory = null)
    {
        if (!DataFile.Read(file, schema, BurJson.Default.Drawer, memory).Is(out var drawer, out var problem))
            return problem;
        for (var i = 0; i < drawer.Burs.Count; i++)
        {
            if (Complaint(drawer.Burs[i], table.Shapes) is { } wrong)
                return DataFile.Wrong(file.Name, $"/burs/{i}", wrong);
            if (drawer.Burs.Take(i).Any(other => other.Id == drawer.Burs[i].Id))
                return DataFile.Wrong(file.Name, $"/burs/{i}/id", $"{drawer.Burs[i].Id} stands here a second time");
        }
        return drawer;
    }

    /// <summary>What is wrong with a bur; null when its sizes and its code agree.</summary>
    public static string? Complaint(Bur bur, ShapeGroups shapes)
    {
        if (bur.TipMm > bur.LargestMm + 1e-9)
            return $"the tip ({bur.Tip}) is wider than the largest diameter ({new Mm(bur.LargestMm)})";
        if (bur.GuideMm is { } guide && guide >= bur.LargestMm)
            return "the smooth part must be thinner than the rings or the ball";
        if (bur.Family is BurFamily.DepthRing or BurFamily.NeckBall && bur.GuideMm is null)
            return $"a {bur.Family.Words()} needs guideMm, the diameter of its smooth part";
        if (bur.Code is null)
            return null;
        if (!IsoCode.Parse(bur.Code).Is(out var code, out var problem))
            return problem.Sentence.TrimEnd('.');
        if (code.Material != bur.Material)
            return $"the code says {Kebab.Of(code.Material)}";
        if (code.Shank.Group != bur.Shank)
            return $"the code says {code.Shank.Words}";
        if (Math.Abs(code.Size.Value - bur.LargestMm) > 0.051)
            return $"the code says {code.Size}, the largest diameter is {new Mm(bur.LargestMm)}";
        if (bur.Material == BurMaterial.Diamond && code.Grit != bur.Grit)
            return $"the code says {Kebab.Words(code.Grit!.Value)}";
        return shapes.Of(code.Shape) is { } family && family != bur.Family ? $"the code says {family.Words()}" : null;
    }

    private static (string Path, string What)? Complaint(RunSheetTable table)
    {
        var codes = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < table.Steps.Count; i++)
        {
            var step = table.Steps[i];
            if (!codes.Add(step.Code))
                return ($"/steps/{i}/code", $"{step.Code} stands here a second time");
            if (step.Role is { } role && !table.Roles.ContainsKey(role))
                return ($"/steps/{i}/role", $"there is no role {role}");
            if (step.Role is null && step.Cut is not StepCut.None)
                return ($"/steps/{i}/role", "what is cut needs a bur");
            if (step.Cut == StepCut.Feature != step.Feature is not null)
                return ($"/steps/{i}/feature", "goes with steps that cut a feature, and with no others");
        }
        for (var i = 0; i < table.Steps.Count; i++)
        {
            if (table.Steps[i].After.SelectMany(after => after.Steps).FirstOrDefault(code => !codes.Contains(code)) is { } unknown)
                return ($"/steps/{i}/after", $"there is no step {unknown}");
        }
        for (var i = 0; i < table.Arrangements.Count; i++)
        {
            if (table.Arrangements[i].Codes.FirstOrDefault(code => !codes.Contains(code)) is { } unknown)
                return ($"/arrangements/{i}", $"there is no step {unknown}");
        }
        var conditions = table
            .Steps.Select((step, i) => (At: $"/steps/{i}", All: ConditionsOf(step)))
            .Concat(table.Arrangements.Select((one, i) => (At: $"/arrangements/{i}", All: (IEnumerable<StepConditions>)[one.When])));
        foreach (var (at, all) in conditions)
        {
            if (all.SelectMany(one => one.Words).Select(StepConditions.Complaint).FirstOrDefault(wrong => wrong is not null) is { } wrong)
                return (at, wrong);
        }
        foreach (var part in (VisitPart[])[VisitPart.Opening, VisitPart.After, VisitPart.Closing])
        {
            if (!table.In(part).Any())
                return ("/steps", $"none belongs to the {Kebab.Of(part)} of a visit");
        }
        for (var i = 0; i < table.Schools.Count; i++)
        {
            var school = table.Schools[i];
            if (
                school
                    .Stages.SelectMany(stage => stage)
                    .Concat(school.AcrossTeeth)
                    .Concat(school.Roles?.Keys ?? [])
                    .FirstOrDefault(code => !codes.Contains(code)) is
                { } unknown
            )
                return ($"/schools/{i}", $"there is no step {unknown}");
            if (school.Roles?.Values.FirstOrDefault(role => !table.Roles.ContainsKey(role)) is { } missing)
                return ($"/schools/{i}/roles", $"there is no role {missing}");
        }
        var views =
            from jaw in Enum.GetValues<Jaw>()
            from side in Enum.GetValues<MouthSide>()
            from surface in Enum.GetValues<ViewSurface>()
            select (jaw, side, surface);
        foreach (var (jaw, side, surface) in views)
        {
            if (table.Views.Count(view => view.Jaw == jaw && view.Side == side && view.Surface == surface) != 1)
                return ("/views", $"needs one row for {Kebab.Of(jaw)}, {Kebab.Of(side)}, {Kebab.Of(surface)}");
        }
        return null;
    }

    private static IEnumerable<StepConditions> ConditionsOf(StepEntry step) =>
        [
            step.When,
            .. step.Places.Select(place => place.When),
            .. step.ZonesInstead.Select(other => other.When),
            .. step.Cautions.Concat(step.Hints).Select(remark => remark.When),
            .. step.Dry is { } dry ? [dry] : (StepConditions[])[],
        ];
}

using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Sequencing;

/// <summary>A school's stages as this practice runs them: what the school leaves open follows the practice's settings.</summary>
internal static class SchoolStages
{
    private static readonly string[] Occlusal = ["edge", "functional-occlusal", "other-occlusal"];

    public static IReadOnlyList<IReadOnlyList<string>> Of(SchoolEntry school, Plan plan, Protocol protocol)
    {
        List<List<string>> stages = [.. school.Stages.Select(stage => stage.ToList())];
        if (school.Leaves("facial-order") && protocol.Takes("facial-order", "incisal-first"))
            Swap(stages, "facial-gingival", "facial-incisal");
        if (school.Leaves("lingual-order") && protocol.Takes("lingual-order", "lingual-first"))
            MoveBefore(stages, "lingual", "separation");
        if (school.Leaves("bevel-order"))
            PlaceBevel(stages, protocol);
        if (school.Smoothing == "each-stage" || protocol.Takes("smoothing", "each-stage"))
            FineEarly(stages, plan);
        if (protocol.Takes("finish", "polished") && !stages.Any(stage => stage.Contains("polish")))
            stages.Add(["polish"]);
        if (
            protocol.Takes("hold-and-bond", "both")
            && plan.MaterialClass == MaterialClass.AllCeramic
            && plan.Rules().IsFullCrown
            && !stages.Any(stage => stage.Contains("facial-groove"))
        )
            stages.Insert(At(stages, "fine-walls"), ["facial-groove"]);
        return stages;
    }

    private static void PlaceBevel(List<List<string>> stages, Protocol protocol)
    {
        foreach (var stage in stages)
            stage.Remove("bevel");
        stages.RemoveAll(stage => stage.Count == 0);
        var place =
            protocol.Takes("bevel-order", "last") ? At(stages, "fine-walls", "fine-occlusal")
            : protocol.Takes("bevel-order", "after") ? stages.FindLastIndex(stage => stage.Intersect(Occlusal).Any()) + 1
            : stages.FindIndex(stage => stage.Intersect(Occlusal).Any());
        stages.Insert(Math.Max(0, place), ["bevel"]);
    }

    /// <summary>What is finished need not be touched again: chewing surface and walls are smoothed as soon as they are cut.</summary>
    private static void FineEarly(List<List<string>> stages, Plan plan)
    {
        foreach (var stage in stages)
            stage.RemoveAll(code => code is "fine-occlusal" or "fine-walls");
        stages.RemoveAll(stage => stage.Count == 0);
        string[] tops =
        [
            .. Occlusal,
            plan.Tooth.IsFront ? "fossa" : "bevel",
            "other-plane",
            "functional-plane",
            "isthmus",
            "boxes",
            "facial-cusp-ceramic",
            "lingual-chamfer",
        ];
        var lastTop = stages.FindLastIndex(stage => stage.Intersect(tops).Any());
        stages.Insert(lastTop + 1, ["fine-occlusal"]);
        var lastLine = stages.FindLastIndex(stage =>
            stage.Any(code =>
                code
                    is "margin-shoulder"
                        or "margin-chamfer"
                        or "chamfer-parts"
                        or "lingual"
                        or "proximal"
                        or "joining"
                        or "proximal-shoulders"
                        or "lingual-chamfer"
                        or "facial-gingival"
            )
        );
        if (lastLine >= 0)
            stages.Insert(lastLine + 1, ["fine-walls"]);
    }

    private static void Swap(List<List<string>> stages, string a, string b)
    {
        var (i, j) = (stages.FindIndex(stage => stage.Contains(a)), stages.FindIndex(stage => stage.Contains(b)));
        if (i >= 0 && j >= 0)
            (stages[i], stages[j]) = (stages[j], stages[i]);
    }

    private static void MoveBefore(List<List<string>> stages, string moved, string before)
    {
        var from = stages.FindIndex(stage => stage.Contains(moved));
        var to = stages.FindIndex(stage => stage.Contains(before));
        if (from < 0 || to < 0 || from < to)
            return;
        var stage = stages[from];
        stages.RemoveAt(from);
        stages.Insert(to, stage);
    }

    private static int At(List<List<string>> stages, params string[] codes) =>
        stages.FindIndex(stage => stage.Intersect(codes).Any()) is >= 0 and var found ? found : stages.Count;
}

using Dentelle.Core.Plans;

namespace Dentelle.Core.Sequencing;

/// <summary>Which cord a step lays: by region, thinner for a thin gum, plain for who is sensitive to epinephrine.</summary>
internal static class CordSteps
{
    /// <summary>The step with its cord and what to beware of; any other step as it is.</summary>
    public static SheetStep WithCord(this SheetStep step, CordEntry cord, Findings found) =>
        step.Code switch
        {
            "first-cord" => step with { Name = $"First cord, {cord.First}", Cord = $"{cord.First}, plain" },
            "second-cord" => Second(step, found.ThinGum ? cord.ThinSecond ?? cord.Second : cord.Second, found),
            _ => step,
        };

    private static SheetStep Second(SheetStep step, string size, Findings found)
    {
        var cautions = step.Cautions.ToList();
        if (found.EpinephrineSensitive)
            cautions.Add("Sensitive to epinephrine: a plain cord.");
        if (found.BoggyGum)
            cautions.Add("Boggy gum bleeds: astringent, or a new cord.");
        return step with
        {
            Name = $"Second cord, {size}",
            Cord = found.EpinephrineSensitive ? $"{size}, plain" : size,
            Cautions = cautions,
        };
    }
}

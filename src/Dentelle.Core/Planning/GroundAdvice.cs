using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>Questions about what a restoration stands on: bone, core, finish line.</summary>
internal static class GroundAdvice
{
    public static IEnumerable<Advice> On(Plan plan, Question asked, Protocol protocol)
    {
        if (asked.HasFlag(Question.Crest) && plan.Assessment.Findings.Crest is { } crest)
            yield return Crest(crest, protocol.Gums);
        if (asked.HasFlag(Question.FinishLine))
            yield return MarginDesigns(plan, protocol);
        if (asked.HasFlag(Question.Core) && Core(plan, protocol) is { } core)
            yield return core;
    }

    private static Advice Crest(Mm crest, GumFigures gums)
    {
        var (normal, low, high) = (new Sides("normal crest"), new Sides("low crest"), new Sides("high crest"));
        var (usual, band) = (gums.NormalCrestMm, gums.CrestBandMm.Value);
        var off = crest.Value - usual.Value;
        var text =
            $"The bone lies {crest} from the gum's margin; {new Mm(usual.Value)} is usual, {new Mm(band)} to either side still counts";
        (
            Math.Abs(off) <= band ? normal
            : off > 0 ? low
            : high
        ).For(text, crest.Value, usual);
        if (off > band)
            normal.Against("A low crest goes back after cord and impression", crest.Value, usual);
        if (off < -band)
            normal.Against("A high crest leaves hardly any room for a margin below the gum", crest.Value, usual);
        return Sides.Weighed("crest-class", "Which class is the crest?", normal, low, high);
    }

    /// <summary>The designs that the material has figures for, and the usual others, which it has none for.</summary>
    private static Advice MarginDesigns(Plan plan, Protocol protocol)
    {
        var entry = protocol.Entry(plan.Restoration, plan.Material.Value)!;
        var own = entry.Margin.First(row => row.Segments is MarginSide.All or MarginSide.Facial);
        MarginEntry[] known = [own, .. own.Alternatives?.Select(other => own.With(other.Design)!) ?? []];
        var widest = known.Max(row => row.Width(protocol.Tolerance).Target.Value);
        var sides = new List<Sides>();
        foreach (var row in known)
        {
            var (side, width) = (new Sides(Kebab.Of(row.Design)), row.Width(protocol.Tolerance).Target);
            side.For($"{entry.Name} is given {width} of it", width.Value, row.Source, row.Standing);
            if (row == own)
                side.For("The usual one for this material", null, row.Source, row.Standing);
            if (known.Length > 1 && width.Value >= widest)
                side.Against($"The widest of them: {width} of the neck", width.Value, row.Source, row.Standing);
            if (plan.Material.Value == Material.MetalCeramicPorcelainMargin && row == own)
                side.Against(
                    "A porcelain margin wants a 90° shoulder: the costliest line, and stresses gather in its corner",
                    width.Value,
                    row.Source,
                    row.Standing
                );
            if (plan.MaterialClass == MaterialClass.MetalCeramic && row.Design is MarginDesign.Shoulder)
                side.For("No metal shows at the gum", null, "P", Standing.CommonPractice);
            sides.Add(side);
        }
        foreach (
            var design in ((MarginDesign[])[MarginDesign.Chamfer, MarginDesign.RoundedShoulder, MarginDesign.Shoulder])
                .Where(design => known.All(row => row.Design != design))
                .Take(2)
        )
        {
            var side = new Sides(Kebab.Of(design));
            side.Against($"This protocol has no figure for it in {entry.Name.ToLowerInvariant()}", null, own.Source, own.Standing);
            sides.Add(side);
        }
        var weighed = Sides.Weighed("margin-design", "Which finish line on the facial?", [.. sides]);
        // Where they weigh alike the usual one stays.
        return weighed with { Preferred = weighed.Preferred ?? Kebab.Of(own.Design) };
    }

    /// <summary>Null where nothing found speaks for a core.</summary>
    private static Advice? Core(Plan plan, Protocol protocol)
    {
        var (found, first, asItIs) = (plan.Assessment.Findings, new Sides("core first"), new Sides("cut as it is"));
        if (found.RootTreated)
            first.For("Root-treated: the access cavity is filled and shaped before walls are cut", null, "P", Standing.CommonPractice);
        if (found.Caries)
            (protocol.Takes("void", "include") ? asItIs : first).For(
                $"A carious void: here it is {(protocol.Takes("void", "include") ? "included" : "filled first")}",
                null,
                "P",
                Standing.CommonPractice
            );
        var most = protocol.Cautions.UnsupportedCeramicMostMm;
        ZonePlan[] hollow = [.. plan.Zones.Where(zone => plan.IsUnsupported(zone, protocol))];
        foreach (var zone in hollow)
            first.For(
                $"{zone.Zone.Words}: {zone.Depth.Value.Target + zone.BuildOut} from tooth to surface, more than "
                    + $"{new Mm(most.Value)} without support",
                (zone.Depth.Value.Target + zone.BuildOut).Value,
                most
            );
        if (!found.RootTreated && !found.Caries && hollow.Length == 0)
            return null;
        asItIs.Against("Walls in a filling or over a void are not the tooth's", null, "P", Standing.CommonPractice);
        return Sides.Weighed("core", "Build up a core first?", first, asItIs);
    }
}

namespace Dentelle.Core.Exchange;

/// <summary>Two options for the same tooth, in a sentence of their numbers.</summary>
public static class Comparison
{
    public static string Sentence(UnitDocument first, UnitDocument other)
    {
        var (gains, losses) = (new List<string>(), new List<string>());
        if (first.Cost is { } a && other.Cost is { } b)
        {
            Weigh(
                a.RemovedMm3 - b.RemovedMm3,
                1,
                more => $"{more:0} mm³ less of the tooth is cut",
                less => $"{less:0} mm³ more of the tooth is cut"
            );
            Weigh(
                b.EnamelLeftShare - a.EnamelLeftShare,
                0.01,
                more => $"{more * 100:0} % more of the enamel stays",
                less => $"{less * 100:0} % less of the enamel stays"
            );
            if (a.Pulp.Count > 0 && b.Pulp.Count > 0)
                Weigh(
                    b.Pulp.Min(p => p.LeftMm) - a.Pulp.Min(p => p.LeftMm),
                    0.05,
                    more => $"{new Mm(more)} more stays over the pulp",
                    less => $"{new Mm(less)} less stays over the pulp"
                );
        }
        else
        {
            var (before, after) = (Deepest(first), Deepest(other));
            Weigh(
                before - after,
                0.05,
                more => $"the deepest cut is {new Mm(more)} shallower",
                less => $"the deepest cut is {new Mm(less)} deeper"
            );
        }
        if (first.Resistance is { Count: > 0 } held && other.Resistance is { Count: > 0 } holds)
            Weigh(
                holds.Min(way => way.Share) - held.Min(way => way.Share),
                0.02,
                more => $"{more * 100:0} % more of the wall resists tipping",
                less => $"{less * 100:0} % less of the wall resists tipping"
            );
        Weigh(
            first.Cautions.Count - other.Cautions.Count,
            0.5,
            more => $"{more:0} {(more == 1 ? "caution" : "cautions")} fewer",
            less => $"{less:0} {(less == 1 ? "caution" : "cautions")} more"
        );
        var sentence = (gains.Count, losses.Count) switch
        {
            (0, 0) => "Nothing that is measured here tells the two apart",
            (_, 0) => $"Gains: {string.Join(", ", gains)}",
            (0, _) => $"Loses: {string.Join(", ", losses)}",
            _ => $"Gains: {string.Join(", ", gains)}; loses: {string.Join(", ", losses)}",
        };
        return sentence + ".";

        void Weigh(double better, double least, Func<double, string> gain, Func<double, string> loss)
        {
            if (better >= least)
                gains.Add(gain(better));
            else if (better <= -least)
                losses.Add(loss(-better));
        }
    }

    /// <summary>The deepest cut of any zone, millimetres.</summary>
    public static double Deepest(UnitDocument unit) => unit.Zones.Select(zone => zone.DepthMm.Target).DefaultIfEmpty(0).Max();
}

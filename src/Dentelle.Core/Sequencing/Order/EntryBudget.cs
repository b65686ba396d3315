namespace Dentelle.Core.Sequencing.Order;

/// <summary>Whether what is left can be done with so many comings to a kind, found by trying, remembered either way.</summary>
/// <param name="sets">The steps; the kind is their tool.</param>
/// <param name="most">So many situations are looked at before it gives up.</param>
internal sealed class EntryBudget(StepSets sets, int most)
{
    private readonly KindBound bound = new(sets);

    /// <summary>Fewest comings there must be, and fewest that were found to do.</summary>
    private readonly Dictionary<(StepSet Done, int Has), (int Least, int Enough)> known = [];
    private int looked;

    /// <summary>Whether it gave up: what it denied since may still be possible.</summary>
    public bool GaveUp => looked > most;

    public int Least(StepSet done, int has) => bound.Least(done, has);

    public bool Suffices(StepSet done, int has, int comings)
    {
        done = sets.Closed(done, has, -1);
        if (done == sets.All)
            return comings >= 0;
        var (least, enough) = known.TryGetValue((done, has), out var found) ? found : (bound.Least(done, has), int.MaxValue);
        if (least > comings || enough <= comings)
            return enough <= comings;
        if (++looked > most)
            return false;
        // The most promising first.
        foreach (
            var (kind, next) in sets.Comings(done, has)
                .OrderBy(way => bound.Least(way.Next, way.Tool))
                .ThenByDescending(way => way.Next.Count)
        )
        {
            if (!Suffices(next, kind, comings - 1))
                continue;
            known[(done, has)] = (least, comings);
            return true;
        }
        if (!GaveUp)
            known[(done, has)] = (comings + 1, enough);
        return false;
    }
}

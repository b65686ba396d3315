namespace Dentelle.Core.Sequencing.Order;

/// <summary>
/// The least number of times that some kinds are come to in some of the steps alone, exactly, remembered as it is asked
/// for.
/// </summary>
/// <param name="sets">All steps; the kind is their tool.</param>
/// <param name="steps">Those looked at.</param>
/// <param name="counted">Whether coming to a kind costs something.</param>
internal sealed class Entries(StepSets sets, StepSet steps, bool[] counted)
{
    private readonly StepSet others = sets.All.Without(steps);
    private readonly Dictionary<(StepSet Done, int Has), int> known = [];

    public int Least(StepSet done, int has)
    {
        done |= others;
        // A kind that these steps have no use for is as good as none.
        if (has >= 0 && sets.OfTool(has).IsIn(others))
            has = -1;
        if (known.TryGetValue((done, has), out var least))
            return least;
        return known[(done, has)] = Closed(sets.Closed(done, has, -1), has);
    }

    private int Closed(StepSet done, int has)
    {
        if (done == sets.All)
            return 0;
        if (known.TryGetValue((done, has), out var least))
            return least;
        return known[(done, has)] = sets.Comings(done, has)
            .Min(coming => (counted[coming.Tool] ? 1 : 0) + Closed(coming.Next, coming.Tool));
    }
}

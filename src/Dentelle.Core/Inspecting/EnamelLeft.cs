namespace Dentelle.Core.Inspecting;

/// <summary>What a veneer's cut leaves of the enamel of a facial third, against averages: never this patient's. Millimetres.</summary>
/// <param name="Average">Enamel before cutting.</param>
/// <param name="Left">Less what was cut; 0 where dentine lies open on an average tooth.</param>
public sealed record EnamelLeft(MeasuredDepth Depth, double Average, double Left)
{
    /// <summary>None for restorations that are not bonded to enamel.</summary>
    internal static IEnumerable<EnamelLeft> All(MeasuredTooth tooth)
    {
        foreach (var third in tooth.Preparation.Plan.Enamel?.Thirds ?? [])
        {
            if (tooth.Depths.FirstOrDefault(depth => depth.Zone.Kind == third.Zone) is { } depth)
                yield return new EnamelLeft(depth, third.Average.Value, Math.Max(0, third.Average.Value - depth.Usual));
        }
    }
}

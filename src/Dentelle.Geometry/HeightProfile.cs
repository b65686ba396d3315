namespace Dentelle.Geometry;

/// <summary>
/// A solid that has one height over every place of a line: heights at equal steps. What can be drawn off along the
/// vertical is always such a solid, so building with it rules undercuts out.
/// </summary>
/// <param name="Start">Place of the first height.</param>
/// <param name="Step">Distance between neighbours, greater than 0.</param>
/// <param name="Heights">Heights; not a number is not allowed.</param>
public sealed record HeightProfile(double Start, double Step, double[] Heights)
{
    public double PlaceOf(int index) => Start + (index * Step);

    /// <summary>Height at a place, straight between neighbours, held beyond the ends.</summary>
    public double At(double place)
    {
        var t = Math.Clamp((place - Start) / Step, 0, Heights.Length - 1);
        var i = Math.Min((int)t, Heights.Length - 2);
        return Heights[i] + ((t - i) * (Heights[i + 1] - Heights[i]));
    }

    /// <summary>
    /// Opening by a disc: what a disc of this radius sweeps when it rolls under the surface. Outward corners come out
    /// with at least this radius; nothing is ever added.
    /// </summary>
    public HeightProfile RoundedOutside(double radius)
    {
        var reach = (int)Math.Ceiling(radius / Step);
        if (reach < 1) return this;
        var cap = new double[(2 * reach) + 1];
        for (var k = -reach; k <= reach; k++) cap[k + reach] = Math.Sqrt(Math.Max(0, (radius * radius) - (k * Step * (k * Step))));

        var centres = new double[Heights.Length];
        for (var i = 0; i < Heights.Length; i++)
        {
            var least = double.PositiveInfinity;
            for (var k = -reach; k <= reach; k++) least = Math.Min(least, Held(i + k) - cap[k + reach]);
            centres[i] = least;
        }

        var opened = new double[Heights.Length];
        for (var i = 0; i < Heights.Length; i++)
        {
            var most = double.NegativeInfinity;
            for (var k = -reach; k <= reach; k++)
            {
                var j = i + k;
                if (j >= 0 && j < centres.Length) most = Math.Max(most, centres[j] + cap[k + reach]);
            }

            opened[i] = Math.Min(most, Heights[i]);
        }

        return this with { Heights = opened };
    }

    private double Held(int index) => Heights[Math.Clamp(index, 0, Heights.Length - 1)];
}

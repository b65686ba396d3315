using Dentelle.Core.Anatomy;

namespace Dentelle.Core.Scanning;

/// <summary>Teeth of one invented mouth: the average forms with sizes, cusps, profiles and necks of their own.</summary>
/// <remarks>How far people differ is assumed, not measured: sizes within 6 %, places on a crown by about 0.15 mm.</remarks>
internal static class IndividualTeeth
{
    /// <summary>Most by which a size departs from the average, as a share.</summary>
    private const double Sizes = 0.06;

    /// <summary>Standard deviation of a place on the crown, as a share of half its width or of its length.</summary>
    private const double Places = 0.02;

    /// <summary>Of the neck's rise on each side, millimetres.</summary>
    private const double Necks = 0.15;

    public static FormTable Of(FormTable average, Dice dice) =>
        average with
        {
            // In the order of their names, so that a seed is the same mouth everywhere.
            Teeth = average
                .Teeth.OrderBy(tooth => tooth.Key, StringComparer.Ordinal)
                .ToDictionary(tooth => tooth.Key, tooth => Own(tooth.Value, dice)),
        };

    private static FormParameters Own(FormParameters tooth, Dice dice)
    {
        var (length, mesiodistal, faciolingual) = (Size(), Size(), Size());
        var warp = new Warp(dice);
        var (facial, lingual) = (dice.Normal() * Places, dice.Normal() * Places);
        return tooth with
        {
            Dims =
            [
                tooth.Dims[0] * length,
                tooth.Dims[1] * mesiodistal,
                tooth.Dims[2] * mesiodistal,
                tooth.Dims[3] * faciolingual,
                tooth.Dims[4] * faciolingual,
            ],
            Cerv = new FormSides(
                tooth.Cerv.M + (dice.Normal() * Necks),
                tooth.Cerv.F,
                tooth.Cerv.D + (dice.Normal() * Necks),
                tooth.Cerv.L + (dice.Normal() * Necks)
            ),
            // Crests, cusps and grooves belong together: what moves one moves all.
            Rim = tooth.Rim is { } rim ? Array.ConvertAll(rim, warp.Place) : null,
            Cusps = tooth.Cusps?.ToDictionary(cusp => cusp.Key, cusp => warp.Place(cusp.Value)),
            Ridges = tooth.Ridges is { } ridges ? Array.ConvertAll(ridges, ridge => Moved(ridge, warp.Place)) : null,
            Grooves = tooth.Grooves is { } grooves ? Array.ConvertAll(grooves, groove => Moved(groove, warp.Plan)) : null,
            Pits = tooth.Pits is { } pits ? Array.ConvertAll(pits, warp.Plan) : null,
            FacialProfile = Bulged(tooth.FacialProfile, facial),
            LingualProfile = Bulged(tooth.LingualProfile, lingual),
        };

        double Size() => 1 + (Sizes * ((2 * dice.Even()) - 1));
    }

    private static FormLine Moved(FormLine line, Converter<double[], double[]> move) =>
        line with
        {
            Pts = Array.ConvertAll(line.Pts, move),
        };

    /// <summary>A front tooth's side seen from the side: fuller or flatter in the middle, the same at neck and edge.</summary>
    private static double[][]? Bulged(double[][]? profile, double by) =>
        profile is null ? null : Array.ConvertAll(profile, at => (double[])[at[0], at[1] + (by * Math.Sin(Math.PI * at[0])), .. at[2..]]);

    /// <summary>Moves places of the chewing surface smoothly: as a shift, a stretch and a twist along each axis.</summary>
    private sealed class Warp(Dice dice)
    {
        private readonly double[][] along = [Four(dice), Four(dice), Four(dice)];

        /// <summary>A place with its height.</summary>
        public double[] Place(double[] at) => [.. Level(at), Math.Min(1, at[2] + By(2, at)), .. at[3..]];

        /// <summary>A place without one; what follows are other numbers.</summary>
        public double[] Plan(double[] at) => [.. Level(at), .. at[2..]];

        private double[] Level(double[] at) => [at[0] + By(0, at), at[1] + By(1, at)];

        private double By(int axis, double[] at) =>
            along[axis][0] + (along[axis][1] * at[0]) + (along[axis][2] * at[1]) + (along[axis][3] * at[0] * at[1]);

        private static double[] Four(Dice dice) => [.. Enumerable.Range(0, 4).Select(_ => dice.Normal() * Places)];
    }
}

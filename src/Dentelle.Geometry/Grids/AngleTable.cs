namespace Dentelle.Geometry.Grids;

/// <summary>A value for each direction round an axis, read between 720 steps by straight lines.</summary>
public sealed class AngleTable
{
    public const int Steps = 720;
    private readonly double[] values;

    public AngleTable(double[] values) => this.values = values;

    public AngleTable(Func<double, double> value)
    {
        values = new double[Steps];
        for (var i = 0; i < Steps; i++)
            values[i] = value(2 * Math.PI * i / Steps);
    }

    public double this[int step] => values[step];

    /// <param name="angle">Radians from +x toward +y.</param>
    public double At(double angle)
    {
        var (step, next, share) = Place(angle);
        return values[step] + ((values[next] - values[step]) * share);
    }

    /// <summary>The steps on both sides of an angle, and how far it lies between them.</summary>
    /// <param name="angle">Radians, within a turn of 0 either way.</param>
    public static (int Step, int Next, double Share) Place(double angle)
    {
        var place = (angle * (Steps / (2 * Math.PI))) + (angle < 0 ? Steps : 0);
        var step = (int)place;
        var share = place - step;
        if (step >= Steps)
            step -= Steps;
        return (step, step + 1 == Steps ? 0 : step + 1, share);
    }

    /// <summary>Tables of what closed samples round the axis carry; the samples go round once, counter-clockwise on the whole.</summary>
    public static AngleTable[] Of(IReadOnlyList<double[]> samples, params Func<double[], double>[] carried)
    {
        var sorted = samples.OrderBy(s => Angle(s[0], s[1])).ToArray();
        var angles = Array.ConvertAll(sorted, s => Angle(s[0], s[1]));
        return Array.ConvertAll(carried, value =>
        {
            var table = new double[Steps];
            var next = 0;
            for (var i = 0; i < Steps; i++)
            {
                var angle = 2 * Math.PI * i / Steps;
                while (next < angles.Length && angles[next] <= angle)
                    next++;
                var (before, after) = (sorted[(next + sorted.Length - 1) % sorted.Length], sorted[next % sorted.Length]);
                var from = angles[(next + sorted.Length - 1) % sorted.Length] - (next == 0 ? 2 * Math.PI : 0);
                var to = angles[next % sorted.Length] + (next == sorted.Length ? 2 * Math.PI : 0);
                var share = to > from ? (angle - from) / (to - from) : 0;
                table[i] = value(before) + ((value(after) - value(before)) * share);
            }
            return new AngleTable(table);
        });
    }

    /// <summary>Smoothly between four values: at +x, +y, −x and −y.</summary>
    public static double Between((double Right, double Up, double Left, double Down) sides, double angle)
    {
        var quarter = angle / (Math.PI / 2);
        var side = (int)Math.Floor(quarter);
        var share = Curves.SmoothStep(0, 1, quarter - side);
        return (((side % 4) + 4) % 4) switch
        {
            0 => Mix(sides.Right, sides.Up),
            1 => Mix(sides.Up, sides.Left),
            2 => Mix(sides.Left, sides.Down),
            _ => Mix(sides.Down, sides.Right),
        };

        double Mix(double a, double b) => a + ((b - a) * share);
    }

    private static double Angle(double x, double y)
    {
        var angle = Math.Atan2(y, x);
        return angle < 0 ? angle + (2 * Math.PI) : angle;
    }
}

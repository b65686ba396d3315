namespace Dentelle.Geometry.Fields;

/// <summary>Finds where a value along a line passes zero: where a body ends.</summary>
public static class Crossing
{
    private const double Accuracy = 1e-5;

    /// <summary>
    /// From a place inside, where the value is negative, to the edge. When the value never turns, the end that is nearest
    /// to doing so.
    /// </summary>
    /// <param name="inside">A place inside.</param>
    /// <param name="outside">A place outside; above or below.</param>
    /// <param name="value">Negative inside; continuous.</param>
    public static double Edge(double inside, double outside, Func<double, double> value)
    {
        var (atInside, atOutside) = (value(inside), value(outside));
        // A line that starts in a hollow is halved until it is in the body.
        for (var halving = 0; atInside >= 0; halving++)
        {
            if (halving == 24)
                return inside;
            var middle = (inside + outside) / 2;
            var at = value(middle);
            if (at < 0)
                (inside, atInside) = (middle, at);
            else
                (outside, atOutside) = (middle, at);
        }
        return atOutside < 0 ? outside : Between(inside, outside, atInside, atOutside, Accuracy, value);
    }

    /// <summary>Regula falsi that halves the weight of an end that stays (Illinois).</summary>
    /// <param name="low">Where the value is negative.</param>
    /// <param name="high">Where it is not.</param>
    /// <param name="atLow">The value there.</param>
    /// <param name="atHigh">The value there.</param>
    /// <param name="accuracy">A value nearer to zero than this will do.</param>
    /// <param name="value">Asked between the two.</param>
    public static double Between(double low, double high, double atLow, double atHigh, double accuracy, Func<double, double> value)
    {
        for (var round = 0; round < 60; round++)
        {
            // A halving now and then gets past stretches where the field is far from straight.
            var middle = round % 5 == 4 ? (low + high) / 2 : low + ((high - low) * atLow / (atLow - atHigh));
            var at = value(middle);
            if (Math.Abs(at) < accuracy || Math.Abs(high - low) < accuracy / 4)
                return middle;
            if (at < 0)
                (low, atLow, atHigh) = (middle, at, atHigh / 2);
            else
                (high, atHigh, atLow) = (middle, at, atLow / 2);
        }
        return low + ((high - low) * atLow / (atLow - atHigh));
    }
}

namespace Dentelle.Core.Forms;

/// <summary>Finds where a body ends along a line by halving.</summary>
internal static class Bisection
{
    /// <summary>The last place found inside.</summary>
    /// <param name="inside">A place inside.</param>
    /// <param name="outside">A place outside; above or below.</param>
    /// <param name="halvings">Each doubles the accuracy.</param>
    /// <param name="isInside">Asked between the two.</param>
    public static double Edge(double inside, double outside, int halvings, Func<double, bool> isInside)
    {
        for (var i = 0; i < halvings; i++)
        {
            var middle = (inside + outside) / 2;
            if (isInside(middle)) inside = middle;
            else outside = middle;
        }
        return inside;
    }
}

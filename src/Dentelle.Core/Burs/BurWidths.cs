namespace Dentelle.Core.Burs;

/// <summary>Lengths told in widths of the bur in hand, the way they are judged while cutting.</summary>
public static class BurWidths
{
    // How close a fraction must come to be called by its name, in millimetres: finer than a hand can tell.
    private const double Tellable = 0.03;

    private static readonly (double Share, string Words)[] Shares =
    [
        (0.25, "a quarter of the width"),
        (1.0 / 3, "a third of the width"),
        (0.5, "half the width"),
        (2.0 / 3, "two thirds of the width"),
        (0.75, "three quarters of the width"),
        (1, "the whole width"),
        (1.25, "one and a quarter widths"),
        (1.5, "one and a half widths"),
        (1.75, "one and three quarter widths"),
        (2, "twice the width"),
        (2.5, "two and a half widths"),
        (3, "three widths"),
    ];

    /// <summary>"half the width of a 1.0 tip"; "about" where no plain fraction fits.</summary>
    /// <param name="length">Greater than 0.</param>
    /// <param name="tip">Width of the bur, greater than 0.</param>
    public static string Words(Mm length, Mm tip) => Of(length, tip).Words;

    /// <summary>The same, and whether a plain fraction fits.</summary>
    public static InWidths Of(Mm length, Mm tip)
    {
        var share = length.Value / tip.Value;
        var (nearest, words) = Shares.MinBy(known => Math.Abs(known.Share - share));
        var off = Math.Abs(nearest - share) * tip.Value;
        return off > 0.25 * tip.Value ? new($"{share:0.0} widths of a {tip} tip", IsPlain: false)
            : off > Tellable ? new($"about {words} of a {tip} tip", IsPlain: false)
            : new($"{words} of a {tip} tip", IsPlain: true);
    }

    /// <summary>The same on a bur: one without a tip to speak of is judged by its belly.</summary>
    public static InWidths Of(Mm length, Bur bur)
    {
        if (bur.HasTip)
            return Of(length, bur.Tip);
        var belly = Of(length, new Mm(bur.LargestMm));
        return belly with { Words = belly.Words.Replace(" tip", $" {bur.Family.Words()}", StringComparison.Ordinal) };
    }

    /// <summary>The bur whose plain fractions come nearest the length, the one in hand first where it does as well.</summary>
    public static Mm Plainest(Mm length, IEnumerable<Mm> tips) =>
        tips.MinBy(tip => Math.Round(Shares.Min(known => Math.Abs((known.Share * tip.Value) - length.Value)) / Tellable));

    /// <summary>Depth of a chamfer cut with half the tip, so that no lip is left.</summary>
    public static Mm HalfTip(Mm tip) => tip * 0.5;

    /// <summary>Depth reached when the whole tip is sunk and then moved on by <paramref name="further"/>.</summary>
    public static Mm WholeTipAnd(Mm tip, Mm further) => tip + further;
}

/// <summary>A length in widths of a bur.</summary>
/// <param name="IsPlain">Whether a plain fraction fits: nothing of "about", no decimals.</param>
public readonly record struct InWidths(string Words, bool IsPlain);

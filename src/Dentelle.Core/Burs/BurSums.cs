namespace Dentelle.Core.Burs;

/// <summary>What practitioners work out in the head with a bur in the hand. Lengths in millimetres, angles in degrees.</summary>
public static class BurSums
{
    /// <summary>Depth when part of the tip is sunk: 1 the whole tip, 0.5 half of it.</summary>
    public static Reasoned<Mm> Sunk(Bur bur, double share)
    {
        var words = share switch
        {
            1 => "The whole tip",
            0.5 => "Half of the tip",
            _ => $"{share:0.##} of the tip",
        };
        return Because(bur.Tip * share, $"{words} of {bur.Tip}");
    }

    /// <summary>
    /// Depth at which a stop, a smooth part between rings or a neck laid along the surface holds it up; null for burs that
    /// nothing stops.
    /// </summary>
    /// <param name="bur">The cutter.</param>
    /// <param name="tiltDeg">
    /// How far the handpiece tilts a ball on its neck. The neck then touches where it meets the ball, at √(R² − (n/2)²)
    /// from the middle, so that
    /// the ball sinks by R − n/2·cos θ + that·sin θ, at most all of it. Rings lie on the surface as they are.
    /// </param>
    public static Reasoned<Mm>? SelfLimitedDepth(Bur bur, double tiltDeg = 0)
    {
        if (bur.GuideMm is not { } guide)
            return null;
        var flat = (bur.LargestMm - guide) / 2;
        if (bur.Family == BurFamily.DepthRing)
            return Because(new(flat), $"Rings of {new Mm(bur.LargestMm)} on a smooth part of {new Mm(guide)}: half the difference");
        var (sin, cos) = Math.SinCos(double.DegreesToRadians(tiltDeg));
        var radius = bur.LargestMm / 2;
        var meets = Math.Sqrt((radius * radius) - (guide * guide / 4));
        var depth = new Mm(Math.Min(bur.LargestMm, radius - (guide / 2 * cos) + (meets * sin)));
        var laid = Because(
            new(flat),
            $"Ball of {new Mm(bur.LargestMm)} with its neck of {new Mm(guide)} laid along the surface: half the difference"
        );
        return tiltDeg == 0
            ? laid
            : laid.Then(depth, new Reason($"Tilted by {tiltDeg:0}° it sinks deeper", (depth.Value - flat), "P", Standing.Assumed));
    }

    /// <summary>Inclination of the wall that a bur leaves, to the path: its own half-angle and what it is tipped by.</summary>
    public static double WallAngle(BurProfile bur, double tiltDeg) => bur.HalfAngleDeg + tiltDeg;

    /// <summary>How far the bur must be tipped from the path for a wall of this inclination; negative is away from the tooth.</summary>
    public static double TiltFor(BurProfile bur, double wallDeg) => wallDeg - bur.HalfAngleDeg;

    /// <summary>
    /// Height of the lip that a rounded tip leaves when it is sunk sideways past its radius; zero up to there, and for flat
    /// ends.
    /// </summary>
    /// <remarks>
    /// Past the radius the arc comes back down: at the surface it stands r − √(r² − (s − r)²) above the deepest of the cut.
    /// </remarks>
    public static Mm Lip(Bur bur, Mm sunk)
    {
        var radius = bur.TipMm / 2;
        var past = sunk.Value - radius;
        if (!bur.Family.HasRoundedTip() || past <= 1e-9)
            return Mm.Zero;
        return new(past >= radius ? radius : radius - Math.Sqrt((radius * radius) - (past * past)));
    }

    /// <summary>The deepest a finish line may be cut with this bur without leaving a lip.</summary>
    public static Mm LipLimit(Bur bur) => bur.Family.HasRoundedTip() ? bur.Tip * 0.5 : new(bur.TipMm);

    /// <summary>Whether a thin bur and the shell of enamel left against the neighbour fit into what is cut at the contact.</summary>
    /// <param name="bur">Needle or thin taper.</param>
    /// <param name="contactFromTip">How far above its tip the bur passes the contact.</param>
    /// <param name="shell">Thickness of the shell.</param>
    /// <param name="reduction">What is planned to be cut at the height of the contact.</param>
    public static ContactFit ThroughContact(BurProfile bur, double contactFromTip, Mm shell, Mm reduction)
    {
        var wide = new Mm(bur.DiameterAt(contactFromTip));
        return new(wide, shell, reduction);
    }

    /// <summary>Height of the ridge between two parallel grooves of a round profile (machining's scallop height).</summary>
    /// <param name="radius">Of the profile.</param>
    /// <param name="spacing">Between the middles of the grooves.</param>
    /// <param name="depth">Of the grooves: where they don't meet, the ridge is as high as they are deep.</param>
    public static Mm Ridge(Mm radius, Mm spacing, Mm depth)
    {
        var (r, s) = (radius.Value, spacing.Value);
        return s > 2 * r ? depth : Mm.Least(depth, new(r - Math.Sqrt((r * r) - (s * s / 4))));
    }

    /// <summary>How many grooves over a width keep the ridges between them, and beside the outer ones, at or under a height.</summary>
    public static int GroovesFor(Mm width, Mm radius, Mm ridge)
    {
        return Math.Max(1, (int)Math.Ceiling((width.Value / SpacingFor(radius, ridge).Value) - 1e-9));
    }

    /// <summary>How far apart grooves may lie so that the ridges between them are no higher; the scallop height turned round.</summary>
    public static Mm SpacingFor(Mm radius, Mm ridge)
    {
        var (r, h) = (radius.Value, Math.Min(ridge.Value, radius.Value));
        return new(2 * Math.Sqrt((2 * r * h) - (h * h)));
    }

    /// <summary>Where a depth can be read on a bur, best first.</summary>
    public static IReadOnlyList<DepthMark> Marks(Bur bur)
    {
        var marks = new List<DepthMark>();
        if (SelfLimitedDepth(bur) is { } stop)
            marks.Add(
                new(stop.Value, bur.Family == BurFamily.DepthRing ? "to the smooth part between the rings" : "neck laid along the surface")
            );
        if (bur.Family is BurFamily.DepthRing or BurFamily.NeckBall)
            return marks;
        if (bur.Family is BurFamily.Round or BurFamily.Football or BurFamily.Wheel or BurFamily.Pear or BurFamily.Flame)
        {
            marks.Add(new(new(bur.LargestMm), bur.Family == BurFamily.Round ? "the whole ball" : "its whole width"));
            marks.Add(new(new(bur.LargestMm / 2), bur.Family == BurFamily.Round ? "half of the ball" : "half of its width"));
            return marks;
        }
        marks.Add(new(bur.Tip, "the whole tip"));
        marks.Add(new(bur.Tip * 0.5, "half of the tip"));
        return marks;
    }

    private static Reasoned<Mm> Because(Mm value, string text) =>
        Reasoned.From(value, new Reason(text, value.Value, "P", Standing.CommonPractice));
}

/// <summary>A depth that shows on the bur itself.</summary>
/// <param name="Words">"half of the tip".</param>
public sealed record DepthMark(Mm Depth, string Words);

/// <summary>A thin bur in a contact.</summary>
public sealed record ContactFit(Mm Diameter, Mm Shell, Mm Reduction)
{
    public bool Fits => Diameter + Shell <= Reduction + new Mm(1e-9);

    /// <summary>What is missing; zero where it fits.</summary>
    public Mm Lacking => Mm.Most(Mm.Zero, Diameter + Shell - Reduction);
}

namespace Dentelle.Core.Burs;

/// <summary>The bur for a step, with why, what would do as well, and what the drawer lacks.</summary>
/// <param name="Chosen">Null when nothing in the drawer will do.</param>
/// <param name="Mark">To which mark it is sunk: "half of the tip".</param>
/// <param name="Missing">What would fit better and is not there; null when nothing is missing.</param>
/// <param name="Instead">What to do in its place.</param>
public sealed record BurChoice(Bur? Chosen, string Why, string? Mark, Bur? RunnerUp, string? Missing, string? Instead)
{
    /// <summary>How far off a bur may be before the drawer is said to lack one.</summary>
    private const double Passable = 0.25;

    /// <summary>The same for a depth that is read on a bur: a mark and some more will do.</summary>
    private const double Readable = 0.6;

    /// <summary>From here on a flat end's corner rounds the inner angle of a shoulder. Millimetres.</summary>
    private const double RoundCorner = 0.2;

    /// <summary>Burs that fit nearly as well as the best may take its place when they are in hand anyway.</summary>
    private const double NearlyAsGood = 0.1;

    public static BurChoice For(BurNeed need, BurRack rack, Mm tolerance)
    {
        var drawer = rack.Burs;
        var wanted = drawer
            .Where(bur =>
                need.Families.Contains(bur.Family)
                && bur.Material == (need.Role.Material ?? BurMaterial.Diamond)
                && bur.Shank == (need.Role.Shank ?? bur.Shank)
            )
            .ToArray();
        var ranked = wanted
            .Where(bur => need.Role.Grits.Contains(bur.Grit))
            .Select(bur => (Bur: bur, Off: Off(bur, need, tolerance)))
            .OrderBy(entry => entry.Off)
            .ThenBy(entry => entry.Bur.Id, StringComparer.Ordinal)
            .ToArray();
        if (ranked.Length > 0)
        {
            var near = ranked.TakeWhile(entry => entry.Off <= ranked[0].Off + NearlyAsGood);
            // A bur at its limit stands back behind one that does nearly as well; then what is in hand anyway goes first.
            var best = near.OrderBy(entry => rack.Spent.Contains(entry.Bur.Id))
                .ThenByDescending(entry => rack.InUse.GetValueOrDefault(entry.Bur.Id))
                .First()
                .Bur;
            var second = ranked.Select(entry => entry.Bur).FirstOrDefault(bur => bur != best);
            var lacks =
                need.Role.Use != BurUse.Bulk
                && (need.Depth is not null || need.Role.Use == BurUse.Through)
                && Fit(best, need, tolerance) > (need.Role.Use == BurUse.Guide ? Readable : Passable);
            var why = WhyThis(best, need, tolerance);
            if (best != ranked[0].Bur && rack.Spent.Contains(ranked[0].Bur.Id))
                why += $"; {ranked[0].Bur.Name.LowerFirst()} has reached its limit";
            return new(best, why, null, second, lacks ? Wanted(need) : null, lacks ? Makeshift(best, need, tolerance) : null);
        }
        // Another grit of the right shape, or any straight shape: said as a makeshift.
        var makeshift = wanted
            .Concat(
                drawer.Where(bur =>
                    bur.Family.CutsWalls()
                    && (bur.Family is BurFamily.Needle or BurFamily.Interproximal) == (need.Role.Use == BurUse.Through)
                    && bur.Grit is Grit.Medium or Grit.Fine
                )
            )
            .OrderBy(bur => Off(bur, need, tolerance) + (need.Families.Contains(bur.Family) ? 0 : 5))
            .ThenBy(bur => bur.Id, StringComparer.Ordinal)
            .FirstOrDefault();
        return makeshift is null
            ? new(null, "Nothing in the drawer will do", null, null, Wanted(need), "Get one before the visit, or change the order of steps")
            : new(makeshift, "The nearest the drawer has", null, null, Wanted(need), Makeshift(makeshift, need, tolerance));
    }

    /// <summary>How badly a bur suits, in millimetres of misfit: shape and grit count a little, size and lip more.</summary>
    private static double Off(Bur bur, BurNeed need, Mm tolerance)
    {
        var family = Math.Max(0, need.Families.ToList().IndexOf(bur.Family));
        return Fit(bur, need, tolerance) + (0.12 * family) + (0.2 * GritsOff(bur.Grit, need.Role.Grits));
    }

    /// <summary>
    /// How many places down the list of wanted grits it stands; for one that is not wanted, past the list by as many bands
    /// as it is finer or coarser.
    /// </summary>
    private static int GritsOff(Grit grit, IReadOnlyList<Grit> wanted) =>
        wanted.ToList().IndexOf(grit) is >= 0 and var at ? at
        : wanted.Count == 0 ? 0
        : wanted.Count - 1 + wanted.Min(other => Math.Abs(other - grit));

    private static double Fit(Bur bur, BurNeed need, Mm tolerance)
    {
        var depth = need.Depth?.Value ?? 0;
        var thin = need.Role.LeastDiameterMm is { } least && bur.LargestMm < least ? 5 : 0;
        return thin
            + need.Role.Use switch
            {
                BurUse.Through => BurSums
                    .ThroughContact(BurProfile.Of(bur), need.ContactFromTip, need.Shell, need.Reduction ?? Mm.Zero)
                    .Lacking.Value * 3,
                BurUse.Guide or BurUse.Bulk => BurSums
                    .Marks(bur)
                    .Min(mark =>
                        mark.Depth.Value > depth + tolerance.Value ? 0.3 + mark.Depth.Value - depth : Math.Max(0, depth - mark.Depth.Value)
                    ),
                BurUse.Trace => Math.Abs((bur.TipMm / 2) - depth),
                BurUse.Fine when need.Depth is null => 0,
                BurUse.Wall or BurUse.Margin or BurUse.Fine => AtLine(bur, depth, tolerance) + Tipped(bur, need),
                _ => 0,
            };
    }

    /// <summary>A rounded tip must not be sunk past its half; a flat one is best as wide as the line or a little narrower.</summary>
    private static double AtLine(Bur bur, double width, Mm tolerance)
    {
        var limit = BurSums.LipLimit(bur).Value;
        if (bur.Family.HasRoundedTip())
            // Best is the one whose half tip is the line.
            return width > limit + tolerance.Value ? 2 * (width - limit) : 1.5 * Math.Max(0, limit - width);
        return width >= limit ? width - limit : 0.05 + (0.5 * (limit - width));
    }

    private static double Tipped(Bur bur, BurNeed need) =>
        need.WallDeg is { } wall ? Math.Abs(BurSums.TiltFor(BurProfile.Of(bur), wall)) / 40 : 0;

    /// <summary>A depth as it is read on a bur: a mark of its own, a mark and what remains, or a share of its width.</summary>
    public static string DepthWords(Bur bur, Mm depth, Mm tolerance)
    {
        var marks = BurSums.Marks(bur);
        if (
            marks
                .Where(mark => Math.Abs(mark.Depth.Value - depth.Value) <= tolerance.Value + 1e-9)
                .MinBy(mark => Math.Abs(mark.Depth.Value - depth.Value)) is
            { } exact
        )
            return exact.Words;
        if (bur.Family is BurFamily.DepthRing or BurFamily.NeckBall)
            return depth > marks[0].Depth
                ? $"{marks[0].Words}: it stops {depth - marks[0].Depth} short"
                : $"not as far as it lets, {marks[0].Depth}";
        if (!bur.HasTip)
            return BurWidths.Of(depth, bur).Words;
        if (marks.Where(mark => mark.Depth > depth).MinBy(mark => mark.Depth) is { } above && above.Depth - depth <= above.Depth * 0.5)
        {
            var under = marks.Where(mark => mark.Depth < depth).MaxBy(mark => mark.Depth);
            if (under is null || above.Depth - depth < depth - under.Depth)
                return $"{(above.Depth - depth).Told} short of {above.Words}";
        }
        if (marks.Where(mark => mark.Depth < depth).MaxBy(mark => mark.Depth) is { } below && depth - below.Depth <= below.Depth)
            return $"{below.Words} and {(depth - below.Depth).Told} more";
        return BurWidths.Words(depth, bur.Tip);
    }

    private static string WhyThis(Bur bur, BurNeed need, Mm tolerance) =>
        need.Role.Use switch
        {
            BurUse.Through
                when BurSums.ThroughContact(BurProfile.Of(bur), need.ContactFromTip, need.Shell, need.Reduction ?? Mm.Zero) is var fit =>
                fit.Fits
                    ? $"{fit.Diameter} wide at the contact, and with a shell of {fit.Shell} it fits in the "
                        + $"{fit.Reduction} that are cut there"
                    : $"The thinnest there is: {fit.Diameter} and a shell of {fit.Shell} need {fit.Lacking} more than "
                        + "is cut at the contact",
            BurUse.Guide or BurUse.Bulk when need.Depth is { } depth && depth > Mm.Zero =>
                $"{depth} is read on it: {DepthWords(bur, depth, tolerance)}",
            BurUse.Wall or BurUse.Margin or BurUse.Fine when need.Depth is { } width => bur.Family.HasRoundedTip()
                ? $"Half of its {bur.Tip} tip is {BurSums.LipLimit(bur)}: the line of {width} leaves "
                    + $"{(BurSums.Lip(bur, width) > Mm.Zero ? $"a lip of {BurSums.Lip(bur, width)}" : "no lip")}"
                : $"Its {bur.Tip} end cuts the line of {width}: {DepthWords(bur, width, tolerance)}"
                    + (bur.CornerMm is >= RoundCorner and var corner ? $"; its corner of {corner:0.##} leaves the inner angle round" : ""),
            BurUse.Trace => $"Half of it is {bur.Tip * 0.5}",
            BurUse.Fossa => "Its belly keeps the hollow",
            _ => $"{bur.Family.Words().UpperFirst()}, {Kebab.Words(bur.Grit)}",
        };

    private static string Wanted(BurNeed need)
    {
        var shape = need.Families.Count > 0 ? need.Families[0].Words() : "bur";
        var size = need.Role.Use switch
        {
            BurUse.Wall or BurUse.Margin or BurUse.Fine when need.Depth is { } width =>
                $", tip {(need.Families.Count > 0 && need.Families[0].HasRoundedTip() ? width * 2 : width)}",
            BurUse.Guide when need.Depth is { } depth => $" that shows {depth}",
            BurUse.Through when need.Reduction is { } cut => $" no wider than {Mm.Most(Mm.Zero, cut - need.Shell)} at the contact",
            _ => "",
        };
        var material = need.Role.Material == BurMaterial.Carbide ? "carbide " : "";
        var grit = need.Role.Grits.Count > 0 ? $", {Kebab.Words(need.Role.Grits[0])}" : "";
        return $"{material}{shape}{size}{grit}";
    }

    private static string Makeshift(Bur bur, BurNeed need, Mm tolerance) =>
        need.Role.Use switch
        {
            BurUse.Through => "Open the contact wider facially first, or slice with a strip",
            BurUse.Margin or BurUse.Wall when need.Depth is { } depth && BurSums.Lip(bur, depth) > Mm.Zero =>
                $"{bur.Name}: {DepthWords(bur, depth, tolerance)}; chip the lip of {BurSums.Lip(bur, depth)} away",
            _ when need.Depth is { } depth && depth > Mm.Zero => $"{bur.Name}: {DepthWords(bur, depth, tolerance)}",
            _ => bur.Name,
        };
}

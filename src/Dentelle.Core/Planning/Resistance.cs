using Dentelle.Core.Plans;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;

namespace Dentelle.Core.Planning;

/// <summary>Whether a wall keeps a crown from tipping about the opposite margin.</summary>
/// <remarks>
/// Derived: the crown turns about the far margin; a point of the near wall is in its way only if it lies above the foot of
/// the perpendicular dropped from
/// that margin onto the wall's line. With height H, base B and inclination T per wall the foot lies B·sin T up the wall,
/// whose length is H / cos T; what
/// resists is the share 1 − B·sin 2T / 2H. Nothing resists when H ≤ (B/2)·sin 2T; half of the wall does when H = B·sin 2T.
/// </remarks>
public static class Resistance
{
    /// <summary>Share of the wall that stops the crown, 0 to 1.</summary>
    public static double Share(double height, double width, WallInclination wall) =>
        height <= 0 ? 0 : Math.Clamp(1 - (width * Math.Sin(2 * wall.Radians) / (2 * height)), 0, 1);

    /// <summary>The convergence at which just that share still resists; more is less. 90° where every convergence leaves it.</summary>
    public static Toc Limit(double height, double width, double share)
    {
        var sine = 2 * (1 - share) * height / width;
        return sine >= 1 ? new(90) : new(double.RadiansToDegrees(Math.Asin(sine)));
    }

    /// <summary>Height at which that share resists.</summary>
    public static double HeightFor(double width, WallInclination wall, double share) =>
        width * Math.Sin(2 * wall.Radians) / (2 * (1 - share));

    /// <summary>How far from the opposite margin a groove's wall may stand at most, so that this share of it resists.</summary>
    public static double GrooveReach(double height, WallInclination wall, double share) =>
        2 * (1 - share) * height / Math.Sin(2 * wall.Radians);
}

/// <summary>One way a crown could tip.</summary>
public sealed record Tipping
{
    /// <summary>"faciolingual" or "mesiodistal".</summary>
    public required string Plane { get; init; }

    /// <summary>Side whose margin it would turn about.</summary>
    public required string About { get; init; }

    /// <summary>Of the wall on the other side.</summary>
    public required double HeightMm { get; init; }

    /// <summary>Between the feet of both walls.</summary>
    public required double BaseMm { get; init; }

    /// <summary>Their ratio.</summary>
    public required double HeightToBase { get; init; }

    /// <summary>Convergence as planned.</summary>
    public required double TocDeg { get; init; }

    /// <summary>Convergence at which nothing resists any more.</summary>
    public required double NoneResistsDeg { get; init; }

    /// <summary>Convergence at which the wanted share still does.</summary>
    public required double HalfResistsDeg { get; init; }

    /// <summary>Share that resists as planned.</summary>
    public required double Share { get; init; }

    /// <summary>What would bring it to the wanted share, computed; empty when it has it.</summary>
    public required IReadOnlyList<Remedy> Remedies { get; init; }

    /// <summary>What holds: the wall, or a groove or box that stands nearer to the margin it would turn about.</summary>
    public string HeldBy { get; init; } = "wall";

    /// <summary>All ways in which a preparation's crown could tip, each section both ways; null where there are no walls.</summary>
    public static IReadOnlyList<Tipping>? Of(Preparation preparation, Protocol protocol)
    {
        // A front tooth's lingual slope is no wall: it holds mesially and distally only. A partial crown has no facial one.
        var (plan, all) = (preparation.Plan, preparation.Sections);
        PreparedSection[] sections =
        [
            .. (plan.Tooth.IsFront ? [all[^1]] : (PreparedSection[])[all[0], all[^1]]).Where(one => one.Walls is not null),
        ];
        if (sections.Length == 0)
            return null;
        var (wanted, toc) = (protocol.Resistance.WallShare.Value, plan.Convergence.Value.Target);
        return [.. sections.SelectMany(Ways)];

        IEnumerable<Tipping> Ways(PreparedSection section)
        {
            var (plane, walls) = (section.Tooth.Cut.Plane, section.Walls!);
            var (near, far) = plane == SectionPlane.Faciolingual ? ("facial", "lingual") : ("mesial", "distal");
            yield return Of(Kebab.Of(plane), near, walls.FarWall, walls.Base, toc, wanted, plan.Features, protocol.Features);
            yield return Of(Kebab.Of(plane), far, walls.NearWall, walls.Base, toc, wanted, plan.Features, protocol.Features);
        }
    }

    /// <param name="features">Grooves and boxes of the plan; those in the way of this tipping count.</param>
    /// <param name="figures">Sizes of a groove that is not there yet.</param>
    public static Tipping Of(
        string plane,
        string about,
        double height,
        double width,
        Toc toc,
        double wanted,
        IReadOnlyList<RetentiveFeature> features,
        FeatureFigures figures
    )
    {
        var (grooveDepth, share) = (figures.GrooveDepthMm.Value, Resistance.Share(height, width, toc.PerWall));
        // A feature in the middle of the side wall: its own wall stands half of the base and half its width from the
        // margin, and ends above it.
        var held = features
            .Where(feature => feature.Resists(plane))
            .Select(feature =>
                (
                    feature.Kind,
                    Share: Resistance.Share(
                        height - feature.AboveMargin.Value.Value,
                        (width / 2) + (feature.Width.Value.Value / 2),
                        toc.PerWall
                    )
                )
            )
            .OrderByDescending(feature => feature.Share)
            .FirstOrDefault();
        var best = Math.Max(share, held.Share);
        return new()
        {
            Plane = plane,
            About = about,
            HeightMm = Math.Round(height, 3),
            BaseMm = Math.Round(width, 3),
            HeightToBase = Math.Round(height / width, 3),
            TocDeg = toc.Degrees,
            NoneResistsDeg = Math.Round(Resistance.Limit(height, width, 0).Degrees, 2),
            HalfResistsDeg = Math.Round(Resistance.Limit(height, width, wanted).Degrees, 2),
            Share = Math.Round(best, 3),
            Remedies = best >= wanted ? [] : [.. Remedy.For(height, width, toc, wanted, grooveDepth)],
            HeldBy = held.Share > share ? Kebab.Of(held.Kind) : "wall",
        };
    }
}

/// <param name="Kind">"height", "convergence", "groove" or "box".</param>
/// <param name="Value">The number asked for, in the kind's unit.</param>
/// <param name="Text">The same in a sentence.</param>
public sealed record Remedy(string Kind, double Value, string Text)
{
    internal static IEnumerable<Remedy> For(double height, double width, Toc toc, double wanted, double grooveDepth)
    {
        var needed = Resistance.HeightFor(width, toc.PerWall, wanted);
        yield return new(
            "height",
            Math.Round(needed, 2),
            $"A wall {new Mm(needed)} high instead of {new Mm(height)}: lower the margin by {new Mm(needed - height)}."
        );
        var limit = Resistance.Limit(height, width, wanted).Degrees;
        yield return new("convergence", Math.Round(limit, 1), $"A convergence of {limit:0.#}° in all instead of {toc.Degrees:0.#}°.");
        var reach = Resistance.GrooveReach(height, toc.PerWall, wanted);
        // A groove in the middle of the side wall: its own wall stands half of the base and half its width from the margin.
        var middle = (width / 2) + (grooveDepth / 2);
        if (reach >= middle)
            yield return new(
                "groove",
                Math.Round(reach, 2),
                $"A groove {new Mm(grooveDepth)} deep in the middle of each side: its wall stands {new Mm(middle)} "
                    + $"from the margin it would turn about, at most {new Mm(reach)} is allowed."
            );
        else
            yield return new(
                "box",
                Math.Round(reach, 2),
                $"A box whose wall stands no farther than {new Mm(reach)} from the margin it would turn about; a "
                    + $"groove in the middle, at {new Mm(middle)}, is too far."
            );
    }
}

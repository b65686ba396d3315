namespace Dentelle.Core.Words;

/// <summary>Inclination of one wall to the path of insertion, degrees; negative is undercut.</summary>
public readonly record struct WallInclination(double Degrees)
{
    public double Radians => Degrees * Math.PI / 180;

    /// <summary>Total occlusal convergence of two opposing walls: the sum of their inclinations.</summary>
    public static Toc Between(WallInclination a, WallInclination b) => new(a.Degrees + b.Degrees);
}

/// <summary>Total occlusal convergence, degrees: both opposing walls together, never one alone.</summary>
public readonly record struct Toc(double Degrees)
{
    /// <summary>What each wall has when both share the convergence.</summary>
    public WallInclination PerWall => new(Degrees / 2);

    public override string ToString() => $"{Degrees:0.#}°";
}

/// <summary>Convergence aimed at, with the least that can be drawn off and the most that still holds. Degrees.</summary>
public readonly record struct TocRange(Toc Target, Toc Least, Toc Most);

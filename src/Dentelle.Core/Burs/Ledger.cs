using System.Text.Json.Serialization;

namespace Dentelle.Core.Burs;

[JsonConverter(typeof(KebabCase<UsedOn>))]
public enum UsedOn
{
    Tooth,
    Plastic,
}

/// <summary>One preparation cut with a bur.</summary>
/// <param name="Visit">Name of the visit it was cut in; null where none is known.</param>
public sealed record BurUsed(UsedOn On, bool Wet, string? Visit = null);

/// <summary>How a practice stands with one kind of bur.</summary>
/// <param name="Pieces">How many there are, the one in use among them.</param>
/// <param name="Uses">Preparations cut with the one in use.</param>
/// <param name="Sterilised">How often that one was sterilised.</param>
/// <param name="Worn">Judged worn by the user: burn marks, bent, clogged.</param>
public sealed record BurLedger(Bur Bur, int Pieces, IReadOnlyList<BurUsed> Uses, int Sterilised, bool Worn)
{
    /// <summary>Share of its life that is used up, 1 when it is worn; null when nothing is known of how long it lasts.</summary>
    /// <param name="dryPlasticMost">How many preparations a bur stands on dry plastic.</param>
    public double? Spent(double dryPlasticMost) =>
        Worn ? 1
        : Bur.UsesMost is not { } most ? null
        : Uses.Sum(use => use is { On: UsedOn.Plastic, Wet: false } ? 1 / Math.Min(dryPlasticMost, most) : 1.0 / most);

    /// <summary>How many preparations on teeth its pieces are still good for; null when nothing is known of it.</summary>
    public int? Left(double dryPlasticMost)
    {
        if (Pieces == 0)
            return 0;
        if (Spent(dryPlasticMost) is not { } spent || Bur.UsesMost is not { } most)
            return null;
        return (int)Math.Floor(((1 - Math.Min(1, spent)) * most) + 1e-9) + ((Pieces - 1) * most);
    }

    /// <summary>The same as it was before a visit began.</summary>
    public BurLedger Before(string visit) => this with { Uses = [.. Uses.Where(use => use.Visit != visit)] };

    /// <summary>Whether a run sheet may count on it.</summary>
    public bool Usable => Pieces > 1 || (Pieces == 1 && !Worn && !UsedOnce);

    /// <summary>For single use, and used.</summary>
    private bool UsedOnce => Bur.UsesMost == 1 && Uses.Count > 0;

    /// <summary>What should be seen to before it is used; null when nothing.</summary>
    public string? Warning(double dryPlasticMost)
    {
        if (Pieces == 0)
            return "None left";
        if (Worn)
            return Pieces > 1 ? "Worn: take a new one" : "Worn, and there is no other";
        if (UsedOnce)
            return Pieces > 1 ? "For single use: take a new one" : "For single use, and there is no other";
        if (Spent(dryPlasticMost) is not { } spent || Bur.UsesMost is not { } most)
            return null;
        const double dust = 1e-9;
        return spent >= 1 - dust ? $"{Uses.Count} preparations: look at it before the next"
            : spent + (1.0 / most) >= 1 - dust ? "One more preparation at most"
            : null;
    }
}

/// <summary>A bur that planned cases will use up.</summary>
/// <param name="Needed">In how many cases it is needed.</param>
/// <param name="Left">How many preparations it is good for.</param>
/// <param name="FirstWithout">The first case for which it will not last.</param>
public sealed record BurShortage(Bur Bur, int Needed, int Left, string FirstWithout);

/// <summary>What runs out with the planned cases.</summary>
public static class Forecast
{
    /// <param name="ledgers">The drawer.</param>
    /// <param name="cases">Planned cases in their order, each with the burs of its run sheet and for how many teeth.</param>
    /// <param name="dryPlasticMost">How many preparations a bur stands on dry plastic.</param>
    public static IReadOnlyList<BurShortage> Of(
        IReadOnlyList<BurLedger> ledgers,
        IReadOnlyList<(string Case, IReadOnlyDictionary<string, int> Teeth)> cases,
        double dryPlasticMost
    )
    {
        var shortages = new List<BurShortage>();
        foreach (var ledger in ledgers)
        {
            if (ledger.Left(dryPlasticMost) is not { } left)
                continue;
            var needed = cases
                .Select(entry => (entry.Case, Teeth: entry.Teeth.GetValueOrDefault(ledger.Bur.Id)))
                .Where(entry => entry.Teeth > 0)
                .ToArray();
            var sum = 0;
            var first = needed.FirstOrDefault(entry => (sum += entry.Teeth) > left);
            if (first.Case is not null)
                shortages.Add(new(ledger.Bur, needed.Sum(entry => entry.Teeth), left, first.Case));
        }
        return shortages;
    }
}

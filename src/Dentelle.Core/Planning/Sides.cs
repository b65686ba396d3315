using Dentelle.Core.Protocols;

namespace Dentelle.Core.Planning;

/// <summary>One answer to a question while it is weighed.</summary>
internal sealed class Sides(string name)
{
    private readonly List<Reason> pro = [],
        contra = [];

    public bool IsGrey { get; private set; }

    /// <summary>How many reasons hold for every tooth: they are told, and decide nothing alone.</summary>
    private int general;

    private bool HasEvidence => pro.Count + contra.Count > general;

    private int Score => pro.Count - contra.Count;

    /// <summary>
    /// The alternative with most for it and least against it; none when two are level, when one's own reasons point both
    /// ways, or when nothing that was found on this tooth stands behind any of them.
    /// </summary>
    public static Advice Weighed(string code, string question, params Sides[] sides)
    {
        var ranked = sides.OrderByDescending(side => side.Score).ToArray();
        var open = ranked[0].Score == ranked[1].Score || sides.Any(side => side.IsGrey) || !sides.Any(side => side.HasEvidence);
        return new(code, question, open ? null : ranked[0].Name, [.. sides.Select(side => side.ToAlternative())]);
    }

    public string Name => name;

    public void For(Reason reason) => pro.Add(reason);

    public void For(string text, double? number, string source, Standing standing) => pro.Add(new(text, number, source, standing));

    public void For(string text, double? number, Sourced<double> limit) => For(text, number, limit.Source, limit.Standing);

    public void Against(Reason reason) => contra.Add(reason);

    public void Against(string text, double? number, string source, Standing standing) => contra.Add(new(text, number, source, standing));

    public void Against(string text, double? number, Sourced<double> limit) => Against(text, number, limit.Source, limit.Standing);

    /// <summary>One finding that speaks for it and against it.</summary>
    public void Both(string text, double? number, Sourced<double> limit)
    {
        For(text, number, limit);
        Against(text, number, limit);
        IsGrey = true;
    }

    /// <summary>What speaks for it on every tooth.</summary>
    public void GenerallyFor(string text)
    {
        general++;
        For(text, null, "P", Standing.CommonPractice);
    }

    /// <summary>What speaks against it on every tooth.</summary>
    public void GenerallyAgainst(string text)
    {
        general++;
        Against(text, null, "P", Standing.CommonPractice);
    }

    private Alternative ToAlternative() => new(name, pro, contra);
}

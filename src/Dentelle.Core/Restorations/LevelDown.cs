using Dentelle.Core.Protocols;

namespace Dentelle.Core.Restorations;

/// <summary>Levels of margins that end where something was cut down to: from its height over the neck down to the cut.</summary>
internal static class LevelDown
{
    /// <param name="height">Of what is cut, over the neck.</param>
    /// <param name="from">What that is and how it counts: "the edge, about: 10.5 of crown".</param>
    /// <param name="cut">What is cut of it.</param>
    /// <param name="words">Words for that.</param>
    /// <param name="protocol">The gum over the neck, and the tolerance.</param>
    public static Reasoned<Mm> To(Mm height, string from, DepthEntry cut, string words, Protocol protocol)
    {
        var gum = protocol.Shape.GumAboveNeckMm;
        var depth = cut.Range(protocol.Tolerance).Target;
        var level = Reasoned.From(
            height - new Mm(gum.Value),
            new Reason($"From the gum to {from} less {gum.Value:0.0}", height.Value - gum.Value, gum.Source, gum.Standing)
        );
        return level.Then(level.Value - depth, new Reason(words, -depth.Value, cut.Source, cut.Standing));
    }

    /// <summary>Some way under that.</summary>
    public static Reasoned<Mm> Under(this Reasoned<Mm> level, Sourced<double> by, string words) =>
        level.Then(level.Value - new Mm(by.Value), new Reason(by.Text ?? words, -by.Value, by.Source, by.Standing));
}

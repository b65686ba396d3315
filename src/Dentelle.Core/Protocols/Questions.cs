namespace Dentelle.Core.Protocols;

/// <summary>
/// The questions on which practitioners differ, each with its sides: a closed set, for something is done for every one of
/// them. A protocol answers all.
/// </summary>
public static class Questions
{
    public static IReadOnlyDictionary<string, string[]> All { get; } =
        new Dictionary<string, string[]>(StringComparer.Ordinal)
        {
            ["room-before"] = ["uniform", "room-driven"],
            ["occlusal-depth"] = ["by-zone", "equal"],
            ["depth-guides"] = ["grooves", "plane", "none"],
            ["front-order"] = ["edge-first", "facial-first", "facial-with-margin", "margin-first"],
            ["back-order"] = ["axial-first", "edge-first", "margin-first", "three-bur", "proximal-first", "ceramic-facing"],
            ["bridge-order"] = ["axial-first", "parallel-pair"],
            ["lingual-order"] = ["proximal-first", "lingual-first"],
            ["bevel-order"] = ["before", "after", "last"],
            ["facial-order"] = ["gingival-first", "incisal-first"],
            ["gingival-plane"] = ["third", "two-thirds"],
            ["halves"] = ["half", "whole"],
            ["smoothing"] = ["each-stage", "at-end"],
            ["edges"] = ["disc", "fine-bur"],
            ["finish"] = ["matte", "polished"],
            ["inner-angle"] = ["rounded", "flat"],
            ["mesial-transition"] = ["facial-of-contact", "mid-contact", "lingual-of-contact"],
            ["distal-transition"] = ["facial-of-contact", "mid-contact", "lingual-of-contact"],
            ["functional-shoulder"] = ["shoulder", "v-form"],
            ["cord-count"] = ["two", "one"],
            ["cord-time"] = ["before", "after"],
            ["gum"] = ["untouched", "paste", "cap", "rotary", "laser", "current"],
            ["void"] = ["fill", "include"],
            ["hold-and-bond"] = ["bond", "both"],
            ["dry-margin"] = ["wet", "dry"],
            ["lingual-view"] = ["move", "turn"],
            ["impressions"] = ["one", "two", "scan"],
            ["provisional"] = ["direct", "cast"],
            ["provisional-hold"] = ["wetted", "spot-etched"],
            ["cement"] = ["floss-at-once", "with-the-rest"],
        };

    /// <summary>Whether a side of a question is known.</summary>
    public static bool Have(string question, string side) => All.TryGetValue(question, out var sides) && sides.Contains(side);
}

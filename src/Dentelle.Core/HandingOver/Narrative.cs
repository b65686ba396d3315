using System.Globalization;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.HandingOver;

/// <summary>What of one tooth can be told to an insurer.</summary>
/// <param name="Zones">How many zones the plan has.</param>
/// <param name="Read">How many of them were measured.</param>
/// <param name="Off">What the newest readings find otherwise than planned, in words.</param>
public sealed record NarrativeTooth(Plan Plan, string MaterialName, int Zones, int Read, IReadOnlyList<string> Off);

/// <summary>An entry of the record with its day.</summary>
/// <param name="Day">"2026-12-02".</param>
public sealed record NarrativeNote(string Day, string Text);

/// <summary>A text for an insurer before anybody has signed it.</summary>
/// <param name="Sentences">Each says what was recorded, and nothing else.</param>
/// <param name="NotRecorded">What such texts usually say and nobody has put down.</param>
public sealed record NarrativeDraft(IReadOnlyList<string> Sentences, IReadOnlyList<string> NotRecorded);

/// <summary>
/// The insurer's narrative from what was recorded: condition before, what was done, what was measured, pictures. A fact that is
/// not recorded has no sentence; it is named as missing.
/// </summary>
public static class Narrative
{
    /// <param name="teeth">The teeth of the case.</param>
    /// <param name="assessment">What was written at the assessment.</param>
    /// <param name="done">What was done otherwise, searched and found, in the order of the record.</param>
    /// <param name="pictures">What each picture shows.</param>
    public static NarrativeDraft Of(
        IReadOnlyList<NarrativeTooth> teeth,
        IReadOnlyList<NarrativeNote> assessment,
        IReadOnlyList<NarrativeNote> done,
        IReadOnlyList<NarrativeNote> pictures
    )
    {
        var missing = teeth.SelectMany(tooth => MissingOf(tooth.Plan)).ToList();
        if (pictures.Count == 0)
            missing.Add("No picture was taken.");
        return new NarrativeDraft(
            [
                .. teeth.SelectMany(Of),
                .. assessment.Select(note => $"At the assessment on {note.Day}: {Ended(note.Text)}"),
                .. done.Select(note => $"On {note.Day}: {Ended(note.Text)}"),
                .. pictures.Select(note => $"Picture of {note.Day}: {Ended(note.Text)}"),
            ],
            missing
        );
    }

    private static IEnumerable<string> Of(NarrativeTooth tooth)
    {
        var plan = tooth.Plan;
        yield return $"{plan.Tooth.Iso}, {plan.Tooth.Name}: {plan.Restoration.Words().LowerFirst()}, {tooth.MaterialName.LowerFirst()}.";
        foreach (var sentence in Before(plan.Assessment.Findings))
            yield return sentence;
        if (tooth.Read == 0)
            yield break;
        var off = tooth.Off.Count == 0 ? "as planned" : string.Join("; ", tooth.Off);
        yield return $"Measured after cutting: {tooth.Read} of {tooth.Zones} zones, {off}.";
    }

    private static IEnumerable<string> Before(Findings found)
    {
        foreach (var filling in found.Fillings)
        {
            string?[] parts =
            [
                filling.AgeYears is { } age ? string.Create(CultureInfo.InvariantCulture, $"{age:0.#} years old") : null,
                filling.Share is { } share ? string.Create(CultureInfo.InvariantCulture, $"{share:0 %} of the crown") : null,
            ];
            var more = string.Join(", ", parts.OfType<string>());
            yield return $"Old filling, {Kebab.Words(filling.Surface)}{(more.Length > 0 ? $": {more}" : "")}.";
        }
        if (found.CrackedCusps.Count > 0)
            yield return $"Cracked under the {string.Join(", ", found.CrackedCusps.Select(cusp => Kebab.Words(cusp)))} cusp.";
        if (found.LostRidges.Count > 0)
            yield return $"Marginal ridge lost: {string.Join(", ", found.LostRidges.Select(side => Kebab.Words(side)))}.";
        foreach (var (cusp, thickness) in found.CuspThickness)
            yield return $"The {Kebab.Words(cusp)} cusp is {thickness} mm thick.";
        if (found.IsthmusShare is { } isthmus)
            yield return string.Create(CultureInfo.InvariantCulture, $"The isthmus takes {isthmus:0 %} of the width between the cusps.");
        if (found.Caries)
            yield return "Caries.";
        if (found.RootTreated)
            yield return "Root-treated.";
        if (found.Stump)
            yield return "An old crown was taken off.";
        if (found.HeavyGrinding)
            yield return "The patient grinds heavily.";
    }

    private static IEnumerable<string> MissingOf(Plan plan)
    {
        var (iso, found) = (plan.Tooth.Iso, plan.Assessment.Findings);
        if (found.Fillings.Count == 0 && !found.Stump)
            yield return $"{iso}: no old filling was entered.";
        else if (found.Fillings.Any(filling => filling.AgeYears is null))
            yield return $"{iso}: the age of the old filling was not entered.";
        if (found.Fillings.Any(filling => filling.Share is null))
            yield return $"{iso}: the share of the tooth that is lost was not entered.";
        if (found.CrackedCusps.Count == 0)
            yield return $"{iso}: no crack was entered.";
    }

    private static string Ended(string text) => text.EndsWith('.') ? text : $"{text}.";
}

using Dentelle.Core.QuickLine;

namespace Dentelle.Web.Cases;

/// <summary>What a user types to find a case, as the index has it: teeth by their ISO code, materials by their full name.</summary>
internal static class SearchWords
{
    public static string Of(string text, ToothNotation notation) =>
        string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Select(word => Word(word, notation)));

    // In ISO notation a number may as well be a case's: it stays as it is.
    private static string Word(string word, ToothNotation notation) =>
        notation != ToothNotation.Iso && ToothNotations.Read(word, notation) is { } tooth
            ? tooth.Iso
            : MaterialNames.Meant(word.ToLowerInvariant()) ?? word;
}

using Dentelle.Core.Exchange;
using Dentelle.Core.HandingOver;
using Dentelle.Data;

namespace Dentelle.Cli;

/// <summary>The laboratory stand-in by itself: looks at a bundle and says what it would ask.</summary>
internal static class LaboratoryCommand
{
    public static Answer<string> Look(string[] args, string home)
    {
        var values = new Dictionary<string, string> { ["--protocol"] = "FILE" };
        if (!CommandOptions.Parse(args, values, ["--json"]).Is(out var options, out var problem))
            return problem;
        if (options.Words.Length == 0)
            return new Problem("usage", "laboratory needs a bundle: dentelle laboratory 0007-3f2a91c4.zip.");
        if (!CommandLine.HandbookOf(options.Value("--protocol"), home).Is(out var handbook, out problem))
            return problem;
        try
        {
            if (!HandOverBundle.Open(File.OpenRead(options.Words)).Is(out var bundle, out problem))
                return problem;
            using (bundle)
            {
                var answer = LaboratoryStandIn.Answer(bundle.Document, bundle.OpenPart, handbook.Protocol, RecordRow.Text(DateTime.UtcNow));
                return options.Has("--json") ? JsonDocuments.Write(answer) : Words(answer);
            }
        }
        catch (Exception failed) when (failed is IOException or UnauthorizedAccessException)
        {
            return new Problem("file", $"{options.Words} can't be read.");
        }
    }

    private static string Words(LaboratoryAnswer answer) =>
        string.Join(
            '\n',
            [
                answer.Queries.Count == 0 ? "Nothing to ask." : $"{answer.Queries.Count} to ask:",
                .. answer.Queries.Select(query => $"  {query.Tooth} {Kebab.Words(query.Kind)}: {query.Text}"),
                .. answer.Unseen,
            ]
        );
}

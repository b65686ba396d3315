using System.Text.Json;
using System.Text.Json.Serialization;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Sequencing.Steps;

/// <summary>What conditions look at: one tooth of the visit, with the practice's habits and the school it is cut by.</summary>
internal sealed record StepScene(ToothToCut Tooth, Protocol Protocol, SchoolEntry School, int Teeth, PatientAlerts Alerts)
{
    public Plan Plan => Tooth.Plan;

    public Findings Findings => Tooth.Plan.Assessment.Findings;

    /// <summary>By what was found at the tooth, or by what is known of the patient.</summary>
    public bool IsEpinephrineSensitive => Findings.EpinephrineSensitive || Alerts.EpinephrineSensitive;
}

/// <summary>
/// All of several conditions, each of them a word of the list below, such as "fillings" or "takes gum paste", "not" before it
/// where it must not hold, or a list of which one is enough.
/// </summary>
[JsonConverter(typeof(StepConditionsJson))]
public sealed class StepConditions
{
    /// <summary>A habit of the practice: the question, and the side it takes.</summary>
    private const string Takes = "takes ";
    private const string Not = "not ";

    private static readonly Dictionary<string, Func<StepScene, bool>> Named = new(StringComparer.Ordinal)
    {
        ["fillings"] = scene => scene.Findings.Fillings.Count > 0,
        ["caries"] = scene => scene.Findings.Caries,
        ["root-treated"] = scene => scene.Findings.RootTreated,
        ["bone known"] = scene => scene.Findings.Crest is not null,
        ["plastic"] = scene => scene.Findings.Typodont,
        ["epinephrine"] = scene => scene.IsEpinephrineSensitive,
        ["anticoagulants"] = scene => scene.Alerts.Anticoagulants,
        ["boggy gum"] = scene => scene.Findings.BoggyGum,
        // A margin where the gum is in its way; that of a plastic tooth is not.
        ["at gum"] = scene => !scene.Findings.Typodont && scene.Plan.Margin.Pieces.Any(piece => piece.Level.Value <= Mm.Zero),
        ["neighbour"] = scene => scene.Tooth.HasNeighbour(ProximalSide.Mesial) || scene.Tooth.HasNeighbour(ProximalSide.Distal),
        ["low crest"] = scene => scene.Findings.Crest is { } crest && scene.Protocol.Gums.IsLow(crest),
        ["neighbour lesion"] = scene => scene.Findings.NeighbourLesion,
        ["metal"] = scene => scene.Plan.MaterialClass == MaterialClass.Metal,
        ["ceramic"] = scene => scene.Plan.MaterialClass != MaterialClass.Metal,
        ["all-ceramic"] = scene => scene.Plan.MaterialClass == MaterialClass.AllCeramic,
        ["metal-ceramic"] = scene => scene.Plan.MaterialClass == MaterialClass.MetalCeramic,
        // What acid roughens is bonded; the rest is held by its walls.
        ["adhesive"] = scene => scene.Plan.Material.Value.IsEtched,
        ["veneer"] = scene => scene.Plan.Rules().IsVeneer,
        ["cavity"] = scene => scene.Plan.Cavity is not null,
        ["full crown"] = scene => scene.Plan.Rules().IsFullCrown,
        ["front tooth"] = scene => scene.Plan.Tooth.IsFront,
        ["several teeth"] = scene => scene.Teeth > 1,
        ["smoothing each stage"] = scene => scene.School.Smoothing == "each-stage",
    };

    private StepConditions(IReadOnlyList<IReadOnlyList<string>> all) => All = all;

    /// <summary>Lists of words; of each list one word has to hold.</summary>
    internal IReadOnlyList<IReadOnlyList<string>> All { get; }

    internal static StepConditions Of(IReadOnlyList<IReadOnlyList<string>> all) => new(all);

    public static StepConditions Always { get; } = new([]);

    /// <summary>Every condition by its words, for the check of the file.</summary>
    internal IEnumerable<string> Words => All.SelectMany(any => any).Select(word => Bare(word).Word);

    /// <summary>Whether all of them hold.</summary>
    internal bool Hold(StepScene scene) => All.All(any => any.Any(word => Holds(word, scene)));

    /// <summary>What is wrong with a condition's words; null when it is known.</summary>
    internal static string? Complaint(string word)
    {
        if (!word.StartsWith(Takes, StringComparison.Ordinal))
            return Named.ContainsKey(word) ? null : $"there is no condition “{word}”";
        var (question, side) = Habit(word);
        return Questions.Have(question, side) ? null : $"there is no side “{side}” of a question “{question}”";
    }

    private static bool Holds(string written, StepScene scene)
    {
        var (word, negated) = Bare(written);
        var holds = word.StartsWith(Takes, StringComparison.Ordinal) ? TakesSide(word, scene.Protocol) : Named[word](scene);
        return holds != negated;
    }

    private static bool TakesSide(string word, Protocol protocol)
    {
        var (question, side) = Habit(word);
        return protocol.Takes(question, side);
    }

    private static (string Question, string Side) Habit(string word)
    {
        var parts = word[Takes.Length..].Split(' ');
        return (parts[0], parts[^1]);
    }

    private static (string Word, bool Negated) Bare(string written) =>
        written.StartsWith(Not, StringComparison.Ordinal) ? (written[Not.Length..], true) : (written, false);
}

internal sealed class StepConditionsJson : JsonConverter<StepConditions>
{
    public override StepConditions Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        using var document = JsonDocument.ParseValue(ref reader);
        return StepConditions.Of([.. document.RootElement.EnumerateArray().Select(Any)]);

        static IReadOnlyList<string> Any(JsonElement one) =>
            one.ValueKind == JsonValueKind.Array ? [.. one.EnumerateArray().Select(word => word.GetString()!)] : [one.GetString()!];
    }

    public override void Write(Utf8JsonWriter writer, StepConditions value, JsonSerializerOptions options) =>
        throw new NotSupportedException("Run-sheet tables are read, never written.");
}

using System.Text.Json;
using System.Text.Json.Nodes;

namespace Dentelle.Core.Protocols;

/// <summary>
/// Brings a protocol file of an earlier format up to today's, step by step, so that plans made with it keep its numbers.
/// What its format did not know yet, and its plans so never used, is taken from the shipped protocol.
/// </summary>
public static class EarlierProtocols
{
    /// <summary>Format of the files this program writes; files from before formats were numbered (up to 4) name none.</summary>
    public const int Format = 9;

    /// <summary>
    /// The step out of each earlier format, in order. Each looks at what is there, since the early files don't say their
    /// format.
    /// </summary>
    private static readonly Action<JsonObject, JsonObject>[] Steps =
    [
        FromCrownsOnly,
        FromGroovesOfResistance,
        FromOneImpression,
        FromBondInCode,
        FromOneKindOfMolar,
        FromNoInspection,
        FromNoArticulator,
        FromOnePathOfVeneers,
    ];

    /// <summary>The first format that was written down.</summary>
    private const int FirstNumbered = 5;

    /// <returns>The same text when it is of today's format, of a later one, or no protocol at all: the reader then says so.</returns>
    public static NamedText BringUp(NamedText file, NamedText shipped)
    {
        if (Parsed(file) is not { } old || Parsed(shipped) is not { } now || IsToday(old["format"], out var format))
            return file;
        foreach (var step in Steps.Skip(format - 1))
            step(old, now);
        old["format"] = Format;
        return file with { Text = old.ToJsonString(ProtocolText.Readable) };
    }

    /// <summary>Format 1 knew crowns alone: each with one material, no questions, and the usual material for all.</summary>
    private static void FromCrownsOnly(JsonObject old, JsonObject now)
    {
        if (old["crowns"] is not JsonArray crowns || old["defaults"] is not JsonObject defaults)
            return;
        old.Remove("crowns");
        var entries = new JsonArray();
        foreach (var crown in crowns.OfType<JsonObject>())
        {
            var entry = new JsonObject { ["restoration"] = "crown", ["materials"] = new JsonArray(crown["material"]?.DeepClone()) };
            foreach (var (name, value) in crown.Where(member => member.Key != "material"))
                entry[name] = value?.DeepClone();
            entries.Add(entry);
        }
        foreach (var other in now["restorations"]!.AsArray().Where(entry => (string?)entry!["restoration"] != "crown"))
            entries.Add(other!.DeepClone());
        old["restorations"] = entries;

        if (defaults["material"] is JsonObject usual)
        {
            defaults.Remove("material");
            usual["restorations"] = new JsonArray("crown");
            var rows = now["defaults"]!["materials"]!.AsArray().Where(row => (string?)row!["restorations"]![0] != "crown");
            defaults["materials"] = new JsonArray([usual, .. rows.Select(row => row!.DeepClone())]);
        }
        Fill(old, now);
        // The back's facial margins had the level of all the others.
        if (defaults["marginLevelMm"] is JsonObject levels && levels["back"] is { } back)
            levels["backFacial"] = back.DeepClone();
    }

    /// <summary>Format 2 had the depth of a groove among the numbers of resistance, and features had none of their own.</summary>
    private static void FromGroovesOfResistance(JsonObject old, JsonObject now)
    {
        if (old["features"] is not null || old["resistance"] is not JsonObject resistance)
            return;
        var features = new JsonObject();
        if (resistance["grooveDepthMm"] is { } depth)
        {
            resistance.Remove("grooveDepthMm");
            features["grooveDepthMm"] = depth.DeepClone();
        }
        old["features"] = features;
        foreach (var name in (string[])["features", "veneers", "cuspCover"])
            Fill(old[name] as JsonObject, now[name]!.AsObject());
    }

    /// <summary>Format 3 did not ask how the impression is taken.</summary>
    private static void FromOneImpression(JsonObject old, JsonObject now)
    {
        const string added = "impressions";
        if (old["disagreements"] is not JsonArray asked || asked.Any(entry => (string?)entry?["id"] == added))
            return;
        asked.Add(now["disagreements"]!.AsArray().First(entry => (string?)entry!["id"] == added)!.DeepClone());
    }

    /// <summary>Format 4 had the share of enamel a veneer is bonded to in the code.</summary>
    private static void FromBondInCode(JsonObject old, JsonObject now)
    {
        if (old["veneers"] is JsonObject veneers && veneers["bondedShareLeast"] is null)
            veneers["bondedShareLeast"] = now["veneers"]!["bondedShareLeast"]!.DeepClone();
    }

    /// <summary>Format 5 had one kind of molar, and the chamber's ceiling in the code: 0.6 below its highest horn. Bonding, small
    /// incisors and the margin's width had no numbers of their own.</summary>
    private static void FromOneKindOfMolar(JsonObject old, JsonObject now)
    {
        const double below = 0.6;
        foreach (var name in (string[])["walls", "shape", "cautions", "plausible"])
            Fill(old[name] as JsonObject, now[name]!.AsObject());
        if (old["estimates"]?["pulpMm"] is not JsonObject pulp || pulp["molar"] is not JsonObject molar)
            return;
        pulp.Remove("molar");
        pulp["upperMolar"] = molar.DeepClone();
        pulp["lowerMolar"] = molar.DeepClone();
        foreach (var name in (string[])["premolar", "upperMolar", "lowerMolar"])
        {
            if (pulp[name] is JsonObject one && one["hornBelowTop"] is JsonValue horn && horn.TryGetValue(out double top))
                one["ceilingBelowTop"] = Math.Round(top + below, 2);
        }
    }

    /// <summary>Format 6 knew no inspection.</summary>
    private static void FromNoInspection(JsonObject old, JsonObject now) => old["inspection"] ??= now["inspection"]!.DeepClone();

    /// <summary>Format 7 knew no articulator.</summary>
    private static void FromNoArticulator(JsonObject old, JsonObject now) => old["articulator"] ??= now["articulator"]!.DeepClone();

    /// <summary>Format 8 seated every veneer along one path.</summary>
    private static void FromOnePathOfVeneers(JsonObject old, JsonObject now)
    {
        const string added = "wrapPathDeg";
        if (old["veneers"] is JsonObject veneers)
            veneers[added] ??= now["veneers"]![added]!.DeepClone();
    }

    /// <summary>Whether a file needs no step: it is of today's format, or of none that is known.</summary>
    /// <param name="format">The format it is of; the first where it names none.</param>
    private static bool IsToday(JsonNode? named, out int format)
    {
        format = 1;
        return named is not null
            && (named is not JsonValue number || !number.TryGetValue(out format) || format is < FirstNumbered or >= Format);
    }

    /// <summary>Takes what is not there, down to single numbers; lists stay as they are.</summary>
    private static void Fill(JsonObject? old, JsonObject now)
    {
        foreach (var (name, value) in now)
        {
            if (old is null)
                return;
            if (old[name] is not { } own)
                old[name] = value?.DeepClone();
            else if (own is JsonObject inner && value is JsonObject today)
                Fill(inner, today);
        }
    }

    private static JsonObject? Parsed(NamedText file)
    {
        try
        {
            return JsonNode.Parse(file.Text) as JsonObject;
        }
        catch (JsonException)
        {
            return null;
        }
    }
}

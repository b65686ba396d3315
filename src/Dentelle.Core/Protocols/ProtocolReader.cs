using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Dentelle.Core.Planning;
using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Protocols;

/// <summary>
/// Reads protocols and the sources table. Each is held against its JSON Schema first, then against what a schema
/// can't say. A problem names the file, the path inside it and what is wrong there.
/// </summary>
public static class ProtocolReader
{
    public static Answer<Protocol> ReadProtocol(NamedText file, NamedText schema, SourceTable sources, SchemaMemory? memory = null)
    {
        if (!DataFile.Read(file, schema, ProtocolJson.Default.Protocol, memory).Is(out var protocol, out var problem))
            return problem;
        if (TurnedRange(JsonDocument.Parse(file.Text).RootElement, "") is { } turned)
            return DataFile.Wrong(file.Name, turned, "from ≤ to does not hold");
        return Complaint(protocol, sources) is { } complaint ? DataFile.Wrong(file.Name, complaint.Path, complaint.What) : protocol;
    }

    public static Answer<SourceTable> ReadSources(NamedText file, NamedText schema, SchemaMemory? memory = null) =>
        DataFile.Read(file, schema, ProtocolJson.Default.SourceTable, memory);

    private static (string Path, string What)? Complaint(Protocol protocol, SourceTable sources)
    {
        for (var i = 0; i < protocol.Restorations.Count; i++)
        {
            var crown = protocol.Restorations[i];
            if (
                protocol
                    .Restorations.Take(i)
                    .Where(other => other.Restoration == crown.Restoration)
                    .SelectMany(other => other.Materials)
                    .Intersect(crown.Materials)
                    .Select(Kebab.Of)
                    .FirstOrDefault() is
                { } twice
            )
                return ($"/restorations/{i}/materials", $"{Kebab.Of(crown.Restoration)} in {twice} stands here a second time");
            for (var j = 0; j < crown.Depths.Count; j++)
            {
                var entry = crown.Depths[j];
                if (OutOfOrder(entry.TargetMm, entry.LeastMm, entry.MostMm))
                    return ($"/restorations/{i}/depths/{j}", "least ≤ target ≤ most does not hold");
                if (Unknown(entry.Source) is { } id)
                    return ($"/restorations/{i}/depths/{j}/source", $"{id} is not in the sources table");
            }

            for (var j = 0; j < crown.Margin.Count; j++)
            {
                var entry = crown.Margin[j];
                if (OutOfOrder(entry.WidthMm, entry.LeastWidthMm, entry.MostWidthMm))
                    return ($"/restorations/{i}/margin/{j}", "least ≤ width ≤ most does not hold");
            }

            if (crown.Restoration != Restoration.Crown)
                continue;
            var sides = crown.Margin.Select(entry => entry.Segments).Order().ToArray();
            if (sides is not ([MarginSide.All] or [MarginSide.Facial, MarginSide.Lingual]))
                return ($"/restorations/{i}/margin", "needs one entry for all segments, or one facial and one lingual");
            if (Gap(crown) is { } gap)
                return ($"/restorations/{i}/depths", gap);
        }

        for (var i = 0; i < protocol.Disagreements.Count; i++)
        {
            var entry = protocol.Disagreements[i];
            if (protocol.Disagreements.Take(i).Any(other => other.Id == entry.Id))
                return ($"/disagreements/{i}/id", $"{entry.Id} stands here a second time");
            if (entry.Chosen is { } chosen && entry.Sides.All(side => side.Value != chosen))
                return ($"/disagreements/{i}/chosen", $"{chosen} is not one of its sides");
        }

        foreach (var usual in protocol.Defaults.Materials)
        {
            foreach (var (restoration, end) in usual.Restorations.SelectMany(r => Enum.GetValues<JawEnd>().Select(end => (r, end))))
            {
                var entries = protocol.Restorations.Where(entry => entry.Restoration == restoration && entry.For.Contains(end)).ToArray();
                var material = end == JawEnd.Front ? usual.Front : usual.Back;
                if (entries.Length > 0 && !entries.Any(entry => entry.Materials.Contains(material)))
                    return (
                        "/defaults/materials",
                        $"{Kebab.Of(restoration)} in {Kebab.Of(material)} has no entry under restorations for {Kebab.Of(end)} teeth"
                    );
            }
        }

        for (var i = 0; i < protocol.Convergence.Count; i++)
        {
            var entry = protocol.Convergence[i];
            if (OutOfOrder(entry.TargetDeg, entry.LeastDeg, entry.MostDeg))
                return ($"/convergence/{i}", "least ≤ target ≤ most does not hold");
        }

        foreach (var crown in protocol.Restorations)
        {
            foreach (
                var end in crown.For.Where(end =>
                    !protocol.Convergence.Any(entry => entry.At == end && entry.Classes.Contains(crown.Class))
                )
            )
                return ("/convergence", $"nothing for {Kebab.Of(crown.Class)} on {Kebab.Of(end)} teeth");
        }

        return null;

        string? Unknown(string source) => source.Split(", ").FirstOrDefault(id => sources.Sources.All(known => known.Id != id));
    }

    /// <summary>The place of a range that ends before it begins.</summary>
    private static string? TurnedRange(JsonElement node, string path) =>
        node.ValueKind switch
        {
            JsonValueKind.Object
                when node.TryGetProperty("from", out var from)
                    && node.TryGetProperty("to", out var to)
                    && from.GetDouble() > to.GetDouble() => path,
            JsonValueKind.Object => node.EnumerateObject()
                .Select(member => TurnedRange(member.Value, $"{path}/{member.Name}"))
                .FirstOrDefault(found => found is not null),
            JsonValueKind.Array => node.EnumerateArray()
                .Select((item, i) => TurnedRange(item, $"{path}/{i}"))
                .FirstOrDefault(found => found is not null),
            _ => null,
        };

    private static bool OutOfOrder(double? target, double? least, double? most) => least > most || target < least || target > most;

    // Every zone of every tooth that the material is meant for must get a number, on whichever surface.
    private static string? Gap(RestorationEntry crown)
    {
        var missing =
            from tooth in ToothCode.All
            where crown.Suits(tooth)
            from zone in Zones.Of(tooth, crossbite: false)
            where zone.Kind is not (ZoneKind.FacialGingivalHalf or ZoneKind.FacialGingivalThird)
            from surface in Enum.GetValues<Surface>()
            where crown.Depth(zone.Kind, surface) is null
            select $"no depth for {Kebab.Of(zone.Kind)} in {Kebab.Of(surface)}";
        return missing.FirstOrDefault();
    }
}

using System.Text.Json;

namespace Dentelle.Core.Protocols;

/// <summary>What a protocol must keep that its schema can't say: everything that is asked of it has an answer, and one only.</summary>
internal static class ProtocolCheck
{
    /// <returns>The JSON pointer of the first fault and what is wrong there; null when nothing is.</returns>
    public static (string Path, string What)? Complaint(Protocol protocol, JsonElement document, SourceTable sources) =>
        Restorations(protocol)
            .Concat(Asked(protocol, document))
            .Concat(Usual(protocol))
            .Concat(Converging(protocol))
            .Concat(Cavities(protocol))
            .Concat(Bridges(protocol.Bridges))
            .Concat(Instruments(protocol))
            .Concat(Cited(document, "", sources))
            .Select(fault => ((string, string)?)fault)
            .FirstOrDefault();

    private static IEnumerable<(string Path, string What)> Restorations(Protocol protocol)
    {
        for (var i = 0; i < protocol.Restorations.Count; i++)
        {
            var (entry, at) = (protocol.Restorations[i], $"/restorations/{i}");
            var before = protocol.Restorations.Take(i).Where(other => other.Restoration == entry.Restoration);
            foreach (var twice in before.SelectMany(other => other.Materials).Intersect(entry.Materials))
                yield return ($"{at}/materials", $"{Kebab.Of(entry.Restoration)} in {Kebab.Of(twice)} stands here a second time");
            foreach (var (depth, j) in entry.Depths.Select((depth, j) => (depth, j)))
            {
                if (Bad(depth.TargetMm, depth.LeastMm, depth.MostMm) is { } wrong)
                    yield return ($"{at}/depths/{j}", wrong);
            }
            foreach (var (row, j) in entry.Margin.Select((row, j) => (row, j)))
            {
                if (Bad(row.WidthMm, row.LeastWidthMm, row.MostWidthMm) is { } wrong)
                    yield return ($"{at}/margin/{j}", wrong);
                foreach (var (other, k) in (row.Alternatives ?? []).Select((other, k) => (other, k)))
                {
                    if (Bad(other.WidthMm, other.LeastWidthMm, other.MostWidthMm) is { } off)
                        yield return ($"{at}/margin/{j}/alternatives/{k}", off);
                }
            }
            if (Sides(entry) is { } sides)
                yield return ($"{at}/margin", sides);
        }
        var named = protocol
            .Exceptions.Select((instead, i) => (Path: $"/exceptions/{i}/teeth", instead.Teeth))
            .Concat(protocol.Caps.Select((cap, i) => (Path: $"/caps/{i}/teeth", cap.Teeth)));
        foreach (var (path, teeth) in named)
        {
            if (teeth.FirstOrDefault(tooth => ToothCode.FromIso(tooth) is null) is { } strange)
                yield return (path, $"{strange} is no permanent tooth");
        }
    }

    /// <summary>A finish line is one all round, one facially and one lingually, or one on each side of the bite.</summary>
    private static string? Sides(RestorationEntry entry)
    {
        var sides = entry.Margin.Select(row => row.Segments).Order().ToArray();
        return sides is [MarginSide.All] or [MarginSide.Facial, MarginSide.Lingual] ? null
            : entry.Restoration == Restoration.Crown ? "needs one entry for all segments, or one facial and one lingual"
            : sides is [MarginSide.Facial] or [MarginSide.Lingual] or [MarginSide.Functional, MarginSide.NonFunctional] ? null
            : "needs one entry for all segments, one facial and one lingual, or one for each side of the bite";
    }

    /// <summary>Each question of the closed set once, with its sides and no others, and one of them taken.</summary>
    private static IEnumerable<(string Path, string What)> Asked(Protocol protocol, JsonElement document)
    {
        for (var i = 0; i < protocol.Disagreements.Count; i++)
        {
            var (entry, at) = (protocol.Disagreements[i], $"/disagreements/{i}");
            if (!Questions.All.TryGetValue(entry.Id, out var sides))
                yield return ($"{at}/id", $"there is no question {entry.Id}");
            else if (!entry.Sides.Select(side => side.Value).Order().SequenceEqual(sides.Order()))
                yield return ($"{at}/sides", $"{entry.Id} has the sides {string.Join(", ", sides)}");
            if (entry.Chosen is { } chosen && entry.Sides.All(side => side.Value != chosen))
                yield return ($"{at}/chosen", $"{chosen} is not one of its sides");
            if (entry.At is { } pointer && !entry.Sides.Any(side => side.Value == Said(document, pointer)))
                yield return ($"{at}/at", $"there is none of its sides at {pointer}");
        }
        foreach (var twice in Twice("/disagreements", protocol.Disagreements.Select(entry => entry.Id)))
            yield return twice;
        foreach (var missing in Questions.All.Keys.Except(protocol.Disagreements.Select(entry => entry.Id)))
            yield return ("/disagreements", $"the question {missing} is not answered");
    }

    /// <summary>The text at a JSON pointer; null where none stands.</summary>
    private static string? Said(JsonElement document, string pointer)
    {
        var node = document;
        foreach (var step in pointer.Split('/').Skip(1))
        {
            if (node.ValueKind != JsonValueKind.Object || !node.TryGetProperty(step, out node))
                return null;
        }
        return node.ValueKind == JsonValueKind.String ? node.GetString() : null;
    }

    /// <summary>What is assumed when nothing is said must be there.</summary>
    private static IEnumerable<(string Path, string What)> Usual(Protocol protocol)
    {
        foreach (var usual in protocol.Defaults.Materials)
        {
            foreach (var (restoration, end) in usual.Restorations.SelectMany(r => Enum.GetValues<JawEnd>().Select(end => (r, end))))
            {
                var entries = protocol.Restorations.Where(entry => entry.Restoration == restoration && entry.For.Contains(end)).ToArray();
                var material = end == JawEnd.Front ? usual.Front : usual.Back;
                if (entries.Length > 0 && !entries.Any(entry => entry.Materials.Contains(material)))
                    yield return (
                        "/defaults/materials",
                        $"{Kebab.Of(restoration)} in {Kebab.Of(material)} has no entry under restorations for {Kebab.Of(end)} teeth"
                    );
            }
        }
        foreach (var restoration in protocol.Restorations.Select(entry => entry.Restoration).Distinct())
        {
            if (!protocol.Defaults.Materials.Any(usual => usual.Restorations.Contains(restoration)))
                yield return ("/defaults/materials", $"nothing is assumed for a {Kebab.Words(restoration)}");
        }
    }

    private static IEnumerable<(string Path, string What)> Converging(Protocol protocol)
    {
        for (var i = 0; i < protocol.Convergence.Count; i++)
        {
            var entry = protocol.Convergence[i];
            if (OutOfOrder(entry.TargetDeg, entry.LeastDeg, entry.MostDeg))
                yield return ($"/convergence/{i}", "least ≤ target ≤ most does not hold");
        }
        foreach (var entry in protocol.Restorations)
        {
            foreach (
                var end in entry.For.Where(end => !protocol.Convergence.Any(row => row.At == end && row.Classes.Contains(entry.Class)))
            )
                yield return ("/convergence", $"nothing for {Kebab.Of(entry.Class)} on {Kebab.Of(end)} teeth");
        }
    }

    /// <summary>
    /// An isthmus is a width or a share; a bevel has both of its numbers; every material that stands inside a crown has a
    /// row.
    /// </summary>
    private static IEnumerable<(string Path, string What)> Cavities(Protocol protocol)
    {
        for (var i = 0; i < protocol.Intracoronal.Count; i++)
        {
            var row = protocol.Intracoronal[i];
            if (row.IsthmusMm is null == row.IsthmusShare is null)
                yield return ($"/intracoronal/{i}", "needs isthmusMm or isthmusShare, and not both");
            if (row.BevelMm is null != row.BevelDeg is null)
                yield return ($"/intracoronal/{i}", "needs bevelMm and bevelDeg, or neither");
            foreach (var twice in protocol.Intracoronal.Take(i).SelectMany(other => other.Materials).Intersect(row.Materials))
                yield return ($"/intracoronal/{i}/materials", $"{Kebab.Of(twice)} stands here a second time");
        }
    }

    private static IEnumerable<(string Path, string What)> Bridges(BridgeFigures bridges)
    {
        const int known = 7;
        if (bridges.RootSurfaceMm2.Upper.Count != known || bridges.RootSurfaceMm2.Lower.Count != known)
            yield return ("/bridges/rootSurfaceMm2", $"needs {known} numbers for each jaw, central incisor to second molar");
        for (var i = 0; i < bridges.Connectors.Count; i++)
        {
            if (bridges.Connectors[i].UnitsMost < 2)
                yield return ($"/bridges/connectors/{i}/unitsMost", "a bridge has two units at least");
        }
    }

    private static IEnumerable<(string Path, string What)> Instruments(Protocol protocol)
    {
        for (var i = 0; i < protocol.Gauges.Count; i++)
        {
            var gauge = protocol.Gauges[i];
            if (gauge.Kind == GaugeKind.Pass ? gauge.SizesMm is not { Count: > 0 } : gauge.ResolutionMm is not > 0)
                yield return ($"/gauges/{i}", gauge.Kind == GaugeKind.Pass ? "needs its sizes" : "needs its resolution");
        }
        var ids = Twice("/gauges", protocol.Gauges.Select(gauge => gauge.Id))
            .Concat(Twice("/bursInHand", protocol.BursInHand.Select(bur => bur.Id)));
        foreach (var twice in ids)
            yield return twice;
        var rows = protocol.Gums.Papilla.Rows;
        for (var i = 1; i < rows.Count; i++)
        {
            if (rows[i].MostMm <= rows[i - 1].MostMm)
                yield return ($"/gums/papilla/rows/{i}", "rows go from near to far");
        }
    }

    /// <summary>Ids of a list that stand in it before.</summary>
    private static IEnumerable<(string Path, string What)> Twice(string list, IEnumerable<string> ids)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (id, i) in ids.Select((id, i) => (id, i)))
        {
            if (!seen.Add(id))
                yield return ($"{list}/{i}/id", $"{id} stands here a second time");
        }
    }

    /// <summary>Every source that is named stands in the sources table.</summary>
    private static IEnumerable<(string Path, string What)> Cited(JsonElement node, string path, SourceTable sources) =>
        node.ValueKind switch
        {
            JsonValueKind.Object => node.EnumerateObject()
                .SelectMany(member =>
                    member is { Name: "source", Value.ValueKind: JsonValueKind.String }
                        ? Unknown(member.Value.GetString()!, sources).Select(id => ($"{path}/source", $"{id} is not in the sources table"))
                        : Cited(member.Value, $"{path}/{member.Name}", sources)
                ),
            JsonValueKind.Array => node.EnumerateArray().SelectMany((item, i) => Cited(item, $"{path}/{i}", sources)),
            _ => [],
        };

    private static IEnumerable<string> Unknown(string source, SourceTable sources) =>
        source.Split(", ").Where(id => sources.Sources.All(known => known.Id != id));

    /// <summary>What is wrong with a target and its limits; null when they hold.</summary>
    private static string? Bad(double? target, double? least, double? most) =>
        OutOfOrder(target, least, most) ? "least ≤ target ≤ most does not hold"
        : target is null && (least is null || most is null) ? "needs a target, or a least and a most"
        : null;

    private static bool OutOfOrder(double? target, double? least, double? most) => least > most || target < least || target > most;
}

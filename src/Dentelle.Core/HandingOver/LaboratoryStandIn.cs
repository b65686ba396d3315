using System.Globalization;
using Dentelle.Core.Exchange;
using Dentelle.Core.Protocols;
using Dentelle.Geometry.Files;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.HandingOver;

/// <summary>
/// A laboratory that is none: it looks at a bundle as a technician would, with nothing but what lies in it, and asks where the work
/// can't be made as it is wanted.
/// </summary>
public static class LaboratoryStandIn
{
    public const string Name = "Laboratory stand-in (simulated)";

    /// <param name="handOver">The bundle's case.json.</param>
    /// <param name="open">Opens a file of the bundle by its path.</param>
    /// <param name="protocol">What a laboratory goes by: least undercut, step and edge told, the mill's tool.</param>
    /// <param name="at">When it answers, UTC, ISO 8601.</param>
    public static LaboratoryAnswer Answer(HandOverDocument handOver, Func<string, Stream> open, Protocol protocol, string at)
    {
        var (queries, unseen) = (new List<LaboratoryQuery>(), new List<string>());
        foreach (var unit in handOver.Units)
        {
            queries.AddRange(Rooms(unit));
            queries.AddRange(Shades(unit));
            queries.AddRange(Edges(unit, protocol));
            var file = handOver.Files.FirstOrDefault(one => one.Kind == HandOverFileKind.Cut && one.Tooth == unit.Tooth);
            if (file is null || unit.Measured is not { FinishLine.Count: > 2 } measured)
                unseen.Add($"{unit.Tooth}: no scan came along, so margin and undercut can't be looked at before the model is here.");
            else if (MeshOf(open, file.Path) is { } mesh)
                queries.AddRange(LookedAt.Of(unit, measured, mesh, protocol));
            else
                unseen.Add($"{unit.Tooth}: {file.Path} can't be read.");
        }
        return new LaboratoryAnswer
        {
            Format = LaboratoryAnswer.FormatName,
            Version = 1,
            HandOver = handOver.Id,
            At = at,
            By = Name,
            Simulated = true,
            Queries = queries,
            Unseen = unseen,
        };
    }

    private static Mesh? MeshOf(Func<string, Stream> open, string path)
    {
        try
        {
            using var content = open(path);
            return MeshFile.Read(content, path);
        }
        catch (MeshFileException)
        {
            return null;
        }
    }

    /// <summary>One question a tooth, however many zones are short: it gets one answer. The one that lacks most is named first.</summary>
    private static IEnumerable<LaboratoryQuery> Rooms(HandOverUnit unit)
    {
        RoomDocument[] low =
        [
            .. unit
                .Rooms.Where(room => room.Standing == RoomStanding.Short)
                .OrderByDescending(room => room.LeastMm - (HandOver.Found(room) ?? 0)),
        ];
        if (low is not [var worst, .. var others])
            yield break;
        yield return new LaboratoryQuery(
            unit.Tooth,
            QueryKind.Room,
            $"{HandOver.Short(worst, MaterialOf(unit)).UpperFirst()}. {Asked("Short", string.Join("; ", others.Select(HandOver.ShortOf)))} "
                + "cut again, may it come out thinner, or is another material wanted?",
            worst.Zone,
            HandOver.Found(worst),
            worst.LeastMm
        );
    }

    /// <summary>"Is it", or of several "Short too: … Are they": what follows is asked of all of them.</summary>
    private static string Asked(string fault, string others) => others.Length == 0 ? "Is it" : $"{fault} too: {others}. Are they";

    private static string MaterialOf(HandOverUnit unit) => unit.What.Split(", ", 2)[^1];

    private static IEnumerable<LaboratoryQuery> Shades(HandOverUnit unit)
    {
        if (unit is { NeedsShade: true, Shade: null })
            yield return new(unit.Tooth, QueryKind.Shade, "No shade is given. Which one?");
    }

    /// <summary>Edges that the mill's tool can't follow: it would cut past them, and the ceramic over them comes out thinner.</summary>
    private static IEnumerable<LaboratoryQuery> Edges(HandOverUnit unit, Protocol protocol)
    {
        var (least, tool) = (protocol.Inspection.EdgeLeastRadiusMm.Value, protocol.Milling.ToolDiameterMm.Value);
        if (!unit.NeedsShade || unit.Measured is not { } measured)
            yield break;
        EdgeFigures[] sharp =
        [
            .. measured.Edges.Where(edge => edge.RadiusMm < least && edge.MilledPastMm > 0).OrderByDescending(edge => edge.MilledPastMm),
        ];
        if (sharp is not [var worst, .. var others])
            yield break;
        var also = string.Join(", ", others.Select(edge => edge.Side).Distinct());
        yield return new(
            unit.Tooth,
            QueryKind.SharpEdge,
            string.Create(
                CultureInfo.InvariantCulture,
                $"The {worst.Side} edge has a radius of {HandOver.Said(worst.RadiusMm)}; a tool of {tool:0.0} cuts "
                    + $"{worst.MilledPastMm:0.00} past it. {Asked("Sharp", also)} "
                    + $"rounded, or made thinner there?"
            ),
            null,
            worst.RadiusMm,
            least,
            worst.At
        );
    }
}

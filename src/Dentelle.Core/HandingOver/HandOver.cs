using System.Globalization;
using Dentelle.Core.Exchange;
using Dentelle.Core.Inspecting;
using Dentelle.Core.Plans;
using Dentelle.Core.Protocols;
using Dentelle.Core.Restorations;
using Dentelle.Geometry;

namespace Dentelle.Core.HandingOver;

/// <summary>What is known of one tooth when it goes to the laboratory.</summary>
public sealed record HandedTooth
{
    public required Plan Plan { get; init; }

    /// <summary>The material as the practice calls it.</summary>
    public required string MaterialName { get; init; }

    /// <summary>Standing readings, the newest first.</summary>
    public IReadOnlyList<TakenReading> Readings { get; init; } = [];

    /// <summary>As the newest scans show it; null where there are none.</summary>
    public ScannedTooth? Scan { get; init; }

    public string? Shade { get; init; }

    public string? StumpShade { get; init; }

    public string? Wishes { get; init; }

    /// <summary>Cautions that were answered, and what was done otherwise than planned: sentences.</summary>
    public IReadOnlyList<string> Said { get; init; } = [];
}

/// <param name="Simulated">Whether the stand-in scanner made them.</param>
public sealed record ScannedTooth(MeasuredTooth Tooth, bool Simulated);

/// <summary>Puts together what a laboratory needs of a tooth.</summary>
public static class HandOver
{
    /// <summary>Who leans by less stands along the axis.</summary>
    private const double LeastLean = 1;

    public static HandOverUnit Of(HandedTooth tooth, Protocol protocol)
    {
        var (plan, scan) = (tooth.Plan, tooth.Scan);
        RoomDocument[] rooms = [.. ReachedRoom.Of(plan, tooth.Readings, scan, protocol)];
        var converges = plan.Rules().HasWalls;
        var (target, least, most) = (plan.Convergence.Value.Target, plan.Convergence.Value.Least, plan.Convergence.Value.Most);
        return new HandOverUnit
        {
            Tooth = plan.Tooth.Iso,
            ToothName = plan.Tooth.Name,
            Restoration = plan.Restoration,
            Material = plan.Material.Value,
            What = $"{plan.Restoration.Words()}, {tooth.MaterialName.LowerFirst()}",
            NeedsShade = plan.MaterialClass != MaterialClass.Metal,
            Shade = tooth.Shade,
            StumpShade = tooth.StumpShade,
            Wishes = tooth.Wishes,
            BridgeWith = plan.Bridge is { } bridge ? [.. bridge.Teeth.Select(one => one.Iso).Where(iso => iso != plan.Tooth.Iso)] : null,
            Rooms = rooms,
            Margin = [.. plan.Margin.Pieces.Select(piece => Of(piece, scan?.Tooth.Margin))],
            TocDeg = converges ? new(target.Degrees, least.Degrees, most.Degrees) : null,
            Path = MeasureDocument.Three(plan.Path),
            PathWords = WordsOf(plan.Path),
            Measured = scan is null ? null : Of(scan, protocol),
            Warnings = [.. rooms.Where(room => room.Standing == RoomStanding.Short).Select(room => Warning(room, tooth)), .. tooth.Said],
        };
    }

    /// <summary>"0.8 of room at the mesiofacial cusp, zirconia needs 1.0": what was reached at least.</summary>
    public static string Short(RoomDocument room, string material) =>
        $"{Reached(room)} of room {Place(room.Words)}, {material.LowerFirst()} needs {Said(room.LeastMm)}";

    /// <summary>The same in a list, where the material is known: "0.99 of 1.4 (outer bevel, mesial)".</summary>
    internal static string ShortOf(RoomDocument room) => $"{Reached(room)} of {Said(room.LeastMm)} {Place(room.Words)}";

    private static string Reached(RoomDocument room)
    {
        var upTo = room is { LeastFoundMm: null, UpToMm: not null } ? "less than " : "";
        return $"{upTo}{Said(Found(room) ?? 0)}";
    }

    /// <summary>The number that is short.</summary>
    public static double? Found(RoomDocument room) => room.LeastFoundMm ?? room.UpToMm ?? room.ReachedMm;

    private static string Warning(RoomDocument room, HandedTooth tooth) => $"{Short(room, tooth.MaterialName).UpperFirst()}.";

    private static string Place(string zone) => $"({zone.LowerFirst()})";

    /// <summary>"Along the tooth's axis", "tipped 6° to mesial".</summary>
    private static string WordsOf(Vec3 path)
    {
        var lean = double.RadiansToDegrees(Math.Acos(Math.Clamp(path.Unit.Z, -1, 1)));
        if (lean < LeastLean)
            return "along the tooth's axis";
        var to = new[]
        {
            (Part: path.X, Side: "mesial"),
            (Part: -path.X, Side: "distal"),
            (Part: path.Y, Side: "facial"),
            (Part: -path.Y, Side: "lingual"),
        }
            .OrderByDescending(side => side.Part)
            .ToArray();
        // A second side is named where it has a good part in it.
        var aside = to[1].Part > to[0].Part / 3 ? $" and {to[1].Side}" : "";
        return string.Create(CultureInfo.InvariantCulture, $"tipped {lean:0}° to {to[0].Side}{aside}");
    }

    private static MarginHandedOver Of(MarginPiece piece, MarginMeasure? measured)
    {
        var segment = measured?.Segments.FirstOrDefault(one => one.Segment == piece.Segment);
        return new(
            piece.Segment,
            piece.Design,
            piece.Width.Value.Target.Rounded,
            piece.Level.Value.Rounded,
            segment?.Width is { } width ? Math.Round(width, 2) : null,
            segment is null ? null : Math.Round(segment.Level, 2) + 0.0
        );
    }

    private static MeasuredForLaboratory Of(ScannedTooth scan, Protocol protocol)
    {
        var all = MeasureDocument.From(scan.Tooth, protocol, [], null);
        return new(
            all.Walls,
            all.Edges ?? [],
            [.. scan.Tooth.Line?.Stations.Select(station => Places.Rounded(station.Place)) ?? []],
            scan.Simulated
        );
    }

    internal static string Said(double length) => length.ToString("0.0#", CultureInfo.InvariantCulture);
}

internal static class Places
{
    public static double[] Rounded(Vec3 at) => [Math.Round(at.X, 3) + 0.0, Math.Round(at.Y, 3) + 0.0, Math.Round(at.Z, 3) + 0.0];
}

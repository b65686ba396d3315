using Dentelle.Core.Plans;

namespace Dentelle.Core.Planning.Cautions;

/// <summary>Cautions about what is planned in one zone.</summary>
internal static class ZoneCautions
{
    public static readonly IReadOnlyList<CautionKind<ZonePlan, UnitScene>> Kinds =
    [
        new("below-material-least", (zone, scene) =>
            zone.Thickness.Target < zone.Needed.Least
                ? $"{zone.Zone.Words}: {scene.Entry.Name.ToLowerInvariant()} needs at least {zone.Needed.Least}, this "
                    + $"tooth gives {zone.Thickness.Target}. Choose another material."
                : null
        )
        {
            MustBeAnswered = (_, _) => true,
        },
        new("nothing-to-cut", (zone, _) =>
            zone.Depth.Value.Target <= Mm.Zero && zone.BuildOut > Mm.Zero
                ? $"{zone.Zone.Words}: nothing is cut, the restoration is {zone.BuildOut} thick. Check that it seats "
                    + "and that the surface is roughened."
                : null
        ),
        new("unsupported-ceramic", Unsupported)
        {
            Limit = scene => scene.Protocol.Cautions.UnsupportedCeramicMostMm,
            MustBeAnswered = (_, _) => true,
        },
        new("build-out-exceeds-room", (zone, _) =>
            zone.RoomBefore is { } room && zone.BuildOut > room
                ? $"{zone.Zone.Words}: built out {zone.BuildOut} where only {room} of room was measured. It will be high."
                : null
        ),
        new("room-large", (zone, scene) =>
            zone.RoomBefore is not null && zone.ExpectedClearance.Target.Value > scene.Protocol.Cautions.RoomMostMm.Value
                ? $"{zone.Zone.Words}: {zone.ExpectedClearance.Target} of room after cutting, more than "
                    + $"{new Mm(scene.Protocol.Cautions.RoomMostMm.Value)}. Use the room that is there."
                : null
        )
        {
            Limit = scene => scene.Protocol.Cautions.RoomMostMm,
        },
    ];

    private static string? Unsupported(ZonePlan zone, UnitScene scene)
    {
        var (thickness, most) = (zone.Depth.Value.Target + zone.BuildOut, scene.Protocol.Cautions.UnsupportedCeramicMostMm.Value);
        return !scene.Plan.IsUnsupported(zone, scene.Protocol)
            ? null
            : $"{zone.Zone.Words}: {thickness} from tooth to surface, more than {new Mm(most)} without support. Build "
                + "a core or change the material.";
    }
}

using Dentelle.Core.Plans;
using Dentelle.Core.Restorations;

namespace Dentelle.Core.Planning;

/// <summary>
/// How far the restoration will stand outside the present surface: chosen, or what findings ask for. A thicker build-out is
/// less cut.
/// </summary>
internal static class BuildOuts
{
    /// <param name="zone">Where.</param>
    /// <param name="thickness">What the restoration needs there.</param>
    /// <param name="room">Room before cutting; null when not measured.</param>
    /// <param name="context">The unit.</param>
    /// <param name="decision">What was chosen; a chosen build-out stands alone.</param>
    public static IReadOnlyList<(Mm By, Reason Because)> At(Zone zone, MmRange thickness, Mm? room, PlanContext context, Decision decision)
    {
        if (decision.BuildOut.At(zone) is { } chosen)
        {
            if (chosen == Mm.Zero)
                return [];
            var side = chosen > Mm.Zero ? "outside" : "inside";
            return
            [
                (
                    chosen,
                    new Reason(
                        $"The restoration will stand {Mm.Most(chosen, -chosen)} {side} the present surface",
                        (-chosen).Rounded,
                        "P",
                        Standing.Assumed
                    )
                ),
            ];
        }
        var found = new List<(Mm By, Reason Because)>();
        Wear(zone, context, found);
        Tilt(zone, context, found);
        Turn(zone, context, found);
        Gap(zone, context, found);
        if (context.School == BuildOutSchool.RoomDriven && room is { } there && there > Mm.Zero)
        {
            var used = Mm.Most(Mm.Zero, Mm.Least(there, thickness.Target) - new Mm(found.Sum(step => Math.Max(0, step.By.Value))));
            if (used > Mm.Zero)
                found.Add((used, new Reason($"Room already there: {there} measured", (-used).Rounded, "P", Standing.CommonPractice)));
        }
        return found;
    }

    private static void Wear(Zone zone, PlanContext context, List<(Mm, Reason)> found)
    {
        if (context.Findings.Wear.At(zone) is not { } worn || worn <= Mm.Zero)
            return;
        // Worn teeth often rise after the wear: height is only brought back where the bite was measured to have the room.
        var room = zone.Occludes ? context.Assessment.RoomBefore.At(zone) ?? Mm.Zero : worn;
        var rebuilt = Mm.Least(worn, room);
        var text =
            rebuilt == Mm.Zero ? $"Worn by {worn}, but no room was measured in the bite: counted from the present surface"
            : rebuilt < worn ? $"Worn by {worn}; the bite has room for {rebuilt} of it: counted from there"
            : $"Worn by {worn}: counted from the rebuilt surface, not from the facet";
        found.Add((rebuilt, new Reason(text, (-rebuilt).Rounded, "P", Standing.CommonPractice)));
    }

    /// <summary>A tooth that leans has sunk on the side it leans to and risen on the other; the restoration stands upright again.</summary>
    private static void Tilt(Zone zone, PlanContext context, List<(Mm, Reason)> found)
    {
        var along = zone switch
        {
            { Kind: ZoneKind.MesialRidge } => 0.5,
            { Kind: ZoneKind.DistalRidge } => -0.5,
            { Cusp: Cusp.Mesiofacial or Cusp.Mesiolingual } => 0.25,
            { Cusp: Cusp.Distofacial or Cusp.Distolingual or Cusp.Distal } => -0.25,
            _ => 0,
        };
        var form = context.Assessment.Form;
        Lean(along * form?.Mesiodistal.Value, context.Findings.TiltDeg, "mesial", "distal", "end");
        var across = zone.Cusp is { } cusp ? (cusp.IsFacial() ? 0.5 : -0.5) : 0;
        Lean(across * form?.Intercuspal?.Value, context.Findings.FacialTiltDeg, "facial", "lingual", "side");

        void Lean(double? arm, double tilt, string one, string other, string part)
        {
            if (arm is not { } reach || new Mm(reach * Math.Sin(double.DegreesToRadians(tilt))).Told is var sunk && sunk == Mm.Zero)
                return;
            var (way, what) = (tilt > 0 ? one : other, sunk > Mm.Zero ? "lower" : "higher");
            found.Add(
                (
                    sunk,
                    new Reason(
                        $"Leaning {Math.Abs(tilt):0}° to the {way}: this {part} stands {Mm.Most(sunk, -sunk)} {what}",
                        (-sunk).Rounded,
                        "P",
                        Standing.Assumed
                    )
                )
            );
        }
    }

    /// <summary>
    /// A turned tooth's facial stands out of the row on one side and has gone in on the other; the restoration is in line.
    /// </summary>
    private static void Turn(Zone zone, PlanContext context, List<(Mm, Reason)> found)
    {
        var turn = context.Findings.RotationDeg;
        if (turn == 0 || zone.Half is not { } half || context.Assessment.Form?.Mesiodistal is not { } width)
            return;
        // In the middle of the half.
        var off = new Mm(width.Value / 4 * Math.Sin(double.DegreesToRadians(Math.Abs(turn)))).Told;
        var standsOut = turn > 0 == (half == ProximalSide.Mesial);
        if (off == Mm.Zero)
            return;
        found.Add(
            (
                standsOut ? -off : off,
                new Reason(
                    $"Turned by {Math.Abs(turn):0}°: the {Kebab.Of(half)} half {(standsOut ? "stands out" : "has gone in")} by {off}",
                    (standsOut ? off : -off).Rounded,
                    "P",
                    Standing.Assumed
                )
            )
        );
    }

    private static void Gap(Zone zone, PlanContext context, List<(Mm, Reason)> found)
    {
        var side = zone.Kind switch
        {
            ZoneKind.Mesial => ProximalSide.Mesial,
            ZoneKind.Distal => ProximalSide.Distal,
            _ => (ProximalSide?)null,
        };
        if (side is not { } here || !context.Findings.Gap.TryGetValue(here, out var gap) || gap <= Mm.Zero)
            return;
        found.Add((gap, new Reason($"Closes the gap of {gap} to the neighbour", (-gap).Rounded, "P", Standing.CommonPractice)));
    }
}

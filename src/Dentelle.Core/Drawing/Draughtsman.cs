using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Core.Drawing;

/// <summary>
/// Draws a preparation: sections through both bodies and the view from above. It adds nothing to the plan. Pure but for
/// forms that are kept.
/// </summary>
public static class Draughtsman
{
    public static UnitDrawing Draw(Preparation preparation, Protocol protocol, ToothForms forms)
    {
        SectionDrawing[] painted = [.. preparation.Sections.Select(section => SectionPainter.Paint(preparation, section, protocol.Shape))];
        var plan = preparation.Plan;
        var above = FromAbove.Draw(preparation);
        return new UnitDrawing(
            preparation.Present.Form.Size,
            forms.For(plan.Tooth).SizeSource,
            plan.Assessment.MeasuredSize != MeasuredSize.None,
            painted[..^1],
            painted[^1],
            above,
            PlatePoints.Of(preparation, painted, above, protocol),
            RoundMarks.Of(preparation)
        );
    }

    /// <summary>The teeth round a tooth when an average arch closes, each with its part, in the frame of the tooth as it stands.</summary>
    public static (string Part, Mesh Surface)[] TeethAround(Preparation preparation, ToothForms forms)
    {
        var (present, tooth) = (preparation.Present, preparation.Plan.Tooth);
        var around = Surroundings.Of(present, Arch.Of(forms));
        return
        [
            .. around.Neighbours.Select(near => ("neighbour", present.Standing(near.Surface, tooth))),
            .. around.Antagonists.Select(near => ("antagonist", present.Standing(near.Surface, tooth))),
        ];
    }

    /// <summary>What stands round a tooth when an average arch closes.</summary>
    public static ArchDrawing Around(Preparation preparation, Protocol protocol, ToothForms forms)
    {
        var (present, plan, arch) = (preparation.Present, preparation.Plan, Arch.Of(forms));
        var lines = LinesAround.Of(present, protocol.Estimates, arch);
        var around = Surroundings.Of(present, arch);
        var contacts = PlatePoints.Contacts(preparation, around);
        if (preparation.Cut is not { } surface || plan.Zones.Count != preparation.Zones.All.Count)
            return new ArchDrawing(lines, new Dictionary<string, ArchRoom>(), contacts);
        var (_, labels) = present.Labels(plan.Assessment.Crossbite, protocol.Shape.BevelHeightMm.Value);
        var before = around.RoomBefore(present, labels, plan.Zones.Count);
        var occluding = Array.ConvertAll(surface.Zones, zone => zone >= 0 && plan.Zones[zone].Zone.Occludes ? zone : -1);
        var cut = around.Nearest(surface.Places, occluding, plan.Zones.Count);
        var rooms =
            from at in plan.Zones.Select((zone, i) => (zone.Zone, i))
            where at.Zone.Occludes && double.IsFinite(before[at.i])
            select (at.Zone.Name, Room: new ArchRoom(new Mm(before[at.i]), double.IsFinite(cut[at.i]) ? new Mm(cut[at.i]) : null));
        return new ArchDrawing(lines, rooms.ToDictionary(room => room.Name, room => room.Room), contacts);
    }
}

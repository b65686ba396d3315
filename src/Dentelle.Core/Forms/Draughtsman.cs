using Dentelle.Core.Planning;
using Dentelle.Core.Protocols;
using Dentelle.Core.Teeth;
using Dentelle.Geometry;

namespace Dentelle.Core.Forms;

/// <summary>Cuts a plan into the body of its tooth and draws it: sections through both bodies and the view from above. Pure but for forms that are kept.</summary>
public static class Draughtsman
{
    /// <summary>The planned body; a problem when the plan can't be cut out of a tooth of this size.</summary>
    public static Answer<PlannedBody> Cut(Plan plan, Handbook handbook)
    {
        if (!HasBody(plan.Restoration))
            return new Problem("no-body", $"The preparation for a {plan.Restoration.Words()} can't be shown or written as a body yet.");
        if (!Present(plan, handbook).Is(out var present, out var problem))
            return problem;
        if (plan.Restoration.IsVeneer())
            return new VeneerForm(present, plan, handbook.Protocol);
        if (plan.Restoration.IsIntracoronal())
            return new CavityForm(present, plan, handbook.Protocol);
        return PlannedForm.Cut(present, plan, handbook.Protocol.Shape).Is(out var planned, out problem) ? planned : problem;
    }

    private static bool HasBody(Restoration restoration) => restoration != Restoration.Pontic;

    /// <summary>The tooth as it stands; a problem when its measured size is none that such a tooth has.</summary>
    private static Answer<PresentTooth> Present(Plan plan, Handbook handbook)
    {
        var form = handbook.Forms.For(plan.Tooth);
        return Slip(plan, form, handbook.Protocol) is { } slip
            ? slip
            : handbook.Forms.Tooth(plan.Tooth, form.SizeFor(plan.Assessment.MeasuredSize));
    }

    /// <summary>Sizes that rules count with.</summary>
    public static FormFigures Figures(ToothCode tooth, MeasuredSize measured, Handbook handbook)
    {
        var parameters = handbook.Forms.For(tooth);
        var size = parameters.SizeFor(measured);
        Mm? tips = parameters.Cusps is { } cusps ? new Mm(Math.Round(Rows(cusps) * size.Faciolingual / 2, 2)) : null;
        return new(new(size.Length), new(size.Mesiodistal), tips);

        // Cusps stand at fractions of the half width; the rows are as far apart as their middles.
        static double Rows(IReadOnlyDictionary<string, double[]> cusps)
        {
            var rows = cusps.ToLookup(entry => Kebab.TryParse<Cusp>(entry.Key, out var cusp) && cusp.IsFacial(), entry => entry.Value[1]);
            return rows[true].Average() - rows[false].Average();
        }
    }

    /// <returns>The drawing, or a problem when the plan can't be cut out of a tooth of this size.</returns>
    public static Answer<UnitDrawing> Draw(Plan plan, Handbook handbook)
    {
        if (plan.Restoration != Restoration.Crown)
            return WithoutWalls(plan, handbook);
        if (!Present(plan, handbook).Is(out var present, out var problem))
            return problem;
        var habits = handbook.Protocol.Shape;
        if (!PlannedForm.Cut(present, plan, habits).Is(out var planned, out problem))
            return problem;
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, habits.BevelHeightMm.Value);
        var bodies = new UnitBodies(present, planned, zones, labels);
        SectionDrawing[] painted =
        [
            .. present.Sections(handbook.Protocol.Estimates).Select(section => SectionPainter.Paint(plan, bodies, section, habits)),
        ];
        var (across, along) = (painted[..^1], painted[^1]);
        var cut = CutSurface.Of(planned, labels);
        var outcomes = Outcomes.Of(bodies, cut);
        var size = present.Form.Size;
        return new UnitDrawing(
            size,
            handbook.Forms.For(plan.Tooth).SizeSource,
            plan.Assessment.MeasuredSize != MeasuredSize.None,
            across,
            along,
            FromAbove.Draw(plan, bodies),
            present,
            planned,
            outcomes,
            [.. Walls(plan, painted, handbook.Protocol), .. Edge(plan, across[0], outcomes, habits)]
        )
        {
            Cut = cut,
        };
    }

    /// <summary>Restorations that have no walls, or whose body is not made: then the tooth stands as it is, with the plan's zones.</summary>
    private static Answer<UnitDrawing> WithoutWalls(Plan plan, Handbook handbook)
    {
        if (!Present(plan, handbook).Is(out var present, out var problem))
            return problem;
        var body = HasBody(plan.Restoration) ? Cut(plan, handbook).Value : null;
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, handbook.Protocol.Shape.BevelHeightMm.Value);
        var sections = present.Sections(handbook.Protocol.Estimates);
        SectionDrawing[] painted =
        [
            .. sections.Select(section => SectionPainter.PaintPresent(plan, zones, section, body, handbook.Protocol.Shape)),
        ];
        // The facial wall of a partial crown stays: mesially and distally it has walls like a crown.
        if (body is PlannedForm walled)
            painted[^1] = painted[^1] with { Planned = SectionPainter.Walls(plan, walled, sections[^1]) };
        var own = Places(plan, zones, labels);
        var cut = body is null ? null : CutSurface.Of(body, own);
        return new UnitDrawing(
            present.Form.Size,
            handbook.Forms.For(plan.Tooth).SizeSource,
            plan.Assessment.MeasuredSize != MeasuredSize.None,
            painted[..^1],
            painted[^1],
            FromAbove.DrawPresent(plan, present, own),
            present,
            body,
            body is null || cut is null ? [] : Outcomes.Taken(body, cut),
            []
        )
        {
            Cut = cut,
        };
    }

    /// <summary>Numbers of the plan's zones instead of the tooth's: a plan may leave some out.</summary>
    private static int[] Places(Plan plan, SurfaceZones zones, int[] labels)
    {
        var places = zones
            .All.Select(zone => Enumerable.Range(0, plan.Zones.Count).FirstOrDefault(i => plan.Zones[i].Zone == zone, -1))
            .ToArray();
        return Array.ConvertAll(labels, label => label < 0 ? -1 : places[label]);
    }

    /// <summary>What stands round a drawn unit when an average arch closes.</summary>
    public static ArchDrawing Around(UnitDrawing drawing, Handbook handbook)
    {
        var (present, arch) = (drawing.Present, handbook.Forms.Closed);
        var around = present.Around(arch);
        if (drawing is not { Body: { Plan: var plan }, Cut: { } surface })
            return new ArchDrawing(present.LinesAround(handbook.Protocol.Estimates, arch), new Dictionary<string, ArchRoom>());
        var (zones, labels) = present.Labels(plan.Assessment.Crossbite, handbook.Protocol.Shape.BevelHeightMm.Value);
        if (plan.Zones.Count != zones.All.Count)
            return new ArchDrawing(present.LinesAround(handbook.Protocol.Estimates, arch), new Dictionary<string, ArchRoom>());
        var before = present.RoomBefore(labels, around, plan.Zones.Count);
        var occluding = Array.ConvertAll(surface.Zones, zone => zone >= 0 && plan.Zones[zone].Zone.Occludes ? zone : -1);
        var cut = around.Nearest(surface.Places, occluding, plan.Zones.Count);
        return new ArchDrawing(
            present.LinesAround(handbook.Protocol.Estimates, arch),
            plan.Zones.Select((zone, i) => (zone.Zone, i))
                .Where(at => at.Zone.Occludes && double.IsFinite(before[at.i]))
                .ToDictionary(
                    at => at.Zone.Name,
                    at => new ArchRoom(new Mm(before[at.i]), double.IsFinite(cut[at.i]) ? new Mm(cut[at.i]) : null)
                )
        );
    }

    private static Problem? Slip(Plan plan, FormParameters form, Protocol protocol)
    {
        var measured = plan.Assessment.MeasuredSize;
        return Check("length", measured.Length, form.Dims[0])
            ?? Check("mesiodistal width", measured.Mesiodistal, form.Dims[1])
            ?? Check("faciolingual width", measured.Faciolingual, form.Dims[3]);

        Problem? Check(string what, Mm? value, double average) =>
            value is { } given && !protocol.Plausible.SizeRatio.Include(given.Value / average)
                ? new Problem(
                    "implausible",
                    $"A {what} of {given} for the {plan.Tooth.Name} is far from the average {new Mm(average)}; check the number."
                )
                : null;
    }

    // A blade that loses from both sides can be gone before its edge is as low as planned.
    private static IEnumerable<Caution> Edge(Plan plan, SectionDrawing across, IReadOnlyList<ZoneOutcome> outcomes, ShapeHabits shape)
    {
        if (outcomes.FirstOrDefault(outcome => outcome.Zone.Kind == ZoneKind.Edge) is not { } edge)
            yield break;
        var level = across.Present.Max(point => point.Y) - edge.Usual.Value - shape.OuterEdgeRadiusMm.Value;
        var wide = new Mm(WidthAt(across.Planned!.Outline, level));
        if (wide.Value >= shape.EdgeLeastWidthMm.Value)
            yield break;
        yield return new(
            "edge-thin",
            $"On this form facial and lingual cuts leave an edge {wide} wide where {new Mm(shape.EdgeLeastWidthMm.Value)} is wanted; it ends {edge.Usual} down, {plan.Zone(edge.Zone.Name)!.Depth.Value.Target} are planned. Cut less of both toward the edge.",
            edge.Zone.Name
        );
    }

    private static double WidthAt(Polygon outline, double level)
    {
        var crossings = new List<double>();
        for (var i = 0; i < outline.Points.Count; i++)
        {
            var (a, b) = (outline.Points[i], outline.Points[(i + 1) % outline.Points.Count]);
            if (a.Y > level != b.Y > level)
                crossings.Add(a.X + ((b.X - a.X) * (level - a.Y) / (b.Y - a.Y)));
        }
        return crossings.Count < 2 ? 0 : crossings.Max() - crossings.Min();
    }

    private static IEnumerable<Caution> Walls(Plan plan, IEnumerable<SectionDrawing> sections, Protocol protocol)
    {
        // A front tooth's lingual slope is no wall; its walls are the proximal ones.
        var walled = sections.Where(section => !plan.Tooth.IsFront || section.Plane == SectionPlane.Mesiodistal).ToArray();
        var shortest = walled.MinBy(section => Math.Min(section.Planned!.NearWall, section.Planned.FarWall))!;
        var wall = new Mm(Math.Min(shortest.Planned!.NearWall, shortest.Planned.FarWall));
        var least = protocol.Walls.LeastHeightMm.For(plan.Tooth);
        var slimmest = walled.MinBy(Slenderness)!;
        var ratio = protocol.Walls.LeastHeightToBase.Value;
        if (wall.Value < least.Value)
        {
            yield return new(
                "wall-short",
                wall <= Mm.Zero
                    ? $"No wall is left on one side of this form ({Kebab.Of(shortest.Plane)}); at least {new Mm(least.Value)} is wanted. Lower the margin, choose a material that needs less, or bond."
                    : $"The shortest wall comes out {wall} high on this form ({Kebab.Of(shortest.Plane)}), {Slenderness(shortest):0.00} of its base; at least {new Mm(least.Value)} and {ratio:0.0} are wanted. Lower the margin, add grooves, or bond."
            );
        }
        else if (Slenderness(slimmest) < ratio)
        {
            yield return new(
                "wall-to-base",
                $"Wall height is {Slenderness(slimmest):0.00} of the base ({Kebab.Of(slimmest.Plane)}); at least {ratio:0.0} is wanted."
            );
        }

        static double Slenderness(SectionDrawing section) =>
            Math.Min(section.Planned!.NearWall, section.Planned.FarWall) / section.Planned.Base;
    }
}

using System.Numerics;
using System.Text.Json.Serialization;
using Dentelle.Core.Anatomy;
using Dentelle.Core.Dentition;
using Dentelle.Core.Preparing;
using Dentelle.Core.Protocols;
using Dentelle.Geometry;
using Dentelle.Geometry.Trees;

namespace Dentelle.Core.Drawing;

[JsonConverter(typeof(KebabCase<PlatePointKind>))]
public enum PlatePointKind
{
    /// <summary>A piece of the margin; its width stands in the plan.</summary>
    Margin,

    /// <summary>Where a neighbour touches; the length is the room to it once the contact is cut open.</summary>
    Contact,

    /// <summary>Where walls and top meet; the length is the least radius there.</summary>
    Edge,
}

/// <summary>A place that is no zone, seen from above.</summary>
/// <param name="Where">Segment or side; empty for the edges.</param>
/// <param name="Reason">Its length; null where the plan holds the number, or where a contact stays as it is.</param>
public sealed record PlatePoint(PlatePointKind Kind, string Where, Vec2 At, Reason? Reason);

/// <summary>Finds those places of a preparation.</summary>
internal static class PlatePoints
{
    /// <summary>Less than this of the contact is taken by evening alone.</summary>
    private const double Opened = 0.1;

    /// <summary>How much of a neighbour beside the tooth counts, and how far from it is looked for; millimetres.</summary>
    private const double Beside = 1.5,
        Far = 6;

    /// <summary>Pieces of the margin, and the edges.</summary>
    public static IReadOnlyList<PlatePoint> Of(
        Preparation preparation,
        IReadOnlyList<SectionDrawing> sections,
        AboveDrawing above,
        Protocol protocol
    )
    {
        var margins = preparation.Walled is { } walled ? Around(preparation, walled) : Met(preparation, sections);
        // Toward the lingual corner, clear of the cusps' own points.
        if (above.Table.Count == 0)
            return [.. margins];
        var radius = protocol.Shape.OuterEdgeRadiusMm;
        var reason = new Reason(radius.Text ?? "Outer edges, least radius", radius.Value, radius.Source, radius.Standing);
        return [.. margins, new(PlatePointKind.Edge, "", above.Table.MaxBy(p => p.X - p.Y), reason)];
    }

    private static IEnumerable<PlatePoint> Around(Preparation preparation, PlannedForm walled) =>
        from piece in preparation.Plan.Margin.Pieces
        let angle = Segments.Angle(piece.Segment)
        select Margin(piece.Segment, walled.Margin.Out(angle, walled.Margin.Radius(angle)));

    /// <summary>Of a body that keeps no ring of its margin: where the sections meet it.</summary>
    private static IEnumerable<PlatePoint> Met(Preparation preparation, IReadOnlyList<SectionDrawing> sections) =>
        sections
            .Zip(preparation.Sections)
            .SelectMany(pair => pair.First.Margins.Select(mark => (mark.Segment, Place: On(pair.Second.Tooth, mark.At))))
            .DistinctBy(met => met.Segment)
            .Select(met => Margin(met.Segment, new Vec2(met.Place.X, met.Place.Y)));

    private static Vec3 On(ToothSection section, Vec2 flat) =>
        section.Present[Enumerable.Range(0, section.Outline.Count).MinBy(i => (section.Outline[i] - flat).Length)];

    private static PlatePoint Margin(Segment segment, Vec2 at) => new(PlatePointKind.Margin, Kebab.Of(segment), at, null);

    /// <summary>Where the neighbours of an average arch touch the tooth as it stands.</summary>
    public static IReadOnlyList<PlatePoint> Contacts(Preparation preparation, Surroundings around)
    {
        var frame = preparation.Walled?.Frame ?? PathFrame.Upright;
        var without = preparation.Plan.Assessment.Findings.NoNeighbour;
        return
        [
            .. Touching(preparation.Present, around)
                .Where(contact => !without.Contains(contact.Side))
                .Select(contact =>
                {
                    var seen = frame.ToPath(contact.At);
                    return new PlatePoint(PlatePointKind.Contact, Kebab.Of(contact.Side), new(seen.X, seen.Y), Room(preparation, contact));
                }),
        ];
    }

    /// <summary>How near what is cut comes to the neighbour; null where the contact stays.</summary>
    private static Reason? Room(Preparation preparation, Contact contact)
    {
        if (preparation is not { Body: { } body, Cut: { } cut })
            return null;
        if ((body.Surface.NearestVertex(contact.At) - contact.At).Length < Opened)
            return null;
        var side = Math.Sign(contact.At.X);
        Vector3[] facing = [.. cut.Places.Where(place => place.X * side > 0).Select(place => (Vector3)place)];
        return facing.Length == 0
            ? null
            : new(
                "Least room to the neighbour of an average arch once cut",
                contact.Neighbour.Distances(facing, Far).Min(),
                "P",
                Standing.Assumed
            );
    }

    private static IReadOnlyList<Contact> Touching(PresentTooth present, Surroundings around) =>
        present.Made.Get<IReadOnlyList<Contact>>((around, typeof(Contact)), () => [
                .. around.Neighbours.Select(
                    (near, i) =>
                    {
                        // Only the face it turns to the tooth is kept with it.
                        var beside = present.Surface.Box.Grown(Beside);
                        var tree = new MeshTree(
                            near.Surface.Where(triangle => beside.Contains(near.Surface.Positions[near.Surface.Corners[3 * triangle]]))
                        );
                        var places = present.Surface.Positions.ToArray();
                        var gaps = tree.Distances(places, Far);
                        return new Contact((ProximalSide)i, places[Array.IndexOf(gaps, gaps.Min())], tree);
                    }
                ),
            ]);

    private sealed record Contact(ProximalSide Side, Vec3 At, MeshTree Neighbour);
}

using Dentelle.Core.Plans;
using Dentelle.Geometry;

namespace Dentelle.Core.Preparing;

/// <summary>A groove or box as what a bur takes out of a wall: upright in the path's frame, open outwards and upwards.</summary>
internal sealed class WallSlot
{
    /// <summary>Sides open at least this much, millimetres per millimetre, so that they can be seen from the middle of the tooth.</summary>
    private const double Opening = 0.12;

    /// <summary>And toward the bite: the bur's own taper, so that nothing is undercut.</summary>
    private const double Taper = 0.03;

    private const double BoxCorner = 0.25;
    private readonly Vec2 back,
        outward;
    private readonly double half,
        corner,
        opening,
        floor;

    /// <param name="feature">What is cut.</param>
    /// <param name="ring">The finish line over which it ends.</param>
    /// <param name="tangent">How far the wall leans in per millimetre of height.</param>
    /// <param name="wallHeight">Its depth is met half-way up.</param>
    public WallSlot(RetentiveFeature feature, MarginRing ring, double tangent, double wallHeight)
    {
        var angle = Angle(feature.Side);
        half = feature.Width.Value.Value / 2;
        // A groove's back is as round as the bur; a box has a flat one with rounded corners.
        corner = feature.Kind == FeatureKind.Groove ? half : Math.Min(half, BoxCorner);
        var foot = ring.Radius(angle) - ring.Width(angle);
        var middle = foot - feature.Depth.Value.Value - (tangent * wallHeight / 2);
        back = ring.Out(angle, middle);
        outward = (ring.Out(angle, foot) - back).Unit;
        opening = Math.Max(Opening, (half / Math.Max(1, middle)) + 0.04);
        floor = ring.Level(angle) + feature.AboveMargin.Value.Value;
    }

    /// <summary>Distance outside what is taken out, negative inside it. About exact near its walls.</summary>
    public double At(Vec3 p)
    {
        var wider = Taper * Math.Max(0, p.Z - floor);
        var from = new Vec2(p.X, p.Y) - back;
        var (along, across) = (from.Dot(outward) + wider, Math.Abs((from.X * outward.Y) - (from.Y * outward.X)) - wider);
        var side = (across - half - (opening * Math.Max(0, along - corner))) / Math.Sqrt(1 + (opening * opening));
        var round = new Vec2(Math.Max(0, corner - along), Math.Max(0, across - half + corner)).Length - corner;
        return Math.Max(along < corner ? round : side, floor - p.Z);
    }

    public static double Angle(WallSide side) =>
        side switch
        {
            WallSide.Mesial => 0,
            WallSide.Facial => Math.PI / 2,
            WallSide.Distal => Math.PI,
            _ => -Math.PI / 2,
        };
}

using Dentelle.Geometry;
using Dentelle.Geometry.Meshing;

namespace Dentelle.Core.Anatomy;

/// <summary>A small stretch that gives the crown its exact length and widths; the neck stays.</summary>
internal readonly record struct SizeFit(double Up, double ScaleX, double ShiftX, double ScaleY, double ShiftY, double Length)
{
    private const double From = 0,
        To = 0.28;

    public static SizeFit Of(Sock sock, CrownSize size)
    {
        double Most(Func<Vec3, double> measure) => measure(sock.Extreme(measure));
        // A crown's length is measured on its facial side; lingual cusps of lower molars stand higher.
        var high = new Vec3(Most(p => p.X), Most(p => p.Y), Most(p => p.Y > 0 ? p.Z : 0));
        var low = new Vec3(-Most(p => -p.X), -Most(p => -p.Y), 0);
        var (scaleX, scaleY) = ((size.Mesiodistal / (high.X - low.X)) - 1, (size.Faciolingual / (high.Y - low.Y)) - 1);
        return new SizeFit(size.Length / high.Z, scaleX, 0, scaleY, 0, size.Length)
        {
            // The middle of the crown stays where it is.
            ShiftX = -scaleX * (low.X + high.X) / 2,
            ShiftY = -scaleY * (low.Y + high.Y) / 2,
        };
    }

    public Vec3 Done(Vec3 p, CrownShape shape)
    {
        var w = Weight(p.X, p.Y, p.Z, shape);
        return new Vec3(p.X + (w * ((ScaleX * p.X) + ShiftX)), p.Y + (w * ((ScaleY * p.Y) + ShiftY)), p.Z > 0 ? p.Z * Up : p.Z);
    }

    public Vec3 Undone(Vec3 p, CrownShape shape)
    {
        var z = p.Z > 0 ? p.Z / Up : p.Z;
        var w = Weight(p.X, p.Y, z, shape);
        return new Vec3((p.X - (w * ShiftX)) / (1 + (w * ScaleX)), (p.Y - (w * ShiftY)) / (1 + (w * ScaleY)), z);
    }

    private double Weight(double x, double y, double z, CrownShape shape)
    {
        if (z <= 0)
            return 0;
        if (z >= shape.HighestCervical + (To * Length))
            return 1;
        var axis = shape.Axis(z);
        return Curves.SmoothStep(From, To, (z - shape.Cervical(Math.Atan2(y - axis.Y, x - axis.X))) / Length);
    }
}

using Dentelle.Geometry;
using Dentelle.Geometry.Grids;

namespace Dentelle.Core.Anatomy;

/// <summary>The untouched form of one crown: negative inside, about a distance within some tenths of a millimetre of the surface.</summary>
/// <remarks>
/// Millimetres; x mesial, y facial, z to the bite, 0 at the neck's centre at the height of the facial cervical line. The frame is
/// right-handed for upper right and lower left teeth; the others are mirrored afterwards.
/// </remarks>
internal abstract class CrownShape
{
    private readonly AngleTable cervical;

    protected CrownShape(FormParameters form, CrownSize size, double cervicalPower)
    {
        (Form, Size) = (form, size);
        cervical = new AngleTable(angle => CervicalLine(angle, cervicalPower));
        HighestCervical = Enumerable.Range(0, AngleTable.Steps).Max(step => cervical[step]);
    }

    public FormParameters Form { get; }

    public CrownSize Size { get; }

    /// <summary>Lean of the axis from the neck's centre to the middle of the bite: mm of x and y per mm of height.</summary>
    public abstract Vec2 Lean { get; }

    public abstract double At(Vec3 p);

    /// <summary>Radius of the neck on the cervical line.</summary>
    public abstract double Neck(double angle);

    /// <summary>Height of the cervical line.</summary>
    /// <param name="angle">Radians, within a turn of 0 either way.</param>
    public double Cervical(double angle) => cervical.At(angle);

    /// <summary>Above this height all is crown, whatever the direction.</summary>
    public double HighestCervical { get; }

    /// <summary>Lowest facially and lingually, rising to mesial and distal.</summary>
    private double CervicalLine(double angle, double cervicalPower)
    {
        var (sin, cos) = Math.SinCos(angle);
        // Corrected for the neck's oval: the plain angle would give narrow necks a notch.
        var (c, s) = (cos / Size.MesiodistalAtNeck, sin / Size.FaciolingualAtNeck);
        var length = Math.Sqrt((c * c) + (s * s));
        var (along, across) = (Math.Pow(Math.Abs(c) / length, cervicalPower), Math.Pow(Math.Abs(s) / length, cervicalPower));
        return ((cos > 0 ? Form.Cerv.M : Form.Cerv.D) * along) + ((sin > 0 ? Form.Cerv.F : Form.Cerv.L) * across);
    }

    /// <summary>Where the axis stands at a height.</summary>
    public Vec2 Axis(double z) => Lean * Math.Max(z, 0);

    public static CrownShape Of(FormTable table, ToothCode tooth, CrownSize size)
    {
        var form = table.For(tooth);
        return tooth.IsFront ? new FrontCrown(form, size, table.Defaults) : new BackCrown(form, size, table.Defaults);
    }
}

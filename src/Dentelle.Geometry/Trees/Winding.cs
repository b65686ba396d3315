namespace Dentelle.Geometry.Trees;

/// <summary>
/// How often a surface winds round a point: 1 inside, 0 outside, between them at holes; it does not care about folded
/// triangles.
/// </summary>
/// <remarks>Far groups of triangles count as one dipole (Barill et al., ACM Trans. Graph. 2018;37:43, first order); near
/// ones by their exact
/// solid angles (van Oosterom and Strackee, IEEE Trans. Biomed. Eng. 1983;30:125).</remarks>
internal sealed unsafe class Winding
{
    /// <summary>A group counts as far beyond this many of its radii: an error of about a hundredth, where a half decides.</summary>
    private const double Far = 2.3;

    private readonly AlignedFloats nodes,
        leaves;
    private readonly Dipole[] dipoles;

    private readonly record struct Dipole(Vec3 Centre, Vec3 AreaVector, double Radius);

    public Winding(AlignedFloats nodes, int nodeCount, AlignedFloats leaves)
    {
        (this.nodes, this.leaves) = (nodes, leaves);
        dipoles = new Dipole[nodeCount * TreeLayout.Lanes];
        Sum(0);
    }

    /// <summary>The winding number at a point of the tree's coordinates.</summary>
    public double At(Vec3 p) => AtNode(0, p) / (4 * Math.PI);

    private (Vec3 Moment, Vec3 Vector, double Area) Sum(int node)
    {
        var (moment, vector, area) = (default(Vec3), default(Vec3), 0.0);
        for (var lane = 0; lane < TreeLayout.Lanes; lane++)
        {
            var child = ChildOf(node, lane);
            if (child == TreeLayout.None)
                continue;
            var part = TreeLayout.IsLeaf(child) ? SumLeaf(~child) : Sum(child);
            var centre = part.Area > 0 ? part.Moment / part.Area : default;
            dipoles[(node * TreeLayout.Lanes) + lane] = new Dipole(centre, part.Vector, Reach(node, lane, centre));
            (moment, vector, area) = (moment + part.Moment, vector + part.Vector, area + part.Area);
        }
        return (moment, vector, area);
    }

    private (Vec3 Moment, Vec3 Vector, double Area) SumLeaf(int leaf)
    {
        var (moment, vector, area) = (default(Vec3), default(Vec3), 0.0);
        foreach (var (a, b, c) in Triangles(leaf))
        {
            var twice = (b - a).Cross(c - a) / 2;
            var size = twice.Length;
            (moment, vector, area) = (moment + ((a + b + c) * (size / 3)), vector + twice, area + size);
        }
        return (moment, vector, area);
    }

    private double AtNode(int node, Vec3 p)
    {
        var sum = 0.0;
        for (var lane = 0; lane < TreeLayout.Lanes; lane++)
        {
            var child = ChildOf(node, lane);
            if (child == TreeLayout.None)
                continue;
            var dipole = dipoles[(node * TreeLayout.Lanes) + lane];
            var to = dipole.Centre - p;
            var distance = to.Length;
            if (distance > Far * dipole.Radius)
                sum += dipole.AreaVector.Dot(to) / (distance * distance * distance);
            else if (!TreeLayout.IsLeaf(child))
                sum += AtNode(child, p);
            else
                foreach (var (a, b, c) in Triangles(~child))
                    sum += SolidAngle(a - p, b - p, c - p);
        }
        return sum;
    }

    private static double SolidAngle(Vec3 a, Vec3 b, Vec3 c)
    {
        double la = a.Length,
            lb = b.Length,
            lc = c.Length;
        return 2 * Math.Atan2(a.Dot(b.Cross(c)), (la * lb * lc) + (a.Dot(b) * lc) + (b.Dot(c) * la) + (c.Dot(a) * lb));
    }

    /// <summary>The triangles of a leaf, each once: a short leaf repeats its last.</summary>
    private List<(Vec3 A, Vec3 B, Vec3 C)> Triangles(int leaf)
    {
        var at = leaves.Start + ((long)TreeLayout.LeafFloats * leaf);
        var found = new List<(Vec3, Vec3, Vec3)>(TreeLayout.Lanes);
        for (var lane = 0; lane < TreeLayout.Lanes; lane++)
        {
            if (lane > 0 && ((int*)at)[TreeLayout.Triangle + lane] == ((int*)at)[TreeLayout.Triangle + lane - 1])
                break;
            found.Add((Corner(at, TreeLayout.A, lane), Corner(at, TreeLayout.B, lane), Corner(at, TreeLayout.C, lane)));
        }
        return found;
    }

    private static Vec3 Corner(float* at, int row, int lane) => new(at[row + lane], at[row + 8 + lane], at[row + 16 + lane]);

    private int ChildOf(int node, int lane) => ((int*)(nodes.Start + ((long)TreeLayout.NodeFloats * node)))[TreeLayout.Child + lane];

    private double Reach(int node, int lane, Vec3 centre)
    {
        var at = nodes.Start + ((long)TreeLayout.NodeFloats * node);
        Vec3 low = Corner(at, TreeLayout.LowX, lane),
            high = Corner(at, TreeLayout.HighX, lane);
        return new Vec3(
            Math.Max(high.X - centre.X, centre.X - low.X),
            Math.Max(high.Y - centre.Y, centre.Y - low.Y),
            Math.Max(high.Z - centre.Z, centre.Z - low.Z)
        ).Length;
    }
}

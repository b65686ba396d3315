namespace Dentelle.Geometry.Fields;

/// <summary>A field sampled on a grid, but only near its surface: elsewhere just the side is kept.</summary>
/// <remarks>
/// Blocks of 8×8×8 samples; a block whose middle is farther from the surface than its own reach and the band holds no
/// samples.
/// </remarks>
public sealed class SampledField : IField
{
    internal const int Side = 8;
    private readonly float[]?[] blocks;
    private readonly bool[] inside;
    private readonly int acrossX,
        acrossY;

    private SampledField(Vec3 origin, double spacing, double band, (int X, int Y, int Z) blockCounts)
    {
        (Origin, Spacing, Band, BlockCounts) = (origin, spacing, band, blockCounts);
        (acrossX, acrossY) = (blockCounts.X, blockCounts.Y);
        var count = blockCounts.X * blockCounts.Y * blockCounts.Z;
        (blocks, inside) = (new float[count][], new bool[count]);
    }

    /// <summary>Where sample (0, 0, 0) stands.</summary>
    public Vec3 Origin { get; }

    public double Spacing { get; }

    /// <summary>Values are true at least this near to the surface.</summary>
    public double Band { get; }

    internal (int X, int Y, int Z) BlockCounts { get; }

    /// <summary>Share of the blocks that hold samples.</summary>
    public double Filled => (double)blocks.Count(b => b is not null) / blocks.Length;

    /// <param name="field">What to sample.</param>
    /// <param name="box">Where; grown to whole blocks.</param>
    /// <param name="spacing">Between samples.</param>
    /// <param name="band">How far from the surface samples are kept; at least two spacings.</param>
    /// <param name="progress">Gets the share done.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="ArgumentException">A grid of more than 2³⁰ samples.</exception>
    public static SampledField Of(
        IField field,
        Box3 box,
        double spacing,
        double band = 0,
        IProgress<double>? progress = null,
        CancellationToken cancel = default
    )
    {
        var size = box.Size / (spacing * Side);
        if (size.X * size.Y * size.Z > 1 << 21)
            throw new ArgumentException("The grid is too fine for its box.", nameof(spacing));
        var counts = (X: Blocks(size.X), Y: Blocks(size.Y), Z: Blocks(size.Z));
        var sampled = new SampledField(box.Low, spacing, Math.Max(band, 2 * spacing), counts);
        var done = 0;
        Parallel.For(0, sampled.blocks.Length, new ParallelOptions { CancellationToken = cancel }, block =>
        {
            sampled.Fill(field, block);
            if (progress is not null && Interlocked.Increment(ref done) is var now && now % 256 == 0)
                progress.Report((double)now / sampled.blocks.Length);
        });
        return sampled;
    }

    /// <summary>Between samples by three-way linear interpolation; far from the surface plus or minus the band.</summary>
    public double At(Vec3 p)
    {
        var q = (p - Origin) / Spacing;
        var (i, j, k) = (Whole(q.X), Whole(q.Y), Whole(q.Z));
        var (x, y, z) = (q.X - i, q.Y - j, q.Z - k);
        var sum = 0.0;
        for (var corner = 0; corner < 8; corner++)
        {
            var (a, b, c) = (corner & 1, (corner >> 1) & 1, corner >> 2);
            sum += (a == 1 ? x : 1 - x) * (b == 1 ? y : 1 - y) * (c == 1 ? z : 1 - z) * this[i + a, j + b, k + c];
        }
        return sum;
    }

    /// <summary>A sample; outside of the grid everything counts as outside the body.</summary>
    internal float this[int i, int j, int k]
    {
        get
        {
            if (i < 0 || j < 0 || k < 0 || i >= BlockCounts.X * Side || j >= BlockCounts.Y * Side || k >= BlockCounts.Z * Side)
                return (float)Band;
            var block = ((((k / Side) * acrossY) + (j / Side)) * acrossX) + (i / Side);
            return blocks[block] is { } samples ? samples[((((k % Side) * Side) + (j % Side)) * Side) + (i % Side)]
                : inside[block] ? -(float)Band
                : (float)Band;
        }
    }

    internal bool HasSamples(int block) => blocks[block] is not null;

    private void Fill(IField field, int block)
    {
        var corner = Corner(block);
        var reach = Spacing * (Side - 1) / 2.0;
        var atMiddle = field.At(corner + new Vec3(reach, reach, reach));
        if (Math.Abs(atMiddle) > (reach * Math.Sqrt(3)) + Band)
        {
            inside[block] = atMiddle < 0;
            return;
        }
        var samples = new float[Side * Side * Side];
        // Halves of the block whose middle is far from the surface have no samples of their own either.
        const int part = Side / 2;
        var near = Spacing * (part - 1) / 2.0;
        Span<Vec3> middles = stackalloc Vec3[8];
        Span<double> atMiddles = stackalloc double[8];
        for (var octant = 0; octant < 8; octant++)
            middles[octant] =
                corner + (new Vec3(octant & 1, (octant >> 1) & 1, octant >> 2) * (Spacing * part)) + new Vec3(near, near, near);
        field.At(middles, atMiddles);
        Span<Vec3> points = stackalloc Vec3[part * part * part];
        Span<double> values = stackalloc double[points.Length];
        for (var octant = 0; octant < 8; octant++)
        {
            var (x, y, z) = (part * (octant & 1), part * ((octant >> 1) & 1), part * (octant >> 2));
            var isFar = Math.Abs(atMiddles[octant]) > (near * Math.Sqrt(3)) + Band;
            if (isFar)
                values.Fill(atMiddles[octant] < 0 ? -Band : Band);
            else
            {
                for (var i = 0; i < points.Length; i++)
                    points[i] = corner + (new Vec3(x + (i % part), y + (i / part % part), z + (i / (part * part))) * Spacing);
                field.At(points, values);
            }
            for (var i = 0; i < points.Length; i++)
                samples[((((z + (i / (part * part))) * Side) + y + (i / part % part)) * Side) + x + (i % part)] = (float)values[i];
        }
        blocks[block] = samples;
    }

    private Vec3 Corner(int block) =>
        Origin + (new Vec3(block % acrossX, block / acrossX % acrossY, block / (acrossX * acrossY)) * (Spacing * Side));

    private static int Blocks(double size) => Math.Max(1, (int)Math.Ceiling(size + 0.125));

    private static int Whole(double x) => (int)Math.Floor(Math.Clamp(x, -2, 1 << 20));
}

using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using Floats = System.Runtime.Intrinsics.Vector256<float>;

namespace Dentelle.Geometry.Trees;

/// <summary>Sums of eight numbers at once that kernels and packets share.</summary>
internal static unsafe class EightLanes
{
    /// <summary>a·b + c, rounded once.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Fma(Floats a, Floats b, Floats c) => Vector256.FusedMultiplyAdd(a, b, c);

    /// <summary>a·b − c, rounded once.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Fms(Floats a, Floats b, Floats c) => Vector256.FusedMultiplyAdd(a, b, -c);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Dot(Floats ax, Floats ay, Floats az, Floats bx, Floats by, Floats bz) => Fma(ax, bx, Fma(ay, by, az * bz));

    /// <summary>Squared distance from an edge that begins at the origin, its foot kept between both ends.</summary>
    /// <param name="px">The point.</param>
    /// <param name="py">The point.</param>
    /// <param name="pz">The point.</param>
    /// <param name="ex">The edge.</param>
    /// <param name="ey">The edge.</param>
    /// <param name="ez">The edge.</param>
    /// <param name="along">Share of the edge at which the point stands.</param>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats FromEdge(Floats px, Floats py, Floats pz, Floats ex, Floats ey, Floats ez, Floats along)
    {
        var part = Vector256.MinNative(Vector256.MaxNative(along, Floats.Zero), Floats.One);
        Floats x = Fma(-part, ex, px),
            y = Fma(-part, ey, py),
            z = Fma(-part, ez, pz);
        return Dot(x, y, z, x, y, z);
    }

    /// <summary>A row of a node or leaf: the number of all eight children or triangles.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats Row(float* at, int row) => Vector256.LoadAligned(at + row);

    /// <summary>One child's number of a row, eight times.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Floats One(float* child, int row) => Vector256.Create(child[row]);
}

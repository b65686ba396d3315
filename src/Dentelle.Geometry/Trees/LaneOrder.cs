using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Dentelle.Geometry.Trees;

/// <summary>Moves the lanes of a mask to the front, without a branch for each: for every mask the order that does it.</summary>
internal static unsafe class LaneOrder
{
    private static readonly AlignedFloats Orders = MakeOrders();

    /// <summary>First of 256 orders of eight lane numbers.</summary>
    public static int* Table => (int*)Orders.Start;

    /// <summary>Stores the chosen lanes side by side; what follows them (up to eight places) is overwritten too.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static void Pack(Vector256<int> values, uint mask, int* to, int* table) =>
        Vector256.ShuffleNative(values, Vector256.LoadAligned(table + (8 * mask))).Store(to);

    private static AlignedFloats MakeOrders()
    {
        var orders = new AlignedFloats(256 * TreeLayout.Lanes);
        for (var mask = 0; mask < 256; mask++)
        {
            var place = 0;
            for (var lane = 0; lane < TreeLayout.Lanes; lane++)
            {
                if ((mask & (1 << lane)) != 0)
                    ((int*)orders.Start)[(8 * mask) + place++] = lane;
            }
            while (place < TreeLayout.Lanes)
                ((int*)orders.Start)[(8 * mask) + place++] = 0;
        }
        return orders;
    }
}

using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Dentelle.Geometry.Files;

/// <summary>The quick way through an ASCII STL: facets written as nearly every program writes them. It stops before
/// anything else, which the
/// reader then takes word by word.</summary>
internal static unsafe class PlainFacets
{
    /// <summary>Reading may look this far ahead without asking for the window's end.</summary>
    public const int Margin = 1024;

    /// <summary>Room behind the last place at which a word, a space or a number may begin: none is longer.</summary>
    private const int Tail = 96;

    private const ulong Zeros = 0x3030303030303030;

    /// <summary>Reads whole facets into <paramref name="loose"/>; gives the bytes used and the corners read.</summary>
    public static (int Used, int Corners) Read(ReadOnlySpan<byte> window, Span<Vector3> loose)
    {
        if (!BitConverter.IsLittleEndian)
            return (0, 0);
        var corners = 0;
        var recent = default(RecentCorners);
        var words = default(FacetWords);
        fixed (byte* start = window)
        fixed (double* powers = TextScanner.PowersOfTen)
        fixed (Vector3* places = loose)
        {
            var at = start;
            var last = start + window.Length - Margin;
            while (at <= last && corners + 3 <= loose.Length)
            {
                var next = words.Learnt ? Likewise(at, powers, places + corners, ref recent, ref words) : null;
                if (next is null)
                    next = Facet(at, start + window.Length, powers, places + corners, ref recent, ref words);
                if (next is null)
                    break;
                at = next;
                corners += 3;
            }
            return ((int)(at - start), corners);
        }
    }

    /// <summary>A facet whose words and spaces are those of the one before; null for any other.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static byte* Likewise(byte* at, double* powers, Vector3* corner, ref RecentCorners recent, ref FacetWords words)
    {
        var limit = at + Margin - Tail;
        if (!words.Head.StandsAt(at))
            return null;
        at = LineEnd(at + words.Head.Length, limit);
        if (at > limit || !words.Open.StandsAt(at))
            return null;
        at = Corner(at + words.Open.Length, limit, powers, corner, ref recent);
        for (var i = 1; i < 3; i++)
        {
            if (at is null || at > limit || !words.Between.StandsAt(at))
                return null;
            at = Corner(at + words.Between.Length, limit, powers, corner + i, ref recent);
        }
        return at is not null && at <= limit && words.Close.StandsAt(at) ? at + words.Close.Length : null;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static byte* Facet(byte* at, byte* end, double* powers, Vector3* corner, ref RecentCorners recent, ref FacetWords words)
    {
        var limit = at + Margin - Tail;
        var head = at;
        at = Spaces(at, limit);
        if (*(uint*)at != 0x65636166 || at[4] != 't' || at[5] > ' ')
            return null; // "facet"
        if (*(ulong*)(at + 5) == 0x206C616D726F6E20UL)
            words.Head = new(head, at + 13); // " normal "
        var line = new ReadOnlySpan<byte>(at, (int)(end - at)).IndexOf((byte)'\n');
        if (line < 0)
            return null;
        at += line;
        var open = at;
        at = Spaces(at, limit);
        if (*(uint*)at != 0x6574756F || at[4] != 'r')
            return null; // "outer"
        at = Spaces(at + 5, limit);
        if (*(uint*)at != 0x706F6F6C || at[4] > ' ')
            return null; // "loop"
        at += 4;
        for (var i = 0; i < 3; i++)
        {
            var between = at;
            at = Spaces(at, limit);
            if (*(uint*)at != 0x74726576 || *(ushort*)(at + 4) != 0x7865 || at[6] > ' ')
                return null; // "vertex"
            at = Spaces(at + 6, limit);
            if (i == 0)
                words.Open = new(open, at);
            else
                words.Between = new(between, at);
            at = Corner(at, limit, powers, corner + i, ref recent);
            if (at is null)
                return null;
        }
        var close = at;
        at = Spaces(at, limit);
        if (*(ulong*)at << 8 != 0x706F6F6C646E6500UL || at[7] > ' ')
            return null; // "endloop"
        at = Spaces(at + 7, limit);
        if (*(ulong*)at != 0x74656361_66646E65UL)
            return null; // "endfacet"
        words.Close = new(close, at + 8);
        return at + 8;
    }

    /// <summary>Three numbers; null when they are not written plainly.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static byte* Corner(byte* text, byte* limit, double* powers, Vector3* corner, ref RecentCorners recent)
    {
        if (recent.Find(text, out *corner) is var length && length > 0)
            return text + length;
        var at = Number(text, powers, out var x);
        if (at is null)
            return null;
        at = Number(Spaces(at, limit), powers, out var y);
        if (at is null)
            return null;
        at = Number(Spaces(at, limit), powers, out var z);
        if (at is null)
            return null;
        *corner = new Vector3(x, y, z);
        recent.Add(text, (int)(at - text), *corner);
        return at;
    }

    /// <summary>The next end of a line, sought thirty-two bytes at a time; beyond the limit when there is none before it.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static byte* LineEnd(byte* at, byte* limit)
    {
        for (; at <= limit; at += 32)
        {
            var ends = Vector256.Equals(Vector256.Load(at), Vector256.Create((byte)'\n')).ExtractMostSignificantBits();
            if (ends != 0)
                return at + BitOperations.TrailingZeroCount(ends);
        }
        return at;
    }

    /// <summary>The next byte above the space, sought eight at a time.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static byte* Spaces(byte* at, byte* limit)
    {
        for (; at < limit; at += 8)
        {
            var eight = *(ulong*)at;
            // Adding brings just the bytes above the space over the top bit; no sum runs over into the next byte.
            var others = (((eight & 0x7F7F7F7F7F7F7F7F) + 0x5F5F5F5F5F5F5F5F) | eight) & 0x8080808080808080;
            if (others != 0)
                return at + (BitOperations.TrailingZeroCount(others) >> 3);
        }
        return at;
    }

    /// <summary>
    /// A sign, up to 18 digits with a point, a power of ten: a whole number times or through an exact power of ten. Null
    /// for others.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static byte* Number(byte* at, double* powers, out float value)
    {
        Unsafe.SkipInit(out value);
        var negative = *at == '-';
        if (negative || *at == '+')
            at++;
        ulong mantissa = 0;
        var digits = 0;
        at = Digits(at, ref mantissa, ref digits);
        var power = 0;
        if (*at == '.')
        {
            var whole = digits;
            at = Digits(at + 1, ref mantissa, ref digits);
            power = whole - digits;
        }
        if (digits is 0 or > 18)
            return null;
        if ((*at | 0x20) == 'e')
        {
            var down = at[1] == '-';
            at += down || at[1] == '+' ? 2 : 1;
            var (exponent, length) = (0, 0);
            for (; length < 4 && (uint)(at[length] - '0') <= 9; length++)
                exponent = (10 * exponent) + (at[length] - '0');
            if (length == 0)
                return null;
            at += length;
            power += down ? -exponent : exponent;
        }
        if (*at > ' ' || power is < -22 or > 22)
            return null;
        var exact = power < 0 ? (long)mantissa / powers[-power] : (long)mantissa * powers[power];
        value = (float)(negative ? -exact : exact);
        return at;
    }

    /// <summary>Digits eight at a time: the text of a number is summed in pairs, fours and eights.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static byte* Digits(byte* at, ref ulong mantissa, ref int digits)
    {
        while (true)
        {
            var eight = *(ulong*)at ^ Zeros;
            // A byte is no digit when its upper half is not zero now, or would overflow into it by adding six.
            var others = (eight | (eight + 0x0606060606060606)) & 0xF0F0F0F0F0F0F0F0;
            var count = others == 0 ? 8 : BitOperations.TrailingZeroCount(others) >> 3;
            if (count == 0)
                return at;
            eight <<= 64 - (8 * count);
            eight = (eight * 10) + (eight >> 8);
            eight =
                (((eight & 0x000000FF000000FF) * 0x000F424000000064) + (((eight >> 16) & 0x000000FF000000FF) * 0x0000271000000001)) >> 32;
            mantissa = (mantissa * Scale[count]) + eight;
            digits += count;
            at += count;
            if (count < 8 || digits > 18)
                return at;
        }
    }

    private static ReadOnlySpan<ulong> Scale => [1, 10, 100, 1_000, 10_000, 100_000, 1_000_000, 10_000_000, 100_000_000];

    /// <summary>What stands between the numbers of a facet: nearly every program writes it the same way each time.</summary>
    private struct FacetWords
    {
        public Words Head,
            Open,
            Between,
            Close;

        public readonly bool Learnt => Close.Length > 0;
    }

    /// <summary>A stretch of text from one place to another.</summary>
    private readonly struct Words(byte* from, byte* to)
    {
        private readonly byte* text = from;

        public int Length { get; } = (int)(to - from);

        /// <summary>Whether the same text stands here; never for one below eight or above 32 bytes.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public bool StandsAt(byte* at)
        {
            // From both ends, overlapping in the middle.
            if (Length is >= 16 and <= 32)
                return Vector128.Load(at) == Vector128.Load(text) && Vector128.Load(at + Length - 16) == Vector128.Load(text + Length - 16);
            return Length is >= 8 and < 16 && *(ulong*)at == *(ulong*)text && *(ulong*)(at + Length - 8) == *(ulong*)(text + Length - 8);
        }
    }

    /// <summary>The text of the last eight different corners. Triangles that follow each other share most of their corners,
    /// and comparing text is
    /// quicker than reading numbers.</summary>
    private struct RecentCorners
    {
        private const int Count = 8;
        private fixed ulong heads[Count];
        private fixed long texts[Count];
        private fixed int lengths[Count];
        private fixed float values[3 * Count];
        private int next;

        /// <summary>Length of the text when it stands here once more and ends there; else nothing.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly int Find(byte* text, out Vector3 corner)
        {
            Unsafe.SkipInit(out corner);
            var head = Vector256.Create(*(ulong*)text);
            uint same;
            fixed (ulong* first = heads)
                same =
                    Vector256.Equals(Vector256.Load(first), head).ExtractMostSignificantBits()
                    | (Vector256.Equals(Vector256.Load(first + 4), head).ExtractMostSignificantBits() << 4);
            if (same == 0)
                return 0;
            var i = BitOperations.TrailingZeroCount(same);
            var (before, length) = (texts[i], lengths[i]);
            for (var k = 8; k < length; k += 8)
            {
                // The last step overlaps the one before.
                var at = Math.Min(k, length - 8);
                if (*(ulong*)(before + at) != *(ulong*)(text + at))
                    return 0;
            }
            if (length < 8 || text[length] > ' ')
                return 0;
            corner = new Vector3(values[3 * i], values[(3 * i) + 1], values[(3 * i) + 2]);
            return length;
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public void Add(byte* text, int length, Vector3 corner)
        {
            (heads[next], texts[next], lengths[next]) = (*(ulong*)text, (long)text, length);
            (values[3 * next], values[(3 * next) + 1], values[(3 * next) + 2]) = (corner.X, corner.Y, corner.Z);
            next = (next + 1) % Count;
        }
    }
}

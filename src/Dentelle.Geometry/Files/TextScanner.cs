using System.Buffers.Text;

namespace Dentelle.Geometry.Files;

/// <summary>Words and numbers of a text file, straight from its bytes.</summary>
/// <remarks>A number of up to 19 digits and a power of ten within ±22 is a whole number times or through an exact power of
/// ten: one rounding
/// in double, one to single. Others go the long way.</remarks>
internal sealed class TextScanner(ByteSource source)
{
    /// <summary>No word of a mesh file is longer; a longer one is refused instead of swallowing the file.</summary>
    private const int LongestWord = 4096;

    /// <summary>The powers that a double holds exactly.</summary>
    internal static readonly double[] PowersOfTen =
    [
        1e0,
        1e1,
        1e2,
        1e3,
        1e4,
        1e5,
        1e6,
        1e7,
        1e8,
        1e9,
        1e10,
        1e11,
        1e12,
        1e13,
        1e14,
        1e15,
        1e16,
        1e17,
        1e18,
        1e19,
        1e20,
        1e21,
        1e22,
    ];

    /// <summary>The next word; empty at the end of the file. Valid until the next call.</summary>
    public ReadOnlySpan<byte> NextWord()
    {
        SkipSpace();
        var ahead = source.Peek(LongestWord);
        var length = 0;
        while (length < ahead.Length && ahead[length] > ' ')
            length++;
        if (length >= LongestWord)
            throw source.Malformed("A word is too long");
        source.Skip(length);
        return ahead[..length];
    }

    /// <summary>The next word of this line; empty when the line has ended (the line's end is not passed).</summary>
    public ReadOnlySpan<byte> NextWordInLine()
    {
        while (true)
        {
            var ahead = source.Peek(LongestWord);
            if (ahead.IsEmpty || ahead[0] is (byte)'\n' or (byte)'\r')
                return default;
            if (ahead[0] > ' ')
                return NextWord();
            source.Skip(1);
        }
    }

    public void SkipWords(int count)
    {
        for (var i = 0; i < count; i++)
            NextWord();
    }

    /// <summary>Passes the end of this line.</summary>
    public void SkipLine()
    {
        while (source.Peek(1) is { IsEmpty: false } ahead)
        {
            var found = ahead.IndexOf((byte)'\n');
            source.Skip(found < 0 ? ahead.Length : found + 1);
            if (found >= 0)
                return;
        }
    }

    /// <summary>The next word as a number.</summary>
    public float Number()
    {
        SkipSpace();
        var ahead = source.Peek(LongestWord);
        var used = FastNumber(ahead, out var value);
        if (used == 0)
        {
            var word = NextWord();
            if (word.IsEmpty)
                throw ByteSource.Truncated("a number");
            if (IsNoNumber(word))
                throw new MeshFileException(MeshFault.NotFinite, $"A coordinate is no finite number (byte {source.Position}).");
            if (!Utf8Parser.TryParse(word, out double slow, out var read) || read != word.Length)
                throw source.Malformed("A number can't be read");
            return (float)slow;
        }
        source.Skip(used);
        return value;
    }

    private void SkipSpace()
    {
        while (true)
        {
            var ahead = source.Peek(LongestWord);
            var length = 0;
            while (length < ahead.Length && ahead[length] <= ' ')
                length++;
            source.Skip(length);
            if (length < ahead.Length || ahead.IsEmpty)
                return;
        }
    }

    /// <summary>Bytes used, or 0 when the number is not of the plain kind.</summary>
    private static int FastNumber(ReadOnlySpan<byte> text, out float value)
    {
        value = 0;
        var i = 0;
        var negative = false;
        if (i < text.Length && text[i] is (byte)'-' or (byte)'+')
            negative = text[i++] == '-';
        var (mantissa, digits, power) = (0UL, 0, 0);
        for (; i < text.Length && (uint)(text[i] - '0') <= 9; i++, digits++)
            mantissa = (10 * mantissa) + (uint)(text[i] - '0');
        if (i < text.Length && text[i] == '.')
        {
            var from = ++i;
            for (; i < text.Length && (uint)(text[i] - '0') <= 9; i++, digits++)
                mantissa = (10 * mantissa) + (uint)(text[i] - '0');
            power = from - i;
        }
        if (digits is 0 or > 19)
            return 0;
        if (i < text.Length && (text[i] | 0x20) == 'e')
        {
            i++;
            var down = false;
            if (i < text.Length && text[i] is (byte)'-' or (byte)'+')
                down = text[i++] == '-';
            var (exponent, from) = (0, i);
            for (; i < text.Length && (uint)(text[i] - '0') <= 9 && i - from < 4; i++)
                exponent = (10 * exponent) + (text[i] - '0');
            if (i == from)
                return 0;
            power += down ? -exponent : exponent;
        }
        if ((i < text.Length && text[i] > ' ') || power is < -22 or > 22)
            return 0;
        double exact = power < 0 ? mantissa / PowersOfTen[-power] : mantissa * PowersOfTen[power];
        value = (float)(negative ? -exact : exact);
        return i;
    }

    private static bool IsNoNumber(ReadOnlySpan<byte> word)
    {
        var bare = word.TrimStart("+-"u8);
        return bare.Length >= 3 && (bare[0] | 0x20) is 'n' or 'i' && (bare[1] | 0x20) is 'a' or 'n';
    }
}

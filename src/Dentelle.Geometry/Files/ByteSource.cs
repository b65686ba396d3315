using System.Buffers;

namespace Dentelle.Geometry.Files;

/// <summary>A window that slides over a stream: one reused buffer, whatever the length of the file.</summary>
internal sealed class ByteSource : IDisposable
{
    private const int Window = 1 << 18;
    private readonly Stream stream;
    private readonly byte[] buffer = ArrayPool<byte>.Shared.Rent(Window);
    private int start,
        end;
    private long passed;
    private bool exhausted;

    public ByteSource(Stream stream, MeshReading how)
    {
        this.stream = stream;
        How = how;
        Length = stream.CanSeek ? stream.Length - stream.Position : null;
    }

    public MeshReading How { get; }

    /// <summary>Bytes in all, where the stream tells.</summary>
    public long? Length { get; }

    /// <summary>Bytes taken so far.</summary>
    public long Position => passed + start;

    /// <summary>What stands in the window, unread.</summary>
    public ReadOnlySpan<byte> Ahead => buffer.AsSpan(start, end - start);

    /// <summary>Nothing is left, neither in the window nor behind it.</summary>
    public bool AtEnd => Ahead.IsEmpty && !Fill(1);

    /// <summary>At least so many bytes if the file has them; fewer only at its end.</summary>
    public ReadOnlySpan<byte> Peek(int count)
    {
        Fill(count);
        return Ahead;
    }

    /// <summary>Makes sure of so many bytes; false when the file ends before.</summary>
    public bool Fill(int count)
    {
        if (end - start >= count)
            return true;
        if (exhausted)
            return false;
        How.Cancel.ThrowIfCancellationRequested();
        Ahead.CopyTo(buffer);
        passed += start;
        (start, end) = (0, end - start);
        while (end < buffer.Length)
        {
            var got = stream.Read(buffer, end, buffer.Length - end);
            if (got == 0)
            {
                exhausted = true;
                break;
            }
            end += got;
        }
        if (Length is > 0 and var length)
            How.Progress?.Report(Math.Min(1, (double)Position / length));
        return end - start >= count;
    }

    public void Skip(int count) => start += count;

    public void Dispose() => ArrayPool<byte>.Shared.Return(buffer);

    public static MeshFileException Truncated(string what) => new(MeshFault.Truncated, $"The file ends in the middle of {what}.");

    public MeshFileException Malformed(string what) => new(MeshFault.Malformed, $"{what} (byte {Position}).");

    public void RefuseTooMany(long triangles)
    {
        if (triangles > How.MaxTriangles)
            throw new MeshFileException(MeshFault.TooLarge, $"The file has more than {How.MaxTriangles} triangles.");
    }
}

namespace Dentelle.Core.Words;

/// <summary>
/// Things that take long to make, kept: so many and no more, what was not asked for longest goes first. Safe for many
/// threads.
/// </summary>
/// <param name="most">How many are kept.</param>
public sealed class Shelf(int most)
{
    private readonly Dictionary<object, (Lazy<object> Made, long Asked)> kept = [];
    private readonly Lock gate = new();
    private long asked;

    public int Count
    {
        get
        {
            lock (gate)
                return kept.Count;
        }
    }

    /// <summary>The thing of a key, made now if it is not there. Kinds of things have keys of their own.</summary>
    /// <remarks>What could not be made is not kept: the next who asks tries again.</remarks>
    public T Get<T>(object key, Func<T> make)
        where T : notnull
    {
        var made = Place((typeof(T), key), () => make());
        try
        {
            return (T)made.Value;
        }
        catch
        {
            Remove((typeof(T), key), made);
            throw;
        }
    }

    /// <summary>The thing of a key where it is there already; null where it would have to be made.</summary>
    public T? Find<T>(object key)
        where T : class
    {
        lock (gate)
        {
            if (!kept.TryGetValue((typeof(T), key), out var known) || !known.Made.IsValueCreated)
                return null;
            kept[(typeof(T), key)] = (known.Made, ++asked);
            return (T)known.Made.Value;
        }
    }

    private Lazy<object> Place(object key, Func<object> make)
    {
        lock (gate)
        {
            if (!kept.TryGetValue(key, out var known))
            {
                if (kept.Count >= most)
                    kept.Remove(kept.MinBy(entry => entry.Value.Asked).Key);
                known.Made = new Lazy<object>(make);
            }
            kept[key] = (known.Made, ++asked);
            return known.Made;
        }
    }

    private void Remove(object key, Lazy<object> failed)
    {
        lock (gate)
            if (kept.TryGetValue(key, out var known) && known.Made == failed)
                kept.Remove(key);
    }
}

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
    public T Get<T>(object key, Func<T> make)
        where T : notnull => (T)Place((typeof(T), key), () => make()).Value;

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
}

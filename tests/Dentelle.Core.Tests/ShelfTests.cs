using CsCheck;

namespace Dentelle.Core.Tests;

/// <summary>Things kept because they take long to make, held against a plain list of what was asked last.</summary>
public sealed class ShelfTests
{
    private const int Most = 4;

    [Fact(DisplayName = "Whatever is asked in whatever order: the last few keys asked are there, everything else is made anew")]
    public void Forgets_what_was_not_asked_longest() =>
        Gen.Int[0, 6]
            .Array[0, 60]
            .Sample(keys =>
            {
                var (shelf, last) = (new Shelf(Most), new List<int>());
                foreach (var key in keys)
                {
                    var made = false;
                    Assert.Equal($"{key}", shelf.Get(key, () => $"{(made = true, key).key}"));
                    Assert.Equal(!last.Contains(key), made);
                    last.Remove(key);
                    last.Add(key);
                    if (last.Count > Most)
                        last.RemoveAt(0);
                    Assert.Equal(last.Count, shelf.Count);
                }
            });

    [Fact(DisplayName = "Many who ask at once get the one thing; another kind under the same key is another thing")]
    public async Task Made_once()
    {
        var (shelf, times) = (new Shelf(Most), 0);
        using var all = new Barrier(8);
        var asked = Enumerable
            .Range(0, 8)
            .Select(_ =>
                Task.Factory.StartNew(
                    () =>
                    {
                        all.SignalAndWait();
                        return shelf.Get("key", () => new[] { Interlocked.Increment(ref times) });
                    },
                    CancellationToken.None,
                    TaskCreationOptions.LongRunning,
                    TaskScheduler.Default
                )
            );
        Assert.Single((await Task.WhenAll(asked)).Distinct());
        Assert.Equal(1, times);
        Assert.Equal("other", shelf.Get("key", () => "other"));
        Assert.Equal([1], shelf.Get<int[]>("key", () => throw new InvalidOperationException()));
    }

    [Fact(DisplayName = "What could not be made is tried again, and takes nobody's place")]
    public void Failure_is_not_kept()
    {
        var shelf = new Shelf(1);
        Assert.Throws<TimeoutException>(() => shelf.Get<string>("key", () => throw new TimeoutException()));
        Assert.Equal(0, shelf.Count);
        Assert.Equal("made", shelf.Get("key", () => "made"));
    }
}

namespace Dentelle.Core.Sequencing.Order;

/// <summary>An order with its changes, and how few there can be.</summary>
/// <param name="Order">Numbers of the steps.</param>
/// <param name="ToolChanges">How often another tool is taken up; the first one is no change.</param>
/// <param name="ViewChanges">How often operator, head or mirror change.</param>
/// <param name="LowerBound">No order has fewer tool changes than this.</param>
/// <param name="Proven">Whether no order has fewer tool changes, nor with as many fewer changes of view.</param>
public sealed record BestOrder(IReadOnlyList<int> Order, int ToolChanges, int ViewChanges, int LowerBound, bool Proven);

/// <summary>Fewest changes of tool, then fewest changes of view, over all orders that keep the precedences.</summary>
public static class StepOrder
{
    /// <summary>Whether a task is small enough.</summary>
    public static bool CanFind(OrderTask task) => task.Count <= StepSet.Most || Bundles.Of(task).Task.Count <= StepSet.Most;

    /// <param name="task">Steps without circles; not too many, see <see cref="CanFind"/>.</param>
    /// <param name="most">How many situations may be looked at before the best that can be had at once is taken.</param>
    public static BestOrder Find(OrderTask task, int most = 15_000)
    {
        var bundles = Bundles.Of(task);
        if (bundles.Task.Count > StepSet.Most)
            throw new ArgumentException("Too many steps for one visit.", nameof(task));
        var (found, least, proven) = new OrderSearch(bundles.Task, most).Run();
        int[] order = [.. found.SelectMany(bundle => bundles.Members[bundle])];
        var (tools, views) = task.Changes(order);
        return new(order, tools, views, Math.Min(least, tools), proven);
    }
}

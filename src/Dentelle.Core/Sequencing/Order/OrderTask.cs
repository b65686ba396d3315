namespace Dentelle.Core.Sequencing.Order;

/// <summary>What the order of steps is sought by: which tool is in hand, from where it is done, what must come before what.</summary>
/// <param name="Tools">Tool of each step by number; −1 for a step by hand, which leaves the tool where it is.</param>
/// <param name="Views">Place and head of each step by number; −1 where it does not matter.</param>
/// <param name="Before">For each step the steps that must be done before it; what follows from others may be left out.</param>
/// <param name="Units">The tooth of each step by number; −1 for steps of the visit.</param>
public sealed record OrderTask(int[] Tools, int[] Views, int[][] Before, int[] Units)
{
    public int Count => Tools.Length;

    /// <summary>Changes of an order as it stands; the first tool and the first place are none.</summary>
    public (int Tools, int Views) Changes(IEnumerable<int> order)
    {
        var (tools, views, tool, view) = (0, 0, -1, -1);
        foreach (var step in order)
        {
            if (Tools[step] is >= 0 and var other && other != tool)
                (tools, tool) = (tools + (tool < 0 ? 0 : 1), other);
            if (Views[step] is >= 0 and var place && place != view)
                (views, view) = (views + (view < 0 ? 0 : 1), place);
        }
        return (tools, views);
    }
}

using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Surfaces;

/// <summary>Vertices that hang together.</summary>
public static class VertexPieces
{
    /// <param name="mesh">Any surface.</param>
    /// <param name="counts">Whether a vertex belongs to any piece.</param>
    /// <returns>Each piece's vertices, in the order of their first.</returns>
    public static IEnumerable<List<int>> Of(Mesh mesh, Func<int, bool> counts)
    {
        var seen = new bool[mesh.Positions.Length];
        var waiting = new Stack<int>();
        for (var seed = 0; seed < seen.Length; seed++)
        {
            if (seen[seed] || !counts(seed))
                continue;
            var piece = new List<int>();
            seen[seed] = true;
            waiting.Push(seed);
            while (waiting.TryPop(out var at))
            {
                piece.Add(at);
                foreach (var triangle in mesh.Ring.Around(at))
                {
                    for (var k = 0; k < 3; k++)
                    {
                        var other = mesh.Corners[(3 * triangle) + k];
                        if (seen[other] || !counts(other))
                            continue;
                        seen[other] = true;
                        waiting.Push(other);
                    }
                }
            }
            yield return piece;
        }
    }
}

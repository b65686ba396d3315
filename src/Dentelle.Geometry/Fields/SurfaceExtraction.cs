using System.Numerics;
using Dentelle.Geometry.Meshes;

namespace Dentelle.Geometry.Fields;

/// <summary>
/// The surface of a sampled field as a mesh: one vertex in every cell that it passes, a square across every edge of the
/// grid.
/// </summary>
/// <remarks>Dual contouring (Ju and others 2002). With sharp edges asked for, a vertex goes where the tangent planes at its
/// cell's crossings meet;
/// without, to the middle of the crossings.</remarks>
public static class SurfaceExtraction
{
    private const int Pulls = 60;

    /// <param name="samples">Where the surface is.</param>
    /// <param name="exact">The field itself, for crossings and normals that interpolation would blunt; null to do with the samples.</param>
    /// <param name="sharp">Whether edges are kept.</param>
    public static Mesh Of(SampledField samples, IField? exact = null, bool sharp = false)
    {
        var work = new Extraction(samples, exact ?? samples, sharp);
        var (x, y, z) = samples.BlockCounts;
        for (var block = 0; block < x * y * z; block++)
        {
            if (samples.HasSamples(block))
                work.Walk(block % x, block / x % y, block / (x * y));
        }
        return work.ToMesh();
    }

    private sealed class Extraction(SampledField samples, IField exact, bool sharp)
    {
        private readonly Dictionary<(int, int, int), int> vertices = [];
        private readonly List<Vector3> positions = [];
        private readonly List<int> corners = [];

        public Mesh ToMesh() => new([.. positions], [.. corners]);

        public void Walk(int blockX, int blockY, int blockZ)
        {
            for (var i = 0; i < SampledField.Side * SampledField.Side * SampledField.Side; i++)
            {
                var x = (blockX * SampledField.Side) + (i % SampledField.Side);
                var y = (blockY * SampledField.Side) + (i / SampledField.Side % SampledField.Side);
                var z = (blockZ * SampledField.Side) + (i / (SampledField.Side * SampledField.Side));
                var here = samples[x, y, z] < 0;
                if (here != samples[x + 1, y, z] < 0)
                    Square(here, (x, y, z), (x, y - 1, z), (x, y - 1, z - 1), (x, y, z - 1));
                if (here != samples[x, y + 1, z] < 0)
                    Square(here, (x, y, z), (x, y, z - 1), (x - 1, y, z - 1), (x - 1, y, z));
                if (here != samples[x, y, z + 1] < 0)
                    Square(here, (x, y, z), (x - 1, y, z), (x - 1, y - 1, z), (x, y - 1, z));
            }
        }

        private void Square(bool inside, (int, int, int) a, (int, int, int) b, (int, int, int) c, (int, int, int) d)
        {
            var (p, q, r, s) = (Vertex(a), Vertex(inside ? b : d), Vertex(c), Vertex(inside ? d : b));
            // The shorter diagonal folds less.
            if (Vector3.DistanceSquared(positions[p], positions[r]) <= Vector3.DistanceSquared(positions[q], positions[s]))
                corners.AddRange([p, q, r, p, r, s]);
            else
                corners.AddRange([p, q, s, q, r, s]);
        }

        private int Vertex((int X, int Y, int Z) cell)
        {
            if (vertices.TryGetValue(cell, out var known))
                return known;
            Span<Vec3> crossings = stackalloc Vec3[12];
            var count = Crossings(cell, crossings);
            var place = default(Vec3);
            for (var i = 0; i < count; i++)
                place += crossings[i] / count;
            if (sharp)
                place = Pulled(place, crossings[..count], At(cell.X, cell.Y, cell.Z));
            positions.Add((Vector3)place);
            vertices[cell] = positions.Count - 1;
            return positions.Count - 1;
        }

        /// <summary>Each tangent plane pulls the vertex to itself; where they meet, nothing pulls any more.</summary>
        private Vec3 Pulled(Vec3 from, ReadOnlySpan<Vec3> crossings, Vec3 low)
        {
            Span<Vec3> normals = stackalloc Vec3[12];
            for (var i = 0; i < crossings.Length; i++)
                normals[i] = Normal(crossings[i]);
            var place = from;
            for (var round = 0; round < Pulls; round++)
            {
                var pull = default(Vec3);
                for (var i = 0; i < crossings.Length; i++)
                    pull += normals[i] * (crossings[i] - place).Dot(normals[i]);
                place += pull * (1.5 / crossings.Length);
            }
            var high = low + new Vec3(samples.Spacing, samples.Spacing, samples.Spacing);
            return new Vec3(Math.Clamp(place.X, low.X, high.X), Math.Clamp(place.Y, low.Y, high.Y), Math.Clamp(place.Z, low.Z, high.Z));
        }

        private int Crossings((int X, int Y, int Z) cell, Span<Vec3> crossings)
        {
            var count = 0;
            for (var edge = 0; edge < 12; edge++)
            {
                var (axis, b, c) = (edge >> 2, edge & 1, (edge >> 1) & 1);
                var (x, y, z) = axis switch
                {
                    0 => (cell.X, cell.Y + b, cell.Z + c),
                    1 => (cell.X + b, cell.Y, cell.Z + c),
                    _ => (cell.X + b, cell.Y + c, cell.Z),
                };
                var (endX, endY, endZ) = (x + (axis == 0 ? 1 : 0), y + (axis == 1 ? 1 : 0), z + (axis == 2 ? 1 : 0));
                var (from, to) = (samples[x, y, z], samples[endX, endY, endZ]);
                if (from < 0 == to < 0)
                    continue;
                crossings[count++] = Crossing(At(x, y, z), At(endX, endY, endZ), from, to);
            }
            return count;
        }

        private Vec3 Crossing(Vec3 a, Vec3 b, double atA, double atB)
        {
            if (ReferenceEquals(exact, samples))
                return Vec3.Mix(a, b, atA / (atA - atB));
            // Regula falsi that halves the weight of an end that stays (Illinois): the field need not be straight between samples.
            for (var round = 0; round < 12; round++)
            {
                var middle = Vec3.Mix(a, b, atA / (atA - atB));
                var value = exact.At(middle);
                if (Math.Abs(value) < 1e-7 * samples.Spacing)
                    return middle;
                if (value < 0 == atB < 0)
                    (atA, b, atB) = (atA / 2, middle, value);
                else
                    (a, atA, atB) = (middle, value, atB / 2);
            }
            return Vec3.Mix(a, b, atA / (atA - atB));
        }

        private Vec3 Normal(Vec3 p)
        {
            var h = samples.Spacing * (ReferenceEquals(exact, samples) ? 0.5 : 1e-3);
            return new Vec3(
                exact.At(p + (Vec3.UnitX * h)) - exact.At(p - (Vec3.UnitX * h)),
                exact.At(p + (Vec3.UnitY * h)) - exact.At(p - (Vec3.UnitY * h)),
                exact.At(p + (Vec3.UnitZ * h)) - exact.At(p - (Vec3.UnitZ * h))
            ).Unit;
        }

        private Vec3 At(int x, int y, int z) => samples.Origin + (new Vec3(x, y, z) * samples.Spacing);
    }
}

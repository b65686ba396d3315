/** Triangles that share vertices, with their edges numbered. */
export interface Surface {
  positions: Float32Array;
  corners: Uint32Array;
  /** Two vertices an edge, the smaller first. */
  edges: Uint32Array;
  /** Three edges a triangle: from its first corner to the second, and so on. */
  edgesOf: Uint32Array;
}

/** A line on a surface: x, y, z of its points; and for each the edge it lies on with the share of the way along it. */
export interface Line {
  points: Float32Array;
  edges: Uint32Array;
  shares: Float32Array;
  closed: boolean;
}

export function surfaceOf(positions: Float32Array, corners: Uint32Array): Surface {
  const vertices = positions.length / 3;
  const numbers = new Map<number, number>();
  const edgesOf = new Uint32Array(corners.length);
  const pairs: number[] = [];
  for (let i = 0; i < corners.length; i++) {
    const [a, b] = [corners[i]!, corners[i % 3 === 2 ? i - 2 : i + 1]!];
    const key = Math.min(a, b) * vertices + Math.max(a, b);
    let edge = numbers.get(key);
    if (edge === undefined) {
      edge = pairs.length / 2;
      numbers.set(key, edge);
      pairs.push(Math.min(a, b), Math.max(a, b));
    }
    edgesOf[i] = edge;
  }
  return { positions, corners, edges: Uint32Array.from(pairs), edgesOf };
}

/**
 * Ordered lines along which a value at the vertices passes through nothing: a plane's cut when the values are heights over it,
 * the outline against a direction when they are the normals' shares of it. Nothing counts as above. Lines join at shared edges;
 * what is above lies on one side of all of a line.
 */
export function levelLines(surface: Surface, values: Float32Array): Line[] {
  const { corners, edgesOf, edges } = surface;
  // Each triangle that is met leads from the edge where it goes down to the one where it comes up.
  const next = new Int32Array(edges.length / 2).fill(-1);
  const reached = new Uint8Array(edges.length / 2);
  const starts: number[] = [];
  for (let i = 0; i < corners.length; i += 3) {
    const a = values[corners[i]!]! >= 0;
    const b = values[corners[i + 1]!]! >= 0;
    const c = values[corners[i + 2]!]! >= 0;
    if (a === b && b === c) continue;
    const [ab, bc, ca] = [edgesOf[i]!, edgesOf[i + 1]!, edgesOf[i + 2]!];
    const down = a && !b ? ab : b && !c ? bc : ca;
    const up = !a && b ? ab : !b && c ? bc : ca;
    next[down] = up;
    reached[up] = 1;
    starts.push(down);
  }
  const lines: Line[] = [];
  // Open lines first, from their beginnings; what is left runs in rings.
  for (const first of [...starts.filter((edge) => !reached[edge]), ...starts]) {
    if (next[first]! < 0) continue;
    const met = [first];
    let at = first;
    while (next[at]! >= 0) {
      const to = next[at]!;
      next[at] = -1;
      at = to;
      if (at === first) break;
      met.push(at);
    }
    if (met.length > 1) lines.push(lineThrough(surface, values, met, at === first));
  }
  return lines;
}

function lineThrough({ positions, edges }: Surface, values: Float32Array, met: number[], closed: boolean): Line {
  const points = new Float32Array(3 * met.length);
  const shares = new Float32Array(met.length);
  met.forEach((edge, i) => {
    const [a, b] = [edges[2 * edge]!, edges[2 * edge + 1]!];
    const share = values[a]! / (values[a]! - values[b]!);
    shares[i] = share;
    for (let k = 0; k < 3; k++)
      points[3 * i + k] = positions[3 * a + k]! + (positions[3 * b + k]! - positions[3 * a + k]!) * share;
  });
  return { points, edges: Uint32Array.from(met), shares, closed };
}

/** A value at the vertices, taken at a point of a line. */
export function valueAlong(surface: Surface, line: Line, i: number, values: ArrayLike<number>): number {
  const edge = line.edges[i]!;
  const [a, b] = [values[surface.edges[2 * edge]!]!, values[surface.edges[2 * edge + 1]!]!];
  return a + (b - a) * line.shares[i]!;
}

/** Heights of the vertices over a plane, given by its normal of length 1 and its distance from the origin. */
export function heightsOver(
  surface: Surface,
  [x, y, z]: readonly [number, number, number],
  distance: number,
): Float32Array {
  const { positions } = surface;
  const heights = new Float32Array(positions.length / 3);
  for (let i = 0; i < heights.length; i++)
    heights[i] = positions[3 * i]! * x + positions[3 * i + 1]! * y + positions[3 * i + 2]! * z - distance;
  return heights;
}

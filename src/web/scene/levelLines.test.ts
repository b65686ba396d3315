import { describe, expect, it } from 'vitest';
import fixture from './levelLines.fixture.json';
import { heightsOver, levelLines, surfaceOf } from './levelLines';

const surface = surfaceOf(Float32Array.from(fixture.positions), Uint32Array.from(fixture.corners));

describe('lines of a cut', () => {
  // The fixture is written by the geometry core's own test.
  it('are the ones that the core cuts', () => {
    for (const { normal, distance, lines } of fixture.slices) {
      const cut = levelLines(surface, heightsOver(surface, normal as [number, number, number], distance));
      expect(cut.length).toBe(lines.length);
      for (const line of lines) {
        const same = cut.find(
          (other) => near(line.points, other.points.subarray(0, 3)) && other.closed === line.closed,
        )!;
        expect(same.points.length).toBe(line.points.length);
        for (let i = 0; i < same.points.length; i += 3)
          expect(near(line.points, same.points.subarray(i, i + 3))).toBe(true);
      }
    }
  });

  it('go through every edge between above and below just once', () => {
    const heights = heightsOver(surface, [0, 0, 1], 0.2);
    const met = levelLines(surface, heights).flatMap((line) => [...line.edges]);
    const crossed = Array.from({ length: surface.edges.length / 2 }, (_, edge) => edge).filter(
      (edge) => heights[surface.edges[2 * edge]!]! >= 0 !== heights[surface.edges[2 * edge + 1]!]! >= 0,
    );
    expect(met.toSorted((a, b) => a - b)).toEqual(crossed);
  });
});

function near(points: readonly number[], at: Float32Array): boolean {
  for (let i = 0; i < points.length; i += 3)
    if (Math.hypot(points[i]! - at[0]!, points[i + 1]! - at[1]!, points[i + 2]! - at[2]!) < 1e-4) return true;
  return false;
}

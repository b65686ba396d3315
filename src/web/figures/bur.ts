import type { Point } from './plate';

/** A bur's whole outline, flat x, y …, tip at the origin and its axis upward, from the half outline distance, radius …. */
export function silhouette(half: readonly number[], longest = Infinity): number[] {
  const right: [number, number][] = [];
  for (let i = 0; i + 1 < half.length; i += 2) {
    const [z, r] = [half[i]!, half[i + 1]!];
    if (z <= longest) right.push([r, z]);
    else {
      // Cut off straight where the drawing ends.
      if (right.length > 0) right.push([radiusAt(half, longest), longest]);
      break;
    }
  }
  const left = right.map(([x, y]): [number, number] => [-x, y]).reverse();
  return [...right, ...left].flat();
}

/** Radius of a half outline at a distance from the tip; 0 beyond its end. */
export function radiusAt(half: readonly number[], at: number): number {
  for (let i = 2; i + 1 < half.length; i += 2) {
    const [z0, r0, z1, r1] = [half[i - 2]!, half[i - 1]!, half[i]!, half[i + 1]!];
    if (z1 >= at) return z1 > z0 ? r0 + ((r1 - r0) * (at - z0)) / (z1 - z0) : r1;
  }
  return 0;
}

/** A whole outline put with its tip at a place of a section and tipped by so many degrees; positive leans to the left. */
export function standing(flat: readonly number[], tip: Point, tiltDeg = 0): number[] {
  const [sin, cos] = [Math.sin((tiltDeg * Math.PI) / 180), Math.cos((tiltDeg * Math.PI) / 180)];
  const out: number[] = [];
  for (let i = 0; i + 1 < flat.length; i += 2) {
    const [x, y] = [flat[i]!, flat[i + 1]!];
    out.push(tip.x + x * cos - y * sin, tip.y + x * sin + y * cos);
  }
  return out;
}

/** Where the band begins: a little up the shank, whose lower edge is the third point from the outline's end. */
export function bandAt(half: readonly number[]): number {
  return (half.at(-6) ?? 0) + 0.5;
}

/** Bands on the shank as ISO 6360 has them for diamonds. */
export const bands: Record<string, string> = {
  'ultra-fine': '#ffffff',
  'extra-fine': '#e8c832',
  fine: '#c8342c',
  medium: '#2f62b0',
  coarse: '#2f8a4a',
  'super-coarse': '#17131f',
};

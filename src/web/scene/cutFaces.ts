import { BufferAttribute, BufferGeometry, ShapeUtils, Vector2 } from 'three';
import type { Body, FinishLine } from './bodies';
import { heightsOver, levelLines, type Line } from './levelLines';
import { along, dot, type Vec } from './turntable';

/** A plane; what lies where its normal points is cut away. Its face stands with the bite up, seen from that side. */
export interface Cut {
  normal: Vec;
  distance: number;
}

/** A closed or open line of a cut, in the plane: x, y, x, y … millimetres, y to the bite. */
export interface FlatLine {
  points: number[];
  closed: boolean;
}

/** The plane's own axes: to the right and to the bite. */
export function planeAxes({ normal: [x, y, z] }: Cut): { right: Vec; up: Vec } {
  const level = Math.hypot(x, y) || 1;
  const right: Vec = [-y / level, x / level, 0];
  // Up is square to both: across the normal from the right.
  return { right, up: [-(x * z) / level, -(y * z) / level, level] };
}

export function flatten(at: Vec, cut: Cut): { x: number; y: number } {
  const { right, up } = planeAxes(cut);
  return { x: dot(at, right), y: dot(at, up) };
}

/** The lines in which a plane cuts a body. */
export function sliceOf(body: Body, { normal, distance }: Cut): Line[] {
  return levelLines(body.surface, heightsOver(body.surface, normal, distance));
}

export function flatLines(lines: readonly Line[], cut: Cut): FlatLine[] {
  return lines.map(({ points, closed }) => {
    const flat: number[] = [];
    for (let i = 0; i < points.length; i += 3) {
      const { x, y } = flatten([points[i]!, points[i + 1]!, points[i + 2]!], cut);
      flat.push(x, y);
    }
    return { points: flat, closed };
  });
}

/** The face inside closed lines of a cut, lifted off the plane by a little so that faces lie in their order. */
export function faceOf(lines: readonly FlatLine[], cut: Cut, lift: number): BufferGeometry {
  const rings = lines.filter((line) => line.closed && line.points.length >= 6).map(ringOf);
  const { right, up } = planeAxes(cut);
  const places: number[] = [];
  const flat: number[] = [];
  const corners: number[] = [];
  for (const outer of rings) {
    const holders = rings.filter((other) => other !== outer && inside(outer[0]!, other));
    if (holders.length % 2 === 1) continue;
    const holes = rings.filter(
      (other) =>
        other !== outer &&
        inside(other[0]!, outer) &&
        rings.filter((third) => third !== other && inside(other[0]!, third)).length === holders.length + 1,
    );
    const from = flat.length / 2;
    for (const triangle of ShapeUtils.triangulateShape(outer, holes))
      corners.push(...triangle.map((corner) => corner + from));
    for (const { x, y } of [outer, ...holes].flat()) {
      flat.push(x, y);
      const at = along(along(along([0, 0, 0], cut.normal, cut.distance + lift), right, x), up, y);
      places.push(...at);
    }
  }
  const face = new BufferGeometry();
  face.setAttribute('position', new BufferAttribute(Float32Array.from(places), 3));
  face.setAttribute('flatPlace', new BufferAttribute(Float32Array.from(flat), 2));
  face.setIndex(corners);
  return face;
}

/** Where the finish line of a crown goes through the plane, at the left and at the right; null where it doesn't. */
export function footOf(line: FinishLine | undefined, cut: Cut): readonly [number, number, number, number] | null {
  if (!line?.round) return null;
  const { points } = line;
  const met: { x: number; y: number }[] = [];
  const at = (i: number): Vec => [points[i]!, points[i + 1]!, points[i + 2]!];
  for (let i = 0; i < points.length; i += 3) {
    const [a, b] = [at(i), at((i + 3) % points.length)];
    const [below, above] = [dot(a, cut.normal) - cut.distance, dot(b, cut.normal) - cut.distance];
    if (below >= 0 === above >= 0) continue;
    met.push(flatten(along(a, [b[0] - a[0], b[1] - a[1], b[2] - a[2]], below / (below - above)), cut));
  }
  if (met.length < 2) return null;
  met.sort((a, b) => a.x - b.x);
  const [left, last] = [met[0]!, met[met.length - 1]!];
  return [left.x, left.y, last.x, last.y];
}

function ringOf({ points }: FlatLine): Vector2[] {
  const ring: Vector2[] = [];
  for (let i = 0; i < points.length; i += 2) ring.push(new Vector2(points[i]!, points[i + 1]!));
  return ring;
}

function inside(at: Vector2, ring: readonly Vector2[]): boolean {
  let within = false;
  for (let i = 0, k = ring.length - 1; i < ring.length; k = i++) {
    const [a, b] = [ring[i]!, ring[k]!];
    if (a.y > at.y !== b.y > at.y && at.x < ((b.x - a.x) * (at.y - a.y)) / (b.y - a.y) + a.x) within = !within;
  }
  return within;
}

import { DoubleSide, type Intersection, Ray, Vector3 } from 'three';
import { type Bodies, type Body, STAYS } from './bodies';
import type { Look } from './roundScene';
import { along, axes, dot, toRay, type Vec, type View } from './turntable';

/** What is told of a place that is pointed at. */
export interface Found {
  at: Vec;
  /** How deep under the present surface, millimetres; null on what stays. */
  depth: number | null;
  /** Degrees by which the surface leans to the path: 0 a wall along it, 90 what faces the bite, less than 0 undercut. */
  lean: number;
  /** Number of the plan's zone; −1 where there is none. */
  zone: number;
  /** Whether it lies on the planned preparation rather than on what is cut from it. */
  planned: boolean;
}

/** What lies under a place of the plate. */
export function probe(bodies: Bodies, look: Look, path: Vec, x: number, y: number, view: View): Found | null {
  const { from, way } = toRay(x, y, view);
  const hits = [
    ...visible(bodies.prepared, from, way, (at) => !look.through || !isAway(at, look)).map((hit) => ({
      hit,
      body: bodies.prepared!,
    })),
    ...(look.present === 'cut'
      ? visible(bodies.tooth, from, way, (at, removed) => !isAway(at, look) && removed >= STAYS).map((hit) => ({
          hit,
          body: bodies.tooth!,
        }))
      : []),
  ];
  const first = hits.toSorted((a, b) => a.hit.distance - b.hit.distance)[0];
  if (!first || behindFace(first.hit.distance, bodies, look, from, way)) return null;
  return told(first.body, first.hit, path, first.body === bodies.prepared);
}

/** Whether nothing stands between a place of the surface and the viewer. */
export function sees(bodies: Bodies, look: Look, at: Vec, outward: Vec, view: View): boolean {
  const { toward } = axes(view);
  if (look.through && isAway(at, look)) return false;
  const from = along(at, outward, 0.08);
  const blocked =
    visible(bodies.prepared, from, toward, (place) => !look.through || !isAway(place, look)).length > 0 ||
    (look.present === 'cut' &&
      visible(bodies.tooth, from, toward, (place, removed) => !isAway(place, look) && removed >= STAYS).length > 0);
  return !blocked && !behindFace(Infinity, bodies, look, from, toward);
}

/** From where to where bodies reach along a direction; the root below the neck does not count. */
export function reachAlong(bodies: Bodies, [x, y, z]: Vec): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const body of [bodies.tooth, bodies.prepared]) {
    if (!body) continue;
    const { positions } = body.surface;
    for (let i = 0; i < positions.length; i += 3) {
      if (positions[i + 2]! < 0) continue;
      const at = positions[i]! * x + positions[i + 1]! * y + positions[i + 2]! * z;
      low = Math.min(low, at);
      high = Math.max(high, at);
    }
  }
  return [low, high];
}

function visible(
  body: Body | undefined,
  from: Vec,
  way: Vec,
  counts: (at: Vec, removed: number) => boolean,
): Intersection[] {
  if (!body) return [];
  const ray = new Ray(new Vector3(...from), new Vector3(...way));
  return body.tree
    .raycast(ray, DoubleSide)
    .filter((hit) => counts([hit.point.x, hit.point.y, hit.point.z], valueAt(body, hit, 'removed')));
}

/** Whether the face of the cut hides what lies so far along a ray. */
function behindFace(distance: number, bodies: Bodies, look: Look, from: Vec, way: Vec): boolean {
  if (look.present !== 'cut' && !look.through) return false;
  const slant = dot(way, look.cut.normal);
  if (Math.abs(slant) < 1e-6) return false;
  const met = (look.cut.distance - dot(from, look.cut.normal)) / slant;
  if (met <= 0.02 || met >= distance - 0.02) return false;
  const at = along(from, way, met);
  return within(look.present === 'cut' ? bodies.tooth : bodies.prepared, at);
}

/** Whether a place lies inside a closed body: a ray from it goes out through an odd number of surfaces. */
function within(body: Body | undefined, at: Vec): boolean {
  return (
    !!body &&
    body.tree.raycast(new Ray(new Vector3(...at), new Vector3(0.13, 0.31, 0.94).normalize()), DoubleSide).length % 2 ===
      1
  );
}

function isAway(at: Vec, { cut }: Look): boolean {
  return dot(at, cut.normal) > cut.distance;
}

function told(body: Body, hit: Intersection, path: Vec, planned: boolean): Found {
  const removed = valueAt(body, hit, 'removed');
  const n = [0, 1, 2].map((axis) => mixed(body, hit, (vertex) => body.normals[3 * vertex + axis]!)) as unknown as Vec;
  const length = Math.hypot(...n) || 1;
  const zones = body.values.zone;
  return {
    at: [hit.point.x, hit.point.y, hit.point.z],
    depth: removed >= STAYS ? removed : null,
    lean: (Math.asin(Math.max(-1, Math.min(1, dot(n, path) / length))) * 180) / Math.PI,
    zone: zones && removed >= STAYS ? zones[nearestCorner(body, hit)]! : -1,
    planned,
  };
}

function valueAt(body: Body, hit: Intersection, name: string): number {
  const values = body.values[name];
  return values ? mixed(body, hit, (vertex) => values[vertex]!) : 0;
}

function mixed(body: Body, hit: Intersection, value: (vertex: number) => number): number {
  return cornersOf(body, hit).reduce((sum, { vertex, share }) => sum + share * value(vertex), 0);
}

function nearestCorner(body: Body, hit: Intersection): number {
  return cornersOf(body, hit).reduce((best, corner) => (corner.share > best.share ? corner : best)).vertex;
}

/** The corners of the triangle that was met, each with its share of the place. */
function cornersOf({ surface }: Body, { face, point }: Intersection): { vertex: number; share: number }[] {
  const { a, b, c } = face!;
  const at = (vertex: number) => new Vector3().fromArray(surface.positions, 3 * vertex);
  const [pa, pb, pc] = [at(a), at(b), at(c)];
  const area = (p: Vector3, q: Vector3, r: Vector3) => q.clone().sub(p).cross(r.clone().sub(p)).length();
  const whole = area(pa, pb, pc) || 1;
  return [
    { vertex: a, share: area(point, pb, pc) / whole },
    { vertex: b, share: area(pa, point, pc) / whole },
    { vertex: c, share: area(pa, pb, point) / whole },
  ];
}

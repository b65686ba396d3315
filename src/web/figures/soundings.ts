import type { Point } from './plate';

/** A number that stands beside its place, as depths do on a chart. */
export interface Sounding {
  x: number;
  y: number;
  text: string;
  chosen: boolean;
  anchor: 'start' | 'middle' | 'end';
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const WIDE = 9;
const HIGH = 15;

/**
 * Numbers beside their places, each on the first of eight sides where it covers neither a place nor a number that stands
 * already; the chosen one goes first. One that finds no side is left out: its place is still there to be chosen.
 */
export function soundings(places: readonly (Point & { text: string; chosen: boolean })[]): Sounding[] {
  const taken: Box[] = places.map(({ x, y }) => ({ left: x - 3, right: x + 3, top: y - 3, bottom: y + 3 }));
  const standing: Sounding[] = [];
  for (const place of places.toSorted((a, b) => Number(b.chosen) - Number(a.chosen))) {
    if (!place.text) continue;
    const found = sides(place).find(({ box }) => !taken.some((other) => meets(box, other)));
    if (!found) continue;
    taken.push(found.box);
    standing.push({ ...found.at, text: place.text, chosen: place.chosen });
  }
  return standing;
}

function sides({ x, y, text, chosen }: Point & { text: string; chosen: boolean }) {
  const scale = chosen ? 1.3 : 1;
  const [wide, high] = [text.length * WIDE * scale, HIGH * scale];
  const gap = chosen ? 9 : 6;
  const spots: [Sounding['anchor'], number, number][] = [
    ['start', gap, high / 3],
    ['end', -gap, high / 3],
    ['middle', 0, -gap - 1],
    ['middle', 0, gap + high * 0.8],
    ['start', gap - 2, -gap + 2],
    ['end', -gap + 2, -gap + 2],
    ['start', gap - 2, gap + high * 0.6],
    ['end', -gap + 2, gap + high * 0.6],
  ];
  return spots.map(([anchor, right, down]) => {
    const at = { x: x + right, y: y + down, anchor };
    const left = anchor === 'start' ? at.x : anchor === 'end' ? at.x - wide : at.x - wide / 2;
    return { at, box: { left, right: left + wide, top: at.y - high * 0.8, bottom: at.y + 2 } };
  });
}

function meets(a: Box, b: Box): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

/** The place nearest to a point, none beyond reach. */
export function nearest<T extends Point>(places: readonly T[], at: Point, reach: number): T | undefined {
  const far = (place: T) => Math.hypot(place.x - at.x, place.y - at.y);
  const first = places.toSorted((a, b) => far(a) - far(b))[0];
  return first && far(first) <= reach ? first : undefined;
}

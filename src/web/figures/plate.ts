import type { Mark, Section } from '../api/client';

export interface Point {
  x: number;
  y: number;
}

/** Where millimetres of a figure land on the plate. */
export interface Placing {
  scale: number;
  originX: number;
  originY: number;
  /** Whether x runs to the left. */
  flip: boolean;
  /** Whether y runs upward on the plate. */
  up: boolean;
}

export function place(at: Point, on: Placing): Point {
  return {
    x: on.originX + at.x * on.scale * (on.flip ? -1 : 1),
    y: on.originY - at.y * on.scale * (on.up ? 1 : -1),
  };
}

/** SVG path of a flat list x, y, x, y … in millimetres; nothing for an empty one. */
export function path(flat: readonly number[], on: Placing, closed = true): string {
  let d = '';
  for (let i = 0; i + 1 < flat.length; i += 2) {
    const p = place({ x: flat[i]!, y: flat[i + 1]! }, on);
    d += `${i === 0 ? 'M' : 'L'}${p.x.toFixed(2)} ${p.y.toFixed(2)}`;
  }
  return closed && d ? `${d}Z` : d;
}

export interface Bounds {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

export function bounds(flat: readonly number[]): Bounds {
  const xs = flat.filter((_, i) => i % 2 === 0);
  const ys = flat.filter((_, i) => i % 2 === 1);
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
}

/** Height of a figure, millimetres. */
export function spanOf(flat: readonly number[]): number {
  const b = bounds(flat);
  return b.top - b.bottom;
}

/** Edges of a figure on the plate. */
export function extent(flat: readonly number[], on: Placing): Bounds {
  const b = bounds(flat);
  const a = place({ x: b.left, y: b.top }, on);
  const c = place({ x: b.right, y: b.bottom }, on);
  return { left: Math.min(a.x, c.x), right: Math.max(a.x, c.x), top: Math.min(a.y, c.y), bottom: Math.max(a.y, c.y) };
}

/** Puts a figure into a box at one scale, centred. */
export function fit(
  flat: readonly number[],
  box: { x: number; y: number; width: number; height: number },
  flip: boolean,
  up: boolean,
  scale?: number,
): Placing {
  const b = bounds(flat);
  const own = scale ?? Math.min(box.width / (b.right - b.left), box.height / (b.top - b.bottom));
  const midX = ((b.left + b.right) / 2) * (flip ? -1 : 1);
  const midY = ((b.bottom + b.top) / 2) * (up ? 1 : -1);
  return {
    scale: own,
    originX: box.x + box.width / 2 - midX * own,
    originY: box.y + box.height / 2 + midY * own,
    flip,
    up,
  };
}

/** The section that shows a zone: a faciolingual one first. */
export function sectionWith(zone: string, sections: readonly Section[], fallback: Section): Section {
  return sections.find((section) => section.marks.some((mark: Mark) => mark.zone === zone)) ?? fallback;
}

/** Whether the mesial side of a mesiodistal section lies on the left: seen from the cheek, so for the patient's left. */
export function mesialOnLeft(isRight: boolean): boolean {
  return !isRight;
}

/** Whether mesial lies on the left in the view from above, facial side up. */
export function mesialOnLeftFromAbove(jaw: 'upper' | 'lower', isRight: boolean): boolean {
  return isRight !== (jaw === 'upper');
}

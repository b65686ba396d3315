import { stack } from './labels';
import type { Point } from './plate';

/** Something that is to be named beside the drawing: its place, and the room its words take. */
export interface Named {
  id: string;
  to: Point;
  height: number;
  /** Where its leader begins, below its upper edge; in the middle when not given. */
  lead?: number;
  /** Whether it must be named; others give way where there is no room. */
  chosen?: boolean;
  /** Where that is settled. */
  side?: 'left' | 'right';
}

/** Where words stand: those on the left end at the frame's left, the others begin at its right. */
export interface Stand {
  side: 'left' | 'right';
  /** Where the leader begins: at the words' inner edge. */
  from: Point;
  /** Upper edge of the words. */
  top: number;
}

export interface LeaderFrame {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/**
 * Words in two columns, each with a straight leader to its place. No two leaders cross, no words stand over each other or leave the
 * frame. What is left of another goes to the left column with it or before it, so leaders of different columns never meet; in a column
 * two whose leaders cross change places, which makes both shorter; and what still finds no room is left out.
 *
 * @param wishes In any order.
 * @param frame Inner edges of the columns, their upper and lower ends.
 */
export function leaders(wishes: readonly Named[], frame: LeaderFrame): Map<string, Stand> {
  const stands = new Map<string, Stand>();
  const [left, right] = columns(wishes, frame);
  for (const [side, own] of [
    ['left', left],
    ['right', right],
  ] as const) {
    for (const [id, top] of column(own, side, frame)) {
      const wish = own.find((one) => one.id === id)!;
      stands.set(id, { side, top, from: { x: frame[side], y: top + leadOf(wish) } });
    }
  }
  return stands;
}

const leadOf = ({ lead, height }: Named) => lead ?? height / 2;
const heightOf = (wishes: readonly Named[]) => wishes.reduce((sum, wish) => sum + wish.height, 0);

/** Left and right of the middle, shifted where one column would run over and the other has room. */
function columns(wishes: readonly Named[], frame: LeaderFrame): [Named[], Named[]] {
  const free = wishes.filter((wish) => !wish.side).sort((a, b) => a.to.x - b.to.x);
  const fixed = (side: 'left' | 'right') => wishes.filter((wish) => wish.side === side);
  const room = frame.bottom - frame.top;
  const middle = (frame.left + frame.right) / 2;
  let at = free.findIndex((wish) => wish.to.x >= middle);
  if (at < 0) at = free.length;
  const over = (count: number) => heightOf(free.slice(0, count)) + heightOf(fixed('left')) > room;
  const short = (count: number) => heightOf(free.slice(count)) + heightOf(fixed('right')) > room;
  while (at > 0 && over(at) && !short(at - 1)) at--;
  while (at < free.length && short(at) && !over(at + 1)) at++;
  return [
    [...fixed('left'), ...free.slice(0, at)],
    [...fixed('right'), ...free.slice(at)],
  ];
}

function column(wishes: readonly Named[], side: 'left' | 'right', frame: LeaderFrame): Map<string, number> {
  let order = [...wishes].sort((a, b) => a.to.y - b.to.y);
  // Farthest from the chosen one is least missed.
  while (order.length > 0 && heightOf(order) > frame.bottom - frame.top) order = without(order);
  for (let tries = 0; ; tries++) {
    const tops = stack(
      order.map(({ id, to, height, lead }) => ({ id, y: to.y - (lead ?? height / 2), height })),
      frame.top,
      frame.bottom,
    );
    const met = crossing(order, tops, frame[side]);
    if (!met) return tops;
    const [a, b] = met;
    if (tries < 4 * order.length) [order[a], order[b]] = [order[b]!, order[a]!];
    else order.splice(order[b]!.chosen ? a : b, 1);
  }
}

function without(order: readonly Named[]): Named[] {
  const chosen = order.find((wish) => wish.chosen);
  const far = (wish: Named) => (wish.chosen ? -1 : chosen ? Math.abs(wish.to.y - chosen.to.y) : wish.to.y);
  const last = order.reduce((worst, wish) => (far(wish) > far(worst) ? wish : worst));
  return order.filter((wish) => wish !== last);
}

function crossing(order: readonly Named[], tops: Map<string, number>, x: number): [number, number] | null {
  const from = (wish: Named): Point => ({ x, y: tops.get(wish.id)! + leadOf(wish) });
  for (let a = 0; a < order.length; a++)
    for (let b = a + 1; b < order.length; b++)
      if (cross(from(order[a]!), order[a]!.to, from(order[b]!), order[b]!.to)) return [a, b];
  return null;
}

/** Whether two stretches have a point in common. */
export function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

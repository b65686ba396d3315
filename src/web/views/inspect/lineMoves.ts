/** A place of the finish line put right by hand, as it is kept with the scans. */
export interface LineMove {
  /** 0 facial, 2 mesial, 4 lingual, 6 distal. */
  position: number;
  /** Along the path, positive to the bite, millimetres. */
  byMm: number;
}

/** So far to either side the line comes along, in segments; as the core moves it. */
const REACH = 0.5;

/** How much of a move a place takes. */
export function share(position: number, move: Pick<LineMove, 'position'>): number {
  const off = Math.abs(((((position - move.position) % 8) + 12) % 8) - 4) / REACH;
  return off >= 1 ? 0 : 0.5 + 0.5 * Math.cos(Math.PI * off);
}

/** What was moved, with one more: at the same place they add up, and what comes to nothing goes. */
export function withMove(moves: readonly LineMove[], next: LineMove): LineMove[] {
  const same = moves.find((move) => Math.abs(move.position - next.position) < 0.02);
  const others = moves.filter((move) => move !== same);
  const byMm = Math.round((next.byMm + (same?.byMm ?? 0)) * 100) / 100;
  return byMm === 0 ? others : [...others, { position: next.position, byMm }];
}

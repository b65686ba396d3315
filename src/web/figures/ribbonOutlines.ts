import type { Schemas } from '../api/client';
import { path } from './plate';

type Outline = Schemas['OutlineView'];

export interface RibbonTooth {
  iso: string;
  /** Middle of the tooth on the ribbon. */
  x: number;
  y: number;
  outline: string;
  lines: string[];
}

/** Sixteen teeth of a jaw side by side, the patient's right on the left, the facial side outward. */
export function outlinesOf(
  teeth: readonly Outline[],
  jaw: 'upper' | 'lower',
  width: number,
  middle: number,
): RibbonTooth[] {
  const [right, left] = jaw === 'upper' ? ['1', '2'] : ['4', '3'];
  const of = (quadrant: string) => teeth.filter((tooth) => tooth.tooth[0] === quadrant);
  const order = [...of(right).toReversed(), ...of(left)];
  const scale = width / order.reduce((sum, tooth) => sum + tooth.mesiodistal, 0);
  let at = 0;
  return order.map((tooth) => {
    const own = tooth.mesiodistal * scale;
    const x = at + own / 2;
    at += own;
    // The ribbon bends a little, as the arch does.
    const off = (x - width / 2) / (width / 2);
    const y = middle + (jaw === 'upper' ? 1 : -1) * 14 * off * off;
    const on = { scale: scale * 0.95, originX: x, originY: y, flip: tooth.tooth[0] === left, up: jaw === 'upper' };
    return {
      iso: tooth.tooth,
      x,
      y,
      outline: path(tooth.outline, on),
      lines: tooth.lines.map((line) => path(line, on, false)),
    };
  });
}

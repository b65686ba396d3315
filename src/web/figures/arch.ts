import type { Point } from './plate';

export interface ArchTooth extends Point {
  iso: string;
  width: number;
  height: number;
}

// Rough widths by position from the midline; the ribbon is a map, not a measurement.
const widths = [8, 6.5, 7.5, 7, 7, 10, 9.5, 9];

/** Sixteen teeth of a jaw as a gently bent ribbon, the patient's right on the left. */
export function ribbon(jaw: 'upper' | 'lower', width: number): ArchTooth[] {
  const [right, left] = jaw === 'upper' ? [1, 2] : [4, 3];
  const order = [
    ...[8, 7, 6, 5, 4, 3, 2, 1].map((position) => ({ quadrant: right, position })),
    ...[1, 2, 3, 4, 5, 6, 7, 8].map((position) => ({ quadrant: left, position })),
  ];
  const total = widths.reduce((sum, w) => sum + w, 0) * 2;
  const scale = width / total;
  let x = 0;
  return order.map(({ quadrant, position }) => {
    const own = widths[position - 1]! * scale;
    const middle = x + own / 2;
    x += own;
    const off = (middle - width / 2) / (width / 2);
    const bend = 9 * off * off;
    return {
      iso: `${quadrant}${position}`,
      x: middle,
      y: jaw === 'upper' ? 9 + bend : 18 - bend,
      width: own - 1.4,
      height: position <= 3 ? 11 : 13,
    };
  });
}

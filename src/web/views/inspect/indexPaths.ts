import { mm } from '../../words/words';
import type { Index } from './indexState.svelte';

type Placing = (x: number, y: number) => readonly [number, number];

/** How far below its ends an open line is closed: what is scanned has no underside. */
const DEEP = 14;

/** Lines as they run, and the areas under them; x and y follow each other. */
export function pathOf(lines: readonly (readonly number[])[], place: Placing): { line: string; area: string } {
  let [line, area] = ['', ''];
  for (const flat of lines) {
    const points: (readonly [number, number])[] = [];
    for (let i = 0; i + 1 < flat.length; i += 2) points.push([flat[i]!, flat[i + 1]!]);
    if (points.length < 2) continue;
    const [first, last] = [points[0]!, points.at(-1)!];
    const closed = Math.hypot(first[0] - last[0], first[1] - last[1]) < 1e-3;
    const d = draw(points, place);
    line += d + (closed ? 'Z' : '');
    const foot = Math.min(first[1], last[1]) - DEEP;
    area += closed ? `${d}Z` : `${draw([...points, [last[0], foot], [first[0], foot]], place)}Z`;
  }
  return { line, area };
}

function draw(points: readonly (readonly [number, number])[], place: Placing): string {
  return points
    .map(([x, y], i) => {
      const [a, b] = place(x, y);
      return `${i === 0 ? 'M' : 'L'}${a.toFixed(1)} ${b.toFixed(1)}`;
    })
    .join('');
}

/** What is shown of a whole section: the crown as it was, and a little of what lies under the finish line. */
export function reachOf(section: Index): { left: number; right: number; bottom: number; top: number } {
  const flat = section.present.flat();
  const xs = flat.filter((_, i) => i % 2 === 0);
  const ys = flat.filter((_, i) => i % 2 === 1);
  const feet = section.feet.map((foot) => foot[1]!);
  const bottom = (feet.length > 0 ? Math.min(...feet) : Math.min(...ys)) - 1.2;
  return { left: Math.min(...xs) - 2.2, right: Math.max(...xs) + 2.2, bottom, top: Math.max(...ys) + 1 };
}

/** A gap with its number outside the tooth, left out where it would stand on another. */
export function gapLabels(section: Index, place: Placing, width: number, height: number) {
  const [wide, high] = [30, 15];
  const taken: (readonly [number, number])[] = [];
  return section.gaps.flatMap(({ words, depthMm, from, to }) => {
    const [a, b] = [place(from[0]!, from[1]!), place(to[0]!, to[1]!)];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length < 3) return [];
    const way = [(b[0] - a[0]) / length, (b[1] - a[1]) / length] as const;
    const at = [b[0] + way[0] * 8, b[1] + way[1] * 10 + 5] as const;
    const isFree = at[0] > 14 && at[0] < width - 14 && at[1] > 10 && at[1] < height - 14;
    if (!isFree || taken.some((other) => Math.abs(other[0] - at[0]) < wide && Math.abs(other[1] - at[1]) < high))
      return [];
    taken.push(at);
    return [
      {
        words,
        number: mm(depthMm),
        from: a,
        to: b,
        at,
        anchor: way[0] < -0.4 ? 'end' : way[0] > 0.4 ? 'start' : 'middle',
      },
    ];
  });
}

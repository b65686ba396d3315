import type { Tooth } from './inspectState.svelte';

type Place = Tooth['margin'][number];

/** Heights are drawn so many times larger than lengths along the line. */
export const TALLER = 3;

/** The segments in the order in which the line runs, and where each has its middle. */
export const stations = [
  'facial',
  'mesiofacial',
  'mesial',
  'mesiolingual',
  'lingual',
  'distolingual',
  'distal',
  'distofacial',
  'facial',
] as const;

/** A margin unrolled from the middle of the facial over the mesial: each place at its share of the way. */
export interface Unrolled {
  places: readonly (Place & { share: number })[];
  lowest: number;
  highest: number;
}

/** @returns Null where no finish line was traced. */
export function unrolled(margin: readonly Place[]): Unrolled | null {
  if (margin.length < 8) return null;
  const places = margin
    .map((place) => ({ ...place, share: (((place.position % 8) + 8) % 8) / 8 }))
    .sort((a, b) => a.share - b.share);
  const heights = places.flatMap(({ levelMm, plannedLevelMm, widthMm, plannedWidthMm }) => [
    levelMm,
    levelMm + (widthMm ?? plannedWidthMm ?? 0),
    ...(plannedLevelMm == null ? [] : [plannedLevelMm, plannedLevelMm + (plannedWidthMm ?? 0)]),
  ]);
  // The gum's usual crest is always in sight.
  return { places, lowest: Math.min(-0.3, ...heights), highest: Math.max(0.3, ...heights) };
}

/** Runs of places that follow each other and are all there; two at least. */
export function runs<T>(places: readonly T[], isThere: (place: T) => boolean): T[][] {
  const found: T[][] = [[]];
  for (const place of places) {
    if (isThere(place)) found.at(-1)!.push(place);
    else if (found.at(-1)!.length > 0) found.push([]);
  }
  return found.filter((run) => run.length > 1);
}

/** What is told of each segment: the middle of its places. */
export function told(margin: readonly Place[]): { level: number | null; width: number | null }[] {
  return stations.map((_, i) => {
    const own = margin.filter(({ position }) => {
      const off = ((((position - i) % 8) + 12) % 8) - 4;
      return Math.abs(off) <= 0.5;
    });
    return {
      level: middle(own.map(({ levelMm }) => levelMm)),
      width: middle(own.flatMap(({ widthMm }) => (widthMm == null ? [] : [widthMm]))),
    };
  });
}

function middle(values: number[]): number | null {
  if (values.length === 0) return null;
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

import type { Point, ReadingKind } from '../../api/client';

export interface ReadingEntry {
  zone: string;
  kind: ReadingKind;
  gauge: string;
  passed?: number;
  valueMm?: number;
  beforeMm?: number;
  afterMm?: number;
}

/** Findings that are lengths by side, cusp or zone. */
export type Measured = 'gapMm' | 'contactToCrestMm' | 'wearMm' | 'cuspThicknessMm' | 'pulpMm';

/** The sides on which a neighbour stands. */
export const sides = ['mesial', 'distal'] as const;
export type Side = (typeof sides)[number];

/** A list with one more, or without it where it stands there already. */
export function toggled<T>(list: readonly T[] | undefined, one: T): T[] {
  return list?.includes(one) ? list.filter((other) => other !== one) : [...(list ?? []), one];
}

/** A place on the plate that is no zone. */
export type PointName = Pick<Point, 'kind' | 'where'>;

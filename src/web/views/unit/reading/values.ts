import type { Gauge, Zone } from '../../../api/client';

/** What a gauge offers to tap: a set of thicknesses its sizes, a scale what is likely here, on its own marks. */
export function valuesOf(gauge: Gauge, expected: Zone['depthMm']): number[] {
  if (gauge.kind === 'pass') return [0, ...gauge.sizesMm];
  const mark = gauge.resolutionMm ?? 0.1;
  const first = Math.max(0, Math.round((expected.target - 5 * mark) / mark));
  return Array.from({ length: 9 }, (_, i) => Math.round((first + i) * mark * 100) / 100);
}

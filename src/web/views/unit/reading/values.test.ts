import { expect, it } from 'vitest';
import type { Gauge } from '../../../api/client';
import { valuesOf } from './values';

const set = { kind: 'pass', sizesMm: [0.4, 0.75, 1, 1.5] } as Gauge;
const scale = (resolutionMm: number) => ({ kind: 'read', sizesMm: [], resolutionMm }) as unknown as Gauge;
const around = (target: number) => ({ min: target - 0.1, target, max: target + 0.1 });

it('a set of thicknesses offers each of its sizes, and none', () => {
  expect(valuesOf(set, around(1.2))).toEqual([0, 0.4, 0.75, 1, 1.5]);
});

it.each([0.05, 0.1, 0.5])('a scale marked every %s offers the target among nine neighbouring marks', (mark) => {
  for (const target of [0.5, 1, 1.5, 2]) {
    const values = valuesOf(scale(mark), around(target));
    expect(values).toHaveLength(9);
    expect(values.some((value) => Math.abs(value - target) < 1e-9)).toBe(true);
    for (let i = 1; i < values.length; i++) expect(values[i]! - values[i - 1]!).toBeCloseTo(mark, 9);
    expect(values[0]).toBeGreaterThanOrEqual(0);
  }
});

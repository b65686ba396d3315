import { describe, expect, it } from 'vitest';
import { silhouette, standing } from './bur';

describe('a bur on a section', () => {
  it('is as wide on both sides and ends where the drawing does', () => {
    const flat = silhouette([0, 0, 0.5, 0.5, 8, 0.8, 12, 0.8], 6);
    const xs = flat.filter((_, i) => i % 2 === 0);
    const ys = flat.filter((_, i) => i % 2 === 1);
    expect(Math.max(...xs)).toBeCloseTo(-Math.min(...xs));
    expect(Math.max(...ys)).toBe(6);
  });

  it('keeps its tip where it is put and leans by its tilt', () => {
    const leaning = standing([0, 0, 0, 10], { x: 2, y: 1 }, 30);
    expect(leaning.slice(0, 2)).toEqual([2, 1]);
    expect(leaning[2]).toBeCloseTo(2 - 5);
    expect(leaning[3]).toBeCloseTo(1 + 10 * Math.cos(Math.PI / 6));
  });
});

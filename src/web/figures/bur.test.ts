import { describe, expect, it } from 'vitest';
import { radiusAt, silhouette, standing } from './bur';

describe('a bur on a section', () => {
  it('is as wide on both sides and ends where the drawing does', () => {
    const flat = silhouette([0, 0, 0.5, 0.5, 8, 0.8, 12, 0.8], 6);
    const xs = flat.filter((_, i) => i % 2 === 0);
    const ys = flat.filter((_, i) => i % 2 === 1);
    expect(Math.max(...xs)).toBeCloseTo(-Math.min(...xs));
    expect(Math.max(...ys)).toBe(6);
    // A taper from 0.5 to 0.8 over 7.5, cut off 5.5 up, is as wide there as it is.
    expect(xs[ys.indexOf(6)]).toBeCloseTo(0.5 + (0.3 * 5.5) / 7.5);
  });

  it('has between two points of its outline the radius of the straight line, behind its end none', () => {
    const taper = [0, 0, 0.5, 0.5, 8, 0.8];
    expect(radiusAt(taper, 0.25)).toBeCloseTo(0.25);
    expect(radiusAt(taper, 8)).toBeCloseTo(0.8);
    expect(radiusAt(taper, 9)).toBe(0);
    // At a step the smaller of both: a ring's edge stands on its smooth part.
    expect(radiusAt([0, 0.5, 1, 0.5, 1, 0.8, 2, 0.8], 1)).toBeCloseTo(0.5);
  });

  it('keeps its tip where it is put and leans by its tilt', () => {
    const leaning = standing([0, 0, 0, 10], { x: 2, y: 1 }, 30);
    expect(leaning.slice(0, 2)).toEqual([2, 1]);
    expect(leaning[2]).toBeCloseTo(2 - 5);
    expect(leaning[3]).toBeCloseTo(1 + 10 * Math.cos(Math.PI / 6));
  });
});

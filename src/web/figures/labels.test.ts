import { describe, expect, it } from 'vitest';
import { spread } from './labels';

describe('labels beside the drawing', () => {
  it('stay where they want to be when there is room', () => {
    const placed = spread(
      [
        { id: 'a', y: 100, height: 40 },
        { id: 'b', y: 200, height: 40 },
      ],
      0,
      500,
    );
    expect([placed.get('a'), placed.get('b')]).toEqual([100, 200]);
  });

  it('never touch, keep their order and stay on the plate, however crowded', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const random = (n: number) => ((seed * 9301 + n * 49297) % 233280) / 233280;
      const wishes = Array.from({ length: 7 }, (_, i) => ({ id: `${i}`, y: random(i) * 400, height: 44 }));
      const placed = spread(wishes, 0, 420);
      const heights = [...wishes].sort((a, b) => a.y - b.y).map((wish) => placed.get(wish.id)!);
      for (let i = 1; i < heights.length; i++) expect(heights[i]! - heights[i - 1]!).toBeGreaterThanOrEqual(44 - 1e-9);
      expect(heights[0]).toBeGreaterThanOrEqual(0);
      expect(heights[6]).toBeLessThanOrEqual(420 + 1e-9);
    }
  });
});

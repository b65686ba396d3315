import { describe, expect, it } from 'vitest';
import { nearest, soundings } from './soundings';

const scattered = (seed: number) =>
  Array.from({ length: 26 }, (_, i) => ({
    x: (((seed * 7919 + i * 104729) % 997) / 997) * 330,
    y: (((seed * 6101 + i * 15485863) % 991) / 991) * 330,
    text: i % 5 === 4 ? '1.05' : '1.0',
    chosen: i === 20,
  }));

describe('numbers beside their places', () => {
  it('cover neither each other nor a place, and the chosen one always stands', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const places = scattered(seed);
      const standing = soundings(places);
      expect(standing.some((one) => one.chosen)).toBe(true);
      const boxes = standing.map(({ x, y, text, chosen, anchor }) => {
        const wide = text.length * (chosen ? 10 : 8);
        const left = anchor === 'start' ? x : anchor === 'end' ? x - wide : x - wide / 2;
        return { left, right: left + wide, top: y - 12, bottom: y };
      });
      for (const [i, a] of boxes.entries()) {
        for (const b of boxes.slice(i + 1)) {
          expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false);
        }
        for (const place of places) {
          const inside = place.x > a.left && place.x < a.right && place.y > a.top && place.y < a.bottom;
          expect(inside, `${standing[i]!.text} over a place`).toBe(false);
        }
      }
    }
  });

  it('leaves none out where there is room', () => {
    const grid = Array.from({ length: 16 }, (_, i) => ({
      x: (i % 4) * 60,
      y: Math.floor(i / 4) * 60,
      text: '0.5',
      chosen: false,
    }));
    expect(soundings(grid)).toHaveLength(16);
  });

  it('a finger means the nearest place, and none beyond its reach', () => {
    const places = [
      { x: 10, y: 10, name: 'a' },
      { x: 18, y: 10, name: 'b' },
    ];
    expect(nearest(places, { x: 15, y: 10 }, 26)?.name).toBe('b');
    expect(nearest(places, { x: 60, y: 10 }, 26)).toBeUndefined();
  });
});

import { describe, expect, it } from 'vitest';
import { cross, leaders, type LeaderFrame, type Named } from './leaders';

// Numbers that look like chance and are the same every time (Park and Miller's generator).
function chance(seed: number) {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

function scattered(seed: number): { wishes: Named[]; frame: LeaderFrame } {
  const next = chance(seed + 1);
  const frame = { left: 120, right: 120 + 200 + next() * 500, top: 60, bottom: 60 + 200 + next() * 500 };
  const count = 1 + Math.floor(next() * 22);
  const wishes = Array.from({ length: count }, (_, i) => ({
    id: `${i}`,
    to: { x: frame.left + next() * (frame.right - frame.left), y: frame.top + next() * (frame.bottom - frame.top) },
    height: 24 + 34 * next(),
    chosen: i === 0,
  }));
  return { wishes, frame };
}

describe('leaders', () => {
  it('never cross, never stand over each other, never leave the frame, and keep the chosen one', () => {
    for (let seed = 0; seed < 400; seed++) {
      const { wishes, frame } = scattered(seed);
      const stands = leaders(wishes, frame);
      const placed = wishes.flatMap((wish) => {
        const stand = stands.get(wish.id);
        return stand ? [{ wish, stand }] : [];
      });
      expect(stands.has('0'), `seed ${seed}`).toBe(true);
      for (const [i, { wish, stand }] of placed.entries()) {
        expect(stand.top).toBeGreaterThanOrEqual(frame.top - 1e-6);
        expect(stand.top + wish.height).toBeLessThanOrEqual(frame.bottom + 1e-6);
        for (const { wish: other, stand: beside } of placed.slice(i + 1)) {
          expect(cross(stand.from, wish.to, beside.from, other.to), `seed ${seed}: ${wish.id} and ${other.id}`).toBe(
            false,
          );
          if (stand.side === beside.side)
            expect(stand.top + wish.height <= beside.top + 1e-6 || beside.top + other.height <= stand.top + 1e-6).toBe(
              true,
            );
        }
      }
    }
  });

  it('names everything that has room, beside its place', () => {
    const frame = { left: 100, right: 500, top: 0, bottom: 400 };
    const wishes = [40, 120, 200, 280].map((y, i) => ({ id: `${i}`, to: { x: 150 + 80 * i, y }, height: 40 }));
    const stands = leaders(wishes, frame);
    expect(stands.size).toBe(4);
    for (const wish of wishes) expect(stands.get(wish.id)!.from.y).toBeCloseTo(wish.to.y);
  });
});

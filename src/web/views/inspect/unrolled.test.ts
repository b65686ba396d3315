import { expect, test } from 'vitest';
import { runs, told, unrolled } from './unrolled';

const place = (position: number, levelMm: number, widthMm: number | null) => ({
  position,
  levelMm,
  widthMm,
  plannedLevelMm: 0.5,
  plannedWidthMm: 0.5,
  lipMm: 0,
  isSeen: true,
  at: [0, 0, 0],
});

test('a line that begins anywhere is unrolled from the facial', () => {
  const line = [6.5, 7.5, 0.5, 1.5, 2.5, 3.5, 4.5, 5.5, -0.4].map((position) => place(position, 0.4, 0.6));
  const { places, lowest, highest } = unrolled(line)!;
  expect(places.map(({ share }) => share)).toEqual([...places.map(({ share }) => share)].sort((a, b) => a - b));
  expect(places.at(-1)!.position).toBe(-0.4);
  expect([lowest, highest]).toEqual([-0.3, 1]);
  expect(unrolled(line.slice(0, 5))).toBeNull();
});

test('segments are told by the middle of their places, the facial at both ends', () => {
  const line = [7.8, 0, 0.2, 2, 2.1, 4].map((position, i) => place(position, i / 10, position > 3 ? null : 0.5));
  const said = told(line);
  expect(said[0]).toEqual(said[8]);
  expect(said[0]!.level).toBe(0.1);
  expect(said[2]!.level).toBe(0.4);
  expect(said[4]).toEqual({ level: 0.5, width: null });
  expect(said[6]).toEqual({ level: null, width: null });
});

test('a run ends where something is missing', () => {
  expect(runs([1, 2, 0, 3, 0, 4, 5, 6], (one) => one > 0)).toEqual([
    [1, 2],
    [4, 5, 6],
  ]);
});

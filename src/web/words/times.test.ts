import { afterEach, expect, it } from 'vitest';
import { habits } from './habits.svelte';
import { readTime, time } from './times';

afterEach(() => (habits.twelveHours = false));

it('times are read as they are typed, and nothing else is', () => {
  const read = ['14:30', '1430', '14.30', '2:30 pm', '2.30pm', '9', '12 am', '12:05 p.m.', '00:00', '8 a'].map(
    readTime,
  );
  expect(read).toEqual([
    [14, 30],
    [14, 30],
    [14, 30],
    [14, 30],
    [14, 30],
    [9, 0],
    [0, 0],
    [12, 5],
    [0, 0],
    [8, 0],
  ]);
  expect(['', '24:00', '12:60', '13 pm', '0 am', 'noon', '1:2:3'].map(readTime)).toEqual(Array(7).fill(null));
});

it('every minute of a day is written and read back in both ways of writing', () => {
  for (const twelve of [false, true]) {
    habits.twelveHours = twelve;
    for (let minute = 0; minute < 24 * 60; minute++) {
      const at = new Date(2026, 2, 5, Math.floor(minute / 60), minute % 60);
      expect(readTime(time(at))).toEqual([at.getHours(), at.getMinutes()]);
    }
  }
});

import { expect, test } from 'vitest';
import { share, withMove } from './lineMoves';

test('a move takes its neighbours along less and less, round the facial too', () => {
  expect(share(2, { position: 2 })).toBe(1);
  expect(share(2.25, { position: 2 })).toBeCloseTo(0.5);
  expect(share(2.5, { position: 2 })).toBe(0);
  expect(share(7.9, { position: 0.1 })).toBeCloseTo(share(0.3, { position: 0.1 }));
});

test('moves of one place add up, and one that is taken back goes', () => {
  const once = withMove([], { position: 3, byMm: 0.2 });
  const twice = withMove(withMove(once, { position: 3.01, byMm: 0.1 }), { position: 6, byMm: -0.3 });
  expect(twice).toEqual([
    { position: 3.01, byMm: 0.3 },
    { position: 6, byMm: -0.3 },
  ]);
  expect(withMove(once, { position: 3, byMm: -0.2 })).toEqual([]);
});

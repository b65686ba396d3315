import { expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { rowsOf } from './optionRows';

type Column = Schemas['OptionColumn'];

const column = (over: Partial<Column>): Column => ({ cautions: [], deepestMm: 1.5, ...over }) as Column;
const cost = (share: number, left: number[]) =>
  ({ share, removedMm3: 100 * share, pulp: left.map((leftMm) => ({ leftMm })) }) as Column['cost'];
const bestIn = (columns: Column[], words: string) => rowsOf(columns).find((row) => row.words === words)?.best;

it('less cut is better, more over the pulp is better, and the nearest horn of the pulp counts', () => {
  const crown = column({ cost: cost(0.5, [0.8, 2.0]) });
  const onlay = column({ cost: cost(0.3, [1.9, 1.1]) });
  expect(bestIn([crown, onlay], 'Cut from the crown')).toEqual([onlay]);
  expect(bestIn([crown, onlay], 'Least over the pulp')).toEqual([onlay]);
  expect(
    rowsOf([crown])
      .find((row) => row.words === 'Least over the pulp')
      ?.of(crown),
  ).toBe(0.8);
});

it('nothing is best where all are the same, where one stands alone, or where it is not known', () => {
  const known = column({ holdShare: 0.6 });
  const unknown = column({ holdShare: null });
  expect(bestIn([known, column({ holdShare: 0.6 })], 'Weakest wall resists')).toEqual([]);
  expect(bestIn([known, unknown], 'Weakest wall resists')).toEqual([]);
  expect(bestIn([unknown, unknown], 'Weakest wall resists')).toBeUndefined();
});

it('two may share the best', () => {
  const [a, b, c] = [column({ deepestMm: 1.5 }), column({ deepestMm: 1.5 }), column({ deepestMm: 1.8 })];
  expect(bestIn([a, b, c], 'Deepest cut')).toEqual([a, b]);
});

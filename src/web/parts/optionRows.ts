import type { Schemas } from '../api/client';
import { mm } from '../words/words';

type Column = Schemas['OptionColumn'];

export interface Row {
  words: string;
  /** What is compared; nothing where it is not known. */
  of: (column: Column) => number | null | undefined;
  said: (value: number, column: Column) => string;
  /** What a full bar stands for: longer is better. Where less is better there is no bar. */
  full?: number;
  /** Whether less of it is better. */
  less?: boolean;
}

const leastLeft = (column: Column) =>
  column.cost && column.cost.pulp.length > 0 ? Math.min(...column.cost.pulp.map((one) => one.leftMm)) : undefined;
const percent = (share: number) => `${Math.round(share * 100)} %`;

const rows: Row[] = [
  {
    words: 'Cut from the crown',
    of: (c) => c.cost?.share,
    said: (v, c) => `${percent(v)}, ${c.cost!.removedMm3.toFixed(0)} mm³`,
    less: true,
  },
  { words: 'Enamel that stays', of: (c) => c.cost?.enamelLeftShare, said: percent, full: 1 },
  { words: 'Least over the pulp', of: leastLeft, said: mm, full: 4 },
  { words: 'Deepest cut', of: (c) => c.deepestMm, said: mm, less: true },
  { words: 'Thinnest restoration', of: (c) => c.cost?.leastThicknessMm, said: mm, full: 3 },
  { words: 'Weakest wall resists', of: (c) => c.holdShare, said: percent, full: 1 },
  { words: 'Bonded to enamel', of: (c) => c.bondedShare, said: percent, full: 1 },
  { words: 'Cautions', of: (c) => c.cautions.length, said: String, less: true },
];

/** What is known of at least one option, and which options are best in it; none is where all are the same. */
export function rowsOf(columns: readonly Column[]): (Row & { best: Column[] })[] {
  return rows
    .filter((row) => columns.some((column) => row.of(column) != null))
    .map((row) => ({ ...row, best: bestOf(row, columns) }));
}

function bestOf(row: Row, columns: readonly Column[]): Column[] {
  const known = columns.map(row.of).filter((value) => value != null);
  if (known.length < 2 || known.every((value) => value === known[0])) return [];
  const wanted = row.less ? Math.min(...known) : Math.max(...known);
  return columns.filter((column) => row.of(column) === wanted);
}

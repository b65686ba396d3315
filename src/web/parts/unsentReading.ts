import type { Schemas } from '../api/client';
import { mm, plain } from '../words/words';
import type { Unsent } from './outbox.svelte';

/** A reading of a tooth, ready to be sent or kept until it can be: its id makes it count once. */
export function unsentReading(unitId: string, entry: Schemas['ReadingEntry']): Unsent & { body: { id: string } } {
  const body = { ...entry, id: crypto.randomUUID() };
  return {
    key: `reading ${body.id}`,
    words: `Reading ${mm(entry.passed ?? entry.valueMm ?? entry.afterMm ?? 0)}, ${plain(entry.zone)}`,
    method: 'POST',
    path: `/api/units/${unitId}/readings`,
    body,
  };
}

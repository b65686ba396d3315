import { answer, api, type Schemas } from '../api/client';
import { changed } from './changed.svelte';
import { attempt, notices } from './notices.svelte';
import { undo } from './undo.svelte';
import { dateOf } from '../words/times';

type Binned = Schemas['BinnedView'];

/** Puts something into the bin and offers to bring it back. */
export async function remove(call: Promise<Binned>): Promise<boolean> {
  const gone = await attempt(call);
  if (!gone) return false;
  changed.bin++;
  undo.add(`removing ${gone.name}`, () => bringBack(gone));
  notices.say(`${gone.name} lies in the bin until ${dateOf(gone.goneAt)}.`, {
    label: 'Bring it back',
    run: () => void undo.run(),
  });
  return true;
}

export async function bringBack(gone: Pick<Binned, 'id' | 'what'>): Promise<boolean> {
  const path = { params: { path: { what: gone.what, id: gone.id } } };
  const back = await attempt(answer(api.POST('/api/bin/{what}/{id}/back', path)).then(() => true));
  changed.bin++;
  return back === true;
}

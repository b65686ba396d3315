import { answer, api } from '../api/client';
import { attempt } from './notices.svelte';

/** Puts an entry of the record right by another one beside it. Returns whether it stands there. */
export async function amend(entry: string, text: string): Promise<boolean> {
  const params = { path: { id: entry } };
  const body = { id: crypto.randomUUID(), text: text.trim() };
  return (await attempt(answer(api.POST('/api/record/{id}/amendments', { params, body })), 'amend')) !== null;
}

import { answer, api, type Schemas } from '../api/client';
import { changed } from './changed.svelte';
import { attempt } from './notices.svelte';
import { outbox } from './outbox.svelte';
import { shared } from './shared.svelte';
import { undo } from './undo.svelte';

type Entry = Schemas['CaseEntry'];

const words: Record<string, string> = {
  patient: 'The name',
  note: 'The note',
  visitAt: 'The visit',
  noVisit: 'The visit',
};

/**
 * Changes what is kept of a case besides its teeth. While the program does not answer the change is kept here.
 * @param before What undoes it.
 * @returns Whether it is done, kept to be sent, or refused, which is told.
 */
export async function changeCase(id: string, body: Entry, before: Entry): Promise<'done' | 'kept' | 'refused'> {
  const what = words[Object.keys(body)[0]!]!;
  const unsent = {
    key: `case ${id} ${Object.keys(body)[0]}`,
    words: what,
    method: 'PUT' as const,
    path: `/api/cases/${id}`,
    body,
  };
  const sent = outbox.send(unsent).then((told) => (told === 'kept' ? told : 'done'));
  const result = await attempt(sent, `case ${what}`);
  if (!result) return 'refused';
  if (body.patient && shared.caseId === id && shared.case) shared.case.patient = body.patient.trim();
  undo.add(`changing ${what.toLowerCase().replace('the ', '')}`, async () => {
    await attempt(answer(api.PUT('/api/cases/{id}', { params: { path: { id } }, body: before })));
    changed.sent++;
  });
  return result;
}

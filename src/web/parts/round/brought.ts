/** Asks for bodies in the round; answers the file. */
async function ask(address: string, signal?: AbortSignal, body?: object): Promise<ArrayBuffer> {
  const sent = body && {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
  };
  const answer = await fetch(address, { ...sent, signal: signal ?? null });
  if (!answer.ok) throw new Error(String(answer.status));
  return answer.arrayBuffer();
}

/** Asked for before anybody looked; the newest alone is kept. */
let ahead: { address: string; file: Promise<ArrayBuffer | null> } | undefined;

/** Fetches engine and bodies while nothing else is to be done, so that the first picture stands at once. */
export function bringAhead(address: string): void {
  if (ahead?.address === address) return;
  ahead = { address, file: ask(address).catch(() => null) };
  // Should the program be away, whoever looks is told; nobody has asked yet.
  import('../../scene/roundScene').catch(() => {});
}

export async function bring(address: string, signal: AbortSignal, body?: object): Promise<ArrayBuffer> {
  if (body || ahead?.address !== address) return ask(address, signal, body);
  // Taken once: some megabytes, and a bridge's other units may change it meanwhile.
  const { file } = ahead;
  ahead = undefined;
  return (await file) ?? ask(address, signal);
}

/** The same bodies in full. */
export function fine(address: string): string {
  return `${address}${address.includes('?') ? '&' : '?'}quality=fine`;
}

/** Where a unit's bodies come from. */
export function bodiesOf(unit: { id: string; version: number }): string {
  return `/api/units/${unit.id}/bodies/round.glb?version=${unit.version}`;
}

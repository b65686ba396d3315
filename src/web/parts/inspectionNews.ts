import { answer, api, type Schemas } from '../api/client';

/** What is told of scans while they are measured, from the beginning; who aborts ends it, unless another one watches. */
export async function* inspectionNews(
  setId: string,
  signal: AbortSignal,
): AsyncGenerator<Schemas['InspectionNewsView']> {
  const params = { path: { id: setId } };
  const body = await answer(api.GET('/api/scans/{id}/inspection', { params, signal, parseAs: 'stream' }));
  if (!body) return;
  for await (const line of lines(body)) {
    if (signal.aborted) return;
    yield JSON.parse(line) as Schemas['InspectionNewsView'];
  }
}

/** The lines of a body as they come. */
export async function* lines(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.pipeThrough(new TextDecoderStream() as TransformStream<Uint8Array, string>).getReader();
  let rest = '';
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      const parts = (rest + value).split('\n');
      rest = parts.pop()!;
      for (const part of parts) if (part) yield part;
    }
    if (rest) yield rest;
  } finally {
    reader.releaseLock();
  }
}

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

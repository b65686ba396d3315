import { expect, test } from 'vitest';
import { lines } from './inspectionNews';

async function read(...pieces: string[]): Promise<string[]> {
  const bytes = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    start(control) {
      for (const piece of pieces) control.enqueue(bytes.encode(piece));
      control.close();
    },
  });
  const found: string[] = [];
  for await (const line of lines(body)) found.push(line);
  return found;
}

test('lines are whole however they come in pieces', async () => {
  expect(await read('{"a":1}\n{"b"', ':2}\n', '{"c":3}')).toEqual(['{"a":1}', '{"b":2}', '{"c":3}']);
  expect(await read('\n', 'x\n\n')).toEqual(['x']);
});

import { expect, it } from 'vitest';

/** Sources by path. A view is one room with all its folders; a file beside the rooms is a room of its own. */
const sources = import.meta.glob<string>(['./**/*.{ts,svelte}', '!./**/*.test.ts', '!./node_modules/**'], {
  query: '?raw',
  import: 'default',
  eager: true,
});

function roomOf(path: string): string {
  const parts = path.split('/').filter((part) => part !== '.');
  if (parts[0] === 'views' && parts.length > 2) return parts.slice(0, 2).join('/');
  return parts.length > 1 && parts[0] !== 'views' ? parts[0]! : parts.join('/').replace(/\.ts$/, '');
}

it('rooms import each other one way only', () => {
  const into = new Map<string, Set<string>>();
  for (const [path, text] of Object.entries(sources)) {
    for (const [, target] of text.matchAll(/(?:from|import)\s*\(?'(\.[^']+)'/g)) {
      const to = roomOf(new URL(target!, `file:///${path.slice(2)}`).pathname.slice(1));
      const from = roomOf(path);
      if (to !== from) into.set(from, (into.get(from) ?? new Set()).add(to));
    }
  }
  expect(into.get('parts'), 'the scan reads the sources').toContain('figures');
  const done = new Set<string>();
  function walk(room: string, way: string[]): void {
    expect(way, `a ring of rooms: ${[...way, room].join(' → ')}`).not.toContain(room);
    if (done.has(room)) return;
    for (const next of into.get(room) ?? []) walk(next, [...way, room]);
    done.add(room);
  }
  for (const room of into.keys()) walk(room, []);
});

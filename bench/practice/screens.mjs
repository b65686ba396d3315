// How long each screen's answers take in a practice as large as this one, and what twenty people at once wait.
//   node bench/practice/screens.mjs http://127.0.0.1:5190
import { at } from './shares.mjs';

const base = process.argv[2];
const json = { 'content-type': 'application/json' };

async function timed(path, init) {
  const from = performance.now();
  const answer = await fetch(base + path, init);
  const text = await answer.text();
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${text}`);
  return { ms: performance.now() - from, text };
}

const said = (times) =>
  `median ${at(times, 0.5).toFixed(0)} · 95 % under ${at(times, 0.95).toFixed(0)} · slowest ${Math.max(...times).toFixed(0)}`;

const day = JSON.parse((await timed('/api/day')).text);
const cases = day.cases.filter((entry) => entry.units.length > 0);
const past = JSON.parse((await timed('/api/cases?when=past')).text).cases;
const screens = {
  day: () => ['/api/day'],
  tray: () => ['/api/day/tray'],
  'find, nothing asked': () => ['/api/cases'],
  'search, a name': (i) => [`/api/cases?text=${['ada', 'okon', 'greta 7', 'lindq'][i % 4]}`],
  'search, tooth and material': (i) => [
    `/api/cases?text=${['36 zirconia', '11 veneer', 'metal 46', 'finished 21'][i % 4]}`,
  ],
  case: (i) => [`/api/cases/${cases[i % cases.length].id}`],
  'case of the past': (i) => [`/api/cases/${past[i % past.length].id}`],
  'run sheet': (i) => [`/api/cases/${cases[i % cases.length].id}/sheet`],
  unit: (i) => [`/api/units/${cases[i % cases.length].units[0].id}`],
  drawer: () => ['/api/drawer'],
  bin: () => ['/api/bin'],
};
for (const [name, pathsOf] of Object.entries(screens)) {
  const first = (await timed(pathsOf(0)[0])).ms;
  const times = [];
  for (let i = 1; i <= 24; i++) for (const path of pathsOf(i)) times.push((await timed(path)).ms);
  console.log(`${name.padEnd(28)} first ${first.toFixed(0).padStart(5)} · ${said(times)} ms`);
}

// Each of twenty looks at a unit of their own, changes it and looks at the day, without a pause: more than a practice ever does.
const people = Array.from({ length: 20 }, async (_, who) => {
  const times = [];
  const { unitId } = JSON.parse(
    (
      await timed('/api/quick-line/do', {
        method: 'POST',
        headers: json,
        body: JSON.stringify({ line: `${['36', '11', '14', '46', '25'][who % 5]} crown zirconia` }),
      })
    ).text,
  );
  for (let i = 1; i <= 6; i++) {
    // No two plan the same: what one has planned is kept for the others.
    const body = JSON.stringify({
      material: i % 2 ? 'metal' : 'zirconia-monolithic',
      buildOutMm: { [who % 5 === 1 ? 'edge' : 'groove']: (who * 10 + i) / 1000 },
    });
    times.push({ kind: 'look', ms: (await timed(`/api/units/${unitId}`)).ms });
    times.push({
      kind: 'change',
      ms: (
        await timed(`/api/units/${unitId}/inputs`, { method: 'PUT', headers: { ...json, 'if-match': `"${i}"` }, body })
      ).ms,
    });
    times.push({ kind: 'day', ms: (await timed('/api/day')).ms });
  }
  return times;
});
const waited = (await Promise.all(people)).flat();
for (const kind of ['look', 'change', 'day']) {
  const times = waited.filter((entry) => entry.kind === kind).map((entry) => entry.ms);
  console.log(`20 at once, ${kind.padEnd(16)} ${said(times)} · 99 % under ${at(times, 0.99).toFixed(0)} ms`);
}

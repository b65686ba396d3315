// So many devices write for so long; how long each answer takes, and whether anything was lost.
//   node devices.mjs PROGRAM FOLDER DEVICES SECONDS [PAUSE-MS]
import { call, newVisit, start } from './server.mjs';

const [program, folder, devices, seconds, pause = '0'] = process.argv.slice(2);
const server = await start(folder, program);
const lines = [
  '36 crown zirconia',
  '11 veneer butt porcelain',
  '16 onlay lithium disilicate',
  '45x47 bridge metal-ceramic',
];
// Two devices a visit, as a chair and its assistant's tablet.
const places = [];
for (let at = 0; at < Number(devices) / 2; at++) places.push(await newVisit(server.base, lines[at % lines.length]));
// Some seconds of it before it counts: a practice does not begin its day within a second of the start.
for (let round = 0; round < 12; round++)
  await Promise.all(
    places.map(({ visit }) =>
      call(server.base, 'POST', `/api/visits/${visit}/entries`, {
        id: crypto.randomUUID(),
        note: { kind: 'comfort', how: 'well' },
      }),
    ),
  );

const until = performance.now() + Number(seconds) * 1000;
const took = [];
const sent = places.map(() => new Set());
let [increments, conflicts] = [0, 0];
await Promise.all(
  Array.from({ length: Number(devices) }, async (_, device) => {
    const at = device % places.length;
    const { visit, caseId } = places[at];
    for (let turn = 0; performance.now() < until; turn++) {
      const from = performance.now();
      if (turn % 5 === 4) {
        // All devices count up one number, each only over the version it saw: none may be lost.
        for (;;) {
          const { visits } = await call(server.base, 'GET', `/api/cases/${caseId}/all-visits`);
          const own = visits.find((one) => one.id === visit);
          const begun = performance.now();
          try {
            const body = { note: String(Number(own.note || '0') + 1), version: own.version };
            await call(server.base, 'PUT', `/api/visits/${visit}`, body);
            took.push(performance.now() - begun);
            increments++;
            break;
          } catch (error) {
            if (error.status !== 412) throw error;
            conflicts++;
          }
        }
      } else {
        const id = crypto.randomUUID();
        await call(server.base, 'POST', `/api/visits/${visit}/entries`, {
          id,
          note: { kind: 'note', text: `${device} ${turn}` },
        });
        sent[at].add(id);
        took.push(performance.now() - from);
      }
      if (Number(pause) > 0) await new Promise((later) => setTimeout(later, Number(pause) * (0.5 + Math.random())));
    }
  }),
);
let counted = 0;
for (const [at, { caseId, visit }] of places.entries()) {
  const record = await call(server.base, 'GET', `/api/cases/${caseId}/record`);
  const there = new Set(record.entries.map((one) => one.id));
  const lost = [...sent[at]].filter((id) => !there.has(id));
  if (lost.length > 0) throw new Error(`${lost.length} entries are lost.`);
  const { visits } = await call(server.base, 'GET', `/api/cases/${caseId}/all-visits`);
  counted += Number(visits.find((one) => one.id === visit).note || '0');
}
if (counted !== increments) throw new Error(`${increments} counted up, ${counted} are there: an update was lost.`);
const check = await call(server.base, 'GET', '/api/record/check');
if (check.faults.length > 0) throw new Error(check.faults.join(' '));
await server.kill();
took.sort((a, b) => a - b);
const rank = (share) => took[Math.min(took.length - 1, Math.floor(share * took.length))].toFixed(0);
console.log(
  `${devices} devices, ${seconds} s: ${took.length} saved (${(took.length / Number(seconds)).toFixed(0)} a second), median ${rank(0.5)} ms, ` +
    `p95 ${rank(0.95)}, p99 ${rank(0.99)}, most ${rank(1)}; ${conflicts} conflicts told, nothing lost, the chain holds`,
);

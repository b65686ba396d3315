// Pulls the plug (SIGKILL) at random moments while devices write, and looks after each start whether all that was acknowledged is there.
//   node plugs.mjs PROGRAM FOLDER TIMES [SEED]
import { call, emptyVisit, newVisit, start } from './server.mjs';

const [program, folder, times, seed = '1'] = process.argv.slice(2);
let state = Number(seed);
const random = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;

const devices = 8;
/** Ids of entries and readings whose answer has come, and of those that were sent without one. */
const acknowledged = { entries: new Set(), readings: new Set() };
let unanswered = [];
let taken = 0;

let server = await start(folder, program);
const place = { ...(await newVisit(server.base, '36 crown zirconia')), ...(await emptyVisit(server.base)) };
const send = async ({ kind, id }) => {
  if (kind === 'entries')
    await call(server.base, 'POST', `/api/visits/${place.visit}/entries`, { id, note: { kind: 'note', text: id } });
  else
    await call(server.base, 'POST', `/api/units/${place.unitId}/readings`, {
      id,
      zone: 'groove',
      kind: 'index-gap',
      gauge: 'caliper',
      valueMm: 1,
    });
  acknowledged[kind].add(id);
};

for (let round = 1; round <= Number(times); round++) {
  // As the browser's box does: what had no answer is sent again, and counts once.
  const again = unanswered;
  unanswered = [];
  let isUp = true;
  const writing = Array.from({ length: devices }, async (_, device) => {
    const own = again.filter((_, i) => i % devices === device);
    while (isUp) {
      const entry = own.pop() ?? { kind: device === 0 ? 'readings' : 'entries', id: crypto.randomUUID() };
      try {
        await send(entry);
      } catch (error) {
        if (error.status && error.status < 500) throw error;
        unanswered.push(entry, ...own.splice(0));
        return;
      }
    }
    unanswered.push(...own);
  });
  // The load runs before the plug goes: a program that still warms up is killed with nothing in its hands.
  const before = acknowledged.entries.size + acknowledged.readings.size;
  while (acknowledged.entries.size + acknowledged.readings.size < before + 5)
    await new Promise((later) => setTimeout(later, 5));
  await new Promise((later) => setTimeout(later, random() * 600));
  await server.kill();
  isUp = false;
  await Promise.all(writing);
  server = await start(folder, program);
  const record = await call(server.base, 'GET', `/api/cases/${place.caseId}/record`);
  // Nothing acknowledged is ever taken back: a reading that is gone is still gone at the next look, which takes the plan's time.
  const looksAtReadings = round % 10 === 0 || round === Number(times);
  const unit = looksAtReadings ? await call(server.base, 'GET', `/api/units/${place.unitId}`) : null;
  const there = {
    entries: new Set(record.entries.map((one) => one.id)),
    readings: new Set(unit?.readings.map((one) => one.id) ?? acknowledged.readings),
  };
  for (const kind of ['entries', 'readings']) {
    const lost = [...acknowledged[kind]].filter((id) => !there[kind].has(id));
    if (lost.length > 0) throw new Error(`Round ${round}: ${lost.length} acknowledged ${kind} are gone.`);
  }
  if (there.entries.size !== record.entries.length) throw new Error(`Round ${round}: an entry is there twice.`);
  const check = await call(server.base, 'GET', '/api/record/check');
  if (check.faults.length > 0) throw new Error(`Round ${round}: ${check.faults.join(' ')}`);
  taken = acknowledged.entries.size + acknowledged.readings.size;
}
await server.kill();
console.log(
  `${times} plugs pulled under load of ${devices} devices: ${taken} acknowledged, all there, none twice, the chain holds`,
);

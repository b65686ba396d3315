// Lets the disk run full under a practice at work: each refusal is said as one, nothing is half there, and work goes on once there is room.
// A small file system in memory is mounted for it, which only root may.
//   node disk.mjs PROGRAM FOLDER
import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { call, emptyVisit, start } from './server.mjs';

const [program, folder] = process.argv.slice(2);
const mounted = (how) => execFileSync('mount', ['-t', 'tmpfs', '-o', how, 'tmpfs', folder]);
mkdirSync(folder, { recursive: true });
mounted('size=6m');
let server;
try {
  server = await start(folder, program);
  const { caseId, visit } = await emptyVisit(server.base);
  const acknowledged = new Set();
  const note = async (id) => {
    await call(server.base, 'POST', `/api/visits/${visit}/entries`, {
      id,
      note: { kind: 'note', text: 'x'.repeat(3500) },
    });
    acknowledged.add(id);
  };
  const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, ...new Uint8Array(150_000)]);
  const picture = async (id) => {
    const address = `${server.base}/api/visits/${visit}/pictures?entry=${id}&proves=Prepared`;
    const headers = { 'content-type': 'application/octet-stream' };
    // No two alike: the same bytes are kept once.
    const body = Uint8Array.from([...png, ...new TextEncoder().encode(id)]);
    const response = await fetch(address, { method: 'POST', headers, body });
    if (!response.ok) throw Object.assign(new Error(await response.text()), { status: response.status });
    acknowledged.add(id);
  };

  const refused = [];
  for (let turn = 0; refused.length < 20 && turn < 4000; turn++) {
    const id = crypto.randomUUID();
    try {
      await (turn % 8 === 0 ? picture : note)(id);
    } catch (error) {
      if (error.status !== 507 || !error.message.includes('store-full'))
        throw new Error(`Refused otherwise: ${error.message}`);
      refused.push({ id, again: turn % 8 === 0 ? picture : note });
    }
  }
  if (refused.length < 20) throw new Error('The disk did not run full.');

  const there = async () => {
    const { entries } = await call(server.base, 'GET', `/api/cases/${caseId}/record`);
    const ids = new Set(entries.map((one) => one.id));
    const lost = [...acknowledged].filter((id) => !ids.has(id));
    if (lost.length > 0) throw new Error(`${lost.length} acknowledged are lost.`);
    if (ids.size !== entries.length) throw new Error('An entry is there twice.');
    const check = await call(server.base, 'GET', '/api/record/check');
    if (check.faults.length > 0) throw new Error(check.faults.join(' '));
  };
  // What can't be put down in the trail is not shown: that is a sentence too. Who looked a moment ago may look on.
  const looked = await fetch(`${server.base}/api/cases/${caseId}/record`);
  if (!looked.ok && (looked.status !== 507 || !(await looked.text()).includes('store-full')))
    throw new Error(`Looking is refused otherwise: ${looked.status}`);
  const before = acknowledged.size;
  mounted('remount,size=32m');
  await there();
  for (const { id, again } of refused) await again(id);
  await there();
  await server.kill();
  server = await start(folder, program);
  await there();
  console.log(
    `disk full after ${before} entries and pictures: ${refused.length} refused in a sentence (507), nothing lost; ` +
      'with room all went through, none twice, and were there after a kill; the chain holds',
  );
} finally {
  await server?.kill();
  execFileSync('umount', [folder]);
}

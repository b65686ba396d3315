import { spawn } from 'node:child_process';
import { createServer } from 'node:net';

/** A free port of this machine. */
const freePort = () =>
  new Promise((done) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => done(port));
    });
  });

/** The program in a process of its own, for the one user of this machine. */
export async function start(folder, program) {
  const base = `http://127.0.0.1:${await freePort()}`;
  const env = {
    ...process.env,
    DOTNET_TieredPGO: '0',
    Dentelle__Data: folder,
    Dentelle__SingleUser: 'true',
    Dentelle__BackupHours: '0',
    Serilog__MinimumLevel__Default: 'Error',
  };
  const child = spawn('dotnet', ['Dentelle.Web.dll', '--urls', base], { cwd: program, env, stdio: 'ignore' });
  const ended = new Promise((done) => child.once('exit', done));
  for (let tries = 0; ; tries++) {
    const up = await fetch(`${base}/api/day`)
      .then((r) => r.ok)
      .catch(() => false);
    if (up) break;
    if (tries > 1200) throw new Error('It does not start.');
    await new Promise((again) => setTimeout(again, 50));
  }
  return { base, kill: () => (child.kill('SIGKILL'), ended) };
}

/** An answer's JSON; throws where it is refused. */
export async function call(base, method, path, body) {
  const response = await fetch(base + path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: body && JSON.stringify(body),
  });
  const text = await response.text();
  if (!response.ok)
    throw Object.assign(new Error(`${method} ${path}: ${response.status} ${text}`), { status: response.status });
  return text ? JSON.parse(text) : null;
}

/** A case without a tooth, and its visit: entries there need nothing planned, so that many are under way at once. */
export async function emptyVisit(base) {
  const file = { format: 'dentelle-case/1', patient: 'Plug pulled', note: '', units: [] };
  const { id } = await call(base, 'POST', '/api/cases/file', file);
  const { visits } = await call(base, 'POST', `/api/cases/${id}/all-visits`, { kind: 'check' });
  return { caseId: id, visit: visits[0].id };
}

/** A new case with a visit at which it is cut. */
export async function newVisit(base, line) {
  const { caseId, unitId } = await call(base, 'POST', '/api/quick-line/do', {
    line,
    patient: `Patient ${crypto.randomUUID()}`,
  });
  const { visits } = await call(base, 'POST', `/api/cases/${caseId}/all-visits`, { kind: 'prepare' });
  return { caseId, unitId, visit: visits[0].id };
}

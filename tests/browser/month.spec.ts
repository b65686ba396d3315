import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { depth, expect, panel, test } from './practice';

// A practice of its own, whose program can be killed.
const port = 5198;
const data = mkdtempSync(join(tmpdir(), 'dentelle-month-'));
const address = `http://127.0.0.1:${port}`;
let program: ChildProcess;

async function start(): Promise<void> {
  program = spawn('../../script/demo', ['--port', `${port}`, '--data', data], { detached: true, stdio: 'ignore' });
  await expect
    .poll(
      () =>
        fetch(`${address}/api/day`).then(
          (got) => got.ok,
          () => false,
        ),
      { timeout: 60_000 },
    )
    .toBe(true);
}

/** As a power cut would: without a word. */
async function kill(): Promise<void> {
  const gone = new Promise((done) => program.once('exit', done));
  process.kill(-program.pid!, 'SIGKILL');
  await gone;
}

test.use({ baseURL: address });
test.beforeAll(start);
test.afterAll(kill);

const lines = [
  '36 crown zirconia',
  '26 crown lithium disilicate',
  '11 veneer butt porcelain',
  '16 onlay lithium disilicate',
  '47 crown metal',
  '45x47 bridge metal-ceramic',
  '14 crown metal-ceramic',
  '25 inlay gold',
  '21 crown lithium disilicate',
  '37 crown zirconia layered',
];
const first = ['Adela', 'Bodo', 'Carlin', 'Dunja', 'Emeric', 'Fenna'];
const last = ['Quist', 'Rooke', 'Savary', 'Tindal', 'Umber', 'Vossel', 'Wrede', 'Yarrow', 'Zander', 'Oakes'];
const patients = last.flatMap((name, i) =>
  first.map((given, k) => ({ name: `${given} ${name}`, line: lines[(i + k) % 10]! })),
);

async function plan(page: Page, line: string, name: string): Promise<void> {
  await page.getByRole('link', { name: 'Day', exact: true }).click();
  await page.keyboard.press('/');
  await page.getByLabel('Tooth, what it gets, material').fill(line);
  await page.keyboard.press('Enter');
  const who = page.getByLabel(/Who is it for/);
  await who
    .or(page.getByRole('button', { name: /A new case/ }))
    .first()
    .waitFor();
  // The case looked at last is still at hand: this is another patient.
  if (!(await who.isVisible())) await page.keyboard.press('n');
  await who.fill(name);
  await page.keyboard.press('Enter');
  // The first unit waits for the arch, which is made once.
  await expect(page).toHaveTitle(new RegExp(name), { timeout: 20_000 });
  await page.getByRole('navigation', { name: 'Zones' }).waitFor();
}

async function find(page: Page, words: string) {
  await page.getByRole('link', { name: 'Find', exact: true }).click();
  await page.getByRole('searchbox').fill(words);
  return page.getByRole('main').getByRole('status');
}

async function open(page: Page, name: string): Promise<void> {
  await expect(await find(page, name)).toHaveText('One case');
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByRole('heading', { name: new RegExp(name) }).waitFor();
}

async function visit(page: Page, view: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: view, exact: true });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
  await expect(page.getByRole('main').getByRole('heading', { level: 1 })).toBeAttached();
  await expect(page.getByRole('alert').filter({ hasText: /\S/ })).toHaveCount(0);
}

interface Found {
  inAll: number;
  cases: { patient: string }[];
}

const found = async (page: Page, text: string) =>
  (await (await page.request.get(`/api/cases?text=${encodeURIComponent(text)}`)).json()) as Found;

test('a month: sixty cases planned, changed, removed, found and imported twice; killed in the middle, nothing is lost', async ({
  page,
}) => {
  test.setTimeout(400_000);
  await page.goto('/');
  const demo = (await found(page, '')).inAll;
  const changed = new Map<string, string>();
  for (const [i, { name, line }] of patients.entries()) {
    await plan(page, line, name);
    if (i % 4 === 0) {
      await page.keyboard.press('+');
      await page.keyboard.press('+');
      const stands = (await panel(page).getByRole('textbox', { name: 'Build-out' }).inputValue()).replace('+', '');
      await expect(panel(page)).toContainText(`The restoration will stand ${stands} outside`);
      changed.set(name, await depth(page).innerText());
    }
    if (i % 5 === 0) {
      await page.getByRole('region', { name: 'Reading' }).getByRole('button', { name: /^1\.0/ }).click();
      await expect(panel(page).locator('[data-verdict]')).toBeVisible();
    }
  }
  expect((await found(page, '')).inAll).toBe(demo + 60);

  // Six are removed; one comes back at once, one by a reload from the bin.
  const removed = patients.filter((_, i) => i % 10 === 7).map(({ name }) => name);
  for (const name of removed) {
    await open(page, name);
    await page.getByRole('button', { name: 'Remove the case' }).click();
    await page.getByRole('heading', { name: 'Day', exact: true }).waitFor();
  }
  await page.keyboard.press('u');
  await expect.poll(async () => (await found(page, removed[5]!)).inAll).toBe(1);
  await find(page, '');
  await page.reload();
  const bin = page.getByRole('region', { name: 'Bin' });
  await bin.getByRole('listitem').filter({ hasText: removed[0]! }).getByRole('button', { name: 'Bring back' }).click();
  await expect(await find(page, removed[0]!)).toHaveText('One case');
  expect((await found(page, '')).inAll).toBe(demo + 56);

  // By name, tooth and material, and what was changed stands as it was changed.
  for (const [name, mm] of changed) {
    if ((await found(page, name)).inAll === 0) continue;
    await open(page, name);
    await page.getByRole('link', { name: 'Unit', exact: true }).click();
    await expect(depth(page)).toHaveText(mm);
  }
  await expect(await find(page, 'quist metal')).not.toHaveText('No case');
  await expect(await find(page, 'nobody at all')).toHaveText('No case');

  // The same file twice: asked about, then skipped, then put in place of what is there.
  await open(page, patients[0]!.name);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save as file' }).click();
  const file = await (await download).path();
  for (const answer of ['Skip the file', 'Replace it']) {
    await page.getByRole('link', { name: 'Day', exact: true }).click();
    await page.getByLabel('Add from file').setInputFiles(file);
    await page.getByRole('button', { name: answer }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'has the case already' })).toBeHidden();
  }
  await expect(page).toHaveTitle(new RegExp(patients[0]!.name));
  expect((await found(page, patients[0]!.name)).inAll).toBe(1);

  // The program dies while a name and a reading are entered; they wait, over a reload too, and go out when it is back.
  await plan(page, '46 crown zirconia', 'Lioba Penn');
  await kill();
  await page.getByRole('region', { name: 'Reading' }).getByRole('button', { name: /^1\.0/ }).click();
  await page.getByRole('textbox', { name: 'Patient' }).fill('Lioba Penning');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: '2 to send' })).toBeVisible();
  await start();
  await page.reload();
  // The program that was begun anew sets up the arch once more.
  await expect(page.getByRole('textbox', { name: 'Patient' })).toHaveValue('Lioba Penning', { timeout: 30_000 });
  await expect(panel(page).locator('[data-verdict="within"]')).toBeVisible();
  await expect(page.getByRole('button', { name: /to send/ })).toBeHidden();

  // All that was planned is there, each once, and every screen opens.
  const gone = removed.slice(1, 5);
  for (const { name } of patients) expect((await found(page, name)).inAll, name).toBe(gone.includes(name) ? 0 : 1);
  for (const name of ['Drawer', 'Protocols', 'Find', 'Day']) await visit(page, name);
  await open(page, patients[59]!.name);
  for (const name of ['Unit', 'Run sheet', 'Case']) await visit(page, name);
});

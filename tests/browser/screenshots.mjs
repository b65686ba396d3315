// One picture per main view, from the demonstration practice: node screenshots.mjs ADDRESS FOLDER [NAME…]
import { execFileSync } from 'node:child_process';
import { writeFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';

const [address, folder, ...only] = process.argv.slice(2);
const day = await (await fetch(`${address}/api/day`)).json();
const unit = (tooth) => day.cases.flatMap((entry) => entry.units).find((candidate) => candidate.tooth === tooth).id;

const caseOf = (tooth) => day.cases.find((entry) => entry.units.some((candidate) => candidate.tooth === tooth)).id;

const visitOf = (tooth) => day.cases.find((entry) => entry.units.some((one) => one.tooth === tooth)).nextVisit;

const shots = [
  { name: 'day', path: '/' },
  { name: 'unit', path: `/unit/${unit('26')}#functional-cusp-bevel-mesiolingual` },
  { name: 'unit-chair', path: `/unit/${unit('26')}#mesial-ridge`, theme: 'chair', width: 1024, height: 768 },
  { name: 'unit-round', path: `/unit/${unit('26')}`, round: '3' },
  { name: 'unit-veneer', path: `/unit/${unit('21')}#facial-middle-third` },
  { name: 'bridge-round', path: `/case/${caseOf('37')}`, round: 'In the round' },
  { name: 'case', path: `/case/${caseOf('37')}`, wait: 'one path' },
  { name: 'case-options', path: `/case/${caseOf('26')}`, options: ['onlay', 'crown metal'] },
  { name: 'run-sheet', path: `/case/${caseOf('37')}/sheet`, row: 'Walls over shoulders' },
  { name: 'chair', path: `/chair/${visitOf('26')}`, width: 1024, height: 768, steps: 9 },
  { name: 'record', path: `/case/${caseOf('26')}/record` },
  { name: 'people', path: '/people', as: 'administrator' },
  { name: 'drawer', path: '/drawer', click: /Round-end taper, tip 1.35/ },
  { name: 'protocols', path: '/protocols', edit: '1.4' },
  { name: 'inspect', path: `/inspect/${unit('26')}`, scanned: unit('26') },
  {
    name: 'inspect-chair',
    path: `/inspect/${unit('26')}`,
    scanned: unit('26'),
    aside: '4',
    theme: 'chair',
    width: 1024,
    height: 768,
  },
  // With the scans of the pictures before it.
  { name: 'hand-over', path: `/case/${caseOf('26')}/hand-over`, wait: 'Room for the restoration' },
  { name: 'quick-line', path: '/', type: '36 crown zirconai' },
];

/** Has the stand-in scanner scan a unit with a fault or two, once. */
async function scan(id) {
  const post = (path, body) =>
    fetch(`${address}/api/units/${id}/scans/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
  const list = async () => (await fetch(`${address}/api/units/${id}/scans`)).json();
  if ((await list()).sets.length > 0) return;
  await post('stand-in', { faults: ['short:functional-cusp-bevel-mesiolingual:0.5', 'undercut:distal:0.2'], seed: 3 });
  while (!(await list()).arrived.some((set) => set.isWhole)) await new Promise((done) => setTimeout(done, 300));
  await post('arrived', { name: (await list()).arrived[0].name });
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--enable-unsafe-swiftshader'],
});
for (const shot of shots.filter((one) => only.length === 0 || only.includes(one.name))) {
  const context = await browser.newContext({ viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 } });
  const page = await context.newPage();
  await page.addInitScript((theme) => localStorage.setItem('theme', theme), shot.theme ?? 'desk');
  if (shot.as) {
    const { demoPeople } = await (await fetch(`${address}/api/me`)).json();
    const person = demoPeople.find((one) => one.roles.includes(shot.as)).id;
    await context.request.post(`${address}/api/sign-in/demo`, { data: { person } });
  }
  await page.goto(address + shot.path);
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  if (shot.scanned) {
    await scan(shot.scanned);
    await page.reload();
    await page.getByText('What to do first').waitFor({ timeout: 60_000 });
    await page.locator('canvas[data-bodies="1"]').waitFor({ timeout: 60_000 });
    if (shot.aside) await page.keyboard.press(shot.aside);
    await page.waitForTimeout(5000);
  }
  if (shot.type) {
    await page.keyboard.press('/');
    await page.keyboard.type(shot.type);
    await page.waitForTimeout(500);
  }
  if (shot.wait) await page.getByText(shot.wait).waitFor();
  if (shot.row) {
    await page.getByRole('button', { name: shot.row }).first().click();
    await page.waitForTimeout(900);
  }
  if (shot.click) await page.getByRole('button', { name: shot.click }).click();
  if (shot.edit) {
    await page.getByRole('button', { name: 'zirconia, monolithic' }).click();
    const field = page.getByLabel('Crown, zirconia, monolithic: groove, mesial ridge, distal ridge target');
    await field.fill(shot.edit);
    await field.press('Enter');
    await page.getByText('Changed, not kept yet').waitFor();
    await page.waitForTimeout(500);
    await field.evaluate((element) => element.closest('div.overflow-y-auto').scrollTo(0, 0));
  }
  for (const option of shot.options ?? []) {
    // The likeliest stand beside what is planned already.
    const offer = page.getByRole('region', { name: 'Options' }).getByRole('button', { name: option, exact: true });
    if ((await offer.count()) > 0) await offer.click();
    await page.waitForTimeout(900);
  }
  if (shot.options) {
    await page.getByRole('button', { name: 'Turn them in the round' }).click();
    await page.waitForTimeout(7000);
    await page.getByRole('button', { name: 'Against the plan' }).click();
    await page.getByRole('region', { name: 'Options' }).evaluate((element) => element.scrollIntoView());
    await page.waitForTimeout(1500);
  }
  for (let step = 0; step < (shot.steps ?? 0); step++) {
    await page.keyboard.press('Space');
    await page.waitForTimeout(900);
  }
  if (shot.key) {
    await page.keyboard.press(shot.key);
    await page.waitForTimeout(400);
  }
  if (shot.round) {
    const fine = page.waitForResponse((answer) => answer.url().includes('quality=fine'));
    if (shot.round === '3') await page.keyboard.press('3');
    else await page.getByRole('button', { name: shot.round, exact: true }).click();
    await fine;
    await page.waitForTimeout(5000);
    await page.locator('canvas').scrollIntoViewIfNeeded();
    await page.waitForTimeout(1000);
  }
  await page.getByText('being reckoned').waitFor({ state: 'hidden' });
  await page.screenshot({ path: join(folder, `${shot.name}.png`) });
  await context.close();
}
await browser.close();

const pdf = join(folder, 'sheet.pdf');
writeFileSync(pdf, Buffer.from(await (await fetch(`${address}/api/units/${unit('26')}/sheet.pdf`)).arrayBuffer()));
execFileSync('pdftoppm', ['-r', '90', '-png', '-singlefile', pdf, join(folder, 'sheet')]);
rmSync(pdf);

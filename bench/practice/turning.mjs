// The plate in the round as the browser has it: from the key to the first picture, and how long scripts take for each picture
// while two bodies in full are turned. Chromium draws in software here: its own time in drawing is not among the figures.
//   node bench/practice/turning.mjs http://127.0.0.1:5190
import { chromium } from '@playwright/test';
import { at } from './shares.mjs';

const base = process.argv[2];
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--no-first-run'],
});
const said = (times) => `median ${at(times, 0.5).toFixed(1)} · 95 % under ${at(times, 0.95).toFixed(1)} ms`;

async function unit(line) {
  const answer = await fetch(`${base}/api/quick-line/do`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ line }),
  });
  return (await answer.json()).unitId;
}

/** From the key until the page has handed its first picture over; the screen shows it a little later. */
async function firstPicture(line, rest) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${base}/unit/${await unit(line)}`);
  await page.getByRole('navigation', { name: 'Zones' }).waitFor();
  await page.waitForTimeout(rest);
  await page.evaluate(() => {
    globalThis.firstPicture = new Promise((done) => {
      const look = (from) => {
        const drawn = document.querySelector('canvas[data-bodies]')?.dataset;
        if (drawn && Number(drawn.bodies) > 0 && Number(drawn.pictures) > 0) done(performance.now() - from);
        else requestAnimationFrame(() => look(from));
      };
      addEventListener('keydown', () => look(performance.now()), { once: true, capture: true });
    });
  });
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable', { timeDomain: 'threadTicks' });
  const script = async () =>
    1000 * (await session.send('Performance.getMetrics')).metrics.find(({ name }) => name === 'ScriptDuration').value;
  const before = await script();
  await page.keyboard.press('3');
  const time = await page.evaluate(() => globalThis.firstPicture);
  return { page, time, script: (await script()) - before };
}

for (const [name, rest] of [
  ['at once', 0],
  ['after three seconds on the plan', 3000],
]) {
  const [times, scripts] = [[], []];
  for (const line of ['36 crown zirconia', '11 crown zirconia', '46 onlay', '21 veneer butt', '16 crown metal']) {
    const { page, time, script } = await firstPicture(line, rest);
    times.push(time);
    scripts.push(script);
    await page.close();
  }
  console.log(`first picture, ${name}: ${said(times)}; processor time of the page's script: ${said(scripts)}`);
}

const { page } = await firstPicture('36 crown zirconia', 0);
const canvas = page.locator('canvas');
await page.waitForFunction(() => Number(document.querySelector('canvas').dataset.bodies) === 2, undefined, {
  timeout: 60_000,
});
await page.waitForTimeout(1500);
const session = await page.context().newCDPSession(page);
const events = [];
session.on('Tracing.dataCollected', ({ value }) => events.push(...value));
await session.send('Tracing.start', { categories: 'devtools.timeline', transferMode: 'ReportEvents' });
const before = Number(await canvas.getAttribute('data-pictures'));
const box = await canvas.boundingBox();
await page.mouse.move(box.x + 300, box.y + 250);
await page.mouse.down();
for (let i = 1; i <= 60; i++) await page.mouse.move(box.x + 300 + 3 * i, box.y + 250 + (i % 7));
await page.mouse.up();
await page.waitForTimeout(800);
const drawn = Number(await canvas.getAttribute('data-pictures')) - before;
const ended = new Promise((done) => session.once('Tracing.tracingComplete', done));
await session.send('Tracing.end');
await ended;
const script = events.filter(({ name, ph }) => ph === 'X' && name === 'FireAnimationFrame');
// The thread's own time: what it waits for the drawing process is none of the script's.
console.log(
  `${drawn} pictures of a turn · script per picture, processor time: ${said(script.map((e) => e.tdur / 1000))}`,
);
console.log(`  with waiting for the software that draws: ${said(script.map((e) => e.dur / 1000))}`);
await browser.close();

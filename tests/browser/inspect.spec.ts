import { copyFileSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { begin, expect, test } from './practice';

test.setTimeout(180_000);

const scanner = join(process.env.DENTELLE_DATA!, 'scanner');

test('from the stand-in scanner to findings: the fault first, its place, path, section, files, readings, margin by keys', async ({
  page,
}) => {
  await begin(page, '46 crown zirconia');
  await page.keyboard.press('c');
  await expect(page.getByRole('heading', { name: 'Scans of 46' })).toBeVisible();

  // What is no scan is refused in a sentence; nothing else changes.
  const files = page.locator('input[type=file]');
  await files.setInputFiles({ name: 'picture.stl', mimeType: 'model/stl', buffer: Buffer.from('not a scan at all') });
  await expect(
    page.getByRole('alert').or(page.locator('[role=status]')).filter({ hasText: 'picture.stl' }),
  ).toBeVisible();

  await page.getByRole('button', { name: 'Undercut, distal' }).click();
  await page.getByRole('button', { name: 'Scan it' }).click();
  await page.getByRole('button', { name: 'Measure these' }).first().click({ timeout: 60_000 });
  await expect(page.getByText('Simulated scan, no mouth')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('heading', { name: 'What to do first' })).toBeVisible({ timeout: 60_000 });
  const aside = page.getByRole('complementary', { name: 'Looked at' });
  await expect(aside.getByText('Distal wall', { exact: true })).toBeVisible();
  await expect(aside.getByText(/undercut/).first()).toBeVisible();
  await expect(aside.getByRole('img', { name: /^Section through what was cut/ })).toBeVisible();

  // The tooth is drawn, and turns away and back to the finding.
  const canvas = page.locator('canvas');
  await expect(canvas).toHaveAttribute('data-bodies', '1', { timeout: 30_000 });
  await page.waitForTimeout(1200);
  const painted = async () => (await canvas.screenshot()).toString('base64');
  const faced = await painted();
  await page.getByRole('group', { name: 'Seen from' }).getByRole('button', { name: 'facial' }).click();
  await expect.poll(painted).not.toBe(faced);

  // All zones with the plan beside them, the five points, and the page and files to take away.
  await page.keyboard.press('2');
  await expect(aside.getByText('Undercuts')).toBeVisible();
  for (const [name, kind] of [
    ['CSV', 'text/csv'],
    ['JSON', 'application/json'],
    ['PLY with depth', 'application/octet-stream'],
  ] as const) {
    const address = await aside.getByRole('link', { name, exact: true }).getAttribute('href');
    const answer = await page.request.get(address!);
    expect([answer.status(), answer.headers()['content-type']?.split(';')[0]]).toEqual([200, kind]);
  }
  // How the tooth stands, put right and as found again.
  await aside.getByRole('button', { name: 'bite tipped to mesial: more' }).click();
  await expect(page.getByText('measuring again')).toBeHidden({ timeout: 60_000 });
  await expect(aside.getByText('0.5°', { exact: true })).toBeVisible();
  await aside.getByRole('button', { name: 'as found' }).click();
  await expect(page.getByText('measuring again')).toBeHidden({ timeout: 60_000 });
  const printed = page.context().waitForEvent('page');
  await page.keyboard.press('p');
  expect((await printed).url()).toMatch(/page\.pdf$/);
  await (await printed).close();
  await page.keyboard.press('r');
  await expect(page.getByText(/readings entered/)).toBeVisible();

  // Another path hides more, or less, at once.
  await page.keyboard.press('3');
  const ball = aside.getByRole('slider', { name: /^Path/ });
  await expect(aside.getByText(/^in the distal wall/)).toBeVisible();
  await ball.focus();
  for (let k = 0; k < 12; k++) await page.keyboard.press('ArrowLeft');
  // Twelve degrees to the distal are more than the mesial wall leans.
  await expect(aside.getByRole('cell', { name: '12.0°' })).toBeVisible();
  await expect(aside.getByText(/^in the mesial wall/)).toBeVisible();
  await aside.getByRole('button', { name: 'The best one' }).click();

  // An index section with its numbers, moved by keys; room while the teeth slide.
  await page.keyboard.press('4');
  await expect(aside.getByRole('img', { name: /Central groove \d/ })).toBeVisible();
  const section = aside.getByRole('slider', { name: /^moved/ });
  await section.focus();
  await page.keyboard.press('ArrowRight');
  await expect(aside.getByText('0.1', { exact: true }).first()).toBeVisible();
  await aside.getByRole('button', { name: 'Room', exact: true }).click();
  await expect(aside.getByText('By an average articulator', { exact: false })).toBeVisible({ timeout: 30_000 });
  await aside.getByRole('slider').fill('4');
  await expect(aside.getByText('2.0 mm')).toBeVisible();

  // The finish line is put right by hand: by keys, then taken back by undo.
  const line = page.getByRole('slider', { name: /^Level and width of the finish line/ });
  await line.focus();
  for (const key of [
    'ArrowRight',
    'ArrowRight',
    'ArrowUp',
    'ArrowUp',
    'ArrowUp',
    'ArrowUp',
    'ArrowUp',
    'ArrowUp',
    'Enter',
  ])
    await page.keyboard.press(key);
  await expect(page.getByText('line put right by hand in one place')).toBeVisible();
  await expect(page.getByText('measuring again')).toBeHidden({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('line put right by hand')).toBeHidden();
  await expect(page.getByText('measuring again')).toBeHidden({ timeout: 60_000 });

  // Taken back, and back again by undo.
  await page.getByRole('button', { name: 'Take these back' }).click();
  await expect(page.getByRole('heading', { name: 'Scans of 46' })).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('heading', { name: 'What to do first' })).toBeVisible({ timeout: 30_000 });
});

test('files dropped on a unit go to Inspect; the wrong way round they are told so and put right; measuring can be stopped', async ({
  page,
}) => {
  await begin(page, '46 crown zirconia');
  const [after, before] = readdirSync(scanner)
    .filter((name) => /^46-.*-(before|after)\.stl$/.test(name))
    .sort()
    .map((name) => ({ name: name.replace(/-(before|after)/, ''), bytes: readFileSync(join(scanner, name)) }));
  const drop = await page.evaluateHandle(
    (files) => {
      const dropped = new DataTransfer();
      for (const { name, text } of files)
        dropped.items.add(new File([Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))], name));
      return dropped;
    },
    // Both are named alike, so that nothing tells which is which.
    [after!, before!].map(({ name, bytes }, i) => ({ name: `${i}-${name}`, text: bytes.toString('base64') })),
  );
  await page.dispatchEvent('body', 'dragover', { dataTransfer: drop });
  await expect(page.getByText('Drop the scans here')).toBeVisible();
  await page.dispatchEvent('body', 'drop', { dataTransfer: drop });
  await expect(page.getByRole('heading', { name: 'Scans of 46' })).toBeVisible();
  const measure = page.getByRole('button', { name: 'Measure', exact: true });
  await expect(measure).toBeEnabled({ timeout: 60_000 });
  await measure.click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Stopped; nothing was measured.')).toBeVisible();
  await page.getByRole('button', { name: 'Measure again' }).click();
  await expect(page.getByText(/the wrong way round/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Other scans' }).last().click();
  await expect(page.getByText('Measured before')).toBeVisible();
});

test('scans that do not fit are refused; three places are picked on each, by pointer and by keys, and taken back by undo', async ({
  page,
}) => {
  // Before of one jaw, after of the other: no places help, and that is said again.
  const of = (part: string) =>
    join(
      scanner,
      readdirSync(scanner).find((name) => name.endsWith(`-${part}.stl`))!,
    );
  for (const [part, from] of [
    ['before', 'before'],
    ['after', 'antagonist'],
  ] as const)
    copyFileSync(of(from), join(scanner, `jaws-${part}.stl`));
  await begin(page, '46 crown zirconia');
  await page.keyboard.press('c');
  const jaws = page.getByRole('listitem').filter({ hasText: 'jaws' });
  await jaws.getByRole('button', { name: 'Measure these' }).click({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Pick three places' }).click({ timeout: 60_000 });
  const together = page.getByRole('button', { name: 'Lay them together' });
  const scans = [page.locator('canvas').first(), page.locator('canvas').nth(1)];
  for (const scan of scans) await expect(scan).toHaveAttribute('data-bodies', '1', { timeout: 30_000 });
  for (const share of [0.35, 0.65]) {
    for (const scan of scans) {
      const { width, height } = (await scan.boundingBox())!;
      await scan.click({ position: { x: share * width, y: 0.5 * height } });
    }
  }
  await expect(page.getByText('Point at place 3 on the scan before')).toBeVisible();
  await expect(together).toBeDisabled();
  for (const scan of scans) {
    await scan.focus();
    await page.keyboard.press('Enter');
  }
  await together.click();
  await expect(page.getByRole('alert').filter({ hasText: 'does not fit' })).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Pick three places' })).toBeVisible({ timeout: 60_000 });
});

import { begin, expect, test } from './practice';

interface Ledger {
  burs: { id: string; name: string; uses: number }[];
}

test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

test('a whole visit by touch on a tablet: every step begun and done, each bur counted once, found again, the last taken back', async ({
  page,
}) => {
  test.setTimeout(90_000);
  const ledger = async () =>
    new Map(((await (await page.request.get('/api/drawer')).json()) as Ledger).burs.map((bur) => [bur.id, bur.uses]));
  await begin(page, '26 crown zirconia proximal-first');
  await page.getByRole('link', { name: 'Run sheet' }).tap();
  const rows = page.getByRole('region', { name: 'Steps' }).getByRole('listitem');
  const panel = page.getByRole('complementary', { name: 'Step' });
  await expect(panel).toContainText('step 1 of');
  const before = await ledger();
  const id = /\/case\/([^/]+)\/sheet/.exec(page.url())![1]!;
  const sheet = (await (await page.request.get(`/api/cases/${id}/sheet`)).json()) as {
    sheet: { steps: { burId?: string | null; name: string }[] };
  };
  const count = await rows.count();
  expect(count).toBe(sheet.sheet.steps.length);

  // What a gloved finger meets is large enough, and nothing has to be scrolled sideways.
  for (const target of [panel.getByRole('button', { name: /Begin/ }), rows.first().getByRole('button').first()])
    expect((await target.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);

  for (let step = 1; step <= count; step++) {
    await expect(panel).toContainText(`step ${step} of ${count}`);
    await panel.getByRole('button', { name: /^Begin/ }).tap();
    await panel.getByRole('button', { name: /^Done/ }).tap();
  }
  const done = rows.locator('circle.done');
  await expect(done).toHaveCount(count);
  // However often a bur was taken up: one tooth, one preparation.
  const used = new Set(sheet.sheet.steps.map((step) => step.burId).filter((bur) => bur !== null && bur !== undefined));
  expect(used.size).toBeGreaterThan(3);
  for (const [bur, uses] of await ledger()) expect(uses - before.get(bur)!, bur).toBe(used.has(bur) ? 1 : 0);

  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(done).toHaveCount(count - 1);
  await page.reload();
  await expect(done).toHaveCount(count - 1);
  // Surplus was begun too early: the cement under the provisional still has to set, and its clock says so.
  await expect(panel.getByRole('list', { name: 'Clocks' })).toContainText('Provisional cemented');
});

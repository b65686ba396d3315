import { begin, depth, expect, panel, test } from './practice';

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

test('the main job by touch only: planned, a margin looked at, read, taken back, finished', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /quick line/ }).tap();
  await page.getByLabel('Tooth, what it gets, material').fill('46 crown zirconia');
  await page.getByRole('button', { name: 'Plan', exact: true }).tap();
  await page.getByLabel(/Who is it for/).fill('Tilda Amberg');
  await page.getByRole('button', { name: 'Begin the case' }).tap();
  const zones = page.getByRole('navigation', { name: 'Zones' });
  await zones.waitFor();

  // Beyond the edge of a tablet: told there, and one tap brings it.
  const last = zones.getByRole('listitem').last();
  await expect(last).not.toBeInViewport();
  await zones.getByRole('button', { name: /more zones/ }).tap();
  await expect(last).toBeInViewport();
  await last.getByRole('button').tap();
  await expect(panel(page).getByRole('heading')).toHaveText('Distal wall');

  // All three figures and the body are a tap away.
  const plate = page.getByRole('group', { name: /^Plate/ });
  for (const [figure, title] of [
    ['Across', 'faciolingual section'],
    ['Along', 'mesiodistal section'],
    ['Above', 'from above'],
  ] as const) {
    await page.getByRole('group', { name: 'Figures' }).getByRole('button', { name: figure }).tap();
    await expect(plate).toContainText(`46, ${title}`);
  }
  const margin = (await plate.getByRole('button', { name: 'Margin, mesiofacial' }).boundingBox())!;
  await page.touchscreen.tap(margin.x + margin.width / 2, margin.y + margin.height / 2);
  await expect(panel(page).getByRole('heading')).toHaveText('Margin, mesiofacial');
  await panel(page).getByRole('button', { name: 'Back to the zone' }).tap();
  await expect(depth(page)).toHaveText(/1\./);

  await page.getByRole('region', { name: 'Reading' }).getByRole('button', { name: /^1\.0/ }).tap();
  await expect(panel(page).locator('[data-verdict]')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).tap();
  await expect(panel(page).locator('[data-verdict]')).toBeHidden();
  await zones.getByRole('button', { name: 'Mark finished' }).tap();
  await page.getByRole('button', { name: 'Finish all the same' }).tap();
  await expect(page.getByText('What was cut is not planned anew')).toBeVisible();
});

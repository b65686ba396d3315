import { begin, expect, test } from './practice';

test('from plan to printed run sheet: the steps of a zone, the order, a move that is refused, a step ticked, the page', async ({
  page,
}) => {
  await begin(page, '45x47 bridge metal-ceramic');
  // On the unit a zone tells which steps cut it, and leads to them.
  const cutBy = page.getByRole('region', { name: 'Steps that cut it' });
  await expect(cutBy.getByRole('link').first()).toContainText('Depth grooves');
  await cutBy.getByRole('link', { name: /Functional cusps/ }).click();
  await expect(page).toHaveURL(/\/sheet#/);
  const panel = page.getByRole('complementary', { name: 'Step' });
  await expect(panel.getByRole('heading')).toHaveText('Functional cusps');
  await expect(panel).toContainText('the whole tip');
  await expect(panel.getByRole('img')).toBeVisible();

  const about = page.getByRole('complementary', { name: 'About the run sheet' });
  await expect(about).toContainText('no order has fewer');
  const changes = async () => Number(/(\d+)\s+bur changes/.exec((await about.innerText()).replaceAll('\n', ' '))?.[1]);
  const fewest = await changes();

  // The keyboard walks the steps; what can't move says why and nothing is lost.
  await page
    .getByRole('button', { name: /Functional bevel/ })
    .first()
    .click();
  await page.keyboard.press('ArrowDown');
  await expect(panel.getByRole('heading')).not.toHaveText('Walls over chamfers');
  await page
    .getByRole('button', { name: /Walls over shoulders/ })
    .first()
    .click();
  for (let i = 0; i < 4; i++) await panel.getByRole('button', { name: 'Earlier' }).click();
  await expect(page.getByRole('alert')).toContainText('can’t go there');
  expect(await changes()).toBeGreaterThanOrEqual(fewest);

  // Another order of steps, and back to that of the plans.
  await about.getByRole('button', { name: 'Contacts first' }).click();
  await expect(page.getByRole('button', { name: /Facial, upper planes/ }).first()).toBeVisible();
  await about.getByRole('button', { name: 'As each plan has it' }).click();
  await expect(page.getByRole('button', { name: /Walls over shoulders/ }).first()).toBeVisible();

  await page.getByRole('button', { name: /Anaesthetise/ }).click();
  await panel.getByRole('button', { name: /Begin/ }).click();
  await expect(panel.getByRole('button', { name: /Done/ })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /Anaesthetise/ }).click();
  await panel.getByRole('button', { name: /Done/ }).click();
  await expect(page.getByRole('status').or(page.getByText('Noted with its time.')).first()).toBeVisible();

  const printed = await page.request.get((await about.getByRole('link', { name: 'Print page' }).getAttribute('href'))!);
  expect(printed.headers()['content-type']).toBe('application/pdf');
  expect((await printed.body()).subarray(0, 4).toString()).toBe('%PDF');
});

test('a bur is added by its number; a wrong number says which group; worn burs leave the sheets', async ({ page }) => {
  await page.goto('/drawer');
  const number = page.getByLabel('Add by number (ISO 6360)');
  await number.fill('806 314 001 999 016');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('The fourth group, 999');
  await expect(number).toHaveValue('806 314 001 999 016');
  await number.fill('806 314 001 524 029');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const panel = page.getByRole('complementary', { name: 'Round, 2.9, medium' });
  await expect(panel).toContainText('Half of the ball');
  await panel.getByRole('button', { name: 'Used on a tooth' }).click();
  await expect(panel).toContainText('1 of 5');
  await panel.getByRole('button', { name: 'Worn, burn marks' }).click();
  await expect(panel).toContainText('Worn, and there is no other');
  await panel.getByRole('button', { name: 'Not worn after all' }).click();
  await expect(panel).not.toContainText('Worn, and there is no other');
});

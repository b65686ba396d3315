import type { Page } from '@playwright/test';
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
  for (let i = 0; i < 4; i++) await panel.getByRole('button', { name: /Do it earlier/ }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'can’t go there' })).toBeVisible();
  expect(await changes()).toBeGreaterThanOrEqual(fewest);

  // Another order of steps, and back to that of the plans.
  await about.getByRole('button', { name: 'Contacts first' }).click();
  await expect(page.getByRole('button', { name: /Facial, upper planes/ }).first()).toBeVisible();
  await about.getByRole('button', { name: /As planned/ }).click();
  await expect(page.getByRole('button', { name: /Walls over shoulders/ }).first()).toBeVisible();

  await page.getByRole('button', { name: /Anaesthetise by hand/ }).click();
  await panel.getByRole('button', { name: /Begin/ }).click();
  await expect(panel.getByRole('button', { name: /Done/ })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: /Anaesthetise by hand/ }).click();
  await panel.getByRole('button', { name: /Done/ }).click();
  await expect(page.getByRole('status').or(page.getByText('Noted with its time.')).first()).toBeVisible();

  const printed = await page.request.get((await about.getByRole('link', { name: 'Print page' }).getAttribute('href'))!);
  expect(printed.headers()['content-type']).toBe('application/pdf');
  expect((await printed.body()).subarray(0, 4).toString()).toBe('%PDF');
});

test('a wait runs as a clock from the end of its step, outlives a reload, and is over when its minutes are', async ({
  page,
}) => {
  await page.clock.install();
  await begin(page, '36 crown zirconia');
  await page.getByRole('link', { name: 'Run sheet' }).click();
  const panel = page.getByRole('complementary', { name: 'Step' });
  await panel.getByRole('button', { name: /Begin/ }).click();
  await panel.getByRole('button', { name: /Done/ }).click();
  const clocks = panel.getByRole('list', { name: 'Clocks' });
  await expect(clocks).toContainText(/4:[345]\d.*Anaesthetise/);
  await page.clock.runFor('02:00');
  await expect(clocks).toContainText(/2:[345]\d/);
  await page.reload();
  await expect(clocks).toContainText(/2:[0-5]\d/);
  await page.clock.runFor('03:00');
  await expect(panel.getByRole('status')).toHaveText('Anaesthetise: waited long enough');
});

test('where no neighbour stands no contact is opened; the tray of the day prints', async ({ page }) => {
  await begin(page, '37 crown zirconia');
  await page.keyboard.press('i');
  await page.getByRole('region', { name: 'Findings' }).getByRole('button', { name: 'Position' }).click();
  const saved = page.waitForResponse((answer) => answer.request().method() === 'PUT' && answer.ok());
  await page.getByRole('group', { name: 'No neighbour' }).getByRole('button', { name: 'distal' }).click();
  await saved;
  await page.getByRole('link', { name: 'Run sheet' }).click();
  const steps = page.getByRole('region', { name: 'Steps' });
  await expect(steps.getByText('Contact opened, mesial')).toBeVisible();
  await expect(steps.getByText('Contact opened, distal')).toHaveCount(0);

  await page.getByRole('link', { name: 'Day' }).click();
  const tray = page.getByRole('complementary', { name: 'Tray for today' });
  const printed = await page.request.get((await tray.getByRole('link', { name: 'Print page' }).getAttribute('href'))!);
  expect((await printed.body()).subarray(0, 4).toString()).toBe('%PDF');
});

for (const by of ['mouse', 'touch'] as const) {
  test(`a step is dragged by ${by} to where it may go; where it may not it goes back and says why`, async ({
    browser,
  }) => {
    const context = await browser.newContext({ hasTouch: by === 'touch' });
    const page = await context.newPage();
    await begin(page, '36 crown zirconia edge-first');
    await page.getByRole('link', { name: 'Run sheet' }).click();
    const steps = page.getByRole('region', { name: 'Steps' }).getByRole('listitem');
    const at = async (name: string) =>
      (await steps.allInnerTexts()).findIndex((text) => text.split('\n').some((line) => line.trim() === name));
    await expect(steps.filter({ hasText: 'Depth grooves, functional cusps' })).toHaveCount(1);

    const first = 'Depth grooves, functional cusps';
    const second = 'Depth grooves, other cusps and groove';
    const [upper, lower] = (await at(first)) < (await at(second)) ? [first, second] : [second, first];
    await drag(page, by, lower, upper);
    await expect(page.getByText('Your own order.')).toBeVisible();
    expect(await at(lower)).toBe((await at(upper)) - 1);

    const whole = await steps.allInnerTexts();
    await drag(page, by, upper, 'Anaesthetise');
    await expect(page.getByRole('alert').filter({ hasText: 'can’t go there' })).toBeVisible();
    expect(await steps.allInnerTexts()).toEqual(whole);
    await context.close();
  });
}

/** Takes a step by its grip and lets it go over another. */
async function drag(page: Page, by: 'mouse' | 'touch', name: string, over: string): Promise<void> {
  const grip = page.getByRole('button', { name: `Move ${name}`, exact: true });
  await grip.scrollIntoViewIfNeeded();
  const from = (await grip.boundingBox())!;
  const to = (await page.getByRole('button', { name: `Move ${over}`, exact: true }).boundingBox())!;
  const x = from.x + from.width / 2;
  const begin = from.y + from.height / 2;
  const end = to.y + to.height / 2 - 12;
  const path = Array.from({ length: 12 }, (_, i) => begin + ((end - begin) * (i + 1)) / 12);
  if (by === 'mouse') {
    await page.mouse.move(x, begin);
    await page.mouse.down();
    for (const y of path) await page.mouse.move(x, y);
    await page.waitForTimeout(400);
    await page.mouse.up();
  } else {
    const touch = await page.context().newCDPSession(page);
    const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', y?: number) =>
      touch.send('Input.dispatchTouchEvent', { type, touchPoints: y === undefined ? [] : [{ x, y }] });
    await send('touchStart', begin);
    for (const y of path) await send('touchMove', y);
    await page.waitForTimeout(400);
    await send('touchEnd');
  }
}

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

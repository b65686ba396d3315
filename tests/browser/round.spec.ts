import { begin, expect, test } from './practice';

test.setTimeout(120_000);

test('in the round: drawn at rest only, turned, peeled, cut through, probed, taken away', async ({ page }) => {
  await begin(page, '36 crown zirconia');
  const fine = page.waitForResponse((answer) => answer.url().includes('quality=fine'));
  await page.keyboard.press('3');
  expect((await fine).status()).toBe(200);
  const canvas = page.locator('canvas');
  const painted = async () => (await canvas.screenshot()).toString('base64');
  await expect(canvas).toHaveAttribute('data-bodies', '2');
  // Numbers stand round it with their leaders, as round the sections.
  await expect(page.getByRole('button', { name: /^1\.0, mesial/ })).toBeVisible();
  const pictures = () => canvas.getAttribute('data-pictures');
  await page.waitForTimeout(1500);
  const still = await pictures();
  await page.waitForTimeout(700);
  expect(await pictures(), 'nothing is drawn when nothing moves').toBe(still);

  const first = await painted();
  await canvas.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(painted).not.toBe(first);
  const turned = await painted();
  await page.getByRole('slider', { name: /^peel/ }).fill('0.8');
  await expect.poll(painted).not.toBe(turned);
  const peeled = await painted();
  await page.getByRole('button', { name: 'Section', exact: true }).click();
  await expect.poll(painted).not.toBe(peeled);
  const section = page.getByRole('img', { name: /^Section through the plane/ });
  await section.hover();
  await expect(section).toHaveAttribute('aria-label', /millimetres cut at the pointer/);
  await page.getByRole('button', { name: 'Section', exact: true }).click();

  // A tap on a place tells what is cut there and chooses its zone.
  await page.getByRole('group', { name: 'Seen from' }).getByRole('button', { name: 'above' }).click();
  await page.getByRole('button', { name: 'Hidden' }).click();
  await page.waitForTimeout(600);
  await canvas.click();
  await expect(page.locator('.told').first()).toHaveText(/\d\.\d cut · leans \d+°/);

  await page.getByRole('button', { name: 'Take away' }).click();
  for (const [link, name] of [
    ['STL', '36-prepared.stl'],
    ['SVG, lines for paper', '36-in-the-round.svg'],
  ] as const) {
    const fetched = page.waitForEvent('download');
    await page.getByRole('link', { name: link }).first().click();
    expect((await fetched).suggestedFilename()).toBe(name);
  }
  const picture = page.waitForEvent('download');
  await page.getByRole('button', { name: 'PNG, twice the size' }).click();
  expect((await picture).suggestedFilename()).toBe('36-in-the-round.png');
  await page.getByRole('button', { name: 'Across' }).click();
  await expect(page.locator('path.planned.large')).toBeVisible();
});

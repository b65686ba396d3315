import { begin, depth, expect, test } from './practice';

test('a house value: what it changes is told, it is kept with a reason, new teeth follow it, an old one until it is told to', async ({
  page,
}) => {
  await begin(page, '47 crown zirconia-layered');
  const old = page.url();
  await page.getByRole('link', { name: 'Protocols' }).click();
  await page.getByRole('button', { name: 'zirconia, layered' }).click();
  const cusps = page.getByLabel('Crown, zirconia, layered: groove, mesial ridge, distal ridge target');

  // Wrong first: no number, then one that no tooth has. Nothing is lost.
  await cusps.fill('deep');
  await cusps.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is no number');
  await cusps.fill('40');
  await cusps.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Nothing was changed');
  await expect(cusps).toHaveValue('1.5');

  await cusps.fill('1.7');
  await cusps.press('Enter');
  const side = page.getByRole('complementary', { name: 'Versions and changes' });
  await expect(side).toContainText('1.5 mm 1.7 mm');
  await expect(side).toContainText('Central groove 1.5 (1.4 to 1.6) → 1.7 (1.6 to 1.8)');
  await page.getByRole('button', { name: 'Where the trade disagrees' }).click();
  await page.getByRole('button', { name: /^Flat/ }).click();
  await expect(page.getByRole('button', { name: /^Flat/ })).toHaveAttribute('aria-pressed', 'true');
  await side.getByLabel('Name').fill('Browser house');
  await side.getByLabel('Why').fill('a trial');
  await side.getByRole('button', { name: 'Keep as a new version' }).click();
  await expect(side.getByRole('button', { name: /Browser house, 1 in use/ })).toBeVisible();

  await begin(page, '46 crown zirconia-layered');
  await page.getByRole('navigation', { name: 'Zones' }).getByRole('button', { name: '1.7 groove' }).click();
  await expect(depth(page)).toHaveText(/1\.7/);
  await page.goto(`${old}#groove`);
  await expect(depth(page)).toHaveText(/1\.5/);
  await page.getByRole('button', { name: 'Plan with it' }).click();
  await expect(depth(page)).toHaveText(/1\.7/);

  // The shipped one again, so that every other test plans with it.
  await page.getByRole('link', { name: 'Protocols' }).click();
  await side.getByRole('button', { name: /Shipped protocol/ }).click();
  await side.getByRole('button', { name: 'Plan new teeth with it' }).click();
  await expect(side.getByRole('button', { name: /Shipped protocol.*in use/ })).toBeVisible();
});

import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { begin, expect, test } from './practice';

// One page takes axe seconds on a small machine.
test.describe.configure({ timeout: 120_000 });

const rules = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

async function complaints(page: Page): Promise<string[]> {
  // There are no frames: without a blank page for each answer it takes half as long.
  const { violations } = await new AxeBuilder({ page }).withTags(rules).setLegacyMode().analyze();
  return violations.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.target.join(' ')}`));
}

for (const theme of ['desk', 'chair']) {
  test.describe(`${theme} screen`, () => {
    test.beforeEach(async ({ page }) => {
      await page.addInitScript((name) => localStorage.setItem('theme', name), theme);
    });

    test('Day', async ({ page }) => {
      await page.goto('/');
      await page.getByText('Odalys Ferrow').waitFor();
      expect(await complaints(page)).toEqual([]);
    });

    test('Unit, with a reading', async ({ page }) => {
      await page.goto('/');
      await page
        .getByRole('link', { name: /26 .*lithium/ })
        .first()
        .click();
      await page
        .getByRole('navigation', { name: 'Zones' })
        .getByRole('button', { name: /critical/ })
        .first()
        .click();
      expect(await complaints(page)).toEqual([]);
    });

    test('Unit from above with a margin chosen, in the round, and its options', async ({ page }) => {
      await begin(page, '46 crown zirconia');
      await page.keyboard.press('2');
      await page.getByRole('button', { name: 'Margin, mesial' }).click();
      expect(await complaints(page)).toEqual([]);
      await page.keyboard.press('3');
      await page.locator('canvas').waitFor();
      expect(await complaints(page)).toEqual([]);
      await page.keyboard.press('o');
      await page.getByRole('dialog').getByRole('table').waitFor();
      expect(await complaints(page)).toEqual([]);
    });

    test('Unit, a veneer with findings and weighing open', async ({ page }) => {
      await begin(page, '11 veneer butt porcelain dark');
      await page.getByRole('button', { name: /Findings/ }).click();
      await page.getByText('Weighing').click();
      expect(await complaints(page)).toEqual([]);
    });

    test('Run sheet and Drawer', async ({ page }) => {
      await begin(page, '45x47 bridge metal-ceramic');
      await page.getByRole('link', { name: 'Run sheet' }).click();
      await page
        .getByRole('button', { name: /Walls over shoulders/ })
        .first()
        .click();
      await page.getByRole('img', { name: /with the bur where it cuts/ }).waitFor();
      expect(await complaints(page)).toEqual([]);
      await page.getByRole('link', { name: 'Drawer' }).first().click();
      await page.getByRole('heading', { name: 'As a ruler' }).waitFor();
      expect(await complaints(page)).toEqual([]);
    });

    test('Case and Protocols', async ({ page }) => {
      await begin(page, '45x47 bridge metal-ceramic tilt 47 mesial 12');
      await page.getByRole('link', { name: 'Case', exact: true }).click();
      await page.getByText('one path').waitFor();
      expect(await complaints(page)).toEqual([]);
      await page.getByRole('link', { name: 'Protocols' }).click();
      await page.getByText('Kept versions').waitFor();
      expect(await complaints(page)).toEqual([]);
      await page.getByRole('button', { name: 'Where the trade disagrees' }).click();
      expect(await complaints(page)).toEqual([]);
    });

    test('Find, the bin, and nowhere', async ({ page }) => {
      await begin(page, '17 crown metal');
      await page.getByRole('link', { name: 'Case', exact: true }).click();
      await page.getByRole('button', { name: 'Remove the case' }).click();
      await page.getByRole('heading', { name: 'Day', exact: true }).waitFor();
      await page.getByRole('link', { name: 'Find' }).click();
      await page.getByRole('region', { name: 'Bin' }).waitFor();
      expect(await complaints(page)).toEqual([]);
      await page.goto('/nowhere/at/all');
      await expect(page.getByRole('heading', { name: 'Nothing is here' })).toBeVisible();
      expect(await complaints(page)).toEqual([]);
    });

    test('dialogs', async ({ page }) => {
      await begin(page, '36 crown zirconia');
      for (const key of ['/', ',', '?']) {
        await page.keyboard.press(key);
        await page.getByRole('dialog').waitFor();
        await page.waitForTimeout(250);
        expect(await complaints(page)).toEqual([]);
        await page.keyboard.press('Escape');
        await page.getByRole('dialog').waitFor({ state: 'hidden' });
      }
    });
  });
}

test('every action of the help sheet has a key, and the arrow keys reach every zone', async ({ page }) => {
  await begin(page, '36 crown zirconia');
  const names = new Set<string>();
  for (let i = 0; i < 16; i++) {
    names.add(await page.getByRole('complementary', { name: 'Zone' }).getByRole('heading').innerText());
    await page.keyboard.press('ArrowRight');
  }
  expect(names.size).toBe(16);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').locator('dl').first().locator('dt')).toHaveCount(21);
});

import type { Page } from '@playwright/test';
import { begin, expect, test } from './practice';

// Pictures made by the same Chromium, which draws in software: another one's edges may differ by a shade.
const near = { maxDiffPixelRatio: 0.008, threshold: 0.25, timeout: 30_000 } as const;

/** Six views that between them show all that is drawn: shell, cut face, shelf, bevel, box, finish line, outline, section, neighbours. */
const views: { name: string; line: string; set: (page: Page) => Promise<void> }[] = [
  { name: 'crown-mesial', line: '36 crown zirconia', set: (page) => seenFrom(page, 'mesial') },
  { name: 'front-facial', line: '11 crown zirconia', set: (page) => seenFrom(page, 'facial') },
  {
    name: 'onlay-above',
    line: '46 onlay lithium-disilicate',
    set: async (page) => {
      await page.getByRole('button', { name: 'Hidden' }).click();
      await seenFrom(page, 'above');
    },
  },
  {
    name: 'veneer-outline',
    line: '21 veneer butt',
    set: async (page) => {
      await page.getByRole('button', { name: 'Outline' }).click();
      await seenFrom(page, 'mesial');
    },
  },
  {
    name: 'inlay-section',
    line: '36 inlay',
    set: async (page) => {
      await page.getByRole('button', { name: 'Section', exact: true }).click();
      await seenFrom(page, 'mesial');
    },
  },
  {
    name: 'upper-among-teeth',
    line: '16 crown metal',
    set: async (page) => {
      await page.getByRole('button', { name: 'Teeth round it' }).click();
      await seenFrom(page, 'lingual');
    },
  },
];

async function seenFrom(page: Page, side: string): Promise<void> {
  await page.getByRole('group', { name: 'Seen from' }).getByRole('button', { name: side }).click();
}

test.setTimeout(120_000);

/** What is compared is the engraving alone: words and numbers have tests of their own. */
async function withoutWords(page: Page): Promise<void> {
  await page.evaluate(() => {
    for (const words of document.querySelectorAll<HTMLElement>('canvas ~ *')) words.style.visibility = 'hidden';
  });
}

for (const { name, line, set } of views)
  test(`in the round it looks as it did: ${name}, by day and at the chair`, async ({ page }) => {
    await begin(page, line);
    await page.keyboard.press('3');
    const canvas = page.locator('canvas');
    await expect(canvas).toHaveAttribute('data-bodies', '2', { timeout: 60_000 });
    await set(page);
    await withoutWords(page);
    // Away from the picture: nothing is pointed at.
    await page.mouse.move(2, 2);
    await page.waitForTimeout(900);
    await expect(canvas).toHaveScreenshot(`${name}.png`, near);
    await page.getByRole('button', { name: 'Chair screen' }).click();
    await page.mouse.move(2, 2);
    await expect(canvas).toHaveScreenshot(`${name}-chair.png`, near);
  });

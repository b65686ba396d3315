import { expect, test as base, type Page } from '@playwright/test';

/** A page on which any foreign request, content-policy violation or script error fails the test. */
export const test = base.extend({
  page: async ({ page, baseURL }, use) => {
    const faults: string[] = [];
    page.on('request', (request) => {
      if (!request.url().startsWith(baseURL!) && !/^(data|blob):/.test(request.url())) faults.push(request.url());
    });
    page.on('pageerror', (error) => faults.push(error.message));
    page.on('console', (message) => {
      // A refused save shows up here as a failed resource; the tests that provoke one look at its sentence.
      if (
        message.type() === 'error' &&
        !/status of 4\d\d|ERR_FAILED|ERR_CONNECTION_REFUSED|ERR_CONNECTION_RESET|ERR_INTERNET_DISCONNECTED/.test(
          message.text(),
        )
      )
        faults.push(message.text());
    });
    await use(page);
    expect(faults).toEqual([]);
  },
});

export { expect };

/** Begins a new case by the quick line and lands on its unit. */
export async function begin(page: Page, line: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('heading', { name: 'Day', exact: true }).waitFor();
  await page.keyboard.press('/');
  await page.getByLabel('Tooth, what it gets, material').fill(line);
  await page.keyboard.press('Enter');
  await page.getByLabel(/Who is it for/).waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'Zones' }).waitFor();
}

/** The big number of the zone panel. */
export function depth(page: Page) {
  return page.getByRole('complementary', { name: 'Zone' }).locator('.measure').first();
}

export function panel(page: Page) {
  return page.getByRole('complementary', { name: 'Zone' });
}

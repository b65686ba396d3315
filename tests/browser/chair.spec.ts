import { expect, test } from './practice';

/** The chair of a visit of today at which a tooth is cut. */
async function today(request: import('@playwright/test').APIRequestContext, patient: string) {
  const day = (await (await request.get('/api/day')).json()) as {
    cases: { id: string; patient: string; nextVisit: string }[];
  };
  return day.cases.find((one) => one.patient === patient)!;
}

test.use({ viewport: { width: 1024, height: 768 } });

test('a visit goes on by one key; a cut line loses nothing; the other device sees it at once', async ({
  page,
  context,
}) => {
  const visit = await today(page.request, 'Bram Heskett');
  let lines = 0;
  page.on('request', (request) => {
    if (request.url().includes('/api/live/negotiate')) lines++;
  });
  await page.goto(`/chair/${visit.nextVisit}`);
  const step = page.getByRole('region', { name: 'Step' });
  await expect(step.getByRole('heading')).toHaveText(/Anaesthetise/);
  await expect(page.getByRole('note', { name: 'Alerts' })).toContainText('Sensitive to epinephrine');

  // What the patient can't have asks for a reason; what they can is entered, and its clock runs.
  await page.getByRole('button', { name: 'Write down: dose' }).click();
  await page.getByRole('button', { name: 'With epinephrine', exact: true }).click();
  await expect(page.getByText('Take one without it, or say why this one.')).toBeVisible();
  await page.getByRole('button', { name: 'Without epinephrine' }).click();
  await expect(page.getByRole('region', { name: 'Clocks' })).toContainText('Anaesthesia lasts');
  await page.keyboard.press('Escape');

  const other = await context.newPage();
  await other.goto(`/chair/${visit.nextVisit}`);
  const there = other.getByRole('region', { name: 'Step' });
  await expect(there.getByRole('heading')).toHaveText(/Anaesthetise/);
  await page.bringToFront();
  await page.keyboard.press('Space');
  await expect(step.getByRole('heading')).toHaveText(/Take the shade/);
  await expect(there.getByRole('heading')).toHaveText(/Take the shade/);

  // However much was loaded meanwhile, the page listens on one line.
  expect(lines).toBe(1);

  // Twice cut off: what is done meanwhile is kept here, goes out afterwards and counts once.
  for (let cut = 0; cut < 2; cut++) {
    const before = await step.getByRole('heading').textContent();
    await context.setOffline(true);
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: /Kept here, 1 to send/ })).toBeVisible();
    await expect(step.getByRole('heading')).not.toHaveText(before!);
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: /Kept here, 2 to send/ })).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByRole('button', { name: /Kept here/ })).toHaveCount(0);
  }
  await expect(there.getByRole('heading')).toHaveText((await step.getByRole('heading').textContent())!);
  await other.close();
  const chair = (await (await page.request.get(`/api/visits/${visit.nextVisit}/chair`)).json()) as {
    ticks: { endedAt?: string }[];
  };
  expect(chair.ticks.filter((tick) => tick.endedAt)).toHaveLength(5);

  // Two taps to a verdict.
  for (let more = 0; more < 12 && !(await page.locator('figure').isVisible()); more++) {
    await page.keyboard.press('Space');
    await page.waitForTimeout(300);
  }
  await page.keyboard.press('r');
  await page.getByRole('group', { name: 'Value' }).getByRole('button', { name: '0.4' }).click();
  await expect(page.getByRole('region', { name: 'Reading' }).getByRole('status')).toContainText('short');
});

test('the record has it, is signed and whole; people, a locked screen, and who may not', async ({ page }) => {
  const visit = await today(page.request, 'Bram Heskett');
  await page.goto(`/case/${visit.id}/record`);
  await expect(page.getByText('Anaesthetic: local anaesthetic, 1.8 ml, without epinephrine.')).toBeVisible();
  await page.getByRole('button', { name: 'Sign this visit' }).click();
  await expect(page.getByText('signed', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Is it whole?' }).click();
  await expect(page.getByText(/entries of the practice, whole/)).toBeVisible();

  await page.getByRole('button', { name: 'Nora Vance', exact: true }).click();
  await page.getByRole('button', { name: /Jory Pell/ }).click();
  await expect(page.getByRole('button', { name: 'Jory Pell', exact: true })).toBeVisible();
  await page.goto(`/case/${visit.id}/record`);
  await expect(page.getByRole('heading', { name: /Record of/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Sign this visit/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Jory Pell', exact: true }).click();
  await page.getByRole('button', { name: 'Lock the screen' }).click();
  await expect(page.getByRole('heading', { name: 'Jory Pell, locked' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Jory Pell, locked' })).toBeVisible();
  await page.getByRole('button', { name: 'OK' }).click();
  await page.getByRole('button', { name: 'Jory Pell', exact: true }).click();
  await page.getByRole('button', { name: /Hale Orchard/ }).click();
  await expect(page.getByRole('heading', { name: 'People', exact: true })).toBeVisible();
  await expect(page.getByText('getRecord').first()).toBeVisible();
  // The demonstration's clinician again, for whoever comes next.
  await page.getByRole('button', { name: 'Hale Orchard', exact: true }).click();
  await page.getByRole('button', { name: /Nora Vance/ }).click();
  await expect(page.getByRole('heading', { name: 'Day', exact: true })).toBeVisible();
});

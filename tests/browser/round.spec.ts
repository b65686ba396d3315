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
  await canvas.click({ position: { x: 330, y: 290 } });
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

test('options turn together and are mapped against the plan; a protocol’s sample turns; a pontic shows its bridge', async ({
  page,
}) => {
  await begin(page, '36 crown zirconia');
  await page.keyboard.press('o');
  await page.getByRole('button', { name: 'Turn them in the round' }).click();
  const canvases = page.getByRole('dialog').locator('canvas');
  await expect(canvases).toHaveCount(3);
  for (const canvas of await canvases.all())
    await expect(canvas).toHaveAttribute('data-bodies', '2', { timeout: 60_000 });
  const painted = async (which: number) => (await canvases.nth(which).screenshot()).toString('base64');
  const before = [await painted(0), await painted(2)];
  await page.getByRole('group', { name: 'Options seen from' }).getByRole('button', { name: 'above' }).click();
  await expect.poll(() => painted(0)).not.toBe(before[0]);
  await expect.poll(() => painted(2)).not.toBe(before[1]);
  await page.waitForTimeout(1500);
  const [planned, option] = [await painted(0), await painted(2)];
  await page.getByRole('button', { name: 'Against the plan' }).click();
  await expect(page.getByRole('img', { name: /^Scale of the map: more is cut than planned/ })).toBeVisible();
  await expect.poll(() => painted(2)).not.toBe(option);
  expect(await painted(0), 'against itself nothing is coloured').toBe(planned);

  await page.goto('/protocols');
  await page.getByRole('button', { name: 'In the round', exact: true }).click();
  await expect(page.locator('canvas')).toHaveAttribute('data-bodies', '2', { timeout: 60_000 });

  await begin(page, '35x37 bridge zirconia');
  await page.getByRole('link', { name: /36\b.*pontic/ }).click();
  await expect(page.getByRole('figure', { name: 'The bridge in the round' }).locator('canvas')).toHaveAttribute(
    'data-bodies',
    '2',
    { timeout: 60_000 },
  );
});

test('where the browser has no WebGL the sections stand in, with a sentence', async ({ page }) => {
  await page.addInitScript(() => {
    const own = HTMLCanvasElement.prototype.getContext;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...rest: unknown[]) {
      return kind.startsWith('webgl') ? null : own.call(this, kind as '2d', ...(rest as []));
    } as typeof own;
    // The library tells the console too; what is tested is what the user is told.
    console.error = () => {};
  });
  await begin(page, '36 crown zirconia');
  await page.keyboard.press('3');
  await expect(page.getByText(/draws nothing in the round.*the sections show the same bodies/)).toBeVisible();
  await expect(page.locator('path.planned.large')).toBeVisible();
});

test('where what draws it can’t be fetched the sections stand in, with a sentence; nobody who only reads the plan is told', async ({
  page,
}) => {
  await page.route('**/assets/roundScene*', (route) => route.abort());
  await begin(page, '36 crown zirconia');
  await page.waitForTimeout(1500);
  await expect(page.getByText(/could not be fetched/)).toBeHidden();
  await page.keyboard.press('3');
  await expect(page.getByText(/could not be fetched; the sections show the same bodies/)).toBeVisible();
  await expect(page.locator('path.planned.large')).toBeVisible();
});

test('opened and closed again and again it leaves nothing behind', async ({ page }) => {
  const warnings: string[] = [];
  page.on('console', (message) => {
    if (/too many active webgl contexts/i.test(message.text())) warnings.push(message.text());
  });
  await begin(page, '11 crown zirconia');
  const session = await page.context().newCDPSession(page);
  const heap = async () => {
    await session.send('HeapProfiler.collectGarbage');
    const { metrics } = await session.send('Performance.getMetrics');
    return metrics.find(({ name }) => name === 'JSHeapUsedSize')!.value;
  };
  await session.send('Performance.enable');
  const open = async (times: number) => {
    for (let i = 0; i < times; i++) {
      await page.keyboard.press('3');
      await page.locator('canvas[data-bodies="1"], canvas[data-bodies="2"]').waitFor();
      await page.keyboard.press('3');
      await page.locator('canvas').waitFor({ state: 'detached' });
    }
  };
  await open(3);
  const before = await heap();
  // A browser keeps sixteen contexts and then throws the oldest away, with a warning.
  await open(18);
  expect(((await heap()) - before) / 1e6, 'megabytes').toBeLessThan(6);
  expect(warnings).toEqual([]);
});

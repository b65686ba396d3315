import AxeBuilder from '@axe-core/playwright';
import { begin, depth, expect, panel, test } from './practice';

test('two veneers: a finding moves numbers at once; a facial-only one that lengthens is refused, and done for a reason', async ({
  page,
}) => {
  await begin(page, '11 21 veneer butt porcelain +1.0');
  await expect(depth(page)).toHaveText(/0\.5/);
  const margin = page.getByRole('complementary', { name: 'Case' });
  await expect(margin.getByRole('link', { name: /veneer, incisal butt/ })).toHaveCount(2);
  await margin.getByRole('button', { name: /Findings/ }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  const moved = findings.getByRole('status');
  await findings.getByRole('button', { name: 'Shade steps more' }).click();
  await expect(moved).toContainText('0.6 → 0.85');
  // What moved is told in all since the panel was opened; and that something moves nothing is told too.
  await findings.getByRole('button', { name: 'Shade steps less' }).click();
  await expect(moved).toContainText('Moves no depth');
  await findings.getByRole('button', { name: 'Shade steps more' }).click();
  await expect(moved).toContainText('0.6 → 0.85');
  await findings.getByRole('button', { name: 'Close' }).click();
  await expect(panel(page)).toContainText('of the bonded surface ends in enamel');

  const gets = margin.getByLabel('It gets');
  await gets.selectOption('Veneer facial');
  await expect(page.getByRole('alert')).toContainText("can't lengthen the tooth by 1.0");
  await page.getByLabel('Reason to plan it all the same').fill('mock-up shown and wanted');
  await page.getByRole('button', { name: 'All the same' }).click();
  await expect(gets).toHaveValue('veneer-facial');
  await expect(page.getByRole('alert')).toBeHidden();
  await gets.blur();
  await page.keyboard.press('u');
  await expect(gets).toHaveValue('veneer-butt');
});

test('an onlay beside a crown, side by side, and the other one taken', async ({ page }) => {
  await begin(page, '16 onlay lithium disilicate gap distal 1.2');
  await expect(panel(page)).toContainText('4.2 wide, floor 1.0; 1.2 for the gap');
  await page.keyboard.press('o');
  const options = page.getByRole('dialog');
  // The two likeliest stand there before anybody asks.
  await expect(options.getByText(/^(Gains|Loses)/)).toHaveCount(2);
  const crown = options.getByRole('columnheader', { name: /Crown/ });
  if ((await crown.count()) === 0) await options.getByRole('button', { name: 'crown', exact: true }).click();
  await expect(crown).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).include('[role=dialog], dialog').analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await options.getByLabel('Another option').fill('crown cheese');
  await options.getByRole('button', { name: 'Add' }).click();
  await expect(options.getByRole('alert')).toContainText('no material that is known here');
  await options
    .getByRole('button', { name: 'Take this' })
    .nth((await options.getByRole('columnheader').allInnerTexts()).findIndex((text) => text.includes('Crown')) - 1)
    .click();
  await expect(page.getByText('12° total convergence')).toBeVisible();
  await expect(panel(page)).toContainText('keeps it from tipping');
});

test('a bridge: its pontic tells that nothing is cut, its abutments the common path', async ({ page }) => {
  await begin(page, '35x37 bridge metal-ceramic tilt 37 mesial 14');
  await expect(panel(page)).toContainText('7.0° from it');
  await page.getByRole('link', { name: 'Case', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Bridge' })).toContainText('walls 13° and −1° to its axis');
  // A visit is agreed on the case, and another way of restoring the molar is looked at and taken.
  const visit = page.getByRole('group', { name: 'Visit' });
  await visit.getByRole('button', { name: /No visit agreed/ }).click();
  await visit.getByRole('textbox').fill('half past nine');
  await visit.getByRole('button', { name: 'Set' }).click();
  await expect(visit.getByRole('alert')).toContainText('is no time');
  await visit.getByRole('textbox').fill('9:30');
  await visit.getByRole('button', { name: 'Set' }).click();
  await expect(visit).toContainText('09:30');
  await page.getByLabel('Note').fill('Leans into the gap.');
  await page.getByLabel('Note').blur();
  await page.getByRole('button', { name: 'Show the options of 37' }).click();
  const options = page.getByRole('region', { name: 'Options' });
  await expect(options).toContainText('37, lower left second molar');
  await options.getByRole('button', { name: 'crown metal', exact: true }).click();
  await options.getByRole('button', { name: 'Take this' }).last().click();
  await expect(page.getByRole('article').filter({ hasText: '37' })).toContainText('metal');
  await page.reload();
  await expect(visit).toContainText('09:30');
  await expect(page.getByLabel('Note')).toHaveValue('Leans into the gap.');
  await page.getByRole('article').filter({ hasText: '37' }).getByRole('link').click();
  await page.getByRole('link', { name: /36.*pontic/ }).click();
  await expect(page.getByText('Nothing is cut here')).toBeVisible();
  await expect(page.getByText('Connector 35–36: 6.25 mm² at least')).toBeVisible();
});

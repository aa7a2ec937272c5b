import { expect, test } from '@playwright/test';
import { choose, finding, newJob, part, pick, saved, signIn, stage, type } from './pages/shop.ts';

const STYLES = [
  ['Full return, regulator after the rail', 'return'],
  ['Two pumps in one hanger', 'check-2'],
  ['Two rails in parallel', 'right-out'],
  ['Two rails in series', 'cross'],
  ['Regulator before a capped rail', 'spur'],
  ['Returnless, regulator at the tank', 'bleed'],
  ['Blocking regulator, no return', 'regulator'],
  ['Carburetor-era car, hard lines', 'soft-engine'],
] as const;

test('each style starts from its pattern and answers at once', async ({ page }) => {
  await signIn(page);
  for (const [style, itsOwn] of STYLES) {
    await newJob(page, `Started as: ${style}`, style);
    await stage(page, 'Plumb');
    await expect(page.getByTestId('answer')).toContainText(/Enough|closed in/);
    await part(page, itsOwn).click();
    await expect(part(page, itsOwn)).toHaveAttribute('aria-pressed', 'true');
    await stage(page, 'Wire');
    await expect(page.getByTestId('answer')).toContainText(/The pump (gets|is off)/);
    await page.getByRole('link', { name: 'venula' }).click();
  }
});

test('a check valve that traps hot fuel and a second pump too late are mended by the offered fixes', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Trapped', 'Returnless, regulator at the tank');
  await stage(page, 'Plumb');
  await part(page, 'feed').click();
  await pick(page, 'Add a part after Line forward', 'Check valve');
  const trapped = finding(page, 'TRAPPED_VOLUME');
  await expect(trapped).toContainText('closed in after shut-down');
  await trapped.getByRole('button', { name: 'Remove the check valve' }).click();
  await expect(trapped).toHaveCount(0);
  await expect(part(page, 'check')).toHaveCount(0);

  await page.getByRole('link', { name: 'venula' }).click();
  await newJob(page, 'Late', 'Two pumps in one hanger');
  for (const n of [2, 3, 4, 5]) await type(page, `Power, point ${n}`, `${400 + n * 60} hp`);
  await stage(page, 'Plumb');
  await part(page, 'pump-2').click();
  await type(page, 'On at and above', '13.8 psi');
  const late = finding(page, 'STAGING_LATE');
  await expect(late).toContainText('it is on full only after');
  await late.getByRole('button', { name: 'Bring it in at' }).click();
  await expect(late).toHaveCount(0);
  await expect(finding(page, 'ONE_PUMP_DEAD').filter({ hasText: 'the rest still feeds' })).toHaveCount(1);
  await expect(finding(page, 'ONE_PUMP_DEAD').filter({ hasText: 'does not start' })).toHaveCount(1);
  await saved(page);
});

test('parts are added, moved, split and taken out on the track, by keyboard as well', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'Track edits');
  await stage(page, 'Plumb');
  const order = () =>
    page.locator('[data-part]').evaluateAll((all) => all.map((e) => e.getAttribute('data-part')).join(' '));
  await expect(part(page, 'filter')).toBeVisible();
  expect(await order()).toBe('strainer pump check filter feed regulator return');

  await part(page, 'feed').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Split Feed hose in two' }).click();
  await expect(part(page, 'feed-2')).toBeVisible();
  await part(page, 'filter').focus();
  await page.keyboard.press('Alt+ArrowRight');
  expect(await order()).toBe('strainer pump check feed filter feed-2 regulator return');
  await part(page, 'check').focus();
  await page.keyboard.press('Delete');
  await expect(part(page, 'check')).toHaveCount(0);
  await part(page, 'regulator').click();
  await pick(page, 'Add a part after Regulator', 'Ethanol sensor');
  expect(await order()).toBe('strainer pump feed filter feed-2 regulator sensor return');
  await expect(page.getByTestId('answer')).toContainText('Enough');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  expect(await order()).toBe('strainer pump check filter feed regulator return');

  // The same in the table.
  await page.getByRole('tab', { name: 'Table' }).click();
  await choose(page.getByLabel('Size of Feed hose'), '-10');
  await type(page, 'Length of Feed hose', '12 ft');
  await page
    .getByRole('row', { name: /Feed hose/ })
    .getByRole('button')
    .click();
  await page.getByRole('button', { name: 'Split Feed hose in two' }).click();
  await expect(page.getByRole('row', { name: /Feed hose, second piece/ })).toBeVisible();
  await page.getByRole('button', { name: 'Move Feed hose left' }).click();
  await pick(page, 'Add a part after Feed hose', 'Bulkhead');
  await expect(page.getByRole('row', { name: /Bulkhead/ })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Bulkhead' }).click();
  await expect(page.getByRole('row', { name: /Bulkhead/ })).toHaveCount(0);
  await page.getByRole('tab', { name: 'Track' }).click();
  await expect(part(page, 'filter')).toBeVisible();
  expect(await order()).toBe('strainer pump check feed filter feed-2 regulator return');
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+z');
  expect(await order()).toBe('strainer pump check filter feed regulator return');

  // Taking the only pump out is told at once, the page stands, and undo brings it back with its wiring.
  await part(page, 'pump').focus();
  await page.keyboard.press('Delete');
  await expect(finding(page, 'NO_PUMP')).toBeVisible();
  await stage(page, 'Wire');
  await expect(page.getByText('No circuit is planned')).toBeVisible();
  await stage(page, 'Plumb');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding(page, 'NO_PUMP')).toHaveCount(0);
  await saved(page);
});

test('a bigger goal and another fuel on a finished plan: what changes in parts, wires and figures is listed', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Goal goes up');
  await stage(page, 'Parts');
  await page.getByLabel('Freeze this plan as').fill('plan A');
  await page.getByRole('button', { name: 'Freeze' }).click();
  await choose(page.getByLabel('Compare with'), 1);
  await expect(page.getByText('Parts that differ')).toBeVisible();
  await expect(page.getByText('None.')).toBeVisible();

  await stage(page, 'Brief');
  await type(page, 'Ethanol content', '85%');
  for (const n of [3, 4, 5]) await type(page, `Power, point ${n}`, '620 hp');
  await stage(page, 'Plumb');
  const short = finding(page, 'SUPPLY_SHORT');
  await expect(short).toContainText('short');
  await short.getByRole('button', { name: /^Fit / }).click();
  await expect(short).toHaveCount(0);
  await stage(page, 'Wire');
  const fuse = finding(page, 'FUSE_LOADED');
  if (await fuse.count()) await fuse.getByRole('button').first().click();
  await stage(page, 'Parts');
  await choose(page.getByLabel('Compare with'), 1);
  const changes = page.getByTestId('part-changes');
  await expect(changes).toContainText('New');
  await expect(changes).toContainText('Gone Fuel pump: In-tank turbine, 340 class');
  const answer = page.getByRole('table', { name: 'The answer, then and now' });
  await expect(answer.getByRole('row', { name: /to spare/ })).toContainText('%');
  await saved(page);
});

test('size it: the search finds combinations that pass, and one tap takes one', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'Undersized everywhere');
  await stage(page, 'Plumb');
  await part(page, 'return').click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'One size smaller' }).click();
  await expect(finding(page, 'RETURN_OVERRUN')).toBeVisible();
  await page.getByRole('tab', { name: 'Size it' }).click();
  await page.getByRole('button', { name: 'Search sizes' }).click();
  await expect(page.getByText(/combinations pass every check/)).toBeVisible({ timeout: 60_000 });
  await page.getByTestId('front').getByRole('button', { name: 'Take it' }).first().click();
  await expect(finding(page, 'RETURN_OVERRUN')).toHaveCount(0);
  await expect(page.getByTestId('answer')).toContainText('Enough');
  await expect(page.getByText('The plan has changed since')).toBeVisible();
  await saved(page);
});

test('a pump curve from a sheet: bad rows are marked and nothing is saved until they are mended', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Own pump');
  await stage(page, 'Plumb');
  await part(page, 'pump').click();
  await page.getByRole('button', { name: 'Curve…' }).click();
  const dialog = page.getByRole('dialog');
  const points = dialog.getByLabel('Points');
  await points.fill('psi,gph,A\n0,95,6\n40,99,9\n80,70,oops');
  await expect(dialog.getByText(/flow rises from line 2/)).toBeVisible();
  await expect(dialog.getByText(/"oops" is not a number in the current column/)).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Use this curve' })).toBeDisabled();
  await dialog.locator('input[type=file]').setInputFiles({
    name: 'pump.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('psi,gph,A\n0,95,6\n40,88,9\n80,70,13\n120,20,17\n'),
  });
  await expect(dialog.getByRole('alert')).toHaveCount(0);
  await dialog.getByRole('button', { name: 'Use this curve' }).click();
  await expect(part(page, 'pump')).toContainText('own curve');
  await saved(page);
  await page.reload();
  await expect(part(page, 'pump')).toContainText('own curve');
});

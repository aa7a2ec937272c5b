import { expect, test } from '@playwright/test';
import { finding, newJob, part, saved, signIn, stage, type } from './pages/shop.ts';

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
  await page.getByLabel('Add a part after Line forward').selectOption({ label: 'Check valve' });
  const trapped = finding(page, 'TRAPPED_VOLUME');
  await expect(trapped).toContainText('closed in after shut-down');
  await trapped.getByRole('button', { name: 'Take the check valve out' }).click();
  await expect(trapped).toHaveCount(0);
  await expect(part(page, 'check')).toHaveCount(0);

  await page.getByRole('link', { name: 'venula' }).click();
  await newJob(page, 'Late', 'Two pumps in one hanger');
  for (const n of [2, 3, 4, 5]) await type(page, `Power, point ${n}`, `${400 + n * 60} hp`);
  await stage(page, 'Plumb');
  await part(page, 'pump-2').click();
  await type(page, 'On at and above', '13.8 psi');
  const late = finding(page, 'STAGING_LATE');
  await expect(late).toContainText('it must be on before');
  await late.getByRole('button', { name: 'Bring it in at' }).click();
  await expect(late).toHaveCount(0);
  await expect(finding(page, 'ONE_PUMP_DEAD')).toContainText('the rest still feeds');
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
  await page.getByLabel('Add a part after Regulator').selectOption({ label: 'Ethanol sensor' });
  expect(await order()).toBe('strainer pump feed filter feed-2 regulator sensor return');
  await expect(page.getByTestId('answer')).toContainText('Enough');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  expect(await order()).toBe('strainer pump check filter feed regulator return');

  // Taking the only pump out is told at once, the page stands, and undo brings it back with its wiring.
  await part(page, 'pump').focus();
  await page.keyboard.press('Delete');
  await expect(finding(page, 'NO_PUMP')).toBeVisible();
  await stage(page, 'Wire');
  await expect(page.getByText('No pump circuit is planned')).toBeVisible();
  await stage(page, 'Plumb');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding(page, 'NO_PUMP')).toHaveCount(0);
  await saved(page);
});

import { expect, test, type Page } from '@playwright/test';
import { finding, junction, newJob, part, saved, signIn, stage, type } from './pages/shop.ts';

const answer = (page: Page) => page.getByTestId('answer');

test('a direct-injected car: the goal is raised, the offered second pump feeds it, its high-pressure pump gives out first', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Direct', 'Direct injection, low side');
  await expect(answer(page)).toContainText('at the high-pressure pump, at 50.0 psi');
  await stage(page, 'Plumb');
  await expect(answer(page)).toContainText('Enough for the pull');
  await expect(page.getByText('Injector duty')).toHaveCount(0);

  // More power than one pump in the tank feeds, and larger internals to pass it.
  await stage(page, 'Brief');
  for (const n of [3, 4, 5]) await type(page, `Power, point ${n}`, '720 hp');
  await stage(page, 'Plumb');
  await junction(page, 'high-pressure').click();
  await type(page, 'Swept volume a stroke', '0.9 mL');
  const short = finding(page, 'SUPPLY_SHORT');
  await expect(answer(page)).toContainText('Not enough fuel');
  await expect(short.getByRole('button', { name: /^Fit In-line/ })).toHaveCount(0);
  await short.getByRole('button', { name: /^Add a second pump \(In-tank turbine.*on from 2\.0 psi/ }).click();
  await expect(short).toHaveCount(0);
  await expect(answer(page)).toContainText('Enough for the pull');
  await expect(part(page, 'pump-2')).toBeVisible();
  await saved(page);

  // Its circuit and its rule came with it; taking it back takes all of it back.
  await stage(page, 'Wire');
  await expect(page.getByRole('button', { name: /Second pump feed/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await stage(page, 'Plumb');
  await expect(part(page, 'pump-2')).toHaveCount(0);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(part(page, 'pump-2')).toBeVisible();

  // The cam-driven pump is judged by its own capacity.
  await junction(page, 'high-pressure').click();
  await type(page, 'Lobes on its cam', '3');
  await type(page, 'Swept volume a stroke', '0.25 mL');
  const high = finding(page, 'HIGH_PRESSURE_SHORT');
  await expect(high).toContainText(/it ends at \d+ hp/);
  await expect(answer(page)).toContainText('high-pressure pump delivers');
  await saved(page);
});

import { expect, test, type Locator, type Page } from '@playwright/test';
import { demoCoupe, finding, part, saved, signIn } from './pages/shop.ts';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** Taps what a gloved thumb can hit, and nothing smaller. */
async function tap(target: Locator): Promise<void> {
  await target.scrollIntoViewIfNeeded();
  const box = (await target.boundingBox())!;
  expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
  await target.tap();
}
const bar = (page: Page, name: string | RegExp) =>
  page.getByRole('navigation', { name: 'Job' }).getByRole('button', { name });
async function stage(page: Page, name: string): Promise<void> {
  await tap(bar(page, 'Stages'));
  await tap(page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }));
}
const fits = async (page: Page, what: string) =>
  expect([what, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([what, 390]);

test('on a phone: the demo coupé is planned, wired and tried, by thumb alone', async ({ page }) => {
  await signIn(page);
  await fits(page, 'jobs');
  // Found by searching: the list has pages, and other journeys have left jobs on the first.
  await page.goto('/jobs?q=Hill-climb');
  await tap(demoCoupe(page).getByRole('link'));
  await expect(page.getByTestId('answer')).toContainText(/rail climbs|Enough/);
  await fits(page, 'plumb');

  // A part opens as a sheet, itself still in view above it.
  await tap(part(page, 'feed'));
  const sheet = page.getByRole('complementary', { name: 'Feed hose' });
  await expect(sheet).toBeVisible();
  await expect(part(page, 'feed')).toBeInViewport();
  await tap(sheet.getByRole('button', { name: 'One size larger' }));
  await expect(page.getByTestId('size-feed')).toHaveText('-10');
  await tap(sheet.getByRole('button', { name: 'Close Feed hose' }));
  await tap(bar(page, 'Undo'));
  await saved(page);

  // What is wrong, and its cure, under the thumb.
  await tap(bar(page, /to fix|Findings/));
  const overrun = finding(page, 'RETURN_OVERRUN');
  if ((await overrun.count()) > 0) {
    await tap(overrun.getByRole('button', { name: /Make the return/ }).first());
    await expect(overrun).toHaveCount(0);
  }
  await tap(page.getByRole('button', { name: 'Close Findings' }));
  await expect(page.getByTestId('answer')).toContainText('Enough');
  await tap(bar(page, 'States'));
  await tap(page.getByRole('button', { name: 'Idle, hot' }));
  await expect(page.getByTestId('state-now')).toContainText('Idle, hot');
  await tap(page.getByRole('button', { name: 'Close Operating state' }));

  await stage(page, 'Wire');
  await expect(page.getByTestId('answer')).toContainText('The pump gets');
  await fits(page, 'wire');
  await tap(part(page, 'feed-1'));
  await expect(page.getByLabel('Wire size', { exact: true })).toBeVisible();
  await tap(page.getByRole('button', { name: /^Close / }));
  for (const view of ['Trigger', 'Wiring', 'Sheet']) {
    await tap(page.getByRole('tab', { name: view, exact: true }));
    await fits(page, view);
  }

  await stage(page, 'Test');
  await fits(page, 'test');
  const dry = page.getByRole('region', { name: 'Wiring, dry' });
  await dry.getByLabel('I have read the cautions and they hold here').check();
  await tap(dry.getByRole('button', { name: /^Start/ }));
  await expect(page.getByRole('button', { name: /^OK:/ }).first()).toBeVisible();
  await tap(page.getByRole('button', { name: /^OK:/ }).first());
  for (const name of ['Brief', 'Parts', 'Handover']) {
    await stage(page, name);
    await expect(page.getByTestId('answer').or(page.getByTestId('handover')).first()).toBeVisible();
    await fits(page, name);
  }
  await tap(page.getByRole('link', { name: 'Jobs' }));
  await expect(page.getByTestId('answer')).toContainText('open job');
});

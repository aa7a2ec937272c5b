import { expect, test } from '@playwright/test';
import { demoCoupe, part, signIn, stage } from './pages/shop.ts';

// A trace takes a snapshot of the page at every step, which would be measured along.
test.use({ trace: 'off' });

test('edit to line: the median is reported', async ({ page }) => {
  await signIn(page);
  // A copy of the demo job: the demo stays as it is. Looked for, since others may have started many jobs since.
  await page.getByRole('searchbox', { name: 'Search jobs' }).fill('Hill-climb');
  await demoCoupe(page).getByRole('button', { name: 'Duplicate' }).click();
  await page.getByText('Copy of Hill-climb coupé').first().click();
  await stage(page, 'Plumb');
  await part(page, 'feed').click();
  const drawn = () => page.evaluate(() => performance.getEntriesByName('venula:edit-to-line').length);
  for (let i = 0; i < 12; i++) {
    const before = await drawn();
    await page.getByRole('button', { name: i % 2 ? 'One size larger' : 'One size smaller' }).click();
    await expect.poll(drawn).toBeGreaterThan(before);
    // The next edit comes when a person would make it: this one has been judged and its fixes tried.
    await expect(page.getByRole('region', { name: 'Findings' })).toHaveAttribute('aria-busy', 'false');
    await expect(page.getByText('working out the effect…')).toHaveCount(0);
  }
  const times = await page.evaluate(() =>
    performance
      .getEntriesByName('venula:edit-to-line')
      .map((e) => e.duration)
      .sort((a, b) => a - b),
  );
  expect(times.length).toBeGreaterThan(10);
  console.log(
    `      edit to line: median ${times[Math.floor(times.length / 2)]!.toFixed(1)} ms of ${times.length}`,
  );
});

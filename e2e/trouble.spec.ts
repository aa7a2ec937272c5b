import { expect, test } from '@playwright/test';
import { finding, newJob, part, saved, signIn, stage, type } from './pages/shop.ts';

test('two tabs edit the same field: the second sees both values and chooses', async ({ page, context }) => {
  await signIn(page);
  await newJob(page, 'Two tabs');
  await stage(page, 'Plumb');
  const other = await context.newPage();
  await other.goto(page.url());
  for (const tab of [page, other]) {
    await part(tab, 'feed').click();
    await expect(tab.getByLabel('Length')).toHaveValue('14 ft 6 in');
  }
  await type(page, 'Length', '12 ft');
  await saved(page);
  await type(other, 'Length', '16 ft');
  const dialog = other.getByRole('dialog');
  await expect(dialog).toContainText('Changed in two places at once');
  await expect(dialog.locator('[data-conflict="/plumbing/elements/feed/lengthM"]')).toContainText('16 ft');
  await expect(dialog).toContainText('12 ft');
  await dialog.getByText('theirs, Tess Varga').click();
  await dialog.getByRole('button', { name: 'Keep what is chosen' }).click();
  await expect(other.getByLabel('Length')).toHaveValue('12 ft');
  await saved(other);

  // And the other way round: mine stays, and the first tab's edit elsewhere is carried over unharmed.
  await part(page, 'return').click();
  await type(page, 'Length', '9 ft');
  await saved(page);
  await part(other, 'feed').click();
  await type(other, 'Length', '15 ft');
  await saved(other);
  await page.reload();
  await part(page, 'feed').click();
  await expect(page.getByLabel('Length')).toHaveValue('15 ft');
  await part(page, 'return').click();
  await expect(page.getByLabel('Length')).toHaveValue('9 ft');
});

test('an impossible number is refused at the field, with its limits, and nothing else is lost', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Bad numbers');
  await type(page, 'Customer', 'Kept customer');
  await type(page, 'Base pressure', '9000 psi');
  const alert = page.getByRole('alert').filter({ hasText: 'outside' });
  await expect(alert).toContainText('7.3 to 116 psi');
  await expect(page.getByLabel('Base pressure')).toHaveAttribute('aria-invalid', 'true');
  await type(page, 'Charging', 'lots');
  await expect(page.getByText('"lots" is not a voltage')).toBeVisible();
  await type(page, 'Engine', 'Kept engine');
  await saved(page);
  await page.getByLabel('Base pressure').press('Escape');
  await expect(page.getByLabel('Base pressure')).toHaveValue('43.5 psi');
  await page.reload();
  await expect(page.getByLabel('Customer')).toHaveValue('Kept customer');
  await expect(page.getByLabel('Engine', { exact: true })).toHaveValue('Kept engine');
  await expect(page.getByLabel('Base pressure')).toHaveValue('43.5 psi');
});

test('without a connection changes and readings wait on the device and arrive once', async ({
  page,
  context,
}) => {
  await signIn(page);
  await newJob(page, 'Weak wireless');
  await stage(page, 'Test');
  const walk = page.getByRole('region', { name: 'Joint by joint' });
  await walk.getByRole('checkbox', { name: /cautions/ }).check();
  await walk.getByRole('button', { name: 'Start the walk' }).click();
  await expect(page.locator('[data-joint]').first()).toBeVisible();
  await context.setOffline(true);
  await page.locator('[data-joint]').nth(0).getByRole('button', { name: 'Dry' }).click();
  await page.locator('[data-joint]').nth(1).getByRole('button', { name: 'Leak' }).click();
  await expect(page.getByText('2 readings wait on this device')).toBeVisible();
  await stage(page, 'Plumb');
  await part(page, 'feed').click();
  await page.getByRole('button', { name: 'One size larger' }).click();
  await expect(page.getByTestId('save-state')).toContainText('kept on this device');
  await context.setOffline(false);
  await saved(page);
  await page.reload();
  await part(page, 'feed').click();
  await expect(page.getByTestId('size-feed')).toHaveText('-10');
  await stage(page, 'Test');
  await expect(page.getByTestId('walk-progress')).toContainText('2 of');
  await expect(page.getByTestId('walk-progress')).toContainText('1 leaking');
});

test('a busy server means later: what is typed and read stays, is said to be kept, and arrives once; only refused content goes', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Busy shop');
  await stage(page, 'Test');
  const walk = page.getByRole('region', { name: 'Joint by joint' });
  await walk.getByRole('checkbox', { name: /cautions/ }).check();
  await walk.getByRole('button', { name: 'Start the walk' }).click();
  await expect(page.locator('[data-joint]').first()).toBeVisible();

  // The server turns everything away for a while: too many requests, broken, down.
  const answers = [429, 500, 503];
  let turned = 0;
  const busy = (url: string) => /\/(changes|readings)$/.test(new URL(url).pathname);
  await page.route(
    (url) => busy(url.href),
    (route) => {
      const status = answers[turned++ % answers.length]!;
      return route.fulfill({ status, headers: { 'Retry-After': '1' }, body: 'not even JSON' });
    },
  );
  await page.locator('[data-joint]').nth(0).getByRole('button', { name: 'Dry' }).click();
  await page.locator('[data-joint]').nth(1).getByRole('button', { name: 'Leak' }).click();
  await stage(page, 'Brief');
  await type(page, 'Customer', 'Typed while busy');
  await expect(page.getByTestId('save-state')).toContainText('server is busy: kept on this device');
  await type(page, 'Engine', 'Typed after it');
  await expect.poll(() => turned).toBeGreaterThan(5);
  await expect(page.getByLabel('Customer')).toHaveValue('Typed while busy');
  await stage(page, 'Test');
  await expect(page.getByText('2 readings wait on this device')).toBeVisible();
  await page.unrouteAll();
  await saved(page);
  await expect(page.getByTestId('walk-progress')).toContainText('2 of');
  await page.reload();
  await expect(page.getByTestId('walk-progress')).toContainText('1 leaking');
  await stage(page, 'Brief');
  await expect(page.getByLabel('Customer')).toHaveValue('Typed while busy');
  await expect(page.getByLabel('Engine', { exact: true })).toHaveValue('Typed after it');

  // Content the server refuses goes alone, with what was typed kept to copy; the rest is saved.
  await page.route(
    (url) => url.pathname.endsWith('/changes'),
    (route) =>
      (route.request().postData() ?? '').includes('Forbidden words')
        ? route.fulfill({
            status: 422,
            json: {
              error: {
                status: 422,
                code: 'NO',
                message: 'That cannot be stored',
                remedy: 'write it otherwise',
                details: [],
                path: '',
              },
            },
          })
        : route.continue(),
  );
  await type(page, 'Customer', 'Forbidden words');
  await type(page, 'Vehicle', 'Kept vehicle');
  const refused = page.locator('[data-refused]');
  await expect(refused).toContainText('That cannot be stored. Write it otherwise.');
  await expect(refused).toContainText('Forbidden words');
  await expect(page.getByLabel('Customer')).toHaveValue('Typed while busy');
  await refused.getByRole('button', { name: 'Drop it' }).click();
  await saved(page);
  await page.unrouteAll();
  await page.reload();
  await expect(page.getByLabel('Vehicle', { exact: true })).toHaveValue('Kept vehicle');
});

test('roles: a viewer reads only; a stop is accepted by a lead, not by a technician', async ({ page }) => {
  await signIn(page, 'tess');
  await newJob(page, 'Roles');
  await stage(page, 'Plumb');
  await part(page, 'return').click();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'One size smaller' }).click();
  await finding(page, 'RETURN_OVERRUN').getByRole('button', { name: 'Accept with a reason' }).click();
  await expect(finding(page, 'RETURN_OVERRUN')).toContainText('by a lead technician only');
  await saved(page);
  const url = page.url();
  await page.getByRole('button', { name: /Sign out/ }).click();
  await signIn(page, 'lou');
  await page.goto(url);
  const stop = finding(page, 'RETURN_OVERRUN');
  await stop.getByRole('button', { name: 'Accept with a reason' }).click();
  await stop.getByLabel(/Reason/).fill('Bench demo only, never runs');
  await stop.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(page.locator('[data-accepted="RETURN_OVERRUN"]')).toContainText('Lou Abernethy, lead');
  await page.getByRole('button', { name: /Sign out/ }).click();
  await signIn(page, 'guest');
  await page.goto(url);
  await expect(page.getByTestId('save-state')).toHaveText('Reading only');
  await part(page, 'feed').click();
  await expect(page.getByRole('button', { name: 'One size larger' })).toBeDisabled();

  // In Wire a viewer sees everything and changes nothing: no circuit, no rule, no wire.
  await stage(page, 'Wire');
  await expect(page.getByRole('button', { name: 'Add a circuit' })).toHaveCount(0);
  await part(page, 'feed-1').click();
  await expect(page.getByLabel('Wire size', { exact: true })).toBeDisabled();
  await page.getByRole('tab', { name: 'Trigger', exact: true }).click();
  await expect(page.getByTestId('replay')).toHaveAttribute('data-fresh', 'true');
  await expect(page.getByLabel('stops with the key')).toBeDisabled();
  await expect(page.getByRole('button', { name: /Only when/ })).toHaveCount(0);
  await page.getByRole('tab', { name: 'Wiring', exact: true }).click();
  await expect(page.getByTestId('truth')).toBeVisible();
  await expect(page.getByRole('button', { name: /Draw it/ })).toHaveCount(0);
  await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
  await expect(page.getByTestId('wiring-sheet')).toContainText('Pump relay');
});

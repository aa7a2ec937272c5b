import { expect, test } from '@playwright/test';
import { newJob, signIn } from './pages/shop.ts';

test('two devices on one job: what one changes or reads the other hears of within moments, and a page that is behind asks before it prints', async ({
  page,
  browser,
}) => {
  await signIn(page, 'tess');
  await newJob(page, 'Two devices');
  const id = new URL(page.url()).pathname.split('/')[2]!;
  const second = await browser.newContext({ viewport: { width: 1024, height: 768 } });
  const tablet = await second.newPage();
  await signIn(tablet, 'lou');
  await tablet.goto(`/jobs/${id}/parts`);
  await expect(tablet.getByRole('button', { name: 'Print' })).toBeVisible();
  await expect(tablet.getByTestId('behind')).toBeHidden();

  const change = (value: number, baseVersion: number) =>
    page.evaluate(
      async ([job, lengthM, version]) =>
        (
          await fetch(`/api/v1/jobs/${job}/changes`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({
              changeId: crypto.randomUUID(),
              baseVersion: version,
              patch: [{ op: 'replace', path: '/plumbing/elements/feed/lengthM', value: lengthM }],
            }),
          })
        ).status,
      [id, value, baseVersion] as const,
    );
  expect(await change(3.1, 1)).toBe(200);
  await expect(tablet.getByTestId('behind')).toContainText('Changed on another device, version 2', {
    timeout: 3_000,
  });
  await tablet.getByRole('button', { name: 'Print' }).click();
  const asks = tablet.getByRole('dialog');
  await expect(asks).toContainText('It shows version 1');
  await asks.getByRole('button', { name: 'Show the new version first' }).click();
  await expect(tablet.getByTestId('behind')).toBeHidden();

  // Looked away while it happened: said when the page is looked at again.
  await tablet.evaluate(() => {
    Object.defineProperty(document, 'visibilityState', { configurable: true, get: () => 'hidden' });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  expect(await change(3.2, 2)).toBe(200);
  await tablet.waitForTimeout(1_000);
  await expect(tablet.getByTestId('behind')).toBeHidden();
  await tablet.evaluate(() => {
    Object.defineProperty(document, 'visibilityState', { configurable: true, get: () => 'visible' });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  await expect(tablet.getByTestId('behind')).toContainText('version 3');
  await second.close();
});

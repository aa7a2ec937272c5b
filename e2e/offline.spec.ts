import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, expect, test, type BrowserContext } from '@playwright/test';
import { newJob, part, saved, signIn, stage } from './pages/shop.ts';

/** A picture of one dot. */
const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
  'base64',
);

test('without a connection: edits, readings and a photo outlive a reload and a new browser, every stage opens, and all arrives once', async ({
  baseURL,
  launchOptions,
}) => {
  const profile = mkdtempSync(join(tmpdir(), 'venula-profile-'));
  const open = (): Promise<BrowserContext> =>
    chromium.launchPersistentContext(profile, {
      ...launchOptions,
      baseURL: baseURL!,
      viewport: { width: 1280, height: 800 },
    });
  let browser = await open();
  try {
    let page = browser.pages()[0] ?? (await browser.newPage());
    await signIn(page, 'tess');
    await newJob(page, 'Under the car');
    await stage(page, 'Test');
    const walk = page.getByRole('region', { name: 'Joint by joint' });
    await walk.getByRole('checkbox', { name: /cautions/ }).check();
    await walk.getByRole('button', { name: 'Start the walk' }).click();
    await expect(page.locator('[data-joint]').first()).toBeVisible();
    await stage(page, 'Build');
    await expect(page.getByRole('button', { name: 'Start the job sheet' })).toBeVisible();
    await page.getByRole('checkbox', { name: /cautions/ }).check();
    await page.getByRole('button', { name: 'Start the job sheet' }).click();
    await expect(page.getByRole('region', { name: 'Next' })).toBeVisible();
    await stage(page, 'Test');
    const job = page.url().replace(/\/test.*$/, '');
    // The shell and its parts are on the device once the worker of the page is at work.
    await page.evaluate(async () => void (await navigator.serviceWorker.ready));
    await page.reload();
    await expect(page.locator('[data-joint]').first()).toBeVisible();

    await browser.setOffline(true);
    await page.locator('[data-joint]').nth(0).getByRole('button', { name: 'Dry' }).click();
    await expect(page.getByText('1 reading waits on this device')).toBeVisible();
    await stage(page, 'Build');
    await page
      .getByRole('region', { name: 'Next' })
      .locator('input[type=file]')
      .setInputFiles({ name: 'hat.png', mimeType: 'image/png', buffer: PICTURE });
    await expect(page.getByText('on this device, sent soon')).toBeVisible();
    await stage(page, 'Plumb');
    await part(page, 'feed').click();
    await page.getByRole('button', { name: 'One size larger' }).click();
    await expect(page.getByTestId('save-state')).toContainText('kept on this device');
    await page.reload();
    // At once, not after a while: nobody types over what is already there.
    await part(page, 'feed').click();
    await expect(page.getByTestId('size-feed')).toHaveText('-10', { timeout: 2000 });
    await expect(page.getByTestId('save-state')).toContainText('kept on this device');
    await page.goto('/jobs');
    await expect(page.getByRole('listitem').filter({ hasText: 'Under the car' })).toContainText(
      '1 change, 1 reading, and 1 photo on this device only',
    );
    await browser.close();

    browser = await open();
    await browser.setOffline(true);
    page = browser.pages()[0] ?? (await browser.newPage());
    await page.goto(`${job}/test`);
    await expect(page.getByText('1 reading waits on this device')).toBeVisible();
    await page.locator('[data-joint]').nth(1).getByRole('button', { name: 'Leak' }).click();
    await expect(page.getByText('2 readings wait on this device')).toBeVisible();
    for (const name of ['Brief', 'Wire', 'Parts', 'Handover', 'Plumb']) {
      await stage(page, name);
      await expect(page).toHaveURL(new RegExp(`${name.toLowerCase()}$`));
      await expect(page.getByRole('main')).not.toHaveText('');
    }
    await part(page, 'feed').click();
    await expect(page.getByTestId('size-feed')).toHaveText('-10');

    await browser.setOffline(false);
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await saved(page);
    await stage(page, 'Test');
    await expect(page.getByTestId('walk-progress')).toContainText('2 of');
    await expect(page.getByTestId('walk-progress')).toContainText('1 leaking');
    // The page counts what waits as well: only once nothing waits has the server all of it.
    await expect(page.getByText(/waits? on this device/)).toHaveCount(0);
    // As the server has it: each once.
    const id = /jobs\/([^/]+)/.exec(job)![1]!;
    const told = async (path: string): Promise<unknown> => {
      const answer = await page.request.get(`/api/v1/jobs/${id}${path}`);
      return answer.json();
    };
    const runs = (await told('/runs')) as { readings: { kind: string }[] }[];
    expect(runs.flatMap((r) => r.readings).filter((r) => r.kind === 'joint')).toHaveLength(2);
    const record = (await told('')) as { document: { plumbing: { elements: { feed: { dash: number } } } } };
    expect(record.document.plumbing.elements.feed.dash).toBe(10);
    await expect.poll(async () => ((await told('/photos')) as unknown[]).length).toBe(1);
  } finally {
    await browser.close();
    rmSync(profile, { recursive: true, force: true });
  }
});

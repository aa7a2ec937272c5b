import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { axeOf, flawsOf } from './pages/face.ts';
import { newJob, saved, signIn, stage } from './pages/shop.ts';

test('built and read on a phone: the job sheet step by step, the length as made, readings against what this car should show', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page);
  await newJob(page, 'Built one-handed');
  const go = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: 'Stages' }).click();
    await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }).click();
  };
  const next = page.getByRole('region', { name: 'Next' });
  const total = async () => Number(/^(\d+)/.exec(await page.getByTestId('answer').innerText())![1]);

  await test.step('the sheet is started once the cautions are read, and says what is next', async () => {
    await go('Build');
    await expect(page.getByTestId('answer')).toContainText('steps, from the plan');
    const many = await total();
    expect(many).toBeGreaterThan(30);
    await page.getByRole('checkbox', { name: /I have read the cautions/ }).check();
    await page.getByRole('button', { name: 'Start the job sheet' }).click();
    await expect(next).toContainText('Photograph everything that will come apart');
    await next.getByRole('button', { name: /^Done/ }).click();
    await expect(page.getByTestId('answer')).toContainText(`1 of ${many} done`);
    await expect(next).toContainText('Label both ends');
    expect(await flawsOf(page)).toEqual([]);
    expect(await axeOf(page, true)).toEqual([]);
  });

  await test.step('left out only with a reason', async () => {
    await next.getByRole('button', { name: /^Leave out/ }).click();
    await expect(next.getByRole('button', { name: 'Leave it out' })).toBeDisabled();
    await next.getByLabel('Why it is left out').fill('bare shell, nothing to label');
    await next.getByRole('button', { name: 'Leave it out' }).click();
    await expect(next).toContainText('Ventilate');
    await page.getByText('Before it comes apart').click();
    await expect(page.locator('[data-build="label"]')).toContainText('bare shell, nothing to label');
  });

  await test.step('what comes off is noted, and closes only when it is back on', async () => {
    await page.getByText('Taken off the car').click();
    await page.getByLabel(/^Something comes off/).fill('Air box; two bolts');
    await page.getByRole('button', { name: 'Note it' }).click();
    const box = page.locator('[data-removed="Air box; two bolts"]');
    await expect(box).toContainText('off');
    await expect(page.getByText('1 still off')).toBeVisible();
    await box.getByRole('button', { name: /^Back on/ }).click();
    await expect(page.getByText('all back on')).toBeVisible();
  });

  await test.step('a hose longer than planned goes into the plan as measured', async () => {
    await page.getByText('Make the lines').click();
    const feed = page.locator('[data-build="make:feed"]');
    await feed.getByRole('button').first().click();
    // Nobody has measured it: there is no length to cut it to.
    await expect(feed).toContainText('Not measured yet: pull a string first.');
    await feed.getByRole('textbox', { name: /^As made/ }).fill('12 ft 3 in');
    await feed.getByRole('button', { name: /^Done/ }).click();
    await expect(feed).toContainText('Done');
    await saved(page);
    await go('Route');
    await expect(page.locator('[data-line="feed"]')).toContainText('12 ft 3 in');
    await expect(page.locator('[data-line="feed"]')).toContainText('measured by Tess Varga');
  });

  await test.step('a reading is held against the plan; what is off says what it usually is', async () => {
    await go('Test');
    const base = page.locator('[data-procedure="base-pressure"]');
    await base.getByText('Base pressure').click();
    await base.getByRole('checkbox', { name: /I have read the cautions/ }).check();
    await base.getByRole('button', { name: 'Start' }).click();
    const set = base.locator('[data-step="base:set"]');
    const should = Number(/Should read ([\d.]+) psi/.exec(await set.innerText())![1]);
    const keep = async (step: string, value: string): Promise<void> => {
      const row = base.locator(`[data-step="${step}"]`);
      await row.getByRole('textbox').fill(value);
      await row.getByRole('button', { name: /^Keep the reading/ }).click();
      await expect(row).toContainText(value.split(' ')[0]!);
    };
    await keep('base:before', '30 psi');
    await keep('base:set', '20 psi');
    await expect(set).toContainText('Too low');
    await expect(set).toContainText('Usually: Regulator set low');
    await keep('base:set', `${should} psi`);
    await expect(set).toContainText('In range');
    expect(await flawsOf(page)).toEqual([]);
    expect(await axeOf(page, true)).toEqual([]);
    await keep('base:locked', '15 psi');
    await base.getByRole('button', { name: /^Sign off as/ }).click();
    await expect(base).toContainText('Failed');
    await expect(base).toContainText('Locked: 15.0 psi, should be');
    await expect(base).toContainText('Usually: The screw turned back with the nut');
    await expect(page.getByTestId('answer')).toContainText('failed. Mend it, then test it again.');
    await page.getByRole('button', { name: 'Go to this test' }).click();
    await expect(base.getByRole('heading')).toBeInViewport();
  });

  await test.step('the record names it; a plan that changed makes it stale', async () => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await stage(page, 'Handover');
    await expect(page.getByTestId('handover')).toContainText('Base pressure: fail');
    await expect(page.getByTestId('handover')).toContainText('Locked: 15.0 psi');
    await stage(page, 'Brief');
    await page.getByLabel('Base pressure').fill('50 psi');
    await page.getByLabel('Base pressure').press('Enter');
    await saved(page);
    await stage(page, 'Test');
    await expect(page.locator('[data-procedure="base-pressure"]')).toContainText('made on an older plan');
    await stage(page, 'Handover');
    await expect(page.getByTestId('handover')).toContainText('made on an older plan');
    await expect(page.getByTestId('handover')).toContainText('Test. Base pressure: failed.');
  });
});

test('a whole job leaves as a file, and what is no job does not come in', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'Whole and away');
  await stage(page, 'Handover');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Whole job' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/\.zip$/);
  await savesThePdf(page);
  const calendar = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Into a calendar' }).click();
  const ics = readFileSync(await (await calendar).path(), 'utf8');
  expect(ics).toContain('BEGIN:VEVENT');
  expect(ics.replace(/\r?\n[ \t]/g, '')).toContain(
    'Whole and away: Look at every joint after the first heat cycle',
  );
  await page.goto('/jobs');
  await page.getByRole('button', { name: 'Parts in all jobs' }).click();
  await page.getByLabel('Called').fill('fuel filter');
  const found = page.getByRole('region', { name: 'Parts in all jobs' });
  await expect(found).toContainText('Whole and away');
  await page.getByRole('button', { name: 'Parts in all jobs' }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Job file').setInputFiles(
    await file.path().then((path) => ({
      name: 'Whole and away.zip',
      mimeType: 'application/zip',
      buffer: readFileSync(path),
    })),
  );
  await expect(page.getByRole('alert')).toContainText('This job is in the shop already');
  await page.getByLabel('Job file').setInputFiles({
    name: 'holiday.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('PK nothing'),
  });
  await expect(page.getByRole('alert')).toContainText('no ZIP');
});

/** The PDF opens in a tab of its own that says what it waits for, also where the server has no time just now. */
async function savesThePdf(page: Page): Promise<void> {
  let refusals = 0;
  await page.context().route('**/record.pdf?*', async (route) => {
    if (refusals++ > 0) return route.continue();
    const error = {
      status: 503,
      code: 'BUSY',
      message: 'The shop’s server is busy.',
      remedy: '',
      details: [],
    };
    return route.fulfill({ status: 503, headers: { 'Retry-After': '2' }, json: { error } });
  });
  const opened = page.context().waitForEvent('page');
  await page.getByRole('link', { name: /^PDF/ }).click();
  const tab = await opened;
  await expect(tab.getByRole('status')).toContainText('This page asks again by itself');
  const saved = tab.waitForEvent('download');
  await tab.getByRole('link', { name: 'Save the PDF' }).click();
  const file = await saved;
  expect(file.suggestedFilename()).toMatch(/^job-\d{4}-version-\d+\.pdf$/);
  expect(
    readFileSync(await file.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  await tab.close();
  await page.context().unroute('**/record.pdf?*');
}

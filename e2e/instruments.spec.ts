import { expect, test, type Locator, type Page } from '@playwright/test';
import { axeOf, flawsOf } from './pages/face.ts';
import { signIn } from './pages/shop.ts';

/** Opens a stage of a demo car by its title. */
async function open(page: Page, title: string, stage: string): Promise<void> {
  const row = page.getByRole('listitem').filter({ has: page.getByText(title, { exact: true }) });
  const href = (await row.getByRole('link').first().getAttribute('href'))!;
  await page.goto(`/jobs/${href.split('/')[2]}/${stage}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(title);
}
const procedure = (page: Page, id: string) => page.locator(`[data-procedure="${id}"]`);

async function begin(list: Locator, label: string): Promise<void> {
  if ((await list.getAttribute('open')) === null) await list.locator('summary').first().click();
  await list.getByRole('checkbox', { name: /I have read the cautions/ }).check();
  await list.getByRole('button', { name: label }).click();
}

/** Puts the instrument on every step of a list and keeps what it shows. */
async function readAll(list: Locator): Promise<void> {
  const steps = list.locator('[data-step]');
  await expect(steps.first()).toBeVisible();
  for (let i = 0; i < (await steps.count()); i++) {
    const step = steps.nth(i);
    await step.getByRole('button', { name: /^Read it live/ }).click();
    await expect(step.getByTestId('live')).toHaveAttribute('data-state', 'reading');
    await step.getByRole('button', { name: /^Keep \d/ }).click();
    await step.getByRole('button', { name: 'Done' }).click();
    await expect(step.getByText(/^(In range|Noted|Too low|Too high)$/)).toBeVisible();
  }
}

test('the van on a phone with its instruments on the line: base pressure, reference, and by caps which part leaks', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'lou');
  await open(page, 'Courier van, 3.2 turbo five', 'test');

  await test.step('a lead sets the exercise', async () => {
    await page.getByText('Instruments on the line').click();
    await expect(page.getByText('Pressure gauge, 150 psi (simulated)')).toBeVisible();
    await page
      .getByLabel(/^What is wrong with the simulated car/)
      .selectOption({ label: 'Regulator leaks to the return' });
    expect(await flawsOf(page)).toEqual([]);
    expect(await axeOf(page, true)).toEqual([]);
    await page.getByText('Instruments on the line').click();
  });

  await test.step('base pressure by the gauge, one reading typed wrong and corrected', async () => {
    const base = procedure(page, 'base-pressure');
    await begin(base, 'Start');
    await readAll(base);
    const locked = base.locator('[data-step="base:locked"]');
    await locked.getByRole('textbox').fill('23 psi');
    await locked.getByRole('button', { name: /^Keep the reading/ }).click();
    await expect(locked.getByText('Too low')).toBeVisible();
    await locked.getByRole('button', { name: /^Edit the reading/ }).click();
    await locked.getByRole('textbox').fill('43.5 psi');
    await locked.getByRole('button', { name: /^Replace the reading/ }).click();
    await expect(locked.getByText('In range')).toBeVisible();
    await base.getByRole('button', { name: /^Sign off/ }).click();
    await expect(base.getByText('passed', { exact: true })).toBeVisible();
  });

  await test.step('the rail follows its reference one for one', async () => {
    const reference = procedure(page, 'reference');
    await begin(reference, 'Start');
    await readAll(reference);
    await expect(reference.getByRole('status').filter({ hasText: 'The rail rises' })).toContainText(
      /(0\.9\d|1\.0\d)/,
    );
    await reference.getByRole('button', { name: /^Sign off/ }).click();
    await expect(reference.getByText('passed', { exact: true })).toBeVisible();
  });

  await test.step('pump stopped it falls; with the return capped it stands: the regulator, by its name', async () => {
    const hold = procedure(page, 'liquid-hold');
    await begin(hold, 'Start the hold');
    await expect(hold.getByTestId('fuel-hold-verdict')).toContainText('draw a little off');
    await hold.getByRole('button', { name: /^Read it live: before/ }).click();
    await hold.getByRole('button', { name: /^Keep \d/ }).click();
    // What was drawn off has to show first.
    const before = await hold.getByTestId('live').innerText();
    await expect(hold.getByTestId('live')).not.toHaveText(before);
    await hold.getByRole('button', { name: /^Keep \d/ }).click();
    await hold.getByRole('button', { name: 'Keep it' }).click();
    await expect(hold).toContainText(/(milliliter|drop) takes/);
    const watch = async (): Promise<void> => {
      await hold.getByRole('button', { name: 'Gauge on the line' }).click();
      await expect(hold.getByTestId('live')).toHaveAttribute('data-state', 'reading');
      await hold.getByRole('button', { name: 'Take it' }).click();
      await page.waitForTimeout(14_000);
      await hold.getByRole('button', { name: 'Take it' }).click();
      await hold.getByRole('button', { name: 'Done' }).click();
    };
    await watch();
    await expect(hold.getByTestId('fuel-hold-verdict')).toContainText('Loses pressure: cap the return');
    await hold.getByRole('radio', { name: /^Return capped/ }).check();
    await watch();
    await expect(hold.getByTestId('leak-ways')).toContainText(
      'Regulator: seat or diaphragm, to the return: leaks',
    );
    expect(await flawsOf(page)).toEqual([]);
    expect(await axeOf(page, false)).toEqual([]);
    await hold.getByRole('button', { name: /^Sign off/ }).click();
    await expect(hold).toContainText('Leaked: Regulator: seat or diaphragm, to the return');
  });

  await test.step('a gauge that goes away says so, and never reads nought', async () => {
    await page.getByText('Instruments on the line').click();
    await page
      .getByLabel(/^What is wrong with the simulated car/)
      .selectOption({ label: 'Gauge loses its connection' });
    await page.getByText('Instruments on the line').click();
    const prime = procedure(page, 'prime');
    await begin(prime, 'Start');
    await prime.getByRole('button', { name: /^Read it live/ }).click();
    await expect(prime.getByTestId('live')).toHaveAttribute('data-state', 'reading');
    await expect(prime.getByTestId('live')).toHaveText('no connection', { timeout: 20_000 });
    await expect(prime.getByRole('button', { name: 'Keep', exact: true })).toBeDisabled();
    await expect(prime.getByTestId('live')).toHaveAttribute('data-state', 'reading', { timeout: 20_000 });
  });

  await test.step('the record names the leak, and the sensor of the rail has been tried', async () => {
    await page.goto(page.url().replace(/test$/, 'handover'));
    await expect(page.getByTestId('handover')).toContainText(
      'Leaked: Regulator: seat or diaphragm, to the return',
    );
  });
});

/** A pull as logged: open throttle from 2,600 rpm up, with a sag toward the top. */
const pull = (sag: number): string => {
  const rows = ['Time (s),Engine speed (rpm),Fuel pressure (psi),MAP (kPa),Battery (V),Lambda'];
  let t = 0;
  const row = (...figures: number[]) => rows.push([(t += 0.1).toFixed(1), ...figures].join(','));
  for (let i = 0; i < 30; i++) row(900, 35, 34, 13.9, 1);
  for (let rpm = 2600; rpm <= 7300; rpm += 70) {
    const boost = Math.min(24, Math.max(0, (rpm - 2600) / 70));
    const under = rpm > 6200 ? ((rpm - 6200) / 1000) * sag : 0;
    row(rpm, 43.9 + boost - under, 101.3 + boost * 6.895, 13.8, 0.82);
  }
  return rows.join('\n');
};

test('a dyno log judged: a sag is named with its engine speed, a good pull passes, nonsense is refused', async ({
  page,
}) => {
  await signIn(page);
  await open(page, 'Dune buggy, flat six', 'test');
  const log = procedure(page, 'drive-log');
  await begin(log, 'Read a log');
  const give = (name: string, text: string) =>
    log.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });

  await test.step('no log at all', async () => {
    await give('notes.csv', 'milk,eggs\n1,2\n3,4\n');
    await expect(log.getByRole('alert')).toContainText('No column for time');
    await give('picture.csv', '\0\0PNG');
    await expect(log.getByRole('alert')).toContainText('no text file');
  });

  await test.step('units no car can have are asked about, and nothing is judged before', async () => {
    await give('pull-units.csv', pull(0).replace('MAP (kPa)', 'Boost (kPa)'));
    const question = log.getByTestId('log-question');
    await expect(question).toContainText('As it is named it cannot be');
    await expect(log.getByTestId('log-verdict')).toHaveCount(0);
    await question.getByRole('button', { name: /^kPa absolute/ }).click();
    await expect(question).toHaveCount(0);
    await expect(log.getByTestId('log-verdict')).toContainText('holds over the manifold');
  });

  await test.step('a sag toward the top', async () => {
    await give('pull-1.csv', pull(14));
    await expect(log.getByTestId('log-verdict')).toContainText(
      /Sags to 3\d(\.\d)? psi over the manifold at 7\d+ rpm/,
    );
    await expect(log).toContainText('the supply is at its limit');
    expect(await flawsOf(page)).toEqual([]);
    expect(await axeOf(page, true)).toEqual([]);
    await log.getByRole('button', { name: 'Keep this log in the record' }).click();
    await log.getByRole('button', { name: /^Sign off/ }).click();
    await expect(log.getByText('failed', { exact: true })).toBeVisible();
  });

  await test.step('mended, it holds', async () => {
    await begin(log, 'Another log');
    await give('pull-2.csv', pull(0));
    await expect(log.getByTestId('log-verdict')).toContainText('holds over the manifold');
    await log.getByRole('button', { name: 'Keep this log in the record' }).click();
    await log.getByRole('button', { name: /^Sign off/ }).click();
    await expect(log.getByText('passed', { exact: true })).toBeVisible();
  });
});

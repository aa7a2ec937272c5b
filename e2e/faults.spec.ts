import { expect, test, type Locator } from '@playwright/test';
import { newJob, signIn, stage } from './pages/shop.ts';

/** Faults of the car that a test finds, named in the record. */

const begin = async (within: Locator, label: string) => {
  await within.getByRole('checkbox', { name: /cautions/ }).check();
  await within.getByRole('button', { name: label }).click();
};

test('a pressure switch wired on the wrong contact is found by the dry table, row by row, and stands in the record', async ({
  page,
}) => {
  await signIn(page, 'tess');
  await newJob(page, 'Switch on NC', 'Two pumps in one hanger, second staged');
  await stage(page, 'Test');
  const dry = page.getByRole('region', { name: 'Wiring, dry' });
  await begin(dry, 'Start the dry test');
  const rows = page.locator('[data-row]');
  await expect(rows).toHaveCount(4);
  // The car does the opposite of what the switch should do, wherever its feed is live.
  for (const row of await rows.all()) {
    const set = await row.innerText();
    const live = set.startsWith('Key on') && !set.includes('crash switch');
    await row.getByRole('button', { name: live ? /^Not OK:/ : /^OK:/ }).click();
  }
  await expect(page.getByTestId('dry-progress')).toContainText('4 of 4 tried, 2 not OK');
  await dry.getByRole('button', { name: /^Sign off/ }).click();
  await expect(dry).toContainText('Failed');
  await expect(dry).toContainText(/Not OK: Key on, with boost .*\(5\.0 psi\): .*Pump 2, staged runs/);
  await expect(dry).toContainText(/Not OK: Key on, all switches open: .*Pump 2, staged off/);
  await stage(page, 'Handover');
  await expect(page.getByTestId('handover')).toContainText(/Not OK: Key on, with boost/);
});

test('an open ground is found by the volts somebody types: the drop is named with what usually does it', async ({
  page,
}) => {
  await signIn(page, 'tess');
  await newJob(page, 'Open ground');
  await stage(page, 'Test');
  const volts = page.locator('[data-procedure="volts"]');
  await volts.locator('summary').first().click();
  await begin(volts, 'Start');
  const keep = async (step: string, value: string): Promise<Locator> => {
    const row = volts.locator(`[data-step="${step}"]`);
    await row.getByRole('textbox').fill(value);
    await row.getByRole('button', { name: /^Keep the reading/ }).click();
    return row;
  };
  // Nothing runs: all of the battery stands across the open lug.
  const atPump = await keep('pump:volts', '0.05 V');
  await expect(atPump).toContainText('Too low');
  await expect(await keep('pump:feed-drop', '0 V')).toContainText('In range');
  const ground = await keep('pump:ground-drop', '12.3 V');
  await expect(ground).toContainText('Too high');
  await expect(ground).toContainText('Paint or rust under the ground lug');
  await volts.getByRole('button', { name: /^Sign off/ }).click();
  await expect(volts).toContainText('Failed');
  await expect(volts).toContainText('Drop on the ground: pump − to battery −: 12.30 V, should be at most');
});

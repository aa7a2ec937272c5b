import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { choose, finding, newJob, saved, signIn, stage } from './pages/shop.ts';

test('ports are named on the bench: adapters, seals and the order list follow, and what cannot be joined is told and mended', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Ports on the bench');
  await stage(page, 'Parts');
  const list = page.getByRole('table', { name: 'Parts the plan implies' });
  await expect(list).toContainText('Adapter, -8 O-ring boss to -8 flare');
  await expect(list).toContainText('O-ring -908');
  await expect(list).toContainText('1/4 in ring');
  await expect(list).toContainText('Crash switch');
  await expect(page.getByText(/ports are taken as their kind usually has them/)).toBeVisible();

  await test.step('the filter that came has M18 ports', async () => {
    await page.getByRole('tab', { name: 'Joints' }).click();
    const joint = page.locator('[data-connection="feed:filter:feed"]');
    await expect(joint).toContainText('(usual)');
    await joint.getByRole('button', { name: /Ports and making/ }).click();
    await choose(joint.getByRole('combobox', { name: 'Outlet of Fuel filter' }), 'M18×1.5, female');
    await expect(joint).toContainText('Adapter, M18×1.5 to -8 flare');
    await expect(joint).toContainText('Washer joint');
    await expect(joint).not.toContainText('(usual)');
  });

  await test.step('a port nothing common leads from is a finding, and a tap takes it back', async () => {
    const joint = page.locator('[data-connection="feed:check:filter"]');
    await joint.getByRole('button', { name: /Ports and making/ }).click();
    await choose(joint.getByRole('combobox', { name: 'Inlet of Fuel filter' }), '1/16 NPT, female');
    const stack = finding(page, 'PORT_STACK');
    await expect(stack).toContainText('3 adapters in a row');
    await choose(joint.getByRole('combobox', { name: 'Outlet of Check valve' }), '-16 O-ring boss, female');
    const open = finding(page, 'PORT_UNMATED');
    await expect(open).toContainText('nothing joins these two ports');
    await expect(joint).toContainText('no 4 adapters in a row');
    await open.getByRole('button', { name: 'Use the ports it usually has' }).click();
    await expect(open).toHaveCount(0);
  });

  await test.step('tape on a flare and a used ring are told, and a tap makes them right', async () => {
    const joint = page.locator('[data-connection="feed:filter:feed"]');
    await joint.getByRole('button', { name: /Ports and making/ }).click();
    const flare = joint.getByRole('group', { name: /to Feed hose, flare joint/ });
    await choose(flare.getByRole('combobox', { name: 'On the thread' }), 'tape');
    const taped = finding(page, 'JOINT_DRESSED');
    await expect(taped).toContainText('tape on a flare joint');
    await taped.getByRole('button', { name: 'Make it as its kind asks' }).click();
    await expect(taped).toHaveCount(0);
    await choose(joint.getByRole('combobox', { name: 'Seal' }).first(), 'used again');
    const used = finding(page, 'JOINT_SEAL_USED');
    await expect(used).toContainText('a used seal in an O-ring joint');
    await used.getByRole('button', { name: 'Fit a new seal' }).click();
    await expect(used).toHaveCount(0);
  });

  await test.step('the order list opens in any CSV reader and says the same', async () => {
    await page.getByRole('tab', { name: 'Order list' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'CSV' }).click();
    const text = readFileSync(await (await download).path(), 'utf8');
    const { data, errors } = Papa.parse<Record<string, string>>(text, { header: true });
    expect(errors).toEqual([]);
    expect(data.length).toBe(await list.locator('[data-part-line]').count());
    // Hose for an unmeasured line has no quantity; its row counts the lines to measure.
    for (const row of data)
      expect(Number(row['quantity']) + Number(row['lines to measure'])).toBeGreaterThan(0);
    expect(data.find((r) => r['part']?.startsWith('PTFE'))!['unit']).toBe('ft');
  });

  await test.step('prices typed and read from a file; nonsense is told row by row', async () => {
    await page.getByRole('button', { name: 'Prices' }).click();
    const ring = page.getByLabel('Price of O-ring -908, FKM (gasoline and ethanol), each');
    await ring.fill('a dollar');
    await ring.press('Enter');
    await expect(list).toContainText('“a dollar” is no price');
    await expect(ring).toHaveValue('a dollar');
    const priced = page.getByTestId('running-total');
    await expect(priced).toContainText('$0.00');
    await ring.fill('1.10');
    await ring.press('Enter');
    // Saved, counted, and on to the next one.
    await expect(priced).toContainText(/^\$[1-9]\d*\.\d0/);
    await expect(page.locator('input[data-price]:focus')).not.toHaveAttribute(
      'aria-label',
      'Price of O-ring -908, FKM (gasoline and ethanol), each',
    );
    await expect(page.getByText(/items without a price/)).toBeVisible();
    await page.getByLabel('Prices from a CSV file: part, price, per').setInputFiles({
      name: 'prices.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(
        'Part,Price,Per\n"PTFE, conductive liner, braided, -8",$9.50,ft\n=HYPERLINK("x"),1,each\nClip,free,each\n',
      ),
    });
    const file = page.getByRole('region', { name: 'Prices from a file' });
    await expect(file).toContainText('2 prices read, 1 row left out');
    await expect(file).toContainText('Row 3, Clip: “free” is no price');
    await file.getByRole('button', { name: 'Keep 2 prices' }).click();
    await expect(file.getByRole('button', { name: 'Kept' })).toBeVisible();
    await page.getByRole('button', { name: 'Prices', exact: true }).click();
    await expect(list.locator('tr', { hasText: 'PTFE, conductive liner, braided, -8' })).toContainText(
      '($9.50 a ft)',
    );
    // The shop’s prices are left as they were found.
    const off = (part: string, unit: string) => ({ part, unit, cents: null });
    const gone = await page.request.put('/api/v1/prices', {
      data: {
        prices: [
          off('PTFE, conductive liner, braided, -8', 'm'),
          off('=HYPERLINK("x")', 'each'),
          off('O-ring -908, FKM (gasoline and ethanol)', 'each'),
        ],
      },
      headers: { origin: new URL(page.url()).origin },
    });
    expect(gone.status()).toBe(200);
  });
  await saved(page);
});

test('adapters and taper threads are worked out without a job', async ({ page }) => {
  await page.goto('/sums?sum=adapter');
  await choose(page.getByRole('combobox', { name: 'From port' }), '3/8 in quick connector, spigot');
  await choose(page.getByRole('combobox', { name: 'To port' }), '10 mm quick connector, socket');
  await expect(page.getByTestId('answer')).toContainText(/adapters? between them|Nothing joins/);
  await choose(page.getByRole('combobox', { name: 'To port' }), '3/8 in quick connector, socket');
  await expect(page.getByTestId('answer')).toHaveText('They go together as they are.');

  await page.getByRole('tab', { name: 'NPT hole' }).click();
  await expect(page.getByTestId('answer')).toHaveText('Drill Q (.332).');
  await page.getByLabel('Thickness of the wall').fill('0.06 in');
  await page.getByLabel('Thickness of the wall').press('Enter');
  await expect(page.getByTestId('answer')).toHaveText('Too thin for 1/8 NPT: use a bulkhead or a weld bung.');
});

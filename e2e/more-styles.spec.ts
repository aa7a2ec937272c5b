import { expect, test } from '@playwright/test';
import { choose, finding, junction, newJob, part, pick, saved, signIn, stage, type } from './pages/shop.ts';

const STYLES = [
  ['Add-on supply beside the factory one', 'factory-line', 'factory'],
  ['Auxiliary pump, return into a suction tee', 'coarse', 'tee'],
  ['Rising-rate unit behind a fixed regulator', 'rising', 'rail'],
  ['Surge tank with a lift pump', 'lift', 'surge'],
  ['Twin tanks with a pump in each', 'right-check', 'right-tank'],
  ['Saddle tank with a jet transfer', 'jet', 'far'],
  ['Speed-controlled single pump', 'pump', 'tank'],
] as const;

test('each further style starts from its pattern, answers, and its places can be opened', async ({
  page,
}) => {
  await signIn(page);
  for (const [style, itsOwn, place] of STYLES) {
    await newJob(page, `Started as: ${style}`, style);
    await stage(page, 'Plumb');
    await expect(page.getByTestId('answer')).toContainText('Enough');
    await part(page, itsOwn).click();
    await expect(part(page, itsOwn)).toHaveAttribute('aria-pressed', 'true');
    await junction(page, place).click();
    await expect(junction(page, place)).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByLabel('Height, tank floor is 0')).toBeVisible();
    await stage(page, 'Wire');
    await expect(page.getByTestId('answer')).toContainText(/pump (gets|is off)/i);
    await page.getByRole('link', { name: 'venula' }).click();
  }
});

test('a starved suction is found with what it lets through and mended by the offered fix', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Starved', 'Surge tank with a lift pump');
  await stage(page, 'Plumb');
  await part(page, 'main-strainer').click();
  await type(page, 'Loss at 400 L/h, clean', '8 kPa');
  await type(page, 'Clogged', '95%');
  const vapor = finding(page, 'SUCTION_VAPOR');
  await expect(vapor).toContainText('lets no more than');
  await vapor.getByRole('button', { name: /Clean or replace/ }).click();
  await expect(vapor).toHaveCount(0);
  await saved(page);
});

test('by keyboard only: add, split, size, move, branch, take a way out, take a part out, undo', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Keys on the track');
  await page.locator('body').press('g');
  await page.keyboard.press('p');
  await expect(page.getByTestId('answer')).toContainText('Enough');
  const ids = () =>
    page.locator('[data-part]').evaluateAll((all) => all.map((e) => e.getAttribute('data-part')).join(' '));
  const begin = await ids();
  await part(page, 'filter').focus();
  await page.keyboard.press('a');
  await page.keyboard.type('Check', { delay: 40 });
  await page.keyboard.press('Enter');
  await expect(part(page, 'check-2')).toBeVisible();
  await part(page, 'feed').focus();
  await page.keyboard.press('s');
  await expect(part(page, 'feed-2')).toBeVisible();
  await part(page, 'feed-2').focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('size-feed-2')).toHaveText('-10');
  await part(page, 'feed-2').focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await part(page, 'check').focus();
  await page.keyboard.press('b');
  await page.keyboard.type('another', { delay: 40 });
  await page.keyboard.press('Enter');
  await expect(part(page, 'pump-2')).toBeVisible();
  await expect(finding(page, 'ONE_PUMP_DEAD')).toBeVisible();
  await part(page, 'pump-2').focus();
  await page.keyboard.press('Shift+Delete');
  await expect(part(page, 'pump-2')).toHaveCount(0);
  await part(page, 'check-2').focus();
  await page.keyboard.press('Delete');
  await expect(part(page, 'check-2')).toHaveCount(0);
  for (let i = 0; i < 7; i++) await page.keyboard.press('Control+z');
  await expect.poll(ids).toBe(begin);
  await saved(page);
});

test('by touch only, on a tablet: the same edits', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    hasTouch: true,
    viewport: { width: 1180, height: 820 },
    baseURL: baseURL!,
  });
  const page = await context.newPage();
  await signIn(page);
  await newJob(page, 'Gloves on');
  await stage(page, 'Plumb');
  await part(page, 'filter').tap();
  await pick(page, 'Add a part after Fuel filter', 'Ethanol sensor');
  await expect(part(page, 'sensor')).toBeVisible();
  await part(page, 'feed').tap();
  await page.getByRole('button', { name: 'Split Feed hose in two' }).tap();
  await part(page, 'feed-2').tap();
  await page.getByRole('button', { name: 'One size larger' }).tap();
  await expect(page.getByTestId('size-feed-2')).toHaveText('-10');
  await page.getByRole('button', { name: /^Move .* left$/ }).tap();
  await part(page, 'check').tap();
  await pick(page, 'Branch after Check valve', 'another pump from the same tank');
  await expect(part(page, 'pump-2')).toBeVisible();
  await part(page, 'pump-2').tap();
  await page.getByRole('button', { name: /^Remove the whole line/ }).tap();
  await expect(part(page, 'pump-2')).toHaveCount(0);
  await part(page, 'sensor').tap();
  await page.getByRole('button', { name: 'Remove Ethanol sensor' }).tap();
  await expect(part(page, 'sensor')).toHaveCount(0);
  await junction(page, 'rail').tap();
  await type(page, 'Volume', '200 mL');
  await saved(page);
  await context.close();
});

test('plan A beside plan B: what was changed, what it changes, and back again', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'A or B');
  await stage(page, 'Plumb');
  await page.getByRole('tab', { name: 'Compare' }).click();
  await page.getByRole('button', { name: 'Hold this plan as A' }).click();
  await expect(page.getByText('Nothing: the two are the same.')).toBeVisible();
  await page.getByRole('tab', { name: 'Track' }).click();
  await part(page, 'feed').click();
  await page.getByRole('button', { name: 'One size smaller' }).click();
  await page.getByRole('button', { name: 'One size smaller' }).click();
  await expect(page.getByTestId('line-before').first()).toBeVisible();
  await page.getByRole('tab', { name: 'Compare' }).click();
  await expect(page.getByTestId('differences')).toContainText('Feed hose: size');
  await expect(page.getByTestId('differences')).toContainText('-8 → -5');
  await expect(page.getByTestId('part-changes')).toContainText('-5');
  await page.getByRole('button', { name: 'Swap A and B' }).click();
  await expect(page.getByTestId('differences')).toContainText('-5 → -8');
  await saved(page);
});

test('a brief from three numbers, a dyno sheet with bad rows, injectors from their sheet, and a later goal', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'From sheets');
  await page.getByRole('button', { name: 'From three numbers…' }).click();
  await type(page, 'Peak torque at', '9000 rpm');
  await expect(page.getByText('Peak torque comes below peak power')).toBeVisible();
  await type(page, 'Peak torque at', '4200 rpm');
  await page.getByRole('button', { name: 'Use this pull' }).click();
  await expect(page.getByLabel('Engine speed, point 7')).toBeVisible();

  await page.getByRole('button', { name: 'From a sheet…' }).first().click();
  const points = page.getByLabel('Points');
  await points.fill('rpm;kW;bar\n3000;120;0,5\n3000;130;0,6\n6000;many;1,1');
  await expect(page.getByText('3000 rpm is in line 2 too')).toBeVisible();
  await expect(page.getByText('"many" is not a number in the power column')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Use this pull' })).toBeDisabled();
  await points.fill('rpm;kW;bar\n3000;120;0,5\n6000;280;1,1');
  await page.getByRole('button', { name: 'Use this pull' }).click();
  await expect(page.getByLabel('Engine speed, point 3')).toHaveCount(0);

  await page.getByRole('button', { name: 'From a sheet…' }).last().click();
  await page.getByLabel('Points').fill('43.5,980\n43.5,1000\n43.5,1040');
  await expect(page.getByText('not a matched set')).toBeVisible();
  await page.getByRole('button', { name: 'Use these injectors' }).click();
  await page.getByRole('button', { name: 'Power goal later: none. Give another' }).click();
  await type(page, 'Power goal later', '900 hp');
  await expect(finding(page, 'LATER_GOAL')).toContainText('short');
  await page.getByRole('button', { name: 'Controller tuned for a base of: the same. Give another' }).click();
  await type(page, 'Controller tuned for a base of', '58 psi');
  await expect(finding(page, 'MIXTURE_SHIFT')).toContainText('less fuel');
  await saved(page);
});

test('a pump known by one point, curves at two voltages, and a speed map', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'Own pumps');
  await stage(page, 'Plumb');
  await part(page, 'pump').click();
  await page.getByRole('button', { name: 'One point…' }).click();
  await type(page, 'at a pressure of', '200 psi');
  await expect(page.getByText('No pump of this type delivers anything')).toBeVisible();
  await type(page, 'at a pressure of', '40 psi');
  await page.getByRole('button', { name: 'Use this point' }).click();
  await expect(part(page, 'pump')).toContainText('one point');
  await page.getByRole('button', { name: 'Curve…' }).click();
  await page.getByRole('button', { name: 'at other volts' }).click();
  await page.getByLabel('Points').fill('psi,L/h,A\n0,330,6\n40,280,9\n80,200,12');
  await page.getByRole('button', { name: 'Use this curve' }).click();
  await page.getByRole('button', { name: 'Curve…' }).click();
  await expect(page.getByRole('group', { name: 'Curves by volts' }).getByRole('button')).toHaveText([
    'at 13.50 V',
    'at 12.00 V',
    'at other volts',
    'Drop this one',
  ]);
  await page.getByRole('button', { name: 'Leave it as it was' }).click();
  await choose(page.getByLabel('Speed', { exact: true }), 'by a 0–5 V signal');
  await expect(page.getByText('Full speed at 12.0 psi')).toBeVisible();
  await saved(page);
});

test('a figure measured on the car: marked at the part, said by the finding and the record, and void once it is changed', async ({
  page,
}) => {
  await signIn(page, 'tess');
  await newJob(page, 'Tape measure');
  await stage(page, 'Plumb');
  await part(page, 'return').click();
  for (let size = 6; size >= 3; size--) await page.getByRole('button', { name: /smaller/i }).click();
  await expect(finding(page, 'RETURN_OVERRUN')).toBeVisible();
  await page.getByText(/^Where the figures come from/).click();
  await page.getByRole('button', { name: /^Length .*: starting figure$/ }).click();
  await expect(page.getByText('Where the figures come from: 1 of 3 measured')).toBeVisible();
  await finding(page, 'RETURN_OVERRUN').getByText('Why').click();
  await expect(finding(page, 'RETURN_OVERRUN')).toContainText(
    /Rests on length .* \(measured by Tess Varga, /,
  );
  await saved(page);
  await stage(page, 'Handover');
  await expect(page.getByTestId('handover')).toContainText(/Return.*, length .*: measured by Tess Varga/);
  await stage(page, 'Plumb');
  await part(page, 'return').click();
  await type(page, 'Length', '9 ft');
  await expect(page.getByText(/Where the figures come from: 2 of 3 as they started/)).toBeVisible();
  await saved(page);
});

import { expect, test, type Page } from '@playwright/test';
import { choose, finding, junction, newJob, part, pick, saved, signIn, stage, type } from './pages/shop.ts';

const answer = (page: Page) => page.getByTestId('answer');
const view = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();
const fix = (page: Page, code: string, label: RegExp) =>
  finding(page, code).getByRole('button', { name: label }).first().click();

test('an add-on supply beside a factory returnless system: the factory pump counts, the setting is checked, the rule mended', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Add-on', 'Add-on supply beside the factory one');
  await stage(page, 'Plumb');
  await expect(answer(page)).toContainText('Enough for the pull');
  // Set above what the factory regulator can let go: told, and mended in one tap.
  await part(page, 'regulator').click();
  await type(page, 'Its own setting', '70 psi');
  await expect(finding(page, 'SUPPLEMENTARY_HIGH')).toContainText('above the factory rail');
  await fix(page, 'SUPPLEMENTARY_HIGH', /Set it 2 psi above/);
  await expect(finding(page, 'SUPPLEMENTARY_HIGH')).toHaveCount(0);

  // Along the drive the factory pump runs: nobody is told that nothing does.
  await stage(page, 'Wire');
  await view(page, 'Trigger');
  await expect(answer(page)).not.toContainText('no pump runs');
  const slider = page.getByRole('slider', { name: /Threshold of Add-on pump/ });
  await slider.focus();
  for (let i = 0; i < 12; i++) await slider.press('Shift+ArrowUp');
  const late = finding(page, 'STAGING_LATE');
  await expect(late).toContainText(/must be on before|waits for/);
  await late.getByRole('button', { name: /Bring it in at/ }).click();
  await expect(late).toHaveCount(0);
  await saved(page);
});

test('a drag car with a cell in the trunk and a brushless pump on its controller', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'Drag car', 'Speed-controlled single pump');
  await stage(page, 'Plumb');
  await junction(page, 'tank').click();
  await choose(page.getByLabel('Is', { exact: true }), 'a fuel cell');
  await expect(answer(page)).toContainText('has no vent line');
  await fix(page, 'VENT_MISSING', /Add a vent line/);
  await fix(page, 'CELL_OPEN', /sealed bulkhead/);
  await expect(finding(page, 'VENT_MISSING')).toHaveCount(0);
  await choose(page.getByLabel('Ends', { exact: true }), 'inside the car');
  await expect(answer(page)).toContainText('ends inside the car');
  await fix(page, 'VENT_OUTLET', /Lead it outside/);
  await expect(answer(page)).toContainText('Enough for the pull');

  // Its power goes through the controller, no relay; what enables it is a small wire, and the truth table holds.
  await stage(page, 'Wire');
  await part(page, 'controller').click();
  await choose(page.getByLabel('Gives at most'), '30 A');
  await expect(finding(page, 'CONTROLLER_LOADED')).toHaveCount(0);
  await view(page, 'Wiring');
  await expect(answer(page)).toContainText('The wiring does what the rules say');
  await expect(page.locator('[data-device^="pump-controller"]')).toBeVisible();
  await expect(page.locator('[data-device^="relay"]')).toHaveCount(0);
  await saved(page);
});

test('a single-pump car becomes a twin by the offered change, and a full return again by its style', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'One to two');
  await stage(page, 'Plumb');
  await part(page, 'pump').click();
  await type(page, 'Name', 'Pump out of the wagon');
  await stage(page, 'Brief');
  for (const n of [3, 4, 5]) await type(page, `Power, point ${n}`, '900 hp');
  await stage(page, 'Plumb');
  await expect(answer(page)).toContainText('Not enough fuel');
  await fix(page, 'INJECTOR_DUTY', /^Fit 4 injectors of/);
  await expect(finding(page, 'INJECTOR_DUTY')).toHaveCount(0);
  await fix(page, 'SUPPLY_SHORT', /^Add a second pump/);
  await expect(part(page, 'pump-2')).toBeVisible();
  await expect(finding(page, 'SUPPLY_SHORT')).toHaveCount(0);

  // The style is a starting point: what was entered stays.
  await pick(
    page,
    'Change the style, now Full return, regulator after the rail',
    'Surge tank with a lift pump',
  );
  const asked = page.getByRole('dialog', { name: 'Surge tank with a lift pump' });
  await expect(asked.getByRole('region', { name: 'Stays' })).toContainText('Pump out of the wagon');
  await expect(asked.getByRole('region', { name: 'New' })).toContainText('Surge tank');
  await asked.getByRole('button', { name: 'Change the style' }).click();
  await expect(junction(page, 'surge')).toBeVisible();
  await expect(page.locator('[data-part]').filter({ hasText: 'Pump out of the wagon' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(part(page, 'pump-2')).toBeVisible();
  await saved(page);
});

test('a classic on hard lines: a carburetor hose is refused by what it stands, a line kept is measured', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Classic', 'Carburetor-era car, hard lines');
  await stage(page, 'Plumb');
  await expect(answer(page)).toContainText('Enough for the pull');
  await part(page, 'feed').click();
  await choose(page.getByLabel('Already in the car'), 'yes');
  await page.getByRole('button', { name: /^Actual bore: by its size/ }).click();
  await type(page, 'Actual bore', '2 mm');
  await expect(answer(page)).toContainText('Not enough fuel');
  await type(page, 'Actual bore', '9.5 mm');
  await expect(answer(page)).toContainText('Enough for the pull');
  await saved(page);
  await stage(page, 'Parts');
  await expect(page.getByText(/Hard tube/).first()).toBeVisible();
});

test('a job starts from what is known: proposals are solved on the spot and one is taken', async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it?').fill('Known at the counter');
  await choose(page.getByLabel('What is there now'), 'returnless, regulator at the tank');
  await choose(page.getByLabel('Cylinders'), '8');
  await type(page, 'Power wanted, at the crank', '520 hp');
  const addOn = page.locator('[data-proposal="supplementary"]');
  await expect(addOn).toContainText(/items to get/);
  await expect(page.locator('[data-proposal]')).toHaveCount(3);
  const full = page.locator('[data-proposal="full-return"]');
  await expect(full).toContainText('Enough for the pull');
  await full.getByRole('button', { name: 'Start with this' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Known at the counter');
  await expect(page.getByLabel('Injectors', { exact: true })).toHaveValue('8');
  await stage(page, 'Plumb');
  await expect(answer(page)).toContainText('Enough for the pull');
});

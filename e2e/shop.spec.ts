import { expect, test, type Page } from '@playwright/test';
import { emptyShop, type OwnServer } from './pages/own-server.ts';
import { newJob, stage } from './pages/shop.ts';

/** A shop of one’s own, from the first start on. */
test.describe.configure({ mode: 'serial' });
test.use({ viewport: { width: 1024, height: 768 } });

const PORT = Number(process.env['E2E_PORT'] ?? 4699) - 3;
const VERA = 'wheel lantern copper';
const RAVI = 'gravel sunday hinge';

let shop: OwnServer;
test.beforeAll(async () => {
  shop = await emptyShop('venula_own', PORT);
});
test.afterAll(() => shop?.stop());

const answer = (page: Page) => page.getByTestId('answer');

async function enter(page: Page, login: string, password: string): Promise<void> {
  await page.goto(`${shop.url}/sign-in`);
  await page.getByLabel('Name').fill(login);
  await page.getByLabel('Password').fill(password);
  const said = page.waitForResponse((r) => /\/session$/.test(r.url()) && r.request().method() === 'POST');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await said;
}
const leave = async (page: Page) => {
  await page.getByRole('button', { name: /^Sign out [A-Z]/ }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
};

/** Fills the three fields of a password that is chosen. */
async function chooses(page: Page, old: string, own: string): Promise<void> {
  await page.getByLabel('What you came in with').fill(old);
  await page.getByLabel('A password of your own').fill(own);
  await page.getByLabel('The same again').fill(own);
  await page.getByRole('button', { name: 'Use this password' }).click();
}

test('an empty shop is opened with the code of its start, gets a second person, and a job is tested under its name', async ({
  page,
}) => {
  await page.goto(shop.url);
  await expect(page.getByRole('heading', { name: 'Start your shop' })).toBeVisible();
  await page.getByLabel('Name of the shop').fill('Harrow Lane Fuel Works');
  await page.getByLabel('Your name, as you sign').fill('Vera Quist');
  await page.getByLabel('Your sign-in name').fill('vera');
  await page.getByLabel('Start code').fill('not the code');
  await page.getByLabel('A password of your own').fill('saltmarsh-lou');
  await page.getByLabel('The same again').fill('saltmarsh-lo');
  const open = page.getByRole('button', { name: 'Open the shop' });
  await open.click();
  await expect(page.getByText('is not the same')).toBeVisible();
  // Whoever does not know the code hears that, and nothing of the password.
  await page.getByLabel('The same again').fill('saltmarsh-lou');
  await open.click();
  await expect(page.getByText('is not the code of this start', { exact: true })).toBeVisible();
  await page.getByLabel('Start code').fill(shop.code);
  await open.click();
  // The demo’s password is everybody’s.
  await expect(page.getByText('is guessed too soon', { exact: true })).toBeVisible();
  await page.getByLabel('A password of your own').fill(VERA);
  await page.getByLabel('The same again').fill(VERA);
  await open.click();
  await expect(answer(page)).toHaveText('0 open jobs');
  await expect(page.getByText('Harrow Lane Fuel Works')).toBeVisible();

  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Add somebody' }).click();
  await page.getByLabel('Name, as they sign').fill('vera quist');
  await page.getByLabel('Sign-in name').fill('ravi');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText(/signs, or has signed, as/).first()).toBeVisible();
  await page.getByLabel('Name, as they sign').fill('Ravi Holm');
  await page.getByRole('button', { name: 'Add them' }).click();
  const once = (await page.getByTestId('for-once').textContent())!;
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByLabel('Margin wanted').fill('22 %');
  await page.getByLabel(/Counting the paint marks/).check();
  await page.getByRole('button', { name: 'Save the settings' }).click();
  await expect(page.getByRole('button', { name: 'Save the settings' })).toBeDisabled();
  await expect(page.getByLabel('Margin wanted')).toHaveValue('22%');
  await leave(page);

  await enter(page, 'ravi', once);
  await expect(page.getByRole('heading', { name: 'Welcome, Ravi Holm' })).toBeVisible();
  await chooses(page, once, RAVI);
  await expect(answer(page)).toHaveText('0 open jobs');
  // A technician has no key to the office.
  await page.goto(`${shop.url}/shop?view=people`);
  await expect(page.getByRole('heading', { name: 'Ravi Holm, technician' })).toBeVisible();
  await page.getByRole('link', { name: 'Jobs' }).click();
  await newJob(page, 'First car');
  await expect(page.getByLabel('Margin wanted')).toHaveValue('22%');
  await stage(page, 'Test');
  const walk = page.getByRole('region', { name: 'Joint by joint' });
  await walk.getByRole('checkbox').check();
  await walk.getByRole('button', { name: 'Start the walk' }).click();
  const joints = page.locator('[data-joint]');
  // One leaks: what was done is asked, and stands in the record.
  const leaky = joints.nth(2);
  await leaky.getByRole('button', { name: /^Leak: / }).click();
  await leaky.getByRole('button', { name: /^New seal: / }).click();
  for (const joint of await joints.all()) await joint.getByRole('button', { name: /^Dry: / }).click();
  await walk.getByRole('button', { name: 'Sign off' }).click();
  await expect(walk).toContainText('Passed');
  await expect(walk).toContainText(/Leaked, then dry: .+: New seal/);
  await stage(page, 'Handover');
  await expect(page.getByTestId('handover')).toContainText('Harrow Lane Fuel Works · fuel system record');
  await expect(page.getByTestId('handover')).toContainText('Ravi Holm');
});

test('a tablet of the shop: registered once, then two people take over from each other by PIN where they were', async ({
  page,
}) => {
  await enter(page, 'ravi', RAVI);
  const pinOf = async (password: string, pin: string) => {
    await page.getByRole('link', { name: /your account$/ }).click();
    await page.getByLabel('New PIN, 4 to 8 digits').fill(pin);
    await page.getByLabel('Your password, to show that it is you').fill(password);
    await page.getByRole('button', { name: 'Set the PIN' }).click();
  };
  await pinOf(RAVI, '1234');
  await expect(page.getByText('is among the first that are tried', { exact: true })).toBeVisible();
  await pinOf(RAVI, '2580');
  await expect(page.getByText('The PIN is set.')).toBeVisible();
  await leave(page);
  await enter(page, 'vera', VERA);
  await pinOf(VERA, '7394');
  await expect(page.getByText('The PIN is set.')).toBeVisible();
  await page.goto(`${shop.url}/shop?view=tablets`);
  await page.getByLabel('What this device is called').fill('Cart at lift 2');
  await page.getByRole('button', { name: 'Register this device' }).click();
  await expect(page.getByText('This device is registered as “Cart at lift 2”.')).toBeVisible();

  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('link', { name: /First car/ }).click();
  await stage(page, 'Build');
  const where = page.url();
  await page.getByRole('link', { name: 'Somebody else takes over from Vera Quist' }).click();
  await page.getByRole('button', { name: 'Ravi Holm' }).click();
  for (const key of ['9', '9', '9', '9']) await page.getByRole('button', { name: key, exact: true }).click();
  await page.getByRole('button', { name: 'In', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('That is not the PIN.');
  for (const key of ['2', '5', '8', '0']) await page.getByRole('button', { name: key, exact: true }).click();
  await page.getByRole('button', { name: 'In', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Somebody else takes over from Ravi Holm' })).toBeVisible();
  expect(page.url()).toBe(where);

  // By keys alone, and what a PIN does not open.
  await page.getByRole('link', { name: 'Somebody else takes over from Ravi Holm' }).click();
  await page.getByRole('button', { name: 'Vera Quist' }).press('Enter');
  await page.keyboard.type('7394');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Somebody else takes over from Vera Quist' })).toBeVisible();
  await page.goto(`${shop.url}/shop?view=people`);
  await page.getByRole('button', { name: /^Ravi Holm/ }).click();
  await page.getByRole('button', { name: 'Disable: out at once' }).click();
  await expect(page.getByRole('alert')).toContainText('A PIN is not enough for this.');
});

test('a lead gives a new password to whoever forgot theirs, backs up, and puts the shop back to how it was', async ({
  page,
}) => {
  await enter(page, 'vera', VERA);
  await page.goto(`${shop.url}/shop?view=people`);
  await page.getByRole('button', { name: /^Ravi Holm/ }).click();
  await page.getByRole('button', { name: 'Password forgotten: give a new one' }).click();
  const once = (await page.getByTestId('for-once').textContent())!;
  await page.goto(`${shop.url}/shop?view=backup`);
  await expect(page.getByText('There is no backup yet')).toBeVisible();
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText(/^Last backup /)).toBeVisible();

  await page.getByRole('link', { name: 'Jobs' }).click();
  await newJob(page, 'After the backup');
  await page.goto(`${shop.url}/shop?view=backup`);
  await page.getByRole('button', { name: 'Put it back…' }).click();
  const name = page.getByLabel('Type the name of the shop');
  await name.fill('somebody else’s');
  await page.getByRole('button', { name: 'Put this backup back' }).click();
  await expect(page.getByRole('alert')).toContainText('“Harrow Lane Fuel Works”');
  await name.fill('Harrow Lane Fuel Works');
  await page.getByRole('button', { name: 'Put this backup back' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();

  await enter(page, 'ravi', RAVI);
  await expect(page.getByRole('alert')).toContainText('Name or password is not right.');
  await enter(page, 'ravi', once);
  await chooses(page, once, 'another three words');
  await expect(answer(page)).toHaveText('1 open job');
  await expect(page.getByRole('link', { name: /First car/ })).toBeVisible();
  await leave(page);
  await enter(page, 'vera', VERA);
  await page.goto(`${shop.url}/shop?view=audit`);
  await expect(page.getByRole('list', { name: 'Who did what' })).toContainText('put a backup back');
});

test('two devices over a restore: nothing of before goes over it, and nothing that was typed is lost unseen', async ({
  page,
  browser,
}) => {
  const customer = (of: Page) => of.getByLabel('Customer', { exact: true });
  const opens = async (of: Page) => {
    await of.goto(`${shop.url}/jobs`);
    await of.getByRole('link', { name: /First car/ }).click();
    await stage(of, 'Brief');
    await expect(customer(of)).toBeVisible();
  };
  await enter(page, 'vera', VERA);
  await page.goto(`${shop.url}/shop?view=backup`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByRole('button', { name: 'Put it back…' })).toHaveCount(2);
  const tablet = await browser.newContext({ viewport: { width: 1024, height: 768 } });
  const under = await tablet.newPage();
  await enter(under, 'ravi', 'another three words');
  await opens(under);
  await tablet.setOffline(true);
  await customer(under).fill('Typed under the car');
  await customer(under).blur();
  await expect(under.getByTestId('save-state')).toContainText('kept on this device');

  await page.getByRole('button', { name: 'Put it back…' }).first().click();
  await page.getByLabel('Type the name of the shop').fill('Harrow Lane Fuel Works');
  await page.getByRole('button', { name: 'Put this backup back' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await enter(page, 'vera', VERA);
  await opens(page);
  await customer(page).fill('Entered since');
  await customer(page).blur();
  await expect(page.getByTestId('save-state')).toHaveText('Saved');

  await tablet.setOffline(false);
  await enter(under, 'ravi', 'another three words');
  await opens(under);
  const aside = under.getByRole('alert').filter({ hasText: 'A backup was put back since this was entered.' });
  await expect(aside).toContainText('Typed under the car');
  await expect(customer(under)).toHaveValue('Entered since');
  await page.reload();
  await expect(customer(page)).toHaveValue('Entered since');
  await aside.getByRole('button', { name: 'Apply again' }).click();
  await expect(customer(under)).toHaveValue('Typed under the car');
  await expect(under.getByTestId('save-state')).toHaveText('Saved');
  await page.reload();
  await expect(customer(page)).toHaveValue('Typed under the car');
  await tablet.close();
});

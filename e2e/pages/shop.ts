import { expect, type Locator, type Page } from '@playwright/test';

export const PEOPLE = { tess: 'saltmarsh-tess', lou: 'saltmarsh-lou', guest: 'saltmarsh-guest' } as const;

export async function signIn(page: Page, who: keyof typeof PEOPLE = 'tess'): Promise<void> {
  await page.goto('/');
  await page.getByLabel('Name').fill(who);
  await page.getByLabel('Password').fill(PEOPLE[who]);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByTestId('answer')).toBeVisible();
}

export async function newJob(
  page: Page,
  title: string,
  style = 'Full return, regulator after the rail',
): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it?').fill(title);
  await page.getByText('All styles, with usual figures').click();
  await page.getByRole('radio', { name: style }).check();
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(title);
}

/** The demo coupé's line in the list of jobs: by its whole title, since copies of it carry the same vehicle. */
export const demoCoupe = (page: Page): Locator =>
  page.getByRole('listitem').filter({ has: page.getByText('Hill-climb coupé, 2.4 turbo', { exact: true }) });

/** A copy of the demo coupé under a name of its own, opened: the demo stays as it is, and no other copy is taken for it. */
export async function copyOfCoupe(page: Page, title: string): Promise<void> {
  await page.getByRole('searchbox', { name: 'Search jobs' }).fill('Hill-climb');
  const href = (await demoCoupe(page).getByRole('link').first().getAttribute('href'))!;
  const made = await page.request.post('/api/v1/jobs', {
    data: { copyOf: href.split('/')[2], title },
    headers: { origin: new URL(page.url()).origin },
  });
  expect(made.status()).toBe(201);
  await page.goto(`/jobs/${((await made.json()) as { id: string }).id}/plumb`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(title);
}

export const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }).click();

/** Types into a field the way a person does: click, type over, leave. */
export async function type(page: Page, label: string | RegExp, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: typeof label === 'string' }).first();
  await field.click();
  await field.fill(text);
  await field.press('Enter');
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText('Saved');
export const finding = (page: Page, code: string) => page.locator(`[data-finding="${code}"]`);
export const part = (page: Page, id: string) => page.locator(`[data-part="${id}"]`);
export const junction = (page: Page, id: string) => page.locator(`[data-junction="${id}"]`);

/** Opens a list by its button and picks from it. */
export async function pick(page: Page, list: string, choice: string): Promise<void> {
  await page.getByRole('button', { name: list }).click();
  await page.getByRole('menuitem', { name: choice, exact: true }).click();
}

/** Takes one line of a list that is a field of a form, by its words or by where it stands. */
export async function choose(field: Locator, choice: string | RegExp | number): Promise<void> {
  await field.click();
  const options = field.page().getByRole('option');
  await (
    typeof choice === 'number'
      ? options.nth(choice)
      : options.getByText(choice, { exact: true }).or(field.page().getByRole('option', { name: choice }))
  )
    .first()
    .click();
}

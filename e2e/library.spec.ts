import { expect, test } from '@playwright/test';
import { axeOf, flawsOf } from './pages/face.ts';
import { finding, newJob, part, pick, saved, signIn, stage, type } from './pages/shop.ts';

const SHEET = `kind,name,volts,pressure (psi),flow (L/h),current (A),Fineness (µm),"Flow of one, static (cc/min)",Flow is rated at (psi)
pump,Journey pump,13.5,0,450,7,,,
,,13.5,40,360,10,,,
,,13.5,80,230,13.5,,,
filter,Journey filter,,,,,25,,
filter,Wrong one,,,,,many,,
injectors,Journey injectors,,,,,,1000,43.5
`;

test('the shop’s own pump, filter and injectors from a sheet and by form, used in a job that keeps its own copy', async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Library' }).click();

  await test.step('a sheet is looked at part by part before anything is kept', async () => {
    await page.getByRole('button', { name: 'From a sheet' }).click();
    await page.getByLabel('From a CSV file').setInputFiles({
      name: 'parts.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(SHEET),
    });
    const read = page.getByRole('list', { name: 'Read from the sheet' });
    await expect(read).toContainText('Rows 2 to 4 Journey pump pump, 360 L/h at 40.0 psi');
    await expect(read).toContainText('Wrong one');
    await expect(read).toContainText('Fineness: ');
    await page.getByRole('button', { name: 'Keep 3 of 4' }).click();
    await expect(page.locator('[data-entry="Journey pump"]')).toBeVisible();
    await expect(page.getByTestId('answer')).toContainText('of your own');
  });

  await test.step('a new one by the same form as in a plan; a name that is taken is told', async () => {
    await pick(page, 'New entry: which kind', 'Filter');
    await type(page, 'Called in the library', 'journey FILTER');
    await type(page, 'Fineness', '12');
    await page.getByRole('button', { name: 'Keep it in the library' }).click();
    await expect(page.getByRole('alert')).toContainText('There is a Journey filter in the library already');
    await type(page, 'Called in the library', 'Fine journey filter');
    await page.getByRole('button', { name: 'Keep it in the library' }).click();
    await expect(page.locator('[data-entry="Fine journey filter"]')).toContainText('12 µm');
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 800 });
      expect([width, await flawsOf(page), await axeOf(page, true)]).toEqual([width, [], []]);
    }
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  await test.step('in a job: fitted in the place of another, injectors used', async () => {
    await page.getByRole('link', { name: 'Jobs' }).click();
    await newJob(page, 'From the library');
    await stage(page, 'Plumb');
    await part(page, 'filter').first().click();
    await page.getByRole('button', { name: 'The shop’s library at Fuel filter' }).click();
    await page
      .getByRole('group', { name: 'Fit in its place' })
      .getByRole('menuitem', { name: 'Journey filter', exact: true })
      .click();
    await expect(page.getByLabel('Fineness')).toHaveValue('25');
    await part(page, 'pump').first().click();
    await page.getByRole('button', { name: /^The shop’s library at/ }).click();
    await page
      .getByRole('group', { name: 'Fit in its place' })
      .getByRole('menuitem', { name: 'Journey pump' })
      .click();
    await expect(page.getByRole('heading', { name: 'Journey pump' })).toBeVisible();
    await stage(page, 'Brief');
    await pick(page, 'Injectors of the shop’s library', 'Journey injectors');
    await expect(page.getByLabel('Flow of one, static')).toHaveValue(/^95\.2/);
    await saved(page);
    await expect(finding(page, 'PUMP_UNUSABLE')).toHaveCount(0);
  });

  await test.step('changed in the job and kept, the library moves on; another copy is told', async () => {
    const job = page.url().split('/').slice(0, 5).join('/');
    await stage(page, 'Plumb');
    await part(page, 'filter').first().click();
    await type(page, 'Fineness', '30');
    await pick(page, 'The shop’s library at Journey filter', 'Keep it as Journey filter in the library');
    await expect(page.getByText('Kept in the library.')).toBeVisible();
    await expect(
      page.getByText('The library has newer figures of Journey filter than this job.'),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Take them' }).click();
    await expect(page.getByText('The library has newer figures')).toHaveCount(0);
    await page.goto(`${job}/plumb`);
    await part(page, 'filter').first().click();
    await expect(page.getByLabel('Fineness')).toHaveValue('30');
  });

  await test.step('the library is left without them', async () => {
    const rows = (await (await page.request.get('/api/v1/library')).json()) as {
      id: string;
      name: string;
      data: object;
      revision: number;
    }[];
    for (const { id, name, data, revision } of rows.filter((r) => /journey/i.test(r.name))) {
      const gone = await page.request.put(`/api/v1/library/${id}`, {
        data: { name, data, retired: true, baseRevision: revision },
        headers: { origin: new URL(page.url()).origin },
      });
      expect(gone.status()).toBe(200);
    }
  });
});

import { expect, type Page } from '@playwright/test';
import { part } from './shop.ts';

/** Every view of the program: where it is, what shows that it is there, what is opened on it. */
export interface View {
  readonly name: string;
  readonly path: string;
  /** What is done once it is there. */
  readonly then?: (page: Page) => Promise<void>;
}

const openFindings = async (page: Page): Promise<void> => {
  const button = page.getByRole('button', { name: /Findings|to fix|to know|to stop/ }).first();
  if (await button.isVisible()) await button.click();
};
const openPart = (id: string) => async (page: Page) => {
  await part(page, id).first().click();
  await expect(page.getByRole('button', { name: /^Close / })).toBeVisible();
};

export const JOB_VIEWS: readonly View[] = [
  { name: 'Brief', path: 'brief' },
  { name: 'Plumb Track', path: 'plumb' },
  { name: 'Plumb findings', path: 'plumb', then: openFindings },
  { name: 'Plumb hose', path: 'plumb', then: openPart('feed') },
  { name: 'Plumb pump', path: 'plumb', then: openPart('pump') },
  { name: 'Plumb Table', path: 'plumb?view=table' },
  { name: 'Plumb Pull', path: 'plumb?view=pull' },
  { name: 'Plumb Compare', path: 'plumb?view=compare' },
  { name: 'Plumb Size it', path: 'plumb?view=size' },
  { name: 'Plumb How sure', path: 'plumb?view=sure' },
  { name: 'Route', path: 'route' },
  { name: 'Route line', path: 'route?line=feed' },
  { name: 'Route car', path: 'route?view=car' },
  { name: 'Route ends', path: 'route?view=ends' },
  { name: 'Wire Volts', path: 'wire' },
  { name: 'Wire piece', path: 'wire', then: openPart('feed-1') },
  { name: 'Wire Trigger', path: 'wire?view=trigger' },
  { name: 'Wire Wiring', path: 'wire?view=logic' },
  { name: 'Wire Sheet', path: 'wire?view=sheet' },
  { name: 'Parts', path: 'parts' },
  {
    name: 'Parts prices',
    path: 'parts',
    then: (page) => page.getByRole('button', { name: 'Prices' }).click(),
  },
  {
    name: 'Parts shelf',
    path: 'parts',
    then: (page) => page.getByRole('button', { name: 'What the shop has' }).click(),
  },
  { name: 'Parts Hoses', path: 'parts?view=hoses' },
  { name: 'Parts Cut list', path: 'parts?view=cut' },
  { name: 'Parts Joints', path: 'parts?view=joints' },
  { name: 'Parts Tools', path: 'parts?view=tools' },
  { name: 'Build', path: 'build' },
  { name: 'Test', path: 'test' },
  { name: 'Handover', path: 'handover' },
];

export const SHOP_VIEWS: readonly View[] = [
  { name: 'Jobs', path: '/jobs' },
  {
    name: 'New job',
    path: '/jobs',
    then: (page) => page.getByRole('button', { name: 'New job' }).click(),
  },
  {
    name: 'Parts in all jobs',
    path: '/jobs',
    then: async (page) => {
      await page.getByRole('button', { name: 'Parts in all jobs' }).click();
      await page.getByLabel('Called').fill('regulator');
    },
  },
  {
    name: 'Library',
    path: '/library',
    then: (page) => page.getByRole('button', { name: 'From a sheet' }).click(),
  },
  ...['settings', 'instruments', 'backup', 'audit'].map((view) => ({
    name: `Shop ${view}`,
    path: `/shop?view=${view}`,
  })),
  {
    name: 'Shop people',
    path: '/shop?view=people',
    then: async (page) => {
      await page.getByRole('button', { name: 'Add somebody' }).click();
      await page.getByRole('button', { name: /^Tess Varga/ }).click();
    },
  },
  { name: 'Shop tablets', path: '/shop?view=tablets' },
  { name: 'Account', path: '/me' },
  { name: 'Sign in', path: '/sign-in?back=/jobs' },
  ...['wire', 'line', 'return', 'sender', 'ends', 'adapter', 'npt', 'convert'].map((sum) => ({
    name: `Sum ${sum}`,
    path: `/sums?sum=${sum}`,
  })),
];

/** Goes there and waits until nothing is being worked out any more. */
export async function go(page: Page, view: View, base = ''): Promise<void> {
  await page.goto(`${base}${view.path}`);
  await page.locator('main').waitFor();
  await settled(page);
  await view.then?.(page);
  await settled(page);
}

export const settled = (page: Page): Promise<void> =>
  expect(
    page.getByText(
      /(Checking the plan|Opening|Loading|Loading the record|Solving the plan|working out the effect|Replaying|Trying every|Trying the others|Trying other hoses)[^.]*…/,
    ),
  ).toHaveCount(0, { timeout: 120_000 });

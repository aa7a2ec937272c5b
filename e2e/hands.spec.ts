import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { finding, newJob, part, saved, signIn, stage } from './pages/shop.ts';

const STAGES = ['Brief', 'Plumb', 'Wire', 'Parts', 'Test', 'Handover'];

test('the keyboard alone sizes a line, moves the state, fixes a stop and takes it back', async ({ page }) => {
  await signIn(page);
  await newJob(page, 'Keyboard only');
  await page.locator('body').press('g');
  await page.keyboard.press('p');
  await expect(page).toHaveURL(/plumb$/);
  await expect(page.getByTestId('answer')).toContainText('Enough');
  await part(page, 'return').focus();
  for (const size of [6, 5, 4, 3]) {
    await page.keyboard.press('ArrowDown');
    await expect(page.getByTestId('size-return')).toHaveText(`-${size}`);
  }
  await expect(finding(page, 'RETURN_OVERRUN')).toBeVisible();
  const fix = finding(page, 'RETURN_OVERRUN').getByRole('button', { name: 'Make the return' }).first();
  await fix.focus();
  await page.keyboard.press('Enter');
  await expect(finding(page, 'RETURN_OVERRUN')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(finding(page, 'RETURN_OVERRUN')).toBeVisible();
  await page.keyboard.press('Control+Shift+z');
  await expect(finding(page, 'RETURN_OVERRUN')).toHaveCount(0);
  const now = page.getByTestId('state-now');
  const before = await now.textContent();
  await page.keyboard.press('[');
  await expect(now).not.toHaveText(before!);
  await page.keyboard.press('u');
  await expect(page.getByText(/kPa/).first()).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('undo, redo');
  await page.keyboard.press('Escape');
  await saved(page);
});

test('every stage in both lights: nothing serious for assistive tools, nothing off the page at 1024', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await signIn(page);
  await page.getByText('Hill-climb coupé').first().click();
  const look = async (what: string) => {
    await expect(
      page.getByText(/^(Checking the plan|Opening|Loading the record|working out the effect)…$/),
    ).toHaveCount(0);
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
    const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    expect(serious.map((v) => `${what}: ${v.id} ${v.nodes[0]?.html}`)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024);
  };
  for (const light of ['bench', 'lamp']) {
    if (light === 'lamp') await page.getByRole('button', { name: /lamp/ }).click();
    for (const name of STAGES) {
      await stage(page, name);
      await look(`${light} ${name}`);
      if (name !== 'Wire') continue;
      for (const view of ['Trigger', 'Wiring', 'Sheet']) {
        await page.getByRole('tab', { name: view, exact: true }).click();
        await expect(page.getByText(/Replaying|Trying every/)).toHaveCount(0);
        await look(`${light} ${view}`);
      }
    }
  }
  await page.goto('/sums');
  await look('quick sums');
});

test('a tablet by touch: targets are large enough and the pull can be dragged', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({
    hasTouch: true,
    viewport: { width: 1180, height: 820 },
    baseURL: baseURL!,
  });
  const page = await context.newPage();
  await signIn(page);
  await page.getByText('Hill-climb coupé').first().tap();
  await part(page, 'feed').tap();
  await expect(page.getByTestId('size-feed')).toBeVisible();
  for (const name of ['One size larger', 'Idle, hot']) {
    const box = await page.getByRole('button', { name }).boundingBox();
    expect(Math.min(box!.width, box!.height)).toBeGreaterThanOrEqual(44);
  }
  const pull = page.getByRole('slider', { name: 'Point of the pull' });
  const box = (await pull.boundingBox())!;
  await page.touchscreen.tap(box.x + 20, box.y + 20);
  await expect(page.getByTestId('state-now')).toContainText('3000 rpm');
  await page.touchscreen.tap(box.x + box.width - 6, box.y + 20);
  await expect(page.getByTestId('state-now')).toContainText('7400 rpm');
  await context.close();
});

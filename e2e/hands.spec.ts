import { expect, test } from '@playwright/test';
import { demoCoupe, finding, newJob, part, saved, signIn } from './pages/shop.ts';

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
  await demoCoupe(page).getByRole('link').tap();
  await part(page, 'feed').tap();
  await expect(page.getByTestId('size-feed')).toBeVisible();
  for (const name of ['One size larger', 'Idle, hot']) {
    const box = await page.getByRole('button', { name, exact: true }).boundingBox();
    expect(Math.min(box!.width, box!.height)).toBeGreaterThanOrEqual(44);
  }
  const pull = page.getByRole('slider', { name: 'Point of the pull' });
  const box = (await pull.boundingBox())!;
  await page.touchscreen.tap(box.x + 20, box.y + 20);
  await expect(page.getByTestId('state-now')).toContainText('3000 rpm');
  await page.touchscreen.tap(box.x + box.width - 6, box.y + 20);
  await expect(page.getByTestId('state-now')).toContainText('7400 rpm');

  // Two fingers make the wiring larger.
  await page.goto(page.url().replace(/[^/]*$/, 'wire?view=logic'));
  const frame = page.getByRole('group', { name: /^Wiring drawing/ });
  const drawn = (await frame.locator('svg').boundingBox())!.width;
  const place = (await frame.boundingBox())!;
  const [cx, cy] = [place.x + place.width / 2, place.y + place.height / 2];
  const touch = await context.newCDPSession(page);
  const at = (apart: number) => [-1, 1].map((side, id) => ({ x: cx + side * apart, y: cy, id }));
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(40) });
  for (const apart of [60, 80, 100])
    await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(apart) });
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect
    .poll(async () => (await frame.locator('svg').boundingBox())!.width)
    .toBeGreaterThan(1.5 * drawn);
  await context.close();
});

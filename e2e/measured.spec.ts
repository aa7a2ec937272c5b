import { expect, test } from '@playwright/test';
import { copyOfCoupe, part, signIn, stage } from './pages/shop.ts';

// A trace takes a snapshot of the page at every step, which would be measured along.
test.use({ trace: 'off' });

test('edit to line: the median is reported', async ({ page }) => {
  await signIn(page);
  await copyOfCoupe(page, 'Measured edits');
  await stage(page, 'Plumb');
  await part(page, 'feed').click();
  const drawn = () => page.evaluate(() => performance.getEntriesByName('venula:edit-to-line').length);
  for (let i = 0; i < 12; i++) {
    const before = await drawn();
    await page.getByRole('button', { name: i % 2 ? 'One size larger' : 'One size smaller' }).click();
    await expect.poll(drawn).toBeGreaterThan(before);
    // The next edit comes when a person would make it: this one has been judged and its fixes tried.
    await expect(page.getByRole('region', { name: 'Findings' })).toHaveAttribute('aria-busy', 'false');
    await expect(page.getByText('working out the effect…')).toHaveCount(0);
  }
  const times = await page.evaluate(() =>
    performance
      .getEntriesByName('venula:edit-to-line')
      .map((e) => e.duration)
      .sort((a, b) => a - b),
  );
  expect(times.length).toBeGreaterThan(10);
  console.log(
    `      edit to line: median ${times[Math.floor(times.length / 2)]!.toFixed(1)} ms of ${times.length}`,
  );
});

test('a point of a route dragged: frames a second are reported', async ({ page }) => {
  await signIn(page);
  await copyOfCoupe(page, 'Dragged');
  await stage(page, 'Route');
  await page.getByRole('tab', { name: 'In the car' }).click();
  await page.getByRole('button', { name: 'Start with usual figures' }).click();
  for (const line of ['suction hose', 'pump to filter', 'rail to regulator', 'return line', 'feed hose'])
    await page.getByRole('button', { name: `Draw ${line}` }).click();
  const handle = page.locator('[data-point="2"][data-view="above"]');
  // The sheet that opens beside it moves the drawing.
  await handle.hover();
  const box = (await handle.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height - 22];
  await page.evaluate(() => {
    const frames: number[] = [];
    const tick = (t: number) => {
      frames.push(t);
      if (document.body.dataset['counting'] !== 'no') requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
    (window as unknown as { frames: number[] }).frames = frames;
  });
  await page.mouse.move(x, y);
  await page.mouse.down();
  const said = new Set<string>();
  for (let i = 1; i <= 60; i++) {
    await page.mouse.move(x + (i % 20), y - (i % 30));
    said.add(await page.getByTestId('answer').locator('xpath=following-sibling::p').innerText());
  }
  await page.mouse.up();
  // While it was dragged its length followed.
  expect(said.size).toBeGreaterThan(3);
  const gaps = await page.evaluate(() => {
    document.body.dataset['counting'] = 'no';
    const { frames } = window as unknown as { frames: number[] };
    return frames
      .slice(1)
      .map((t, i) => t - frames[i]!)
      .sort((a, b) => a - b);
  });
  const median = gaps[Math.floor(gaps.length / 2)]!;
  console.log(
    `      route dragged: ${(1000 / median).toFixed(0)} frames a second at the median of ${gaps.length}, slowest tenth ${(1000 / gaps[Math.floor(gaps.length * 0.9)]!).toFixed(0)}`,
  );
});

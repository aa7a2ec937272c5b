import { expect, test, type Page } from '@playwright/test';
import { axeOf, flawsOf } from './pages/face.ts';
import { choose, copyOfCoupe, finding, newJob, pick, saved, signIn, stage, type } from './pages/shop.ts';

const answer = (page: Page) => page.getByTestId('answer');

test('feed and return are drawn past the exhaust; too near is told, cured by a sleeve and by moving', async ({
  page,
}) => {
  await signIn(page);
  await copyOfCoupe(page, 'Past the exhaust');
  await stage(page, 'Route');
  await page.getByRole('tab', { name: 'In the car' }).click();

  await test.step('the car from two choices, the lines from the plan', async () => {
    await choose(page.getByRole('combobox', { name: 'The engine is' }), 'ahead of the rear axle');
    await page.getByRole('button', { name: 'Start with usual figures' }).click();
    await page.getByRole('button', { name: 'Draw feed hose' }).click();
    await expect(answer(page)).toContainText('Feed hose:');
    await page.getByRole('button', { name: 'Draw return line' }).click();
    await expect(answer(page)).toContainText('Return line:');
    await expect(page.locator('[data-drawn="feed"][data-view="above"]')).toBeVisible();
  });

  await test.step('the exhaust is measured, and lies under the feed', async () => {
    await page.getByRole('button', { name: 'The car, and what is in it' }).click();
    await page.getByRole('complementary').getByRole('button', { name: 'Exhaust' }).click();
    const from = page.getByRole('region', { name: 'From' });
    await type(page, 'Rearward', '36 in');
    await from.getByRole('textbox', { name: 'To the right' }).fill('13 3/4 in');
    await from.getByRole('textbox', { name: 'To the right' }).press('Enter');
    const to = page.getByRole('region', { name: 'To', exact: true });
    await to.getByRole('textbox', { name: 'To the right' }).fill('13 3/4 in');
    await to.getByRole('textbox', { name: 'To the right' }).press('Enter');
    const hot = finding(page, 'ROUTE_HOT').filter({ hasText: 'Feed hose' });
    await expect(hot).toContainText('from exhaust; it wants');
    // Not measured it is only worth a look.
    await expect(hot).toContainText('Note');
    await page.getByRole('button', { name: 'It is measured' }).click();
    await expect(hot).toContainText('Fix');
  });

  const feedHot = () => finding(page, 'ROUTE_HOT').filter({ hasText: 'Feed hose' });
  await test.step('a sleeve cures it', async () => {
    await feedHot()
      .getByRole('button', { name: /^Sleeve it past exhaust/ })
      .click();
    await expect(feedHot()).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(feedHot()).toHaveCount(1);
  });

  await test.step('and so does moving it; the length follows', async () => {
    await feedHot()
      .getByRole('button', { name: /^Move it .* away from exhaust/ })
      .click();
    await expect(feedHot()).toHaveCount(0);
    await page.getByRole('button', { name: 'Feed hose', exact: true }).click();
    await page.getByRole('button', { name: /^Plan with / }).click();
    await expect(page.getByText(/Planned with its drawn length/)).toBeVisible();
    await page.getByRole('tab', { name: 'Lines' }).click();
    const feed = page.locator('[data-line="feed"]');
    await expect(feed).toContainText('from the route');
    await expect(feed).toContainText('from exhaust');
  });

  await test.step('a point is dragged, then moved by the keys; both are kept', async () => {
    await page.getByRole('tab', { name: 'In the car' }).click();
    await page.locator('[data-drawn="feed"][data-view="above"] polyline').first().dispatchEvent('click');
    const handle = page.locator('[data-point="1"][data-view="above"]');
    const before = (await handle.boundingBox())!;
    const said = await answer(page).locator('xpath=following-sibling::p').innerText();
    await page.mouse.move(before.x + before.width / 2, before.y + before.height - 22);
    await page.mouse.down();
    await page.mouse.move(before.x + 40, before.y - 30, { steps: 8 });
    await page.mouse.up();
    await expect(answer(page).locator('xpath=following-sibling::p')).not.toHaveText(said);
    const right = page.getByRole('textbox', { name: 'To the right' });
    const typed = await right.inputValue();
    await handle.focus();
    await page.keyboard.press('Shift+ArrowUp');
    await expect(right).not.toHaveValue(typed);
    await saved(page);
  });

  await test.step('beside the factory’s line, over the shop’s own photo, with the wires measured', async () => {
    const car = page.getByRole('button', { name: 'The car, and what is in it' });
    await car.click();
    await page.getByRole('button', { name: '+ Battery' }).click();
    // Where the pump is, only a line that leads to it tells.
    await expect(page.getByText('Draw the line behind a pump')).toBeVisible();
    await page.getByRole('button', { name: 'Draw suction hose' }).click();
    await car.click();
    await page.getByRole('button', { name: 'Take these wire lengths' }).click();
    await expect(page.getByRole('region', { name: 'Battery and wires' })).toContainText('as planned');
    await page.getByRole('button', { name: '+ Factory line' }).click();
    await page.getByRole('group', { name: 'Points' }).getByRole('button', { name: 'Point 2' }).click();
    await type(page, 'To the right', '8 in');
    await expect(page.locator('[data-guide][data-guide="guide-1"]').first()).toBeVisible();
    await page.getByRole('button', { name: 'Feed hose', exact: true }).click();
    await choose(page.getByRole('combobox', { name: /^Run it .* beside/ }), 'Factory line');
    await page.getByRole('button', { name: 'right of it' }).click();
    await page.getByRole('button', { name: 'Point 2', exact: false }).first().click();
    await page.getByRole('button', { name: 'Put a picture behind it…' }).nth(1).click();
    const dialog = page.getByRole('dialog');
    await dialog.locator('input[type=file]').setInputFiles({
      name: 'a note.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from('no picture at all'),
    });
    await expect(dialog.getByRole('alert')).toContainText('no picture this device can read');
    const photo = await page.screenshot({ type: 'jpeg' });
    await dialog
      .locator('input[type=file]')
      .setInputFiles({ name: 'side.jpg', mimeType: 'image/jpeg', buffer: photo });
    const picture = dialog.getByRole('application');
    await expect(picture).toBeVisible();
    const box = (await picture.boundingBox())!;
    await page.mouse.click(box.x + box.width * 0.2, box.y + box.height * 0.7);
    await page.mouse.click(box.x + box.width * 0.8, box.y + box.height * 0.7);
    await expect(dialog.getByRole('status')).toContainText('a pixel is');
    await dialog.getByRole('button', { name: 'Put it behind the view' }).click();
    await expect(page.locator('[data-picture]')).toHaveCount(1);
    await saved(page);
  });

  await test.step('the drawing holds at every width', async () => {
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height });
      await page.waitForTimeout(500);
      const flaws = await flawsOf(page);
      expect([width, flaws, await axeOf(page, true)]).toEqual([width, [], []]);
    }
  });
});

test('a mock-up by string alone, on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page);
  await newJob(page, 'String and tape');
  await page.getByRole('button', { name: 'Stages' }).click();
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: 'Route' }).click();
  await expect(answer(page)).toContainText('2 of 2 lines to measure');
  await page.locator('[data-line="feed"]').click();
  const sheet = page.getByRole('complementary', { name: 'Feed hose' });
  await sheet.getByRole('button', { name: 'By string' }).click();
  await type(page, 'String, seat to seat', '11 ft 6 in');
  await sheet.getByRole('button', { name: '+ Exhaust' }).click();
  await expect(sheet).toContainText('how far from it is not measured yet');
  await expect(finding(page, 'ROUTE_HOT')).toHaveCount(0);
  await type(page, 'Distance', '2 1/2 in');
  await expect(finding(page, 'ROUTE_HOT')).toContainText('is 2 1/2 in');
  await choose(sheet.getByRole('combobox', { name: 'There' }), 'sleeved');
  await expect(finding(page, 'ROUTE_HOT')).toHaveCount(0);
  await sheet.getByRole('button', { name: 'Close Feed hose' }).click();
  const feed = page.locator('[data-line="feed"]');
  await expect(feed).toContainText('11 ft 6 in');
  await expect(feed).toContainText('by string');
  await expect(answer(page)).toContainText('1 of 2 lines to measure');
  await saved(page);
});

test('a string of 14 ft stays 14 ft whatever ends are chosen, and nothing is cut before it is measured', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'Fourteen feet');
  await stage(page, 'Parts');
  await page.getByRole('tab', { name: 'Cut list' }).click();
  await expect(answer(page)).toContainText('2 lines to measure before anything is cut.');
  await stage(page, 'Route');
  await page.getByRole('tab', { name: 'Hose ends' }).click();
  await expect(answer(page)).toContainText('Measure how far apart the two ports are.');
  await expect(page.getByRole('button', { name: /^Use / })).toHaveCount(0);
  await page.getByRole('tab', { name: 'Lines' }).click();
  await page.locator('[data-line="feed"]').click();
  const sheet = page.getByRole('complementary', { name: 'Feed hose' });
  await expect(sheet).toContainText('No cut length yet');
  await sheet.getByRole('button', { name: 'By string' }).click();
  await type(page, 'String, seat to seat', '14 ft');
  await expect(sheet).toContainText('Cut 13 ft');
  await sheet.getByRole('button', { name: 'Choose its ends' }).click();
  await expect(answer(page)).toContainText('Cut 13 ft');
  await type(page, 'Second port ahead of the first', '12 ft 6 in');
  await type(page, 'Second port points left', '90');
  await expect(answer(page)).toContainText(/: cut 13 ft .* of hose\./);
  await page.getByRole('button', { name: /^Use .* on feed hose/ }).click();
  await expect(page.getByText('Feed hose has these ends.')).toBeVisible();
  await page.getByRole('tab', { name: 'Lines' }).click();
  await expect(page.locator('[data-line="feed"]')).toContainText('14 ft');
  await expect(page.locator('[data-line="feed"]')).toContainText('by string');
  await expect(page.getByRole('textbox', { name: 'String, seat to seat' })).toHaveValue('168 in');
  await stage(page, 'Parts');
  await page.getByRole('tab', { name: 'Cut list' }).click();
  await expect(answer(page)).toContainText(/^Cut 1 line: buy 14 ft, and 1 line to measure\./);
  await saved(page);
});

test('ends for three hoses, the cut list, a kit, and offcuts the shop has', async ({ page }) => {
  await signIn(page);
  await copyOfCoupe(page, 'Three hoses');
  await stage(page, 'Route');
  await page.getByRole('tab', { name: 'Hose ends' }).click();

  for (const [hose, ahead, left, points] of [
    ['Suction hose', '16 in', '9 in', '90'],
    ['Pump to filter', '14 in', '6 in', '45'],
    ['Rail to regulator', '15 in', '0 in', '0'],
  ] as const)
    await test.step(hose, async () => {
      await choose(page.getByRole('combobox', { name: 'Hose', exact: true }), new RegExp(`^${hose}`));
      await type(page, 'Second port ahead of the first', ahead);
      await type(page, /^To the left/, left);
      await type(page, 'Second port points left', points);
      await expect(answer(page)).toContainText(/: cut .* of hose\./);
      await page.getByRole('button', { name: new RegExp(`^Use .* on ${hose.toLowerCase()}`) }).click();
      await expect(page.getByText(`${hose} has these ends.`)).toBeVisible();
    });

  await test.step('a pair that does not go in says why, and what would', async () => {
    await type(page, 'Second port ahead of the first', '6 in');
    await type(page, /^To the left/, '2 in');
    await type(page, 'First port points left', '90');
    await type(page, 'Second port points left', '90');
    await choose(page.getByRole('combobox', { name: 'Try this end on port 1' }), '90° swept');
    await expect(answer(page)).toContainText('Two 90° swept: only in a loop');
    await expect(page.getByText(/Two 90° swept go in only with a loop of \d+°: /)).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
  });

  await test.step('the cut list is printed, with an offcut used first', async () => {
    await stage(page, 'Parts');
    await page.getByRole('tab', { name: 'Cut list' }).click();
    const eight = page.locator('[data-cut="PTFE, conductive liner, braided, -8"]');
    await expect(eight).toContainText('no way of cutting buys less');
    await eight.getByText('Offcuts on the shelf').click();
    await eight.getByLabel('Another offcut').fill('2 ft');
    await eight.getByLabel('Another offcut').press('Enter');
    await eight.getByRole('button', { name: 'Add it' }).click();
    await expect(eight).toContainText('From the shelf 2 ft');
    await eight.getByRole('button', { name: 'Put the one used here aside' }).click();
    await expect(eight).toContainText('put aside for this job');
    // The order list buys what the cut list does.
    const buys = /([\d]+ ft) to buy, (and 1 line to measure)/.exec(await eight.innerText())!;
    await page.getByRole('tab', { name: 'Order list' }).click();
    await expect(
      page.locator('tr', { hasText: 'PTFE, conductive liner, braided, -8' }).locator('td').first(),
    ).toHaveText(`${buys[1]} ${buys[2]}`);
    await page.getByRole('tab', { name: 'Hoses' }).click();
    await expect(page.locator('[data-hose-line="feed"]')).toContainText('2 ft on the shelf');
    await page.getByRole('tab', { name: 'Cut list' }).click();
    await eight.getByText('Offcuts on the shelf').click();
    await page.evaluate(() => {
      window.print = () => document.body.setAttribute('data-printed', location.search);
    });
    await page.getByRole('button', { name: 'Print' }).click();
    await expect(page.locator('body')).toHaveAttribute('data-printed', '?view=cut');
    await eight.getByText('A kit with lines made up').click();
    await eight.getByLabel('Lengths of its lines, with commas').fill('2 ft, 1 ft');
    await eight.getByLabel('Lengths of its lines, with commas').press('Enter');
    await expect(eight).toContainText('no line of the kit is long enough');
    // The shelf is everyone’s: it is left as it was found.
    await eight.getByRole('button', { name: 'Put back' }).click();
    await eight.getByRole('button', { name: /Take the offcut of 2 ft off/ }).click();
    await expect(eight).not.toContainText('From the shelf');
  });
});

test('one run from -6 to -8: ends, adapters, clips and hose follow, and the shelf counts', async ({
  page,
}) => {
  await signIn(page);
  await newJob(page, 'A size up');
  await stage(page, 'Plumb');
  await page.locator('[data-part="feed"]').first().click();
  const smaller = page.getByRole('button', { name: 'One size smaller' });
  await smaller.click();
  await expect(page.getByRole('group', { name: 'Size' })).toContainText('-6');
  await pick(page, 'Add a part after Feed hose', 'Ethanol sensor');
  const plan = async (): Promise<void> => {
    await stage(page, 'Route');
    await page.getByRole('tab', { name: 'In the car' }).click();
    const start = page.getByRole('button', { name: 'Start with usual figures' });
    if (await start.isVisible()) {
      await start.click();
      await page.getByRole('button', { name: 'Draw feed hose' }).click();
    } else await page.getByRole('button', { name: 'Feed hose', exact: true }).click();
    await page.getByRole('button', { name: /^Plan with / }).click();
    await expect(page.getByText(/Planned with its drawn length/)).toBeVisible();
  };
  await test.step('it is drawn in the car, and planned so', plan);
  await stage(page, 'Parts');
  const list = page.getByRole('table', { name: 'Parts the plan implies' });
  await expect(list).toContainText('Hose end -6');
  await expect(list).toContainText('Cushioned clip for -6 line');

  await test.step('what the shop has is put aside', async () => {
    await page.getByRole('button', { name: 'What the shop has' }).click();
    const clip = list.locator('tr', { hasText: 'Cushioned clip for -6 line' });
    const before = Number(await clip.locator('td').first().innerText());
    await clip.getByRole('button', { name: /The shop has some/ }).click();
    await clip.getByLabel(/^On the shelf/).fill('2');
    await clip.getByRole('button', { name: 'Count it' }).click();
    await clip.getByRole('button', { name: 'Put 2 aside' }).click();
    await expect(clip.locator('td').first()).toHaveText(String(before - 2));
    await clip.getByRole('button', { name: 'Put back' }).click();
    await expect(clip.locator('td').first()).toHaveText(String(before));
  });

  await test.step('a size up, against the plan as it was', async () => {
    await page.getByLabel('Freeze this plan as').fill('plan A');
    await page.getByRole('button', { name: 'Freeze' }).click();
    await choose(page.getByRole('combobox', { name: 'Compare with' }), /plan A/);
    await stage(page, 'Plumb');
    await page.locator('[data-part="feed"]').first().click();
    await page.getByRole('button', { name: 'One size larger' }).click();
    await plan();
    await stage(page, 'Parts');
    await choose(page.getByRole('combobox', { name: 'Compare with' }), /plan A/);
    const changes = page.getByRole('region', { name: 'Changes against a frozen plan' });
    for (const part of [
      'Hose end -6',
      'Hose end -8',
      'Cushioned clip for -6 line',
      'Cushioned clip for -8 line',
      'Filter bracket, -6 size',
      'Filter bracket, -8 size',
      'Sensor bracket, -8 size',
    ])
      await expect(changes).toContainText(part);
    await expect(changes).toContainText(/Adapter|adapter/);
    // What it passes, what is cut of it, and where the sensor behind it comes to sit.
    const car = page.getByTestId('car-changes');
    await expect(car).toContainText(/Feed hose, off /);
    await expect(car).toContainText('Feed hose, hose to cut');
    await expect(car).toContainText('Ethanol sensor, hose ahead of it');
  });
});

import { expect, test, type Locator, type Page } from '@playwright/test';
import { demoCoupe, finding, part, saved, signIn } from './pages/shop.ts';

/**
 * The demo coupé planned, wired and tested, the same way three times: by mouse at a desk, by touch on a tablet, by the keyboard
 * alone. On a phone it is done in phone.spec.ts.
 */
interface Hands {
  readonly name: string;
  readonly viewport: { readonly width: number; readonly height: number };
  readonly touch: boolean;
  /** Presses what can be pressed. */
  readonly press: (target: Locator) => Promise<void>;
  readonly goTo: (page: Page, stage: string) => Promise<void>;
}

const byLink = (page: Page, stage: string) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: stage });

/** By Tab from where the focus is, never by putting it there: what Tab does not reach is not there for the keyboard. */
async function tabTo(target: Locator): Promise<void> {
  const page = target.page();
  const there = () => target.evaluate((el) => el === document.activeElement);
  await expect(target).toBeVisible();
  for (let presses = 0; presses < 200; presses++) {
    if (await there()) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`not reached with 200 presses of Tab: ${String(target)}`);
}

const HANDS: readonly Hands[] = [
  {
    name: 'by mouse at 1280',
    viewport: { width: 1280, height: 800 },
    touch: false,
    press: (target) => target.click(),
    goTo: async (page, stage) => byLink(page, stage).click(),
  },
  {
    name: 'by touch at 1024',
    viewport: { width: 1024, height: 768 },
    touch: true,
    press: async (target) => {
      await target.scrollIntoViewIfNeeded();
      // A box to check is pressed with its words.
      const smaller = await target.evaluate((el) => {
        const { width, height } = (
          (el instanceof HTMLInputElement && el.labels?.[0]) ||
          el
        ).getBoundingClientRect();
        return Math.min(width, height);
      });
      expect(smaller).toBeGreaterThanOrEqual(43.5);
      await target.tap();
    },
    goTo: async (page, stage) => byLink(page, stage).tap(),
  },
  {
    name: 'by keyboard alone at 1280',
    viewport: { width: 1280, height: 800 },
    touch: false,
    press: async (target) => {
      await tabTo(target);
      await target
        .page()
        .keyboard.press((await target.getAttribute('type')) === 'checkbox' ? 'Space' : 'Enter');
    },
    goTo: async (page, stage) => {
      await page.keyboard.press('g');
      await page.keyboard.press(stage.charAt(0).toLowerCase());
    },
  },
];

for (const { name, viewport, touch, press, goTo } of HANDS)
  test.describe(name, () => {
    test.use({ viewport, hasTouch: touch });
    test('the demo coupé is planned, wired and tested', async ({ page }, { retry }) => {
      await signIn(page);
      // A copy under a name of its own: whoever comes next finds the demo job as it was.
      const title = `Coupé ${name}${retry > 0 ? ', again' : ''}`;
      const made = await demoCoupe(page)
        .getByRole('link')
        .evaluate(async (link, called) => {
          const copyOf = /jobs\/([^/]+)/.exec((link as HTMLAnchorElement).href)![1];
          const { ok } = await fetch('/api/v1/jobs', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ copyOf, title: called }),
          });
          return ok;
        }, title);
      expect(made).toBe(true);
      await page.reload();
      await press(page.getByRole('link', { name: title }).first());
      const answer = page.getByTestId('answer');
      await expect(answer).toContainText(/rail climbs|Enough/);

      await test.step('plumb: the return is opened beside the drawing and grows until it can carry the bypass', async () => {
        await press(part(page, 'return'));
        await expect(page.getByRole('complementary', { name: 'Return line' })).toBeInViewport();
        await expect(part(page, 'return')).toBeInViewport();
        const overrun = finding(page, 'RETURN_OVERRUN');
        await press(overrun.getByRole('button', { name: /Make the return/ }).first());
        await expect(overrun).toHaveCount(0);
        await page.keyboard.press('Escape');
        await expect(page.getByRole('complementary', { name: 'Return line' })).toHaveCount(0);
        await expect(answer).toContainText('Enough');
        await press(page.getByRole('button', { name: 'Idle, hot' }));
        await expect(page.getByTestId('state-now')).toContainText('Idle, hot');
      });

      await test.step('wire: a heavier wire, and the wiring drawn follows a wire from end to end', async () => {
        await goTo(page, 'Wire');
        await expect(answer).toContainText('The pump gets');
        const before = await answer.textContent();
        await press(part(page, 'feed-1'));
        const size = page.getByLabel('Wire size', { exact: true });
        await press(size);
        await expect(page.getByRole('option', { name: '4 AWG', exact: true })).toBeVisible();
        if (name.includes('keyboard')) {
          await page.keyboard.press('Home');
          for (let i = 0; i < 40; i++) {
            const on = page.locator('[role=option]:focus');
            if ((await on.textContent()) === '4 AWG') break;
            await page.keyboard.press('ArrowDown');
          }
          await page.keyboard.press('Enter');
        } else await press(page.getByRole('option', { name: '4 AWG', exact: true }));
        await expect(size).toHaveText('4 AWG');
        await expect(answer).not.toHaveText(before!);
        await press(page.getByRole('button', { name: 'Undo' }));
        await expect(size).toHaveText('8 AWG');
        await page.keyboard.press('Escape');
        await press(page.getByRole('tab', { name: 'Volts', exact: true }));
        if (name.includes('keyboard')) {
          // The next tab has the keyboard a moment after the key.
          for (const tab of ['Trigger', 'Wiring']) {
            await page.keyboard.press('ArrowRight');
            await expect(page.getByRole('tab', { name: tab, exact: true })).toBeFocused();
          }
        } else await press(page.getByRole('tab', { name: 'Wiring', exact: true }));
        await expect(answer).toContainText('does what the rules say');
        await press(page.getByRole('button', { name: /^W2 / }));
        await expect(page.getByRole('complementary', { name: 'Wire W2' })).toContainText('Pump relay, 30');
        await page.keyboard.press('Escape');
        await saved(page);
      });

      await test.step('test: wiring dry, two joints wiped, one leaks', async () => {
        await goTo(page, 'Test');
        const dry = page.getByRole('region', { name: 'Wiring, dry' });
        await press(dry.getByRole('checkbox', { name: /cautions/ }));
        await press(dry.getByRole('button', { name: 'Start the dry test' }));
        const rows = page.locator('[data-row]');
        await expect(rows.first()).toBeVisible();
        for (let i = 0; i < (await rows.count()); i++)
          await press(rows.nth(i).getByRole('button', { name: /^OK/ }));
        await expect(page.getByTestId('dry-progress')).toHaveText(/^(\d+) of \1 tried$/);
        const walk = page.getByRole('region', { name: 'Joint by joint' });
        await press(walk.getByRole('checkbox', { name: /cautions/ }));
        await press(walk.getByRole('button', { name: 'Start the walk' }));
        const joint = page.locator('[data-joint]');
        await press(joint.nth(0).getByRole('button', { name: /^Dry: / }));
        await press(joint.nth(1).getByRole('button', { name: /^Leak: / }));
        await expect(page.getByTestId('walk-progress')).toHaveText(/^2 of \d+ joints looked at, 1 leaking$/);
      });
    });
  });

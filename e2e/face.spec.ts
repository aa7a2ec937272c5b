import { expect, test } from '@playwright/test';
import { axeOf, flawsOf } from './pages/face.ts';
import { signIn } from './pages/shop.ts';
import { go, JOB_VIEWS, settled, SHOP_VIEWS } from './pages/views.ts';

/** A desk, a tablet across and upright, a phone, in both lights. */
const LOOKS = [
  { width: 1280, height: 800, light: 'bench' },
  { width: 1024, height: 768, light: 'lamp' },
  { width: 768, height: 1024, light: 'lamp' },
  { width: 390, height: 844, light: 'bench' },
] as const;

/** Every view of a job with everything in it, and of one that has hardly begun. */
for (const [job, views, everyNth] of [
  ['Hill-climb', [...JOB_VIEWS, ...SHOP_VIEWS], 2],
  ['twin-turbo', JOB_VIEWS.filter((v) => !v.then), 4],
] as const)
  test(`${job}: on every view and width no text is cut or small, no target too small or too close for a glove, nothing off the page`, async ({
    page,
  }) => {
    // Some eighty looks, each with its assistive tools: minutes on a busy machine, and more of them with every view.
    test.setTimeout(900_000);
    // Who sees the most.
    await signIn(page, 'lou');
    await page.getByRole('link', { name: new RegExp(job) }).click();
    await page.waitForURL(/jobs\/[^/]+\//);
    const base = new URL(page.url()).pathname.replace(/[^/]*$/, '');
    const flaws: string[] = [];
    for (const [nth, view] of views.entries()) {
      await page.setViewportSize({ width: 1280, height: 800 });
      await go(page, view, view.path.startsWith('/') ? '' : base);
      for (const [look, { width, height, light }] of LOOKS.entries()) {
        await page.setViewportSize({ width, height });
        await page.evaluate((theme) => (document.documentElement.dataset['theme'] = theme), light);
        await settled(page);
        let found = await flawsOf(page);
        // A page that is still turning to its new form is looked at again.
        for (let again = 0; found.length > 0 && again < 5; again++) {
          await page.waitForTimeout(300);
          found = await flawsOf(page);
        }
        // Assistive tools take their time: each view at some widths, all widths at some view; colors in both lights.
        if ((nth + look) % everyNth === 0) found.push(...(await axeOf(page, nth % 4 < 2)));
        flaws.push(...found.map((flaw) => `${view.name} at ${width} px, ${light}: ${flaw}`));
      }
    }
    expect(flaws).toEqual([]);
  });

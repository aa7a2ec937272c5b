import { expect, test, type Page } from '@playwright/test';
import { PATTERNS } from '@venula/core/document';
import { idsNotRead, textFaults } from '../packages/core/test/support/text-rules.ts';
import { newJob, signIn } from './pages/shop.ts';
import { go, JOB_VIEWS, settled } from './pages/views.ts';

/**
 * What is read on a page and heard from a screen reader, block by block: text, names of controls and drawings, titles, and the
 * contents of fields.
 */
const textsOf = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const texts = new Set<string>();
    const inline = new Set(['SPAN', 'B', 'STRONG', 'EM', 'SUP', 'SUB', 'TSPAN', 'A', 'ABBR']);
    for (const el of document.querySelectorAll('body *')) {
      for (const name of ['aria-label', 'title', 'placeholder', 'alt']) {
        const said = el.getAttribute(name);
        if (said) texts.add(said);
      }
      if (el instanceof HTMLInputElement && el.type !== 'password') texts.add(el.value);
      if (
        inline.has(el.tagName.toUpperCase()) ||
        el instanceof HTMLScriptElement ||
        el instanceof HTMLStyleElement
      )
        continue;
      const own = [...el.childNodes]
        .filter((n) => n.nodeType === Node.TEXT_NODE || inline.has(n.nodeName.toUpperCase()))
        .map((n) => n.textContent ?? '')
        .join(' ');
      texts.add(own.replace(/\s+/g, ' ').trim());
    }
    return [...texts].filter(Boolean);
  });

/** Views whose text is the job's own; searches and spreads are worked out for minutes and say the same figures. */
const READ = JOB_VIEWS.filter((v) => !v.then && !/Compare|Size it|How sure/.test(v.name));

for (const [nth, { name, job }] of PATTERNS.entries())
  test(`${name}: on every view in both unit systems figures are round, one pressure is one value, no key of the file shows`, async ({
    page,
  }) => {
    test.setTimeout(240_000);
    await signIn(page);
    await newJob(page, `Texts ${nth + 1}`, name);
    const base = new URL(page.url()).pathname.replace(/[^/]*$/, '');
    const ids = idsNotRead(job(name));
    const faults: string[] = [];
    for (const view of READ) {
      await go(page, view, base);
      for (const system of ['as opened', 'the other units']) {
        const texts = await textsOf(page);
        expect(texts.length).toBeGreaterThan(10);
        faults.push(...texts.flatMap((t) => textFaults(t, ids).map((f) => `${view.name}, ${system}: ${f}`)));
        await page.keyboard.press('u');
        await settled(page);
      }
    }
    expect(faults).toEqual([]);
  });

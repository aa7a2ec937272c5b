import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What a look at a page found wrong, one line each: rule, figure, words it is about. */
export const flawsOf = (page: Page): Promise<string[]> => page.evaluate(measure);

/**
 * What assistive tools would stumble over, of any impact.
 * @param contrast measures colors as well, which takes most of the time and depends on the light only
 */
export async function axeOf(page: Page, contrast = true): Promise<string[]> {
  const rules = contrast ? {} : { rules: { 'color-contrast': { enabled: false } } };
  // Without frames of other origins there is nothing to put together in a page of its own.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'], ...rules })
    .analyze();
  return violations.flatMap((v) => v.nodes.map((n) => `axe ${v.id} (${v.impact}): ${n.html.slice(0, 160)}`));
}

/**
 * Runs in the page. Measures what a person would see: text cut by the box it stands in, text set too small, text on text in a
 * drawing, targets too small or too close for a glove, a page that scrolls sideways. What only a screen reader reads is left out.
 */
function measure(): string[] {
  const SMALLEST_TARGET = 44;
  const SMALLEST_GAP = 8;
  const SMALLEST_TEXT = 13;
  /** Ticks of a chart and the wiring drawing say so themselves. */
  const SMALLEST_TICK = 11;
  /** Boxes are measured to fractions of a pixel. */
  const SLACK = 1;
  const flaws = new Set<string>();
  const words = (el: Element): string =>
    (el.getAttribute('aria-label') ?? el.textContent ?? '').replace(/\s+/g, ' ').trim().slice(0, 60) ||
    el.outerHTML.slice(0, 100);

  /** What is asked of many things, worked out once for each thing above them. */
  const upwards = <T>(own: (el: Element) => T | undefined, otherwise: T): ((el: Element | null) => T) => {
    const known = new Map<Element, T>();
    const of = (el: Element | null): T => {
      if (!el) return otherwise;
      const before = known.get(el);
      if (before !== undefined) return before;
      const found = own(el) ?? of(el.parentElement);
      known.set(el, found);
      return found;
    };
    return of;
  };
  const hiddenTo = upwards<boolean>((e) => {
    const s = getComputedStyle(e);
    if (s.visibility === 'hidden' || s.display === 'none' || s.opacity === '0') return true;
    // Words for a screen reader stand in a box of one pixel.
    return s.position === 'absolute' && e.clientWidth <= 1 && e.clientHeight <= 1 && s.overflow !== 'visible'
      ? true
      : undefined;
  }, false);
  const frame = upwards<Element>((e) => {
    const s = getComputedStyle(e);
    return ['auto', 'scroll'].includes(s.overflowY) || ['fixed', 'sticky'].includes(s.position)
      ? e
      : undefined;
  }, document.documentElement);
  /** What moves on its own: what stands in another lies under it or over it, not beside. */
  const frameOf = (el: Element): Element => frame(el.parentElement);
  const scaleOf = (el: Element): number => {
    const m = el instanceof SVGGraphicsElement ? el.getScreenCTM() : null;
    return m ? Math.hypot(m.a, m.b) : 1;
  };

  const texts: { el: Element; rect: DOMRect; text: string }[] = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent?.replace(/\s+/g, ' ').trim() ?? '';
    const el = node.parentElement;
    if (!text || !el || ['SCRIPT', 'STYLE', 'NOSCRIPT', 'TITLE', 'OPTION'].includes(el.tagName.toUpperCase()))
      continue;
    if (hiddenTo(el) || el.classList.contains('skip-link')) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const rect = range.getBoundingClientRect();
    if (rect.width === 0) continue;
    texts.push({ el, rect, text });
  }

  for (const { el, rect, text } of texts) {
    const size = parseFloat(getComputedStyle(el).fontSize) * scaleOf(el);
    const least = el.closest('[data-ticks]') ? SMALLEST_TICK : SMALLEST_TEXT;
    if (size < least - 0.05) flaws.add(`small text ${size.toFixed(1)} px: ${text.slice(0, 60)}`);
    let scrolls = false;
    for (let box: Element | null = el; box && box !== document.documentElement; box = box.parentElement) {
      const s = getComputedStyle(box);
      const b = box.getBoundingClientRect();
      const shuts = (o: string) => o === 'hidden' || o === 'clip';
      if (box instanceof SVGGraphicsElement && !(box instanceof SVGSVGElement)) continue;
      if (s.display === 'inline') continue;
      const across = Math.max(b.left - rect.left, rect.right - b.right);
      const down = Math.max(b.top - rect.top, rect.bottom - b.bottom);
      if (shuts(s.overflowX) && across > SLACK)
        flaws.add(`cut text by ${across.toFixed(0)} px across: ${text.slice(0, 60)}`);
      if (shuts(s.overflowY) && down > SLACK + 2)
        flaws.add(`cut text by ${down.toFixed(0)} px down: ${text.slice(0, 60)}`);
      // What frames a page or is pressed holds its words.
      if (box.matches('header, nav, button') && Math.max(across, down) > 3)
        flaws.add(`text spills over its ${box.tagName.toLowerCase()}: ${text.slice(0, 60)}`);
      // A frame that scrolls shows the rest by itself.
      scrolls ||= ['auto', 'scroll'].includes(s.overflowX) || ['auto', 'scroll'].includes(s.overflowY);
      if (['auto', 'scroll'].includes(s.overflowX)) break;
    }
    const off = Math.max(-rect.left, -rect.top, rect.right - innerWidth, rect.bottom - innerHeight);
    if (!scrolls && off > 3) flaws.add(`text off the page by ${off.toFixed(0)} px: ${text.slice(0, 60)}`);
  }
  for (const svg of document.querySelectorAll('svg:not([data-to-scale])')) {
    const inside = texts.filter((t) => t.el.closest('svg') === svg);
    inside.forEach((a, i) => {
      for (const b of inside.slice(i + 1)) {
        if (a.el === b.el || (a.el.parentElement === b.el.parentElement && a.el.tagName === 'tspan'))
          continue;
        const across = Math.min(a.rect.right, b.rect.right) - Math.max(a.rect.left, b.rect.left);
        const down = Math.min(a.rect.bottom, b.rect.bottom) - Math.max(a.rect.top, b.rect.top);
        if (across > 2 && down > 4)
          flaws.add(`text on text: ${a.text.slice(0, 40)} | ${b.text.slice(0, 40)}`);
      }
    });
  }

  for (const field of document.querySelectorAll('input, select, textarea')) {
    if (hiddenTo(field)) continue;
    if (field.closest('[aria-hidden=true]')) continue;
    const el = field as HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;
    const size = parseFloat(getComputedStyle(el).fontSize);
    const typed = el instanceof HTMLInputElement && ['checkbox', 'radio', 'range', 'file'].includes(el.type);
    if (!typed && size < 16) flaws.add(`small text ${size} px in a field: ${words(el)}`);
    if (el instanceof HTMLSelectElement) {
      const pen = document.createElement('canvas').getContext('2d')!;
      const s = getComputedStyle(el);
      pen.font = `${s.fontWeight} ${s.fontSize} ${s.fontFamily}`;
      const room = el.clientWidth - parseFloat(s.paddingLeft) - parseFloat(s.paddingRight) - 20;
      for (const option of el.options) {
        // The condensed cut of the font is not known to the canvas: by eye about a tenth narrower.
        const wide = pen.measureText(option.text).width;
        if (wide > room + SLACK)
          flaws.add(`cut text by ${(wide - room).toFixed(0)} px in a list: ${option.text.slice(0, 60)}`);
      }
    } else if (!typed && el.scrollWidth > el.clientWidth + SLACK && el.value)
      flaws.add(`cut text in a field: ${el.value.slice(0, 60)}`);
  }

  const TARGETS =
    'a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button], [role=tab], [role=slider], [tabindex="0"]';
  const targets: { el: Element; box: DOMRect }[] = [];
  for (const el of document.querySelectorAll(TARGETS)) {
    if (el.getAttribute('tabindex') === '-1' && hiddenTo(el)) continue;
    if (hiddenTo(el) && !(el instanceof HTMLInputElement && el.labels?.length)) continue;
    // What is folded away has a box and cannot be pressed.
    if (!el.checkVisibility({ contentVisibilityAuto: true })) continue;
    if (
      el.closest('[data-repeats]') ||
      // A drawing to scale: each thing in it has a button of its own beside.
      el.closest('[data-to-scale]') ||
      el.classList.contains('skip-link') ||
      el.closest('[aria-hidden=true]')
    )
      continue;
    const boxes = [el, ...((el as HTMLInputElement).labels ?? [])].map((e) => e.getBoundingClientRect());
    const label = boxes.slice(1).find((b) => b.width > 0);
    const typed = el instanceof HTMLInputElement && ['checkbox', 'radio', 'file'].includes(el.type);
    const own = boxes[0]!;
    const box = typed && label ? label : own;
    if (box.width === 0) continue;
    // A word within a sentence is as high as its line.
    const sentence =
      getComputedStyle(el).display === 'inline' &&
      [...(el.parentElement?.childNodes ?? [])].some(
        (n) => n.nodeType === Node.TEXT_NODE && n.textContent?.trim(),
      );
    if (sentence) continue;
    if (el.getAttribute('role') === 'tabpanel') continue;
    if (Math.min(box.width, box.height) < SMALLEST_TARGET - 0.5)
      flaws.add(`small target ${box.width.toFixed(0)} × ${box.height.toFixed(0)}: ${words(el)}`);
    // A frame takes the focus so that it can be scrolled; it is not pressed.
    if (!['auto', 'scroll'].includes(getComputedStyle(el).overflowX)) targets.push({ el, box });
  }
  targets.forEach((a, i) => {
    for (const b of targets.slice(i + 1)) {
      if (a.el.contains(b.el) || b.el.contains(a.el) || frameOf(a.el) !== frameOf(b.el)) continue;
      const apart = (['x', 'y'] as const).map((axis) => {
        const [size, from] = axis === 'x' ? (['width', 'left'] as const) : (['height', 'top'] as const);
        const gap =
          Math.max(a.box[from], b.box[from]) - Math.min(a.box[from] + a.box[size], b.box[from] + b.box[size]);
        const middles = Math.abs(a.box[from] + a.box[size] / 2 - b.box[from] - b.box[size] / 2);
        return gap < -SLACK ? -Infinity : Math.max(gap, middles - SMALLEST_TARGET);
      });
      const least = Math.max(...apart);
      if (least < SMALLEST_GAP - SLACK)
        flaws.add(
          Number.isFinite(least)
            ? `targets ${least.toFixed(0)} px apart: ${words(a.el)} | ${words(b.el)}`
            : `target on target: ${words(a.el)} | ${words(b.el)}`,
        );
    }
  });

  const over = document.documentElement.scrollWidth - innerWidth;
  if (over > 0) flaws.add(`page scrolls sideways by ${over} px`);
  return [...flaws];
}

import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import {
  fullReturnJob,
  type JobDocument,
  PATTERNS,
  SHOP_LIMITS,
  type ShopLimit,
  type ShopLimits,
  withShopLimits,
} from '../../src/public/document.ts';
import { reminders } from '../../src/public/prove.ts';
import { stagingAdvice } from '../../src/public/replay.ts';

const USUAL = Object.fromEntries(
  Object.entries(SHOP_LIMITS).map(([key, { usual }]) => [key, usual]),
) as unknown as ShopLimits;
const held = (doc: JobDocument, limits: Partial<ShopLimits>) => withShopLimits(doc, { ...USUAL, ...limits });
const found = (doc: JobDocument, code: string) => evaluatePlan(doc).findings.filter((f) => f.code === code);

describe('what a shop holds its plans against', () => {
  test('the usual limits leave a plan as it is; each other one stands in the plan and in its range', () => {
    const doc = fullReturnJob('x');
    expect(withShopLimits(doc, USUAL)).toEqual(doc);
    for (const [key, { min, max, usual }] of Object.entries(SHOP_LIMITS)) {
      expect(usual).toBeGreaterThanOrEqual(min);
      expect(usual).toBeLessThanOrEqual(max);
      expect(held(doc, { [key]: max }).brief[key as ShopLimit]).toBe(max);
    }
  });

  test('volts a pump’s wiring may lose: what passes in one shop is told in a stricter one', () => {
    const doc = fullReturnJob('x');
    expect(found(doc, 'WIRE_DROP')).toEqual([]);
    const [drop] = found(held(doc, { pumpDropV: 0.2 }), 'WIRE_DROP');
    expect(drop).toMatchObject({ severity: 'note', limit: 0.2 });
    expect(drop!.value).toBeGreaterThan(0.2);
  });

  test('years of rubber hose: finding and reminder follow, other hoses do not', () => {
    const plan = fullReturnJob('x');
    const feed = plan.plumbing.elements['feed']!;
    if (feed.kind !== 'run') throw new Error('no run');
    const aged = (hose: typeof feed.hose): JobDocument => ({
      ...plan,
      plumbing: {
        ...plan.plumbing,
        elements: { ...plan.plumbing.elements, feed: { ...feed, hose, existing: true, ageYears: 5 } },
      },
    });
    const due = (doc: JobDocument) => reminders(doc).find((r) => r.id === 'hose-feed')?.inDays;
    const rubber = aged('push-on');
    expect([found(rubber, 'HOSE_OLD').length, due(rubber)]).toEqual([0, 365]);
    const strict = held(rubber, { rubberYears: 4 });
    expect(found(strict, 'HOSE_OLD')[0]).toMatchObject({ value: 5, limit: 4 });
    expect(due(strict)).toBe(0);
    expect(due(held(rubber, { injectionHoseYears: 4 }))).toBe(365);
    expect(due(held(aged('ptfe'), { rubberYears: 4 }))).toBeUndefined();
  });

  test('margin when the next pump starts: the more is wanted, the sooner it has to come in', () => {
    const pattern = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    // More than one pump gives, from the middle of the pull on.
    const pull = pattern.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 1.6 }));
    const twin = { ...pattern, brief: { ...pattern.brief, pull } };
    const needed = [0.05, 0.1, 0.2, 0.3].map(
      (stagingMargin) => stagingAdvice(held(twin, { stagingMargin }), 'pump-2').neededRpm!,
    );
    expect(needed.every((rpm) => rpm > 0)).toBe(true);
    expect([...needed].sort((a, b) => b - a)).toEqual(needed);
    expect(new Set(needed).size).toBe(needed.length);
  });
});

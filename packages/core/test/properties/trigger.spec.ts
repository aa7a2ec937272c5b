import { describe, expect, test } from '@jest/globals';
import type { Rules } from '../../src/document/triggers.ts';
import { realiseRules } from '../../src/harness/realise.ts';
import { PATTERNS } from '../../src/public/document.ts';
import { tableSignals, truthTable } from '../../src/public/harness.ts';
import { signalKey, type Term } from '../../src/public/trigger.ts';
import { replayTrigger, type Signals } from '../../src/trigger/machine.ts';
import { ruleRuns, ruleSignals, type TriggerRule } from '../../src/trigger/rule.ts';
import { onByHistory } from '../support/trigger-by-history.ts';
import { fc } from '../support/sweep.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const band = (lo: number, hi: number) =>
  fc.tuple(real(lo, hi), real(0, (hi - lo) / 4)).map(([above, gap]) => ({ above, below: above - gap }));
const term: fc.Arbitrary<Term> = fc.oneof(
  fc
    .record({ kind: fc.constant('boost' as const), b: band(0, 2e5), not: fc.boolean() })
    .map(({ b, ...t }) => ({ ...t, ...b })),
  fc
    .record({ kind: fc.constant('rpm' as const), b: band(500, 7000), not: fc.boolean() })
    .map(({ b, ...t }) => ({ ...t, ...b })),
  fc.record({ kind: fc.constant('engine-turning' as const), not: fc.boolean() }),
  fc.record({ kind: fc.constant('panel' as const), name: fc.constantFrom('a', 'b'), not: fc.boolean() }),
);
const rule: fc.Arbitrary<TriggerRule> = fc.record({
  any: fc.array(fc.record({ all: fc.array(term, { maxLength: 3 }) }), { maxLength: 3 }),
  primeS: fc.constantFrom(0, 2),
  minOnS: fc.constantFrom(0, 0.5, 2),
  minOffS: fc.constantFrom(0, 0.5, 2),
  needsIgnition: fc.constant(true),
  needsInertia: fc.constant(true),
  overrideS: fc.constantFrom(0, 5),
});
const moment = fc.record({
  ignition: fc.boolean(),
  starter: fc.boolean(),
  rpm: real(0, 7500),
  boost: real(-7e4, 2e5),
  throttle: real(0, 1),
  oilPressure: real(0, 5e5),
  crashed: fc.boolean(),
  panels: fc.record({ a: fc.boolean(), b: fc.boolean() }),
  ecu: fc.constant({}),
  override: fc.boolean(),
});
const series = fc
  .array(moment, { minLength: 1, maxLength: 60 })
  .map((all) => all.map((m, i): Signals => ({ ...m, t: i * 0.1 })));
const still: Signals = {
  t: 0,
  ignition: true,
  starter: false,
  rpm: 3000,
  boost: 0,
  throttle: 0,
  oilPressure: 3e5,
  crashed: false,
  panels: {},
  ecu: {},
  override: false,
};
const plain: TriggerRule = {
  any: [],
  primeS: 0,
  minOnS: 0,
  minOffS: 0,
  needsIgnition: true,
  needsInertia: true,
  overrideS: 0,
};

describe('the trigger as a state machine', () => {
  test('it does what the rule says of the whole past, moment by moment', () => {
    fc.assert(
      fc.property(rule, series, (r, s) =>
        expect(replayTrigger(r, s).map((step) => step.on)).toEqual(onByHistory(r, s)),
      ),
      { numRuns: 1000 },
    );
  });

  test('key off and crash are always off, whatever else is asked', () => {
    fc.assert(
      fc.property(rule, series, (r, s) => {
        replayTrigger(r, s).forEach((step, i) => {
          if (!s[i]!.ignition || s[i]!.crashed) expect(step.on).toBe(false);
        });
      }),
    );
  });

  test('once on it stays on for its least time, once off it stays off, key and crash and override aside', () => {
    fc.assert(
      fc.property(rule, series, (r, s) => {
        const calm = s.map((m) => ({ ...m, ignition: true, crashed: false, override: false }));
        const steps = replayTrigger(r, calm);
        let since = -Infinity;
        steps.forEach((step, i) => {
          const before = steps[i - 1]?.on ?? false;
          if (step.on === before) return;
          const least = before ? r.minOnS : r.minOffS;
          expect(step.t - since).toBeGreaterThanOrEqual(least - 1e-9);
          since = step.t;
        });
      }),
    );
  });

  test('no chatter inside the hysteresis', () => {
    const boost: Term = { kind: 'boost', above: 40e3, below: 33e3, not: false };
    const r = { ...plain, any: [{ all: [boost] }] };
    fc.assert(
      fc.property(
        fc.array(real(33.1e3, 39.9e3), { minLength: 2, maxLength: 80 }),
        fc.boolean(),
        (levels, high) => {
          const s = [high ? 50e3 : 0, ...levels].map((boostPa, i): Signals => ({
            ...still,
            t: i,
            boost: boostPa,
          }));
          const lanes = replayTrigger(r, s);
          expect(new Set(lanes.map((l) => l.on)).size).toBe(1);
        },
      ),
    );
  });

  test('prime runs its time from key-on, override its own and no longer', () => {
    const at = (r: TriggerRule, over: boolean) =>
      replayTrigger(
        r,
        Array.from({ length: 80 }, (_, i) => ({ ...still, rpm: 0, t: i * 0.1, override: over })),
      );
    expect(at({ ...plain, primeS: 2 }, false).filter((l) => l.on)).toHaveLength(20);
    expect(at({ ...plain, overrideS: 3 }, true).filter((l) => l.reason === 'override')).toHaveLength(30);
  });

  test('the plain logic is the machine with levels far from their edges and no times', () => {
    fc.assert(
      fc.property(
        rule,
        fc.boolean(),
        fc.boolean(),
        fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }),
        (r, key, crash, bits) => {
          const bare = {
            ...r,
            primeS: 0,
            minOnS: 0,
            minOffS: 0,
            overrideS: 0,
            any: r.any.map((c) => ({ all: c.all.filter((t) => t.kind === 'panel') })),
          };
          const truth = Object.fromEntries(ruleSignals(bare).map((t, i) => [signalKey(t), bits[i] ?? false]));
          const panels = { a: truth['panel:a'] ?? false, b: truth['panel:b'] ?? false };
          const [step] = replayTrigger(bare, [{ ...still, ignition: key, crashed: crash, panels }]);
          expect(step!.on).toBe(ruleRuns(bare, truth, key, crash));
        },
      ),
    );
  });
});

describe('from any rule to copper and back', () => {
  const patterns = ['full-return', 'twin-pump'].map((id) => PATTERNS.find((p) => p.id === id)!.job('x'));

  test('what is made from a rule does what the rule says, whatever the rule', () => {
    fc.assert(
      fc.property(rule, rule, fc.boolean(), (a, b, two) => {
        const doc = patterns[two ? 1 : 0]!;
        const rules: Rules = two
          ? { a: { ...own(a), loadId: 'pump-1' }, b: { ...own(b), loadId: 'pump-2' } }
          : { a: { ...own(a), loadId: 'pump' } };
        const harness = realiseRules(doc, rules);
        // More signals than a page shows are tried by the bench, not two hundred times here.
        fc.pre(tableSignals(harness, rules).length <= 7);
        const wrong = truthTable(harness, rules).filter((r) => !r.right);
        expect(wrong).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});

/** The job document's lists are not read-only. */
const own = (r: TriggerRule) => ({ ...r, any: r.any.map((c) => ({ all: c.all.map((t) => ({ ...t })) })) });

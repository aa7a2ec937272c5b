import { describe, expect, test } from '@jest/globals';
import {
  evaluatePlan,
  fullReturnJob,
  judgeChoice,
  paretoFront,
  sizingChoices,
  type SizingResult,
} from '../support/core.ts';
import { applied, example } from '../support/examples.ts';

describe('sizing search', () => {
  const doc = example('hill-climb-coupe');
  const choices = sizingChoices(doc);

  test('tries at least 500 combinations, the plan as it is among them', () => {
    expect(choices.length).toBeGreaterThanOrEqual(500);
    expect(judgeChoice(doc, choices[0]!)).toMatchObject({ changes: 0, fails: 'return overrun' });
  });

  test('what it calls good has no stop or fix when the findings judge it, and its margin is theirs', () => {
    // A spread of the combinations: all of them would take the findings minutes.
    const results = choices.filter((_, i) => i % 9 === 0).map((c) => judgeChoice(doc, c));
    const front = paretoFront(results, 8);
    expect(front.length).toBeGreaterThan(0);
    for (const r of front) {
      const plan = evaluatePlan(applied(doc, r.patch));
      expect(plan.findings.filter((f) => f.severity !== 'note').map((f) => f.code)).toEqual([]);
      const tightest = plan.states.find((s) => s.state.id === plan.tightest)!;
      expect(tightest.values!.margin!).toBeCloseTo(r.margin, 4);
    }
  });

  test('every failure it names is found by the findings too', () => {
    const known: Record<string, string[]> = {
      'return overrun': ['RETURN_OVERRUN'],
      'return back-pressure': ['RETURN_BACK_PRESSURE', 'RETURN_OVERRUN'],
      'too little supply': ['SUPPLY_SHORT'],
      'too much drop in the wiring': ['WIRE_DROP'],
      'rail too high': ['RAIL_HIGH', 'RETURN_OVERRUN'],
      'no fuse fits between load and wire': ['FUSE_OVER_WIRE', 'FUSE_LOADED'],
    };
    for (const c of choices.filter((_, i) => i % 23 === 0)) {
      const r = judgeChoice(doc, c);
      if (!r.fails) continue;
      const codes = evaluatePlan(applied(doc, r.patch)).findings.map((f) => f.code);
      expect([r.fails, codes.some((code) => known[r.fails!]!.includes(code))]).toEqual([r.fails, true]);
    }
  });

  test('a sound plan needs nothing', () => {
    const sound = fullReturnJob('x');
    expect(judgeChoice(sound, sizingChoices(sound)[0]!)).toMatchObject({
      changes: 0,
      fails: null,
      words: [],
      patch: [],
    });
  });

  test('the front leaves out what another beats and what fails', () => {
    const r = (changes: number, margin: number, amps: number, fails: string | null = null): SizingResult => ({
      words: [],
      patch: [],
      changes,
      margin,
      amps,
      fails,
    });
    const kept = paretoFront(
      [r(1, 0.2, 10), r(2, 0.1, 12), r(2, 0.5, 14), r(3, 0.5, 9), r(0, 9, 1, 'overrun')],
      8,
    );
    expect(kept.map((k) => [k.changes, k.margin])).toEqual([
      [1, 0.2],
      [2, 0.5],
      [3, 0.5],
    ]);
  });
});

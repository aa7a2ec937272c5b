import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  evaluateStates,
  fitSlope,
  fullReturnJob,
  measuredSteps,
  MEASURED_IDS,
  measuredOutcome,
  PATTERNS,
  proofMark,
  stepVerdict,
  type JobDocument,
} from '../support/core.ts';
import { applied, demoJobs } from '../support/examples.ts';

const jobs: readonly (readonly [string, JobDocument])[] = [
  ...PATTERNS.map((p) => [p.id, p.job(p.name)] as const),
  ...demoJobs(),
];
const plain = fullReturnJob('x');

describe('Tests that are readings', () => {
  test.each(jobs)('%s: every step is named once, and its prediction lies in its own band', (_, doc) => {
    for (const id of MEASURED_IDS) {
      const steps = measuredSteps(id, doc);
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
      for (const s of steps) {
        expect(`${s.does} ${s.how ?? ''} ${s.ifLow ?? ''} ${s.ifHigh ?? ''}`).not.toMatch(/undefined|NaN/);
        if (!s.expects) continue;
        const { value, low, high } = s.expects;
        expect([s.id, Number.isFinite(value) && low <= value && value <= high && low < high]).toEqual([
          s.id,
          true,
        ]);
        expect(stepVerdict(s.expects, value)).toBe('pass');
      }
      // As the car should read, all of it passes; one reading off fails by its name.
      const readings = steps.map((s) => ({ stepId: s.id, value: s.expects?.value ?? 1 }));
      if (steps.length === 0) continue;
      expect(measuredOutcome(steps, readings).verdict).toBe('pass');
      const off = steps.findIndex((s) => s.expects);
      if (off < 0) continue;
      const wrong = readings.map((r, i) =>
        i === off ? { ...r, value: steps[off]!.expects!.high * 2 + 1 } : r,
      );
      expect(measuredOutcome(steps, wrong)).toMatchObject({
        verdict: 'fail',
        misses: [{ stepId: steps[off]!.id, side: 'high' }],
      });
    }
  });

  test('what is predicted is what the plan says: base pressure and reference by hand', () => {
    const forced = evaluateStates(plain).find((s) => s.state.kind === 'forced')!.values!;
    const base = measuredSteps('base-pressure', plain);
    expect(base.find((s) => s.id === 'base:locked')!.expects!.value).toBeCloseTo(forced.railGauge, 3);
    // As found there is nothing to hold it against.
    expect(base[0]!.expects).toBeUndefined();
    const slope = measuredSteps('reference', plain).map((s) => s.expects!.value - forced.railGauge);
    // 1:1, 5 psi of 6,894.757 Pa each.
    expect(slope.map((p) => Math.round(p / 6894.757))).toEqual([0, 5, 10, 15]);
  });

  test('a regulator open to air has no reference to try; a brushless pump no winding a meter says anything of', () => {
    const open = applied(plain, [
      { op: 'replace', path: '/plumbing/elements/regulator/referenced', value: false },
    ]);
    expect(measuredSteps('reference', open)).toEqual([]);
    const brushless = applied(plain, [
      { op: 'replace', path: '/plumbing/elements/pump/type', value: 'brushless' },
    ]);
    expect(measuredSteps('winding', brushless)).toEqual([]);
  });

  test('the newest reading counts, an unread step leaves it open, readings of what is gone count for nothing', () => {
    const steps = measuredSteps('winding', plain);
    const { low, high } = steps[0]!.expects!;
    const read = (...values: number[]) => values.map((value) => ({ stepId: steps[0]!.id, value }));
    expect(measuredOutcome(steps, [])).toMatchObject({ verdict: 'incomplete', open: steps.length });
    expect(measuredOutcome(steps, read(high * 3, low))).toMatchObject({ verdict: 'pass', misses: [] });
    expect(measuredOutcome(steps, read(low, high * 3)).verdict).toBe('fail');
    expect(measuredOutcome(steps, [{ stepId: 'gone', value: 1 }]).verdict).toBe('incomplete');
  });

  test('what a run proves has a mark: noise leaves it, a changed plan does not', () => {
    const steps = measuredSteps('base-pressure', plain);
    const noisy = steps.map((s) =>
      s.expects ? { ...s, expects: { ...s.expects, high: s.expects.high * (1 + 1e-9) } } : s,
    );
    expect(proofMark(noisy)).toBe(proofMark(steps));
    const higher = applied(plain, [{ op: 'replace', path: '/brief/basePressurePa', value: 400e3 }]);
    expect(proofMark(measuredSteps('base-pressure', higher))).not.toBe(proofMark(steps));
  });

  // Least squares against readings made by a known line.
  test('a slope is found again through scatter that sums to nothing', () => {
    expect(fitSlope([[0, 1]])).toBeNull();
    expect(
      fitSlope([
        [2, 1],
        [2, 3],
      ]),
    ).toBeNull();
    const slope = fc.double({ min: -5, max: 15, noNaN: true });
    fc.assert(
      fc.property(slope, fc.double({ min: 0, max: 1e6, noNaN: true }), (k, b) => {
        const fit = fitSlope(
          [0, 35e3, 70e3, 105e3].map((x, i) => [x, k * x + b + (i === 1 || i === 2 ? -1 : 1)] as const),
        )!;
        expect(fit.slope).toBeCloseTo(k, 3);
      }),
    );
  });
});

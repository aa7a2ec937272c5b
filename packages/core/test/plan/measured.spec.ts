import { describe, expect, test } from '@jest/globals';
import { evaluateStates } from '../../src/public/advise.ts';
import { fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import {
  fitSlope,
  jobSheet,
  MEASURED_IDS,
  measuredOutcome,
  measuredSteps,
  newestOf,
  stepVerdict,
} from '../../src/public/prove.ts';
import { billOfMaterials, jointList } from '../../src/public/supply.ts';
import { applied, demoJobs } from '../support/examples.ts';
import { PSI } from '../support/units.ts';
import { fc } from '../support/sweep.ts';

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
        if (!s.over) expect(stepVerdict(s, new Map([[s.id, value]]))).toBe('pass');
      }
      // As the car should read, all of it passes; one reading off fails by its name.
      const readings = steps.map((s) => ({
        stepId: s.id,
        value: s.expects?.value ?? s.unjudged?.value ?? 1,
      }));
      if (steps.length === 0) continue;
      expect(measuredOutcome(steps, readings).verdict).toBe('pass');
      const off = steps.findIndex((s) => s.expects);
      if (off < 0) continue;
      const wrong = readings.map((r, i) =>
        i === off ? { ...r, value: steps[off]!.expects!.high * 2 + 1 } : r,
      );
      expect(measuredOutcome(steps, wrong)).toMatchObject({
        verdict: 'fail',
        misses: [
          {
            stepId: steps[off]!.id,
            side: 'high',
            ...(steps[off]!.ifHigh ? { usually: steps[off]!.ifHigh } : {}),
          },
        ],
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
    expect(slope.map((p) => Math.round(p / PSI))).toEqual([0, 5, 10, 15]);
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

  test('the high side is read against the car’s own figures, and only those that are known', () => {
    const direct = PATTERNS.find((p) => p.id === 'direct-injection')!.job('x');
    const id = Object.entries(direct.plumbing.junctions).find(([, j]) => j.kind === 'high-pressure-pump')![0];
    const at = (of: string) => `/plumbing/junctions/${id}/${of}`;
    const figures = applied(direct, [
      { op: 'add', path: at('coldStartPa'), value: 11.4e6 },
      { op: 'add', path: at('warmIdlePa'), value: 2.9e6 },
    ]);
    const steps = measuredSteps('high-side', figures);
    expect(steps.filter((s) => s.id.startsWith(id)).map((s) => s.expects!.value)).toEqual(
      expect.arrayContaining([11.4e6, 2.9e6]),
    );
    expect(measuredOutcome(steps, [{ stepId: `${id}:warmIdlePa`, value: 5e6 }]).misses).toMatchObject([
      { side: 'high' },
    ]);
    expect(measuredSteps('high-side', plain)).toEqual([]);
  });

  test('one pump needs no test of its own; of two each is read with the other dead', () => {
    expect(measuredSteps('each-pump', plain)).toEqual([]);
    const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    const steps = measuredSteps('each-pump', twin);
    expect(steps.map((s) => s.id)).toEqual(['pump-1:alone', 'pump-2:alone']);
    const both = evaluateStates(twin).find((s) => s.state.kind === 'forced')!.values!.railGauge;
    for (const s of steps) expect(s.expects!.value).toBeLessThan(both + 20e3);
  });

  // By hand: 0.5 to 4.5 V over 0 to 150 psi is 0.5 V at nothing and 0.5 + 4·43.5/150 V at 43.5 psi.
  test('a sender is read at nothing and at the forced rail, by its own scale', () => {
    const sent = applied(plain, [
      {
        op: 'add',
        path: '/wiring/loads',
        value: {
          rail: {
            kind: 'sender',
            name: 'Rail sender',
            amps: 0.01,
            draws: 'current',
            when: 'key',
            fed: '5V',
            reads: 'fuel',
            lowPa: 0,
            highPa: 150 * PSI,
            lowV: 0.5,
            highV: 4.5,
          },
        },
      },
    ]);
    const rail = evaluateStates(sent).find((s) => s.state.kind === 'forced')!.values!.railGauge;
    const steps = measuredSteps('sensors', sent);
    expect(steps.map((s) => s.expects!.value)).toEqual([
      5,
      0.5,
      expect.closeTo(0.5 + (4 * rail) / (150 * PSI), 4),
    ]);
    expect(steps.at(-1)!.at).toMatchObject({ dimension: 'pressure', value: expect.closeTo(rail, 2) });
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

describe('base pressure of an add-on supply', () => {
  const addOn = PATTERNS.find((p) => p.id === 'supplementary')!.job('x');
  const steps = measuredSteps('base-pressure', addOn);
  const psi = (value: number) => value * 6894.757;
  const judged = (read: Readonly<Record<string, number>>) => {
    const readings = Object.entries(read).map(([id, value]) => ({ stepId: `base:${id}`, value: psi(value) }));
    const newest = newestOf(readings);
    const locked = steps.find((s) => s.id === 'base:locked')!;
    return {
      locked: stepVerdict(locked, newest),
      of: measuredOutcome(steps, readings),
    };
  };

  test.each([
    // [factory, division, read, verdict]: 0 to 2 psi over the measured figure, read to half a division.
    [52, 2, 50.9, 'low'],
    [52, 2, 51.0, 'unsure'],
    [52, 2, 51.9, 'unsure'],
    [52, 2, 52.0, 'pass'],
    [52, 2, 54.0, 'pass'],
    [52, 2, 55.0, 'pass'],
    [52, 2, 55.1, 'high'],
    [52, 0.2, 51.8, 'low'],
    [52, 0.2, 51.9, 'unsure'],
    [52, 0.2, 54.2, 'high'],
    // A factory rail that holds more than the plan has for it: what the plan has does not count.
    [66, 2, 60, 'low'],
    [66, 2, 67, 'pass'],
  ] as const)(
    'over a factory rail measured at %s psi, gauge divided in %s psi: %s psi is %s',
    (factory, division, set, verdict) => {
      const { locked, of } = judged({ factory, division, set, locked: set });
      expect(locked).toBe(verdict);
      expect(of.verdict).toBe(verdict === 'pass' ? 'pass' : verdict === 'unsure' ? 'incomplete' : 'fail');
      if (of.misses[0]) expect(of.misses[0].low).toBeCloseTo(psi(factory), 0);
    },
  );

  test('is not judged before the factory figure has been read, and never passes without it', () => {
    const { locked, of } = judged({ set: 60, locked: 60, division: 2 });
    expect(locked).toBe('too-early');
    expect(of).toMatchObject({ verdict: 'incomplete', misses: [], open: 3 });
  });

  test('leaves the injectors alone: no rings ordered, no step, no joint', () => {
    expect(
      jobSheet(addOn)
        .map((s) => s.does)
        .join(),
    ).not.toMatch(/injector/i);
    expect(
      jointList(addOn)
        .map((j) => j.where)
        .join(),
    ).not.toMatch(/injector/i);
    expect(JSON.stringify(billOfMaterials(addOn))).not.toMatch(/injector/i);
  });
});

describe('base pressure', () => {
  const set = (doc: JobDocument) => measuredSteps('base-pressure', doc);

  test('says what the expected figure is made of: what is set, and what the pumps’ flow adds', () => {
    const twin = PATTERNS.find((p) => p.id === 'twin-pump')!.job('x');
    for (const [doc, whose] of [
      [plain, 'from the pump’s flow'],
      [twin, 'from both pumps’ flow'],
    ] as const) {
      const locked = set(doc).find((s) => s.id === 'base:locked')!;
      const [base, flow] = locked.contains!;
      expect(base).toEqual({ what: 'set', value: doc.brief.basePressurePa });
      expect(flow!.what).toBe(whose);
      expect(base!.value + flow!.value).toBeCloseTo(locked.expects!.value, 3);
      expect(flow!.value).toBeGreaterThan(0);
    }
  });

  test('has no reference hose where the regulator is open to air, and no rows for direct injection', () => {
    const open = applied(plain, [
      { op: 'replace', path: '/plumbing/elements/regulator/referenced', value: false },
    ]);
    expect(set(open).map((s) => s.id)).toEqual(['base:before', 'base:set', 'base:locked']);
    expect(
      set(open)
        .map((s) => `${s.does} ${s.how}`)
        .join(),
    ).not.toMatch(/hose/i);
    expect(measuredSteps('reference', open)).toEqual([]);
    expect(set(plain).map((s) => s.id)).toContain('base:hose-on');
    expect(set(PATTERNS.find((p) => p.id === 'direct-injection')!.job('x'))).toEqual([]);
  });
});

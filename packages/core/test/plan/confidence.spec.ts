import { describe, expect, test } from '@jest/globals';
import { normalQuantile, quasiRandom } from '../../src/numerics/quasi-random.ts';
import { UNCERTAIN, varied } from '../../src/advise/confidence.ts';
import { spreadsOf, spreadWords } from '../../src/advise/spreads.ts';
import { confidenceSamples, evaluatePlan, summarizeConfidence } from '../../src/public/advise.ts';
import { fullReturnJob } from '../../src/public/document.ts';
import { applied } from '../support/examples.ts';

const doc = fullReturnJob('x');
const run = (d = doc, n = 200, seed = 1) => confidenceSamples(d, 'pull-3', 0, n, seed);

const MEASURED = { origin: 'measured', value: 0.6, by: 'Tess Varga', at: '2026-11-27' };

describe('confidence run', () => {
  test('is repeatable, may be taken in stretches, and another seed draws otherwise', () => {
    const whole = run(doc, 40);
    const parts = [
      ...confidenceSamples(doc, 'pull-3', 0, 15, 1),
      ...confidenceSamples(doc, 'pull-3', 15, 25, 1),
    ];
    expect(parts).toEqual(whole);
    expect(run(doc, 5, 2)).not.toEqual(run(doc, 5, 1));
  });

  test('centres on the plan’s own margin and spreads about as its largest input', () => {
    const own = evaluatePlan(doc).states.find((s) => s.state.id === 'pull-3')!.values!.margin!;
    const c = summarizeConfidence(run(), doc);
    expect(Math.abs(c.middle - own)).toBeLessThan(0.03);
    // Margin + 1 goes with pump and with 1/BSFC: ±8 % and ±5 % and a little more give about ±10 % at two deviations.
    const half = (c.high - c.low) / 2 / (1 + own) / 1.645;
    expect(half).toBeGreaterThan(0.04);
    expect(half).toBeLessThan(0.07);
    expect(c.met).toBe(1);
    expect(c.drivers[0]!.name).toBe('fuel consumption');
    expect(c.drivers.reduce((a, d) => a + d.share, 0)).toBeCloseTo(1, 9);
  });

  test('a plan right on the edge is about even; the spread replaces the design margin', () => {
    const own = evaluatePlan(doc).states.find((s) => s.state.id === 'pull-3')!.values!.margin!;
    const edge = applied(
      doc,
      doc.brief.pull.map((p, i) => ({
        op: 'replace' as const,
        path: `/brief/pull/${i}/powerW`,
        value: p.powerW * (1 + own),
      })),
    );
    const { met } = summarizeConfidence(run(edge), edge);
    expect(met).toBeGreaterThan(0.3);
    expect(met).toBeLessThan(0.7);
  });

  test('every spread is two standard deviations, as the page says: at a score of 2 an input is at its end', () => {
    const at = (z: number) =>
      varied(
        spreadsOf(doc),
        UNCERTAIN.map(() => z),
      );
    const words = spreadWords(doc);
    expect([words.roughness, at(2).roughness, at(-2).roughness]).toEqual(['half to double', 2, 0.5]);
    expect([words.bsfc, at(2).consumption]).toEqual(['±8%', 1.08]);
    expect([words.pump, at(2).pumpFlow['pump']]).toEqual(['±5%', 1.05]);
    expect([words.fittings, at(-2).minorK]).toEqual(['±20%', 0.8]);
    expect([words.volts, at(2).chargingV]).toEqual(['±0.3 V', 0.3]);
    expect([words.ethanol, at(2).ethanol]).toEqual(['±10 points', 0.1]);
    expect(at(0).roughness).toBe(1);
  });

  test('measured ethanol narrows the spread it causes', () => {
    const share = (measured: boolean) => {
      const d = applied(doc, [
        { op: 'replace', path: '/brief/fuel/ethanol', value: 0.6 },
        ...(measured ? [{ op: 'add' as const, path: '/brief/fuel/ethanolFrom', value: MEASURED }] : []),
      ]);
      return summarizeConfidence(run(d), d).drivers.find((x) => x.name === 'ethanol content')!.share;
    };
    expect(share(true)).toBeLessThan(share(false) / 3);
  });

  test('nothing to judge gives nothing', () => {
    expect(confidenceSamples(doc, 'idle-not-there', 0, 5, 1)).toEqual([]);
    expect(summarizeConfidence([], doc).met).toBeNaN();
  });
});

describe('the draws behind it', () => {
  test('normal quantiles against a printed table (z of 0.5, 0.8413, 0.975, 0.995)', () => {
    for (const [p, z] of [
      [0.5, 0],
      [0.841345, 1],
      [0.975, 1.959964],
      [0.995, 2.575829],
      [0.01, -2.326348],
    ] as const) {
      expect(normalQuantile(p)).toBeCloseTo(z, 4);
    }
  });

  test('fill the cube evenly: every tenth of each axis gets its tenth within 3 % of 1,000', () => {
    const points = Array.from({ length: 1000 }, (_, n) => quasiRandom(n, UNCERTAIN.length, 1));
    for (let d = 0; d < UNCERTAIN.length; d++) {
      for (let k = 0; k < 10; k++) {
        const inside = points.filter((p) => p[d]! >= k / 10 && p[d]! < (k + 1) / 10).length;
        expect(Math.abs(inside - 100)).toBeLessThanOrEqual(30);
      }
    }
  });
});

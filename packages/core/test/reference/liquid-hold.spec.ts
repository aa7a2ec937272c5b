import { describe, expect, test } from '@jest/globals';
import { fullReturnJob, PATTERNS } from '../../src/public/document.ts';
import { heldFuel } from '../../src/public/engine.ts';
import {
  DROP_M3,
  giveWithGas,
  type Isolation,
  ISOLATIONS,
  leakWayName,
  leakWays,
  liquidHold,
  liquidOutcome,
  liquidProvableAfter,
  stiffnessOf,
} from '../../src/public/prove.ts';
import { gauge } from '../../src/public/quantities.ts';
import { demoJobs } from '../support/examples.ts';
import { fc } from '../support/sweep.ts';

const at = (atS: number, kPa: number, kelvin = 293.15) => ({ atS, pressure: gauge(kPa * 1e3), kelvin });
const line = { stiffness: { give: 2e-11, u: 0 }, swells: 1e-6, resolution: 690, limit: 2e-9 };

describe('Hold with fuel', () => {
  // By hand: S = 2 mL / 100 kPa = 2e-11 m³/Pa; 30 kPa in 300 s is 2e-11·30e3/300 = 2e-9 m³/s, and a drop is 0.025 mL.
  test('a measured stiffness turns a fall into drops', () => {
    expect(stiffnessOf([{ drawn: 2e-6, before: gauge(300e3), after: gauge(200e3) }], 690)!.give).toBeCloseTo(
      2e-11,
      16,
    );
    const r = liquidHold(line, [at(0, 300), at(300, 270)]);
    expect(r.leak).toBeCloseTo(2e-9, 14);
    expect(r.dropsPerMinute).toBeCloseTo((2e-9 * 60) / 0.025e-6, 8);
    expect(DROP_M3).toBe(0.025e-6);
  });

  // By hand: water, K = 2.2 GPa, 1 L: 4.5e-13 m³/Pa; 10 mL of air at 400 kPa absolute gives 2.5e-11 m³/Pa, fifty times that.
  test('gas left in the line is most of its give (bulk modulus and Boyle’s law by hand)', () => {
    expect(giveWithGas(1e-3 / 2.2e9, 0, 400e3)).toBeCloseTo(4.545e-13, 16);
    expect(giveWithGas(1e-3 / 2.2e9, 10e-6, 400e3)).toBeCloseTo(2.5e-11 + 4.545e-13, 15);
  });

  // By hand: 1 K of cooling takes 1e-6 m³ out of a line of S = 2e-11: 50 kPa with nothing lost.
  test('cooling alone is no leak, and warming hides none', () => {
    const cooled = liquidHold(line, [at(0, 300), at(1200, 250, 292.15)]);
    expect(cooled.leak).toBeCloseTo(0, 12);
    expect(cooled.verdict.kind).toBe('pass');
    const warmed = liquidHold(line, [at(0, 300), at(1200, 300, 296.15)]);
    expect(warmed.leak).toBeCloseTo(3e-6 / 1200, 12);
    expect(warmed.verdict.kind).not.toBe('pass');
  });

  test('a pressure that rises at steady temperature never passes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-12, max: 1e-9, noNaN: true }),
        fc.double({ min: 150, max: 400, noNaN: true }),
        fc.integer({ min: 30, max: 3600 }),
        (give, more, s) => {
          const { verdict } = liquidHold({ ...line, swells: 0, stiffness: { give, u: 0 } }, [
            at(0, 100),
            at(s / 2, 100 + more / 2),
            at(s, 100 + more),
          ]);
          expect(verdict.kind).toBe('rising');
        },
      ),
    );
  });

  test('what it says to wait is enough, and not before', () => {
    const wait = liquidProvableAfter(line);
    expect(liquidHold(line, [at(0, 300), at(wait * 1.01, 300)]).verdict.kind).toBe('pass');
    const early = liquidHold(line, [at(0, 300), at(wait * 0.99, 300)]);
    expect(early.verdict.kind).toBe('cannot-tell');
    if (early.verdict.kind !== 'cannot-tell') return;
    expect(early.verdict.waitS).toBeGreaterThanOrEqual(wait * 0.99);
  });

  test('needle steps do not flip a verdict once it stands', () => {
    // 20 kPa in 1,000 s through a gauge of 690 Pa, read each half minute.
    const stepped = Array.from({ length: 60 }, (_, i) =>
      at(i * 30, Math.round((300 - i * 0.6) / 0.69) * 0.69),
    );
    const kinds = stepped.map(
      (_, i) => liquidHold({ ...line, swells: 0 }, stepped.slice(0, i + 1)).verdict.kind,
    );
    const told = kinds.slice(kinds.findIndex((k) => k === 'pass' || k === 'fail'));
    expect(new Set(told).size).toBe(1);
  });

  test('no draw-off, or one the gauge cannot see, tells no stiffness', () => {
    expect(stiffnessOf([], 690)).toBeNull();
    expect(stiffnessOf([{ drawn: 1e-6, before: gauge(3e5), after: gauge(3e5) }], 690)).toBeNull();
    expect(stiffnessOf([{ drawn: 1e-6, before: gauge(3e5), after: gauge(3.1e5) }], 690)).toBeNull();
    expect(stiffnessOf([{ drawn: 1e-6, before: gauge(3e5), after: gauge(3e5 - 400) }], 690)).toBeNull();
  });
});

describe('Which way it leaks', () => {
  const flow = fc.double({ min: 0, max: 2e-8, noNaN: true });

  test('every leak is found again from the holds, whichever way it goes', () => {
    fc.assert(
      fc.property(
        flow,
        flow,
        flow,
        fc.subarray([...ISOLATIONS], { minLength: 1 }),
        (ret, feed, rail, done) => {
          const of: Record<Isolation, number> = {
            open: ret + feed + rail,
            'return-capped': feed + rail,
            'feed-capped': ret + rail,
            'both-capped': rail,
          };
          const ways = leakWays(
            done.map((isolation) => ({ isolation, leak: of[isolation], uncertainty: 1e-11 })),
            1e-10,
          );
          for (const w of ways) expect(w.leak).toBeCloseTo({ return: ret, feed, rail }[w.way], 14);
          if (done.length >= 3) expect(ways.map((w) => w.way)).toEqual(['return', 'feed', 'rail']);
        },
      ),
    );
  });

  test('a hold too short to tell says so, and one end capped says nothing of the other', () => {
    const vague = leakWays(
      [
        { isolation: 'open', leak: 5e-9, uncertainty: 4e-9 },
        { isolation: 'return-capped', leak: 1e-9, uncertainty: 4e-9 },
      ],
      2e-9,
    );
    expect(vague).toMatchObject([{ way: 'return', verdict: 'cannot-tell' }]);
    expect(leakWays([{ isolation: 'open', leak: 5e-9, uncertainty: Infinity }], 2e-9)).toEqual([]);
  });

  test('a regulator that leaks back is told from the rail, by its name', () => {
    const setup = { swells: 0, resolution: 690, limit: 2e-9 };
    const draws = [{ drawn: 2e-6, before: gauge(300e3), after: gauge(200e3) }];
    const held = (isolation: Isolation, lost: number) => [
      { isolation, ...at(0, 300) },
      { isolation, ...at(600, 300 - lost) },
    ];
    expect(liquidOutcome(setup, [], held('open', 100)).verdict).toBe('incomplete');
    const found = liquidOutcome(setup, draws, [...held('open', 120), ...held('return-capped', 0)]);
    expect(found).toMatchObject({ verdict: 'fail', ways: [{ way: 'return', verdict: 'leaks' }] });
    expect(leakWayName(fullReturnJob('x'), 'return')).toBe('Regulator: seat or diaphragm, to the return');
    expect(liquidOutcome(setup, draws, held('open', 0)).verdict).toBe('pass');
  });
});

describe('Fuel that stands under pressure', () => {
  test.each([...PATTERNS.map((p) => [p.id, p.job(p.name)] as const), ...demoJobs()])(
    '%s: what is held is part of what a hold with gas fills, and gives and swells',
    (_, doc) => {
      const held = heldFuel(doc);
      if (Object.keys(doc.plumbing.elements).length === 0) return;
      expect(held.volume).toBeGreaterThan(0);
      expect(held.give).toBeGreaterThan(0);
      expect(held.swells).toBeGreaterThan(0);
      expect(held.swellsHot).toBeLessThanOrEqual(held.swells);
    },
  );
});

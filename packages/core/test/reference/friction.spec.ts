import { describe, expect, test } from '@jest/globals';
import { darcyFriction } from '../../src/flow/friction.ts';
import { BRANCH_LOSSES, branchLoss, branchNumbers, type LegLoss } from '../../src/flow/branch-losses.ts';
import { bendLoss, boreChangeLoss, hoseEndLoss, VESSEL_K } from '../../src/flow/minor-losses.ts';
import { lossAt, pipeRun } from '../../src/flow/pipe.ts';
import { LPH } from '../support/units.ts';

/** Colebrook by bare fixed-point iteration, independent of the Newton solution under test. */
const colebrookByIteration = (re: number, rr: number): number => {
  let x = 7;
  for (let i = 0; i < 400; i++) x = -2 * Math.log10(rr / 3.7 + (2.51 * x) / re);
  return 1 / (x * x);
};

describe('friction factor', () => {
  test('is Colebrook above Re 4,000 within 0.1 %', () => {
    for (const re of [4000, 5000, 8000, 1e4, 3e4, 1e5, 1e6, 1e7]) {
      for (const rr of [0, 1e-5, 1e-4, 1e-3, 1e-2]) {
        expect(Math.abs(darcyFriction(re, rr).f / colebrookByIteration(re, rr) - 1)).toBeLessThan(1e-9);
      }
    }
  });

  // Moody chart readings as printed in fluid-mechanics handbooks (Moody 1944).
  test.each([
    [1e4, 0, 0.0309],
    [1e5, 1e-4, 0.0185],
    [1e6, 1e-3, 0.0199],
    [1e5, 1e-3, 0.0222],
  ])('handbook point Re %d, ε/D %d', (re, rr, f) => {
    expect(darcyFriction(re, rr).f).toBeCloseTo(f, 4);
  });

  test('is 64/Re below 2,000 and joins without a step; head loss rises all the way through the bridge', () => {
    expect(darcyFriction(1000, 1e-4).f).toBeCloseTo(0.064, 10);
    for (const re of [2000, 4000]) {
      expect(darcyFriction(re - 1e-6, 1e-4).f / darcyFriction(re + 1e-6, 1e-4).f).toBeCloseTo(1, 7);
    }
    let before = 0;
    for (let re = 1500; re < 5000; re += 5) {
      const loss = darcyFriction(re, 2e-4).f * re * re;
      expect(loss).toBeGreaterThan(before);
      before = loss;
    }
  });
});

describe('hose loss', () => {
  // 5 m, 400 L/h of gasoline 0.745 kg/L, ν 0.58 mm²/s, roughness 1.5 µm: worked by hand from Darcy and Colebrook.
  test.each([
    [7.9, 28.9],
    [8.7, 18.2],
    [10.3, 8.1],
    [11.1, 5.66],
    [12.7, 2.98],
  ])('%d mm bore loses %d kPa', (bore, kpa) => {
    const law = pipeRun(
      { length: 5, bore: bore / 1000, roughness: 1.5e-6, minorK: 0 },
      { density: 745, kinematicViscosity: 0.58e-6 },
    );
    expect(Math.abs(lossAt(law, 400 * LPH) / 1000 / kpa - 1)).toBeLessThan(0.005);
  });

  // [0.5(1−b²) + K + (1−b²)²]/b⁴ worked by hand for b = 0.85.
  test.each([
    [0.1, 0.6],
    [0.3, 0.99],
    [0.5, 1.37],
    [1.2, 2.71],
  ])('a hose end of K %d takes %d on the hose bore', (k, onHose) => {
    expect(Math.abs(hoseEndLoss(k, 0.85) - onHose)).toBeLessThan(0.02);
  });

  test('sudden change of bore 5.6 to 7.9 mm: 0.248 out, 0.25 back (Borda–Carnot; Crane TP-410)', () => {
    expect(boreChangeLoss(5.6, 7.9)).toBeCloseTo(0.248, 3);
    expect(boreChangeLoss(7.9, 5.6)).toBeCloseTo(0.249, 2);
    expect(boreChangeLoss(7.9, 7.9)).toBe(0);
  });

  // Crane TP-410, resistance of gradual enlargements and contractions (from memory): 2.6·sin(θ/2)(1−β²)² and
  // 0.8·sin(θ/2)(1−β²) up to 45°; (1−β²)² and 0.5·√sin(θ/2)·(1−β²) above. Worked by hand for β² = 0.5.
  test.each([
    [10, 0.0567, 0.0349],
    [30, 0.1682, 0.1035],
    [45, 0.2487, 0.1531],
    [60, 0.25, 0.1768],
    [118, 0.25, 0.2315],
    [180, 0.25, 0.25],
  ])('a cone of %d°: %d out, %d back', (degrees, out, back) => {
    expect(boreChangeLoss(1, Math.SQRT2, degrees)).toBeCloseTo(out, 3);
    expect(boreChangeLoss(Math.SQRT2, 1, degrees)).toBeCloseTo(back, 3);
  });

  // Crane TP-410 (2009 and later; from memory), 90° tee of equal bores, K on the velocity of the leg that carries all, y the
  // share of the branch. Dividing: straight 0.4·y², branch 1 + 0.3·y². Combining: straight 1.55·y − y², branch
  // C·[1 + y² − 2(1 − y)²], C 0.9(1 − y) up to 0.4 and 0.55 above.
  describe('the legs of a tee', () => {
    const SHARES = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1];
    const k = (loss: LegLoss, s: number) =>
      loss.steady + (loss.byShare + loss.byVelocity) * s + (loss.byShare2 + loss.byVelocity2) * s * s;
    const { dividing, combining } = BRANCH_LOSSES.tee;
    /** What is added for the fitting itself where all goes straight on (typical). */
    const own = (s: number) => 0.3 * s * s;

    test.each(SHARES)('with %d in the branch', (y) => {
      expect(k(dividing.side, y)).toBeCloseTo(1 + 0.3 * y * y, 10);
      expect(k(dividing.through, 1 - y)).toBeCloseTo(0.4 * y * y + own(1 - y), 10);
      expect(k(combining.through, 1 - y)).toBeCloseTo(1.55 * y - y * y + own(1 - y), 10);
      const crane = (y <= 0.4 ? 0.9 * (1 - y) : 0.55) * (1 + y * y - 2 * (1 - y) ** 2);
      expect(Math.abs(k(combining.side, y) - crane)).toBeLessThan(0.09);
    });

    test.each(['tee', 'y'] as const)(
      'a %s as a whole always loses, though one leg may be drawn along',
      (form) => {
        for (const y of SHARES)
          for (const legs of Object.values(BRANCH_LOSSES[form]))
            expect(y * k(legs.side, y) + (1 - y) * k(legs.through, 1 - y)).toBeGreaterThan(0);
        expect(k(BRANCH_LOSSES[form].combining.side, 0)).toBeLessThan(0);
      },
    );

    test.each(['tee', 'y'] as const)(
      'a %s never gives pressure, also with a leg run the wrong way, and has no jump',
      (form) => {
        for (const legs of Object.values(BRANCH_LOSSES[form])) {
          const [side, through] = [legs.side, legs.through].map((l) =>
            branchNumbers(l, { all: 0.008, leg: 0.01 }, 745),
          );
          for (let y = -6; y <= 7; y += 0.05) {
            const all = 200 * LPH;
            const [a, b] = [y * all, (1 - y) * all];
            expect(a * branchLoss(side!, all, a) + b * branchLoss(through!, all, b)).toBeGreaterThan(0);
            const step = 1e-6 * all;
            const jump = branchLoss(side!, all, a + step) - branchLoss(side!, all, a - step);
            expect(Math.abs(jump)).toBeLessThan(1e-3 * branchLoss(through!, all, 8 * all));
          }
          for (const q of [-3, -1, 1, 3].map((x) => x * LPH)) {
            const [back, on] = [branchLoss(side!, -1e-15, q), branchLoss(side!, 1e-15, q)];
            expect(Math.abs(back - on)).toBeLessThan(1e-6 * Math.abs(on));
          }
        }
      },
    );

    test('a leg with little flow has the loss of the flow that passes it', () => {
      const numbers = branchNumbers(dividing.side, { all: 0.0103, leg: 0.0079 }, 745);
      const all = 300 * LPH;
      const head = (745 * (all / ((Math.PI * 0.0103 ** 2) / 4)) ** 2) / 2;
      expect(branchLoss(numbers, all, 0) / head).toBeCloseTo(1, 10);
      expect(branchLoss(numbers, all, 3 * LPH) / head).toBeCloseTo(1, 2);
      // Turned about it loses the other way. Against the flow that passes it loses its own way as well.
      expect(branchLoss(numbers, all, -0.2 * all)).toBeLessThan(branchLoss(numbers, all, 0));
      expect(branchLoss(numbers, -all, -3 * LPH)).toBe(-branchLoss(numbers, all, 3 * LPH));
    });
  });

  test('entrances and exits (Crane TP-410): flush 0.5, standing in 0.78, out of the line 1.0', () => {
    expect(VESSEL_K).toEqual({ flush: 0.5, projecting: 0.78, exit: 1 });
  });

  test('90° bends without arc friction (Rennels & Hudson): 0.23, 0.14, 0.13, 0.12 at r/d 1.5, 3, 5, 10', () => {
    expect([1.5, 3, 5, 10].map((r) => bendLoss(90, r))).toEqual([0.23, 0.14, 0.13, 0.12]);
  });
});

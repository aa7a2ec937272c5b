import { describe, expect, test } from '@jest/globals';
import { pumpLaw, type PumpModel } from '../../src/kinds/plumbing/pump/pump-model.ts';
import { threeNumberPull } from '../../src/public/demand.ts';
import { pumpFromPoint, PUMPS } from '../../src/public/kinds.ts';
import { LPH } from '../support/units.ts';
import { fc } from '../support/sweep.ts';

describe('curves at several volts', () => {
  const base = PUMPS.T340.model;
  const low = {
    volts: 12,
    pressures: base.curve.pressures,
    flows: base.curve.flows.map((q) => q * 0.86),
    currents: base.curve.currents.map((i) => i * 0.92),
  };
  const law = pumpLaw({ ...base, moreCurves: [low] });

  test('on a curve it gives the curve, half way between two the middle, and calls neither scaled', () => {
    const [a, b, mid] = [law(300e3, 12), law(300e3, 13.5), law(300e3, 12.75)];
    expect(a.flow).toBeCloseTo(low.flows[2]!, 12);
    expect(b.flow).toBeCloseTo(base.curve.flows[2]!, 12);
    expect(mid.flow).toBeCloseTo((a.flow + b.flow) / 2, 12);
    expect(mid.current).toBeCloseTo((a.current + b.current) / 2, 9);
    expect([a, b, mid].map((p) => p.scaled)).toEqual([false, false, false]);
  });

  test('beyond them the law of the nearest one goes on, and says scaled', () => {
    expect(law(300e3, 14.5).flow).toBeCloseTo(pumpLaw(base)(300e3, 14.5).flow, 12);
    expect(law(300e3, 10).flow).toBeCloseTo(pumpLaw({ ...base, curve: low })(300e3, 10).flow, 12);
    expect(law(300e3, 10).scaled).toBe(true);
  });
});

describe('speed command', () => {
  test('a brushless pump held at a speed no longer feels its volts', () => {
    const law = pumpLaw(PUMPS.B1100.model);
    expect(law(300e3, 12, 0.5).flow).toBeCloseTo(law(300e3, 14, 0.5).flow, 12);
    expect(law(300e3, 14, 0.5).speed).toBe(0.5);
    expect(law(300e3, 14, 0.5).current).toBeLessThan(0.6 * law(300e3, 14).current);
  });

  test('a brushed pump behind a controller sees its share of the volts, the supply its share of the current', () => {
    const law = pumpLaw(PUMPS.T470.model);
    const chopped = law(250e3, 14, 0.8);
    const plain = law(250e3, 11.2);
    expect(chopped.flow).toBeCloseTo(plain.flow, 12);
    expect(chopped.current).toBeCloseTo(0.8 * plain.current, 9);
  });

  test('more speed never gives less flow', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<PumpModel>(...Object.values(PUMPS).map((p) => p.model)),
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 500e3, noNaN: true }),
        (model, speed, pressure) => {
          const law = pumpLaw(model);
          expect(law(pressure, 13.5, speed + 0.05).flow).toBeGreaterThanOrEqual(
            law(pressure, 13.5, speed).flow - 1e-12,
          );
        },
      ),
    );
  });
});

describe('a pump known by one point', () => {
  test.each(['turbine', 'positive-displacement', 'brushless'] as const)(
    '%s: the point is on its curve',
    (type) => {
      const model = pumpFromPoint({ type, flow: 340 * LPH, pressure: 275_790, volts: 13, amps: 11 })!;
      const at = pumpLaw(model)(275_790, 13);
      expect(at.flow / LPH).toBeCloseTo(340, 6);
      expect(at.current).toBeCloseTo(11, 6);
      expect(pumpLaw(model)(400e3, 13).flow).toBeLessThan(at.flow);
    },
  );

  test('a point no pump of the type reaches is refused', () => {
    expect(pumpFromPoint({ type: 'turbine', flow: 340 * LPH, pressure: 2.5e6, volts: 13.5 })).toBeNull();
    expect(pumpFromPoint({ type: 'turbine', flow: 0, pressure: 3e5, volts: 13.5 })).toBeNull();
  });
});

describe('a pull from three numbers', () => {
  const three = { powerW: 300e3, powerRpm: 6500, torqueRpm: 4000, redline: 7200, boostPa: 90e3 };
  const pull = threeNumberPull(three);

  test('power peaks where it was said to, torque where it was said to', () => {
    const most = [...pull].sort((a, b) => b.powerW - a.powerW)[0]!;
    expect(most.rpm).toBe(6500);
    expect(most.powerW).toBeCloseTo(300e3, 3);
    const torque = (p: (typeof pull)[number]) => p.powerW / p.rpm;
    expect([...pull].sort((a, b) => torque(b) - torque(a))[0]!.rpm).toBe(4000);
    expect(pull.at(-1)!.rpm).toBe(7200);
    expect(pull.find((p) => p.rpm === 4000)!.boostPa).toBe(90e3);
    expect(pull[0]!.boostPa).toBeLessThan(90e3);
  });

  test('speeds out of order give nothing', () => {
    expect(threeNumberPull({ ...three, torqueRpm: 6600 })).toEqual([]);
    expect(threeNumberPull({ ...three, redline: 6000 })).toEqual([]);
  });
});

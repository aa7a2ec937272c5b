import { describe, expect, test } from '@jest/globals';
import { injectorDuty } from '../../src/demand/injectors.ts';
import { fuelDemand, pullAt } from '../../src/demand/pull.ts';
import { fuelProperties } from '../../src/fuel/fuel.ts';
import { ruleOfThumbRatio, volumeRatio } from '../../src/public/demand.ts';
import {
  gasDecay,
  HOLD_PATIENCE,
  holdProposal,
  provableAfter,
  storedEnergy,
} from '../../src/public/prove.ts';
import { absolute, gauge } from '../../src/public/quantities.ts';
import { toAbsolute } from '../../src/quantities/pressure.ts';

const blend = (ethanol: number) => ({ ethanol, gasolineDensity15: 745, rvpPa: 62e3 });
const T15 = 288.15;

describe('fuel', () => {
  // By stoichiometry at equal lambda; the energy ratio agrees within 0.2 %.
  test.each([
    [0.1, 1.036],
    [0.5, 1.207],
    [0.7, 1.316],
    [0.85, 1.412],
    [1, 1.523],
  ])('%d ethanol takes %d times the volume', (x, ratio) => {
    expect(volumeRatio(blend(x))).toBeCloseTo(ratio, 3);
    const gas = fuelProperties(blend(0), T15);
    const fuel = fuelProperties(blend(x), T15);
    const byEnergy = (gas.heatingValue * gas.density) / (fuel.heatingValue * fuel.density);
    expect(Math.abs(byEnergy / ratio - 1)).toBeLessThan(0.003);
  });

  test('rule of thumb: 85 % takes a third more (common practice)', () => {
    expect(ruleOfThumbRatio(0.85)).toBeCloseTo(1.33, 6);
  });

  test('gasoline expands 1.21e-3 /K at 745 kg/m³ (ASTM D1250 form); ethanol is 789.3 kg/m³ at 20 °C', () => {
    expect(fuelProperties(blend(0), T15).expansion).toBeCloseTo(1.213e-3, 5);
    expect(fuelProperties(blend(1), 293.15).density).toBeCloseTo(789.3, 0);
  });

  test('E70 viscosity 1.138 mm²/s at 20 °C by log mixing', () => {
    expect(fuelProperties(blend(0.7), 293.15).kinematicViscosity * 1e6).toBeCloseTo(1.138, 3);
  });

  test('vapour pressure: ethanol 16 kPa at 37.8 °C (Antoine), 62 kPa gasoline reads 66 kPa true; rises with heat', () => {
    expect(fuelProperties(blend(1), 310.95).vapourPressure / 1000).toBeCloseTo(15.9, 0);
    expect(fuelProperties(blend(0), 310.95).vapourPressure / 1000).toBeCloseTo(66.1, 1);
    for (const x of [0, 0.3, 0.7, 0.9, 1]) {
      expect(fuelProperties(blend(x), 320).vapourPressure).toBeGreaterThan(
        fuelProperties(blend(x), 300).vapourPressure,
      );
    }
  });

  test('5 US gal/min of E85 at 15 °C is 1,969 lb/h', () => {
    const density = fuelProperties(blend(0.85), T15).density;
    expect((5 * 3.785411784e-3 * 60 * density) / 0.45359237).toBeCloseTo(1969, 0);
  });
});

describe('pull and injectors', () => {
  test('power at the wheels counts its loss', () => {
    const engine = { bsfc: 1e-7, fuelFactor: 1, density: 750, drivetrainLoss: 0.15 };
    expect(fuelDemand(85e3, engine)).toBeCloseTo(fuelDemand(100e3, { ...engine, drivetrainLoss: 0 }), 12);
  });

  test('points between and beyond', () => {
    const pull = [
      { rpm: 3000, powerW: 1e5, boostPa: 0 },
      { rpm: 6000, powerW: 2e5, boostPa: 1e5 },
    ];
    expect(pullAt(pull, 4500)).toMatchObject({ powerW: 1.5e5, boostPa: 5e4 });
    expect(pullAt(pull, 9000).powerW).toBe(2e5);
  });

  test('duty follows the root of the differential', () => {
    const set = { count: 4, staticFlow: 1e-5, ratedPa: 300e3 };
    expect(injectorDuty(set, 2e-5, 300e3)! / injectorDuty(set, 2e-5, 1200e3)!).toBeCloseTo(2, 9);
    // Nothing drives the fuel: no share of the time is enough, and none is named.
    expect(injectorDuty(set, 1e-5, 0)).toBeNull();
  });
});

describe('gas hold', () => {
  const setup = { volume: 1e-3, resolution: 500, limit: 2e-8, barometric: absolute(101_325) };
  const at = (atS: number, kpa: number, celsius = 15) => ({
    atS,
    pressure: gauge(kpa * 1e3),
    kelvin: celsius + 273.15,
  });

  test('1 L losing 10 kPa in 1,000 s at 15 °C leaks 0.0987 mL/s·1e-3 (ideal gas, by hand)', () => {
    const r = gasDecay(setup, [at(0, 70), at(1000, 60)]);
    expect(r.leak).toBeCloseTo((1e-3 * 10e3) / 101_325 / 1000, 12);
    expect(r.verdict.kind).toBe('fail');
  });

  test('cooling alone is no leak', () => {
    const p2 = (171_325 * 283.15) / 288.15 - 101_325;
    const r = gasDecay({ ...setup, limit: 1e-6 }, [
      at(0, 70),
      { atS: 1000, pressure: gauge(p2), kelvin: 283.15 },
    ]);
    expect(Math.abs(r.leak)).toBeLessThan(1e-15);
    expect(Math.abs(r.correctedDrop)).toBeLessThan(1e-6);
    expect(r.verdict.kind).toBe('pass');
  });

  test('too soon to tell: names a time, and at that time the same nothing passes', () => {
    const early = gasDecay(setup, [at(0, 70), at(60, 70)]);
    expect(early.verdict.kind).toBe('cannot-tell');
    if (early.verdict.kind !== 'cannot-tell') return;
    expect(early.verdict.waitS).toBeCloseTo(provableAfter(setup, gauge(70e3), 288.15), 3);
    expect(gasDecay(setup, [at(0, 70), at(early.verdict.waitS * 1.01, 70)]).verdict.kind).toBe('pass');
  });

  test('all readings count: through scatter the least-squares slope, by the normal equations', () => {
    const times = [0, 300, 600, 900, 1200];
    const kpa = [70, 68, 67, 64, 63];
    const r = gasDecay(
      setup,
      times.map((t, i) => at(t, kpa[i]!)),
    );
    // Slope of kPa over s: Σ(t−600)(p−66.4)/Σ(t−600)² = −5,400/900,000 = −0.006.
    expect(r.leak).toBeCloseTo((1e-3 * 6) / 101_325, 12);
  });

  test('a needle that steps does not flip the verdict: between one step and the next it stays what it was', () => {
    // A leak of a tenth of the limit, read each minute on a gauge that shows steps of 500 Pa.
    const truth = (t: number) => 70e3 - (0.1 * setup.limit * 101_325 * t) / setup.volume;
    const shown = (t: number) => Math.round(truth(t) / setup.resolution) * setup.resolution;
    const kinds: string[] = [];
    for (let t = 60; t <= 4 * provableAfter(setup, gauge(70e3), 288.15); t += 60)
      kinds.push(
        gasDecay(
          setup,
          Array.from({ length: t / 60 + 1 }, (_, i) => at(60 * i, shown(60 * i) / 1e3)),
        ).verdict.kind,
      );
    const first = kinds.indexOf('pass');
    expect(first).toBeGreaterThan(0);
    expect(new Set(kinds.slice(0, first))).toEqual(new Set(['cannot-tell']));
    expect(new Set(kinds.slice(first))).toEqual(new Set(['pass']));
  });

  test('what is proposed does it in a quarter of an hour: the section with this gauge, the whole line with the finer one', () => {
    const line = { ...setup, volume: 3e-3 };
    const said = holdProposal(line, gauge(70e3), 288.15);
    expect(said.waitS).toBeGreaterThan(HOLD_PATIENCE);
    const section = { ...line, volume: said.sectionM3 };
    expect(provableAfter(section, gauge(70e3), 288.15)).toBeCloseTo(HOLD_PATIENCE, 6);
    // Half a degree alone hides that leak in three liters.
    expect(said.resolution).toBeNull();
    const small = holdProposal({ ...setup, volume: 1e-3, resolution: 5000 }, gauge(10e3), 288.15);
    expect(small.resolution).not.toBeNull();
    const finer = { ...setup, volume: 1e-3, resolution: small.resolution! };
    expect(provableAfter(finer, gauge(10e3), 288.15)).toBeCloseTo(HOLD_PATIENCE, 6);
  });

  test('needs two readings apart in time', () => {
    expect(gasDecay(setup, []).verdict.kind).toBe('no-data');
    expect(gasDecay(setup, [at(5, 70), at(5, 70)]).verdict.kind).toBe('no-data');
  });

  test('stored energy: isentropic under Brode, both nothing at nothing', () => {
    const e = storedEnergy(gauge(100e3), 1e-3, absolute(100e3));
    expect(e.brode).toBeCloseTo(250, 6);
    // 200 kPa·1 L/0.4·(1 − 0.5^(0.4/1.4)) by hand.
    expect(e.isentropic).toBeCloseTo(89.83, 2);
    expect(storedEnergy(gauge(0), 1e-3).isentropic).toBe(0);
    expect(toAbsolute(gauge(5), absolute(10))).toBe(15);
  });
});

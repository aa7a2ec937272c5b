import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type ElementOf, PATTERNS } from '../../src/public/document.ts';
import { readJob, writeJob } from '../../src/public/formats.ts';
import { applied, found } from '../support/examples.ts';
import { replace } from '../support/finding-cases.ts';

const plain = PATTERNS.find((p) => p.id === 'full-return')!.job('x');
const volts = (battery: number, charging: number) =>
  applied(plain, [
    replace('/brief/electrical/batteryV', battery),
    replace('/brief/electrical/chargingV', charging),
  ]);
const told = (doc: typeof plain, code: string) => found(evaluatePlan(doc).findings, code);

describe('volts', () => {
  test('a 16 V system is taken, to 17 V at rest and 18 V charging, and no further', () => {
    expect(readJob(writeJob(volts(17, 18))).ok).toBe(true);
    for (const doc of [volts(17, 17.5), volts(16, 18)])
      expect(evaluatePlan(doc).states.every((s) => s.converged)).toBe(true);
    for (const [key, value] of [
      ['batteryV', 17.1],
      ['chargingV', 18.1],
    ] as const) {
      const doc = structuredClone(plain) as unknown as { brief: { electrical: Record<string, number> } };
      doc.brief.electrical[key] = value;
      expect(readJob(JSON.stringify(doc)).ok).toBe(false);
    }
  });

  test('a pump at volts its data do not cover is told by its volts, not by a pressure its curve covers', () => {
    const high = told(volts(16.2, 17.5), 'PUMP_BEYOND_CURVE')!;
    expect(high.title).toMatch(/gets 15\.\d\d V at prime; its data cover 8\.00 V to 15\.00 V/);
    expect(high.why.formula).not.toContain('psi');
    // A curve taken at those volts settles it.
    const { curve } = plain.plumbing.elements['pump'] as ElementOf<'pump'>;
    const own = applied(volts(16.2, 17), [replace('/plumbing/elements/pump/curve', { ...curve, volts: 17 })]);
    expect(told(own, 'PUMP_BEYOND_CURVE')).toBeUndefined();
    // Beyond its pressures it is the pressure that is told.
    const pressed = told(applied(plain, [replace('/brief/basePressurePa', 800e3)]), 'PUMP_BEYOND_CURVE')!;
    expect(pressed.why.formula).toMatch(/where its curve ends at [\d.]+ psi/);
  });

  test('charging that is no more than the battery at rest is found', () => {
    expect(told(volts(12.4, 12.4), 'CHARGES_TOO_LOW')!.severity).toBe('fix');
    expect(told(volts(12.4, 12.5), 'CHARGES_TOO_LOW')).toBeUndefined();
  });
});

describe('fuel that boils', () => {
  const rvp = (pa: number) => applied(plain, [replace('/brief/fuel/rvpPa', pa)]);

  test('in the tank is told as that, and not as the suction of a pump; a calmer fuel clears both', () => {
    const { findings } = evaluatePlan(rvp(110e3));
    const boils = found(findings, 'FUEL_BOILS')!;
    expect(boils.title).toBe('The fuel boils in the tank at 95°F (35°C).');
    expect(found(findings, 'SUCTION_VAPOR')).toBeUndefined();
    const after = evaluatePlan(applied(rvp(110e3), boils.fixes[0]!.patch), 'none').findings;
    for (const code of ['FUEL_BOILS', 'SUCTION_VAPOR']) expect(found(after, code)).toBeUndefined();
  });

  test('at the pump’s inlet alone is its suction', () => {
    expect(told(rvp(90e3), 'FUEL_BOILS')).toBeUndefined();
    expect(told(rvp(90e3), 'SUCTION_VAPOR')!.severity).toBe('stop');
  });
});

import { describe, expect, test } from '@jest/globals';
import { darcyFriction } from '../../src/flow/friction.ts';
import type { LossLaw } from '../../src/flow/link-law.ts';
import { fixedLoss, pipeRun } from '../../src/flow/pipe.ts';
import { filterLoss, powerLoss } from '../../src/flow/porous.ts';
import { bypassRegulator } from '../../src/kinds/plumbing/bypass-regulator/law.ts';
import { checkValve } from '../../src/kinds/plumbing/check-valve/law.ts';
import { runningPump } from '../../src/kinds/plumbing/pump/law.ts';
import { pumpLaw } from '../../src/kinds/plumbing/pump/pump-model.ts';
import { PUMPS } from '../../src/public/kinds.ts';
import { gauge } from '../../src/public/quantities.ts';
import { LPH } from '../support/units.ts';

const FUEL = { density: 760, kinematicViscosity: 0.9e-6, dynamicViscosity: 0.7e-3 };

const losses: Record<string, LossLaw> = {
  hose: pipeRun({ length: 3, bore: 0.0079, roughness: 1.5e-6, minorK: 3 }, FUEL),
  filter: filterLoss({ lossAt400: 7000, clogged: 0.4 }, FUEL),
  power: powerLoss({ lossPa: 5000, atFlow: 400 * LPH, exponent: 1.7 }),
  fixed: fixedLoss({ k: 2, bore: 0.008, density: 760 }),
};

describe('slopes against central differences', () => {
  test.each(Object.entries(losses))('%s', (_name, law) => {
    const out = new Float64Array(4);
    for (const lph of [-300, -20, 3, 30, 60, 90, 120, 300, 900]) {
      const q = lph * LPH;
      const h = Math.abs(q) * 1e-5;
      law.evaluate(q + h, out);
      const high = out[0]!;
      law.evaluate(q - h, out);
      const low = out[0]!;
      law.evaluate(q, out);
      expect(Math.abs(out[1]! / ((high - low) / (2 * h)) - 1)).toBeLessThan(2e-4);
    }
  });

  test('friction factor', () => {
    for (const re of [1500, 2400, 3300, 3900, 5000, 5e4, 5e6]) {
      const h = re * 1e-6;
      const slope = (darcyFriction(re + h, 3e-4).f - darcyFriction(re - h, 3e-4).f) / (2 * h);
      expect(Math.abs(darcyFriction(re, 3e-4).slope / slope - 1)).toBeLessThan(1e-5);
    }
  });

  test.each(Object.entries(PUMPS))('pump %s at 9, 12 and 14 V', (_id, part) => {
    const law = runningPump(pumpLaw(part.model), 12);
    const out = new Float64Array(4);
    for (const volts of [9, 12, 14]) {
      const pump = pumpLaw(part.model);
      for (const kpa of [50, 250, 410, 560]) {
        const p = kpa * 1e3;
        const slope = (pump(p + 20, volts).flow - pump(p - 20, volts).flow) / 40;
        if (pump(p, volts).flow > 0)
          expect(Math.abs(pump(p, volts).flowSlope - slope)).toBeLessThan(Math.abs(slope) * 1e-3 + 1e-14);
      }
    }
    law.evaluate(0, 300e3, out);
    expect(out[1]).toBeCloseTo(-out[2]!, 12);
  });

  test('valve pieces pass through the point they were taken at', () => {
    const reg = bypassRegulator(
      { setPa: gauge(300e3), referencePa: gauge(0), ratio: 1, droop: 1.44e8, setFlow: 1e-4, cv: 1.3 },
      760,
    );
    const check = checkValve({ crackPa: 2000, k: 2.5, bore: 0.01 }, 760);
    const out = new Float64Array(4);
    const q = 300 * LPH;
    reg.linearize(q, 300e3 + 1.44e8 * (q - 1e-4), 20e3, out);
    expect(out[3]).toBeLessThan(1e-6);
    expect(reg.stateAt(q, 310e3, 20e3)).toBe('regulating');
    expect(reg.stateAt(q, 310e3, 400e3)).toBe('overrun');
    expect(reg.stateAt(0, 100e3, 0)).toBe('closed');
    check.linearize(-q, 0, 5e3, out);
    // Backward, the piece is the shut one: whatever flow it starts from, it answers with a leak under 0.01 L/h.
    expect(Math.abs(out[0]! + out[1]! * 0 + out[2]! * 500e3)).toBeLessThan(0.01 * LPH);
    expect(check.stateAt(q, 5e3, 0)).toBe('open');
  });
});

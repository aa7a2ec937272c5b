import { describe, expect, test } from '@jest/globals';
import { fuelDemand } from '../../src/demand/pull.ts';
import { solveNetwork } from '../../src/engine/network/network-solver.ts';
import { fuelProperties, stoichiometricFactor } from '../../src/fuel/fuel.ts';
import { gauge } from '../../src/public/quantities.ts';
import { workedSystem } from '../support/worked-system.ts';
import { HP, LPH } from '../support/units.ts';

const LB_PER_HP_H = 0.45359237 / (HP * 3600);
const VACUUM = gauge(-68.95e3);

/** Expected figures were worked out separately (see docs/methods/network.md); the band covers the curve between points. */
describe('one complete full-return system', () => {
  test('480 hp on E70 at 0.60 lb/hp·h takes 230.8 L/h', () => {
    const blend = { ethanol: 0.7, gasolineDensity15: 745, rvpPa: 62e3 };
    const density = fuelProperties(blend, 288.15).density;
    expect(density).toBeCloseTo(779.0, 1);
    const draw = fuelDemand(480 * HP, {
      bsfc: 0.6 * LB_PER_HP_H,
      fuelFactor: stoichiometricFactor(blend),
      density,
      drivetrainLoss: 0,
    });
    expect(draw / LPH).toBeCloseTo(230.8, 1);
  });

  test('idle: rail 231.7 kPa, bypass 467 L/h, return inlet 44.9 kPa, no overrun', () => {
    const s = solveNetwork(workedSystem({ manifold: VACUUM, draw: 5 * LPH })).solution!;
    const regulator = s.links.get('regulator')!;
    expect(regulator.pUp / 1000).toBeCloseTo(231.7, 0);
    expect(Math.abs(regulator.flow / LPH / 467 - 1)).toBeLessThan(0.003);
    expect(regulator.pDown / 1000).toBeCloseTo(44.9, 0);
    expect(regulator.state).toBe('regulating');
  });

  test('peak: rail 488.2 kPa, bypass 156.2, available 381.9 L/h, margin 65.4 %', () => {
    const s = solveNetwork(workedSystem({ manifold: gauge(199.9e3), draw: 230.8 * LPH })).solution!;
    expect(s.links.get('regulator')!.pUp / 1000).toBeCloseTo(488.2, 1);
    expect(Math.abs(s.links.get('regulator')!.flow / LPH / 156.2 - 1)).toBeLessThan(0.005);
    const held = solveNetwork(
      workedSystem({ manifold: gauge(199.9e3), draw: 0, hold: gauge(499.9e3) }),
    ).solution!;
    const available = held.links.get('pump')!.flow / LPH;
    expect(Math.abs(available / 381.9 - 1)).toBeLessThan(0.003);
    expect(available / 230.8 - 1).toBeCloseTo(0.654, 2);
  });

  test('idle through a 4.8 mm return: rail 405.8 kPa, overrun by 176 kPa', () => {
    const s = solveNetwork(workedSystem({ manifold: VACUUM, draw: 5 * LPH, returnBore: 0.0048 })).solution!;
    const regulator = s.links.get('regulator')!;
    expect(regulator.state).toBe('overrun');
    expect(Math.abs(regulator.pUp / 1000 / 405.8 - 1)).toBeLessThan(0.003);
    expect(Math.abs((regulator.pUp - (300e3 + VACUUM)) / 1000 / 176 - 1)).toBeLessThan(0.01);
  });
});
